import { type Change, changeWords } from "@/core/insight/thenNow";
import { inTen } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import { asMarkdown, markdownTable } from "./markdown";

/** A season in words, for the student, a parent or the next coach: numbers with what they mean, nothing that is not sure said as if it were. */

export interface ReportScore {
	good: number;
	tries: number;
	day: string;
	low: number;
	high: number;
	/** What came of it in the terms of its rule. */
	result?: string;
}

export interface ReportLadder {
	called: string;
	rungs: number;
	/** Where the peg stood first, and where it stands. Rungs from 1. */
	start: { at: number; name: string; day: string } | null;
	now: { at: number; name: string };
	passed: string[];
	/** Passed, and seen again later. */
	held: string[];
	/** Rungs with a first and a latest lesson, the highest first. */
	scores: { name: string; first: ReportScore; latest: ReportScore; change: Change }[];
	/** What is to be expected, where it can be told. */
	ahead: { lessons: number; low: number; high: number } | null;
}

export interface ReportInput {
	name: string;
	day: string;
	since: string | null;
	lessons: number;
	ladders: readonly ReportLadder[];
	cues: readonly { text: string; share: number }[];
	load: readonly { part: string; week: number; limit: number | null }[];
	practise: readonly { name: string; much: string }[];
	next: string | null;
}

export const reportParts = ["ladders", "scores", "cues", "load", "next"] as const;
export type ReportPart = (typeof reportParts)[number];
export const partWords: Record<ReportPart, string> = {
	ladders: "ladders then and now",
	scores: "scores, rung by rung",
	cues: "cues that worked",
	load: "load",
	next: "what comes next",
};

export interface ReportSection {
	part: ReportPart;
	title: string;
	paragraphs: string[];
	table?: { head: string[]; rows: string[][] };
}

/** A score in lines: good of tries, what came of it by its rule, where the rate likely is, and the day. */
const scoreLines = ({ good, tries, low, high, result, day }: ReportScore, dayWords: (day: string) => string) =>
	[
		`${good} of ${tries} good`,
		...(result ? [result] : []),
		`likely ${inTen(Math.round(10 * low) / 10)} to ${inTen(Math.round(10 * high) / 10)} in 10`,
		dayWords(day),
	].join("\n");

function ladderWords(one: ReportLadder, dayWords: (day: string) => string): string[] {
	const { start, now, rungs, passed, held } = one;
	const moved =
		start && start.at !== now.at
			? `From rung ${start.at}, “${start.name}”, on ${dayWords(start.day)} to rung ${now.at} of ${rungs}, “${now.name}”.`
			: `On rung ${now.at} of ${rungs}, “${now.name}”${start ? `, as on ${dayWords(start.day)}` : ""}.`;
	return [
		moved,
		passed.length > 0
			? `Passed: ${passed.map((name) => (held.includes(name) ? `${name} ✓` : name)).join(" · ")}.`
			: "No rung passed yet.",
		...(held.length > 0 ? ["✓: checked again later, still good."] : []),
	];
}

function nextWords({ ladders, practise, next }: ReportInput, dayWords: (day: string) => string): string[] {
	return [
		...ladders.flatMap(({ called, ahead, rungs, now }) =>
			ahead
				? [
						`${called}: likely ${ahead.low === ahead.high ? ahead.low : `${ahead.low} to ${ahead.high}`} of the ${plural(rungs - now.at, "rung")} left in the next ${ahead.lessons} lessons, at the pace so far.`,
					]
				: [],
		),
		...practise.map(({ name, much }) => `To practise: ${name}, ${much}.`),
		next ? `Next lesson: ${dayWords(next)}.` : "No next lesson in the calendar yet.",
	];
}

/** The report's sections in their order; those that are left out, and those of which nothing is known, are not there. */
export function reportOf(
	input: ReportInput,
	leftOut: readonly ReportPart[],
	dayWords: (day: string) => string,
): ReportSection[] {
	const { ladders, cues, load } = input;
	const all: ReportSection[] = [
		...ladders.map(
			(one): ReportSection => ({ part: "ladders", title: one.called, paragraphs: ladderWords(one, dayWords) }),
		),
		...ladders
			.filter(({ scores }) => scores.length > 0)
			.map(
				(one): ReportSection => ({
					part: "scores",
					title: `${one.called}, rung by rung`,
					paragraphs: ["First and latest lesson on each rung. “Likely” is right 8 times in 10."],
					table: {
						head: ["rung", "first", "latest", "change"],
						rows: one.scores.map(({ name, first, latest, change }) => [
							name,
							scoreLines(first, dayWords),
							scoreLines(latest, dayWords),
							changeWords[change],
						]),
					},
				}),
			),
		...(cues.length > 0
			? [
					{
						part: "cues" as const,
						title: "Cues that worked",
						paragraphs: cues.map(
							({ text, share }) => `“${text}”: right in ${inTen(Math.round(10 * share) / 10)} of 10 tries after it.`,
						),
					},
				]
			: []),
		...(load.length > 0
			? [
					{
						part: "load" as const,
						title: "Training load, last seven days",
						paragraphs: load.map(
							({ part, week, limit }) =>
								`${part}: ${plural(Math.round(week), "try")} of normal load${limit === null ? "" : `, limit ${limit}`}.`,
						),
					},
				]
			: []),
		{ part: "next", title: "What comes next", paragraphs: nextWords(input, dayWords) },
	];
	return all.filter(({ part }) => !leftOut.includes(part));
}

/** The head of it: whose, from when to when, how many lessons. */
export const reportHead = ({ name, day, since, lessons }: ReportInput, dayWords: (day: string) => string): string[] => [
	name,
	lessons === 0
		? `No lesson yet. ${dayWords(day)}.`
		: `${plural(lessons, "lesson")}${since ? ` from ${dayWords(since)}` : ""} to ${dayWords(day)}.`,
];

/** The same as Markdown. */
export const reportMarkdown = (head: readonly string[], sections: readonly ReportSection[]): string =>
	`${[
		`# ${asMarkdown(head[0] ?? "")}`,
		asMarkdown(head[1] ?? ""),
		...sections.flatMap(({ title, paragraphs, table }) => [
			`## ${asMarkdown(title)}`,
			...paragraphs.map(asMarkdown),
			...(table ? [markdownTable(table.head, table.rows)] : []),
		]),
	].join("\n\n")}\n`;
