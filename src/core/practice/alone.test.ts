import { usualDifficulties } from "@/core/difficulty/usual";
import { freshRung } from "@/core/ladder/rung";
import { examples } from "@/core/skill/examples";
import { whyNotAlone } from "./alone";
import { PracticeItem } from "./assignment";
import { itemFromRung } from "./fromRung";

const rung = (change: object) => ({ ...freshRung("Mount from the kerb"), ...change });

test.each([
	[{}, null],
	[{ care: ["mat under it"] }, null],
	[{ care: ["mat under it", "a spotter stands by"] }, "Not for home: its checklist asks for “a spotter stands by”."],
	[{ neverAlone: true }, "Not for home: it must not be practised alone."],
	[{ notches: { surface: 1 } }, "Not for home: it is on “soft ground” of surface and height."],
	[{ notches: { surface: 3 } }, "Not for home: it is at “real height” of surface and height."],
	[{ notches: { tempo: 3 } }, null],
	[
		{ neverAlone: true, notches: { surface: 2 } },
		"Not for home: it must not be practised alone and it is at “low” of surface and height.",
	],
])("%j at home: %s", (change, words) => {
	expect(whyNotAlone(rung(change), usualDifficulties)).toBe(words);
});

test("head first is told by its own difficulty's notch", () => {
	const own = [
		{
			id: "o",
			name: "orientation",
			notches: [
				{ name: "upright", weight: 0 },
				{ name: "upside down", weight: 2 },
			],
		},
	];
	expect(whyNotAlone(rung({ notches: { o: 1 } }), own)).toMatch("“upside down” of orientation");
	expect(whyNotAlone(rung({ notches: { o: 0 } }), own)).toBeNull();
});

test("a rung becomes a drill with its cue, its rhythm and its caution, and twenty tries at most", () => {
	const skill = examples.threeBalls;
	const [first] = skill.positions;
	const settings = {
		...rung({ watch: first ? [first.id] : [], limit: 12, care: ["mat under it"], drill: "throw from the {this} hand" }),
	};
	const item = itemFromRung(
		{ id: "r", settings },
		{ ladder: "l", of: { side: "left" }, skill, sides: { side: "left", strong: "right" } },
		"i",
	);
	expect(PracticeItem.safeParse(item).success).toBe(true);
	expect(item).toMatchObject({ ladder: "l", rung: "r", dose: 12, target: 8, step: 1, caution: "First: mat under it." });
	expect(item.drill).toBe("throw from the left hand");
	expect(item.cues.length).toBeLessThanOrEqual(3);
});
