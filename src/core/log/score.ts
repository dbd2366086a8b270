import type { Body } from "./kinds";

/**
 * Whether what was entered is a score and no tally. "7 of 9" is a tally; "4" in five seconds was written as 4 of 4
 * before scores were told apart, and is read as what it was.
 */
export const isScore = ({ score, seconds, good, tries }: Body<"tally">): boolean =>
	score ?? (seconds !== undefined && good === tries);
