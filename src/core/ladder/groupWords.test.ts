import { groupWords, rungGroups } from "./groupWords";
import { freshRung } from "./rung";

const scales = [
	{
		id: "tempo",
		name: "tempo",
		notches: [
			{ name: "slow", weight: 1 },
			{ name: "real", weight: 1 },
		],
	},
] as never;

test("a fresh rung says its usual sets, and of the rest that there is none", () => {
	const { "sets and cues": sets, outcomes, ...rest } = groupWords(freshRung("Walk"), []);
	expect(sets).toBe("sets of 9 · ready at 8.5 in 10 · cue after the same fault 3 times");
	expect(outcomes).toBe("hit or miss");
	expect(new Set(Object.values(rest))).toEqual(new Set(["none"]));
});

test("each group says what is set in it", () => {
	const words = groupWords(
		{
			...freshRung("Walk"),
			yes: "coach",
			correctAfter: 1,
			unit: "cm",
			second: "height, cm",
			decisions: [{ call: "blue", answers: ["left"] }] as never,
			caller: { all: ["a", "b"], order: { kind: "shuffled", times: 1 }, seed: 1, beat: { every: 4, spread: 0 } },
			easier: "softer ball",
			harder: "eyes closed",
			bothPass: true,
			roles: [{ who: "feeds", words: "" }] as never,
			swapAfter: 10,
			notches: { tempo: 1, gone: 2 },
			care: ["mat"],
			neverAlone: true,
			needs: ["rope", "mat"],
			loads: { wrist: 2 },
			feederLoads: { back: 1 },
		},
		scales,
	);
	expect(words).toEqual({
		"sets and cues": "sets of 9 · ready at 8.5 in 10 · cue after the same fault 1 time · asks you",
		outcomes: "hit or miss · measured in cm · and height, cm · 1 call",
		calls: "shuffled · every 4 s",
		forms: "easier: softer ball · harder: eyes closed",
		others: "both must pass · feeds · swap after 10",
		difficulty: "tempo: real",
		safety: "1 check · never alone · rope and mat",
		load: "wrist 2 · feeder back 1",
	});
	expect(Object.keys(words)).toEqual([...rungGroups]);
});
