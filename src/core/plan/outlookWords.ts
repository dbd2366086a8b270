import type { ToTop } from "@/core/insight/forecast";
import { plural } from "@/core/text/lists";
import type { LadderCost } from "./cost";
import { lessonsWords } from "./lessonsWords";

/** Lessons to the top: the likely number, or what can be said of it. */
export function likelyWords({ likely, low, horizon }: ToTop): string {
	if (likely !== null) return plural(likely, "lesson");
	return low === null ? `over ${plural(horizon, "lesson")}` : `over ${horizon} lessons, at least ${low}`;
}

/** From the first to the ninth in ten; open where it reaches further than can be told of. */
export function rangeWords({ low, high }: ToTop): string | null {
	if (low === null) return null;
	if (high === null) return `${low} or more`;
	return low === high ? `${low}` : `${low} to ${high}`;
}

/** The day of so many lessons from now: by the lessons in the calendar, then at so many a week. */
export function dayAt(lessons: number, days: readonly string[], today: string, perWeek: number): string {
	const known = days[lessons - 1];
	if (known !== undefined) return known;
	const from = Date.parse(days.at(-1) ?? today);
	const weeks = (lessons - days.length) / Math.max(0.25, perWeek);
	return new Date(from + Math.round(weeks * 7) * 86_400_000).toISOString().slice(0, 10);
}

/** The two ends at fixed rates, before there is a pace. */
export const endsWords = (cost: LadderCost): string =>
	`${lessonsWords(cost, "high")} if it goes well, ${lessonsWords(cost, "low")} if it goes badly`;

/** Lessons of one draft for each lesson of the other, at fixed rates; null where either cannot be worked out. */
export function ratioWords(draft: LadderCost, saved: LadderCost): string | null {
	if (draft.middle === null || saved.middle === null || saved.middle === 0) return null;
	const ratio = draft.middle / saved.middle;
	if (Math.abs(ratio - 1) < 0.05) return "about as many lessons";
	return `about ${ratio.toFixed(1)} times as many lessons`;
}
