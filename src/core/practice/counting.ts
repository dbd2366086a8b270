import * as z from "zod/mini";
import { ident } from "@/core/text/fields";
import type { Practised } from "./kinds";

/** What is counted on a student's own page, try by try, before and while it is an entry. */

/** One try of a count that is under way. */
export const Touched = z.object({
	id: z.string(),
	item: ident,
	mark: z.enum(["good", "off", "no count"]),
	/** When, in milliseconds. */
	at: z.number(),
	/** The entry it belongs to: the id of the count's first try. Counts of older builds have none. */
	entry: z.optional(ident),
});
export type Touched = z.infer<typeof Touched>;
export type Mark = Touched["mark"];

/** What a count says of itself. */
export interface Score {
	tries: number;
	good: number;
	minutes: number;
}

/** One count under way, which is one entry. */
export interface Count extends Score {
	entry: string;
	item: string;
	/** The day of its first try. */
	day: string;
	marks: readonly Touched[];
}

const MINUTE_MS = 60_000;
/** A rest longer than this is none of the practice: somebody left the phone lying. */
const REST_MS = 20 * MINUTE_MS;
/** As many as an entry may say. */
const MOST_MINUTES = 600;

/** Tries, good ones, and whole minutes from the first touch to the last without rests of over 20 minutes; 1 minute at least, 0 of nothing. */
export function scoreOf(marks: readonly Touched[]): Score {
	const counted = marks.filter(({ mark }) => mark !== "no count");
	const spent = marks.reduce((sum, { at }, i) => {
		const rest = at - (marks[i - 1]?.at ?? at);
		return rest > REST_MS || rest < 0 ? sum : sum + rest;
	}, 0);
	return {
		tries: counted.length,
		good: counted.filter(({ mark }) => mark === "good").length,
		minutes: marks.length === 0 ? 0 : Math.min(MOST_MINUTES, Math.max(1, Math.round(spent / MINUTE_MS))),
	};
}

/**
 * Counts under way, in the order in which they were begun.
 *
 * @param dayAt the day of a moment given in milliseconds
 */
export function countsIn(marks: readonly Touched[], dayAt: (at: number) => string): Count[] {
	const groups = new Map<string, Touched[]>();
	for (const mark of marks) {
		const key = mark.entry ?? mark.id;
		groups.set(key, [...(groups.get(key) ?? []), mark]);
	}
	return [...groups].flatMap(([entry, some]) => {
		const [first] = some;
		return first ? [{ entry, item: first.item, day: dayAt(first.at), marks: some, ...scoreOf(some) }] : [];
	});
}

/** The entry a sending belongs to. */
export const entryOf = (act: { id: string; body: Pick<Practised, "entry"> }): string => act.body.entry ?? act.id;

/** Whether a sending is newer than another of the same entry; of equal ones the later in order is. */
export const isNewer = (one: Pick<Practised, "rev">, than: Pick<Practised, "rev">): boolean =>
	(one.rev ?? 0) >= (than.rev ?? 0);

/**
 * The number of an entry's next sending: above the one before. Where that was lost on its way into the
 * phone's store, the clock still puts it above what the server may have of it.
 *
 * @param at now, in milliseconds
 */
export const nextRev = (before: Pick<Practised, "rev"> | undefined, at: number): number =>
	Math.max((before?.rev ?? -1) + 1, at);
