import { plural } from "@/core/text/lists";

/** What is said in words of tries in the terms of a rule: in English here, in a student's language for their note. */
export interface TermWords {
	/** "near 3 of 5" */
	each: (name: string, n: number, of: number) => string;
	none: (name: string) => string;
	/** "2 without a target" */
	nowhere: (n: number) => string;
	/** What stands for a position that has no name any more. */
	other: () => string;
	/** In a stretch of work without separate tries, in a form or none. */
	inPlay: () => string;
	form: (form: "easier" | "harder") => string;
	taken: (where: string, taken: number, came: number) => string;
	off: (where: string, faults: string) => string;
	/** Who ended what two did together. */
	ended: (own: number, other: number) => string;
	at: (value: string) => string;
	between: (low: string, high: string) => string;
	average: (of: string, range: string, mean: string) => string;
	effort: (mean: string) => string;
	score: (n: number) => string;
	timed: (n: number, seconds: number) => string;
	bestSet: (n: number, seconds: number) => string;
	longest: (longest: number, times: number, least: number) => string;
	rated: (mean: string, best: number) => string;
	inside: (n: number, of: number, range: string) => string;
	/** "10 to 20 cm" */
	span: (low: number, high: number, unit: string) => string;
	right: (n: number, of: number) => string;
	cameOff: (n: number, of: number) => string;
	heldBack: (n: number) => string;
	four: (four: { rightCameOff: number; rightMissed: number; wrongCameOff: number; wrongMissed: number }) => string;
	points: (value: number, target: number, met: boolean) => string;
	bout: (good: number, off: number, won: boolean) => string;
	bouts: (won: number, of: number, each: string) => string;
	firstGood: (n: number, of: number) => string;
	/** Names and numbers one after the other. */
	list: (all: readonly string[]) => string;
}

export const englishTerms: TermWords = {
	each: (name, n, of) => `${name} ${n} of ${of}`,
	none: (name) => `${name} none`,
	nowhere: (n) => `${n} without a target`,
	other: () => "other",
	inPlay: () => "in play",
	form: (form) => `the ${form} form`,
	taken: (where, taken, came) => `${where}: ${taken} of ${plural(came, "chance")} taken`,
	off: (where, faults) => `${where}, off: ${faults}`,
	ended: (own, other) => `ended by the student ${own}, by the partner ${other}`,
	at: (value) => `at ${value}`,
	between: (low, high) => `from ${low} to ${high}`,
	average: (of, range, mean) => `${of} ${range}, ${mean} on average`,
	effort: (mean) => `effort ${mean} of 10 on average`,
	score: (n) => `score ${n}`,
	timed: (n, seconds) => `${n} in ${seconds} seconds`,
	bestSet: (n, seconds) => `best set ${n} in ${seconds} seconds`,
	longest: (longest, times, least) => `longest ${longest}, ${plural(times, "time")} at ${least} or more`,
	rated: (mean, best) => `rated ${mean} on average, best ${best}`,
	inside: (n, of, range) => `${n} of ${of} inside ${range}`,
	span: (low, high, unit) => `${low} to ${high} ${unit}`,
	right: (n, of) => `${n} of ${plural(of, "choice")} right`,
	cameOff: (n, of) => `${n} of ${of} came off`,
	heldBack: (n) => `${n} held back`,
	four: ({ rightCameOff, rightMissed, wrongCameOff, wrongMissed }) =>
		`right choice: ${rightCameOff} came off, ${rightMissed} missed. Wrong choice: ${wrongCameOff} came off, ${wrongMissed} missed`,
	points: (value, target, met) => (met ? `${value} points, rule met at ${target}` : `${value} of ${target} points`),
	bout: (good, off, won) => `${good} : ${off} ${won ? "won" : "lost"}`,
	bouts: (won, of, each) => `won ${won} of ${plural(of, "bout")}: ${each}`,
	firstGood: (n, of) => `first try good in ${n} of ${of}`,
	list: (all) => all.join(", "),
};
