/** Our own words, each with what it means in one sentence: what a first use and the page *How it works* say. */
export const terms = {
	ladder: "One student's way to one skill, from very easy to the real thing.",
	rung: "One drill of a ladder. Each rung makes one thing harder.",
	peg: "Where the student stands now. It moves up when a rung's rule is met, or down when you say so.",
	"key position": "A moment of the skill that you can see and judge, like “elbow high at release”.",
	"pass rule": "How many good tries pass a rung, and in what order. The ladder says how often luck passes it.",
	limit: "The most tries of a drill in one lesson. It ends before the student tires or learns a fault.",
	set: "Tries in a row, until you rest, change the drill or end it.",
	cue: "What you say to correct a position, in the words that work for this student.",
	check: "A passed rung is tried again some days later. Held, it settles. Not held, it has slipped.",
} as const;

export type Term = keyof typeof terms;
