import { plural } from "@/core/text/lists";

const WEEK_MS = 7 * 86_400_000;

/** Lessons from one day to another at so many a week, the last day left out; none where it is not after the first. */
export const lessonsUntil = (from: string, to: string, perWeek: number): number =>
	Math.max(0, Math.floor(((Date.parse(to) - Date.parse(from)) / WEEK_MS) * perWeek + 1e-9));

const oneDecimal = (n: number): number => Number(n.toFixed(1));

/** The pace that so many rungs in so many lessons ask for, in words. */
export function paceWords(rungs: number, lessons: number): string {
	if (rungs === 0) return "nothing more";
	if (lessons === 0) return "no lesson for it";
	const pace = rungs / lessons;
	return pace <= 1 ? `a rung in ${plural(oneDecimal(1 / pace), "lesson")}` : `${oneDecimal(pace)} rungs a lesson`;
}
