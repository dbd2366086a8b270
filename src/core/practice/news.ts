import * as z from "zod/mini";
import { ident } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import { feelingNames } from "./feelings";
import { awayReasons } from "./kinds";

/** What came from home since the last lesson: for its opening, Today and the plan. */
export const HomeNews = z.object({
	/** The first day it tells of. */
	since: z.string(),
	days: z.number(),
	tries: z.number(),
	best: z.nullable(z.object({ day: z.string(), what: z.string(), good: z.number(), tries: z.number() })),
	/** Days that felt bad, or not so good. */
	hard: z.array(z.object({ day: z.string(), what: z.string(), felt: z.number() })),
	said: z.array(
		z.object({ day: z.string(), remark: z.string(), answered: z.boolean(), entry: z.optional(z.string()) }),
	),
	/** Targets that were met often enough to be moved. */
	moves: z.array(
		z.object({ item: ident, what: z.string(), from: z.number(), to: z.number(), met: z.number(), of: z.number() }),
	),
	/** Days without practice that they told of. */
	away: z.optional(z.array(z.object({ from: z.string(), to: z.string(), why: z.enum(awayReasons) }))),
});
export type HomeNews = z.infer<typeof HomeNews>;

/** The same in lines, the most pressing first: what was asked, what was hard, targets to move, then the count. Results say "good of", targets say "target". */
export function newsLines(
	{ days, tries, best, hard, said, moves, away = [] }: HomeNews,
	dayWords: (day: string) => string,
): string[] {
	return [
		...away.map((one) => awayLine(one, dayWords)),
		...said.map(({ day, remark, answered }) => `${dayWords(day)}: “${remark}”${answered ? "" : " (not answered yet)"}`),
		...hard.map(({ day, what, felt }) => `${dayWords(day)}: “${what}” felt ${feelingNames[felt - 1]}.`),
		...moves.map(
			({ what, from, to, met, of }) =>
				`“${what}”: target ${from} was met in ${met} of the last ${of}. ${to} may be the next target.`,
		),
		...(days > 0
			? [
					`${plural(days, "day")}, ${plural(tries, "try")}${best ? `, best ${best.good} good of ${best.tries} (“${best.what}”, ${dayWords(best.day)})` : ""}.`,
				]
			: []),
	];
}

const awayWords = { ill: "Ill", away: "Away", other: "No practice" } as const;

/** "Ill, Thu 3 Dec to Wed 9 Dec." */
export const awayLine = (
	{ from, to, why }: { from: string; to: string; why: (typeof awayReasons)[number] },
	dayWords: (day: string) => string,
): string => `${awayWords[why]}, ${from === to ? dayWords(from) : `${dayWords(from)} to ${dayWords(to)}`}.`;
