const rules = new Intl.PluralRules("en");

/** Everything that is counted on a screen, one and many: a thing has this name wherever it is said. */
export const things = {
	bout: "bouts",
	box: "boxes",
	call: "calls",
	check: "checks",
	chance: "chances",
	choice: "choices",
	correction: "corrections",
	cue: "cues",
	day: "days",
	drill: "drills",
	entry: "entries",
	event: "events",
	frame: "frames",
	item: "items",
	ladder: "ladders",
	lesson: "lessons",
	line: "lines",
	link: "links",
	message: "messages",
	min: "min",
	minute: "minutes",
	miss: "misses",
	moment: "moments",
	notch: "notches",
	note: "notes",
	pair: "pairs",
	person: "people",
	picture: "pictures",
	plan: "plans",
	position: "positions",
	problem: "problems",
	remark: "remarks",
	rule: "rules",
	rung: "rungs",
	scale: "scales",
	set: "sets",
	student: "students",
	target: "targets",
	time: "times",
	try: "tries",
} as const;
type Thing = keyof typeof things;

/** "1 try moves", "2 tries move": a number with words that bend along with it. */
export const counted = (n: number, one: string, many: string): string =>
	`${n} ${rules.select(n) === "one" ? one : many}`;

/** "1 try", "0 tries", "2 more lessons": a number with what is counted, an adjective before it or none. */
export function plural(n: number, thing: Thing | `${string} ${Thing}`): string {
	const at = thing.lastIndexOf(" ") + 1;
	return counted(n, thing, thing.slice(0, at) + things[thing.slice(at) as Thing]);
}

const lists = new Intl.ListFormat("en-GB");

/** "a, b and c". */
export const list = (words: readonly string[]): string => lists.format(words);
