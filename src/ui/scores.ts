import type { Score } from "@/core/digest/ladderDigest";
import type { RungDigest } from "@/core/digest/lessonDigest";
import { plural } from "@/core/text/lists";
import { dayWords } from "./dates";

const score = ({ good, tries, day }: Score) => `${good} of ${tries} on ${dayWords(day)}`;

/** The first day on a rung, and the best where that is another one. */
export const firstAndBest = (first: Score, best: Score | null | undefined): string =>
	best && best.day !== first.day ? `${score(first)}, best ${score(best)}` : score(first);

/** A rung's score in a lesson; where the rung itself was not tried, of what was. */
export const scoreWords = ({ good, tries, instead }: Pick<RungDigest, "good" | "tries" | "instead">): string =>
	!instead
		? `${good} of ${tries}`
		: instead.good === null
			? `${plural(instead.tries, "warm-up try")}`
			: `${instead.good} of ${instead.tries} on an easier or harder form`;
