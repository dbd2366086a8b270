import { position } from "@/core/__tests__/skills";
import { lookOf, NOT_JUDGED, picturesOf } from "./look";
import { freshFault } from "./skill";

test("a position in lines: tells by sense, tolerance, stage and school; a silent stage is not judged yet", () => {
	const one = position("a", {
		tell: "The {this} hand is low.",
		tells: { hear: "a hum", test: "a hand under the seat" },
		protects: "the wrist",
		forms: "palm up",
		tolerance: { by: "words", words: "a hand" },
		toleranceByBeat: "on the dip two hands",
		ways: { s: { words: "wide", reason: "rest" } },
		faults: [{ ...freshFault("f", "beyond"), words: "too low" }],
	});
	const sides = { side: "left", strong: "right" } as const;
	expect(lookOf(one, { school: "s" }, sides)).toEqual([
		...[
			"The left hand is low.",
			"heard: a hum",
			"hands-on test (ask first): a hand under the seat",
			"within a hand",
			"by beat: on the dip two hands",
			"right too: palm up",
		],
		...["wide", "protects the wrist", "too much: too low"],
	]);
	expect(lookOf(one, { stage: "first" }, sides)[0]).toBe(NOT_JUDGED);
	const picture = (hash: string) => ({ hash: hash.repeat(64), clip: false, consent: "agreed" });
	const shown = {
		...one,
		wrong: picture("a"),
		faults: [{ ...freshFault("f", "beyond"), words: "too low", picture: picture("b") }],
	};
	expect(picturesOf(shown).map(({ shows }) => shows)).toEqual(["wrong", "too much: too low"]);
});
