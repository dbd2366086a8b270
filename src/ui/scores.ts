import type { Score } from "@/core/ladder/digest";
import { dayWords } from "./dates";

const score = ({ good, tries, day }: Score) => `${good} of ${tries} on ${dayWords(day)}`;

/** The first day on a rung, and the best where that is another one. */
export const firstAndBest = (first: Score, best: Score | null | undefined): string =>
	best && best.day !== first.day ? `${score(first)}, best ${score(best)}` : score(first);
