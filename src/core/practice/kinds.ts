import * as z from "zod/mini";
import { complainIn } from "@/core/refusals/complain";
import { day, daysBetween, ident, label, text, whole } from "@/core/text/fields";

/**
 * What happens between lessons, as the record keeps it. Apart from the lesson's kinds: a
 * lesson never reads these, and does not carry their schemas.
 */

/** Most tries of one entry; a day of practice has fewer. */
export const MOST_TRIES = 2000;

/** How an entry came here: by the private link, out of the one file, from a paper, or told to the coach. */
export const ways = ["link", "file", "paper", "told"] as const;

const goodAmong = (tries: number, good: number): string | null =>
	good > tries ? `${good} good of ${tries} tries cannot be. Good can be at most the number of tries.` : null;

/** What a student writes down of one drill on one day. */
export const Practised = z
	.object({
		item: ident,
		/** The day it was done, which may be before the day it was written down. */
		day,
		place: text(80),
		tries: whole(0, MOST_TRIES),
		good: whole(0, MOST_TRIES),
		/** What was asked for at the time: so many good of so many tries. */
		target: whole(0, MOST_TRIES),
		dose: whole(1, MOST_TRIES),
		minutes: whole(0, 600),
		/** From 1, badly, to 5, well. */
		felt: z.nullable(whole(1, 5)),
		/** The self-check's answer. */
		check: z.nullable(z.boolean()),
		remark: text(1000),
		/** The same for every sending of one entry: a later one takes the place of those before. Its own id where nothing is said. */
		entry: z.optional(ident),
		/** Of two sendings of one entry the higher one is newer; 0 where nothing is said. */
		rev: z.optional(whole(0, Number.MAX_SAFE_INTEGER)),
	})
	.check((ctx) => {
		const wrong = goodAmong(ctx.value.tries, ctx.value.good);
		if (wrong) complainIn(ctx)(["good"], wrong);
	});
export type Practised = z.infer<typeof Practised>;

export const practisedLabels = {
	item: "drill",
	day: "day",
	place: "place",
	tries: "tries",
	good: "good",
	target: "target",
	dose: "planned tries",
	minutes: "minutes",
	felt: "how it felt",
	check: "self-check",
	remark: "remark",
};

/** Why there is no practice for a while. */
export const awayReasons = ["ill", "away", "other"] as const;
/** As many days as are told at once. */
const MOST_DAYS_OFF = 60;

/** Days without practice that a student tells of: both ends are in it. */
export const DaysOff = z.object({ from: day, to: day, why: z.enum(awayReasons) }).check((ctx) => {
	const { from, to } = ctx.value;
	if (to < from || daysBetween(from, to) > MOST_DAYS_OFF)
		complainIn(ctx)(["to"], `Last day: choose the first day, or one of the ${MOST_DAYS_OFF} days after it.`);
});
export type DaysOff = z.infer<typeof DaysOff>;

/** From now on so many good are asked for. */
export const Retargeted = z.object({ item: ident, target: whole(0, MOST_TRIES) });

export const practiceBodies = {
	practice: z
		.object({
			assignment: ident,
			...Practised.shape,
			/** What it was called when it was done. */
			what: label(80),
			by: z.enum(ways),
		})
		.check((ctx) => {
			const wrong = goodAmong(ctx.value.tries, ctx.value.good);
			if (wrong) complainIn(ctx)(["good"], wrong);
		}),
	"practice.target": z.object({ assignment: ident, ...Retargeted.shape, by: z.enum(["student", "coach"]) }),
	"practice.away": z.object({ assignment: ident, from: day, to: day, why: z.enum(awayReasons) }),
	/** The coach's word to an entry; empty where it was read and nothing was to be said. */
	"practice.answered": z.object({ assignment: ident, entry: ident, text: text(1000) }),
} as const;
