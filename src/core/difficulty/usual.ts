import { type Difficulty, EXTENT } from "./difficulty";

const difficulty = (id: string, name: string, ...notches: (string | readonly [string, number])[]): Difficulty => ({
	id,
	name,
	notches: notches.map((notch, i) => {
		const [words, weight] = typeof notch === "string" ? [notch, 1] : notch;
		return { name: words, weight: i === 0 ? 0 : weight };
	}),
});

/**
 * What a coach starts from, in the order in which difficulties are raised when nobody
 * says otherwise. How much of the movement comes from the skill's key positions and
 * stands before them all.
 */
export const usualDifficulties: readonly Difficulty[] = [
	difficulty("help", "help", "held all the way", "held at the start", "somebody near", "alone"),
	difficulty("object", "object", "nothing in the hand", "slow and light", "light", ["the real thing", 1.5]),
	difficulty("arrival", "how it arrives", "from the own hand", "handed over", "fed the same", [
		"fed with a change",
		1.5,
	]),
	difficulty("footwork", "footwork", "standing", "one step", "walking", ["turning", 1.5]),
	difficulty("tempo", "tempo and effort", "slow", "half speed", "near full speed", "real speed"),
	difficulty("surface", "surface and height", "even ground", "soft ground", "low", ["real height", 2]),
	difficulty("range", "distance", "near", "middling", "far"),
	difficulty("target", "size of the target", "anywhere", "large", "small"),
	difficulty("pattern", "how predictable it is", "always the same", "a fixed turn", "half known", ["random", 1.5]),
	difficulty("senses", "senses taken away", "everything seen", "eyes ahead", ["eyes shut", 2]),
	difficulty("pressure", "pressure", "nobody looks", "counted aloud", "people watch", ["for real", 1.5]),
];

/** How much of the movement, where no skill's key positions say what the parts are. */
export const wholeExtent: Difficulty = {
	id: EXTENT,
	name: "how much of it",
	notches: Array.from({ length: 50 }, (_, i) => ({ name: `part ${i + 1}`, weight: i === 0 ? 0 : 1 })),
};

/** What the rungs of a ladder that names no difficulties of its own are counted on. */
export const allDifficulties: readonly Difficulty[] = [wholeExtent, ...usualDifficulties];

interface Names {
	difficulties?: readonly Difficulty[] | undefined;
}

/** What a ladder's rungs are counted on: its own difficulties, else its skill's, else the usual. */
export const difficultiesOn = (ladder: Names, skill: Names): readonly Difficulty[] =>
	ladder.difficulties ?? skill.difficulties ?? allDifficulties;
