/** How figures are said, each kind in one form: what screens, notes, tables and the student's page share. */

/** "6", "8.5": a rate from 0 to 1 as good tries in ten. */
export const inTen = (rate: number): string => String(Number((rate * 10).toFixed(1)));

/** "+3", "−1.1", "0": a difference or points won and lost, in whole numbers or to one decimal. */
export function difference(n: number): string {
	const size = Number(Math.abs(n).toFixed(1));
	return size === 0 ? "0" : `${n > 0 ? "+" : "−"}${size}`;
}

/** "5 min", "5 to 8 min", in whole minutes from 0: how long something takes, at least and at most. */
export function minutesWords(least: number, most = least): string {
	const [from, to] = [least, most].map((n) => Math.max(0, Math.round(n)));
	return from === to ? `${from} min` : `${from} to ${to} min`;
}

/** "likely 3.3 to 5.4": a range of rates in ten. It is right 8 times in 10; a page says so once. */
export const likelyRange = ({ low, high }: { low: number; high: number }): string =>
	`likely ${inTen(low)} to ${inTen(high)}`;

/** A chance as so many in a hundred; the ends are never said to be certain, and have words of their own. */
function hundredths(p: number, under: string, over: string): string {
	const n = Math.round(p * 100);
	return p > 0 && n === 0 ? under : p < 1 && n === 100 ? over : String(n);
}

/** "75", "<1", ">99": a chance from 0 to 1 of 100, for a table that says of what. */
export const ofHundred = (p: number): string => hundredths(p, "<1", ">99");

/** "75", "under 1", "over 99": the same in a sentence. */
export const hundredWords = (p: number): string => hundredths(p, "under 1", "over 99");

/** "in 75 of 100 lessons": a chance from 0 to 1, with what the hundred are. */
export const inHundred = (p: number): string => `in ${hundredths(p, "less than 1", "more than 99")} of 100 lessons`;
