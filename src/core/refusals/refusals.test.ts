import { ladderWith, positions, settingsWith } from "@/core/__tests__/phone";
import { rungLabels } from "@/core/ladder/labels";
import { Ladder, LadderToSave, threeRungs, watchRefusals } from "@/core/ladder/ladder";
import { freshRung, RungSettings } from "@/core/ladder/rung";
import { Student, sideWords, studentLabels } from "@/core/people/student";
import { firstCue } from "@/core/skill/cue";
import { Skill, skillLabels } from "@/core/skill/skill";
import { parse } from "./refusals";

const said = (outcome: ReturnType<typeof parse>) => (outcome.ok ? [] : outcome.refusals.map((r) => r.sentence));

describe("a rung", () => {
	test.each([
		[{ rule: { kind: "rolling" as const, k: 13, n: 12 } }, "Good tries needed: enter at most 12, not 13."],
		[
			{ watch: [] },
			'"Middle" asks for good form but watches nothing. Choose 1 to 3 key positions, or judge by the result only.',
		],
		[{ watch: ["a", "b", "c", "d"] }, '"Middle" watches 4 key positions. The most at once is 3. Remove 1.'],
		[{ watch: ["a", "a"] }, '"Middle" watches the same key position twice. Remove one.'],
		[{ name: "   " }, "Name: enter a word or two."],
		[{ drill: "x".repeat(100_000) }, "Drill is too long: 100,000 characters, 2,000 allowed."],
		[{ readyRate: 1.5 }, "Ready rate: enter at most 0.99, not 1.5."],
		[{ gate: "luck" as never }, 'What makes a try good: choose one of result, form, both, commitment, not "luck".'],
	])("is refused for %j", (change, sentence) => {
		expect(said(parse(RungSettings, { ...settingsWith(), ...change }, rungLabels))).toContain(sentence);
	});
	test("no field that is sent as something else is answered with words of the machine’s", () => {
		const odd = [{ a: 1 }, [], [{ b: [2] }], {}, true, null, Number.NaN, "x".repeat(99)];
		for (const [schema, whole] of [
			[RungSettings, settingsWith()],
			[LadderToSave, { side: "none", policy: "mastery", start: null, rungs: [{ id: "r", settings: settingsWith() }] }],
			[Skill, { name: "Skill", about: "", positions }],
		] as const)
			for (const key of Object.keys(whole))
				for (const value of odd)
					for (const sentence of said(parse(schema as typeof Skill, { ...whole, [key]: value }, rungLabels)))
						expect(`${key}: ${sentence}`).not.toMatch(/\[object|undefined|=>/);
	});
	test("is not saved with fewer tries than its rule needs", () => {
		const rungs = [{ id: "r", settings: { ...settingsWith(), limit: 8 } }];
		expect(said(parse(LadderToSave, { side: "none", policy: "mastery", start: null, rungs }))).toContain(
			'"Middle" allows 8 tries a day, but its rule needs at least 9. Set the limit to 9 or more.',
		);
	});
	test("may watch nothing where only the result counts", () =>
		expect(parse(RungSettings, freshRung("Plain"))).toMatchObject({ ok: true }));
});

describe("a ladder", () => {
	const rungs = threeRungs(["a", "b", "c"], { name: "Skill", positions: [] });
	const base = { side: "left", policy: "mastery", start: null, rungs };
	test("of three rungs is sound", () => expect(parse(Ladder, base)).toMatchObject({ ok: true }));
	test("without rungs is refused", () =>
		expect(said(parse(Ladder, { ...base, rungs: [] }))).toEqual([
			"A ladder needs at least one rung. Add one, or start with three.",
		]));
	test("with two rungs of one name is refused, whatever the case", () => {
		const twice = rungs.map((rung, i) => ({
			...rung,
			settings: { ...rung.settings, name: i === 2 ? "WITH help" : rung.settings.name },
		}));
		expect(said(parse(Ladder, { ...base, rungs: twice }))).toEqual([
			'Rungs 1 and 3 are both called "WITH help". Rename one of them.',
		]);
	});
	test("that starts beside itself is refused", () =>
		expect(said(parse(Ladder, { ...base, start: "z" }))[0]).toContain("not on this ladder"));
	test("that watches what the skill lost is refused by name", () => {
		const { rungs: watching } = ladderWith();
		const [refusal] = watchRefusals({ ...base, rungs: watching } as Ladder, {
			name: "Skill",
			about: "",
			positions: positions.slice(0, 2),
		});
		expect(refusal?.sentence).toContain(
			'"Low" watches a key position that "Skill" no longer has. Choose from first, second.',
		);
	});
});

describe("a skill", () => {
	const skill = { name: "Skill", about: "", positions };
	test("is sound", () => expect(parse(Skill, skill)).toMatchObject({ ok: true }));
	test("a fault cannot come from a later position, nor from itself", () => {
		for (const origin of ["p1", "p2"]) {
			const wrong = positions.map((p, i) => (i === 0 ? { ...p, origin } : p));
			expect(said(parse(Skill, { ...skill, positions: wrong }))[0]).toContain("which is not before it");
		}
	});
	test("a position that is gone cannot be an origin", () =>
		expect(said(parse(Skill, { ...skill, positions: positions.slice(1) }))[0]).toContain(
			'Key position 1, "second", has a deleted position as its cause. Choose another or none.',
		));
	test("two short names alike would be one on the phone", () => {
		const alike = positions.map((p) => ({ ...p, short: "Same" }));
		expect(said(parse(Skill, { ...skill, positions: alike }))).toHaveLength(2);
	});
	test("a short name has ten letters at most", () =>
		expect(
			said(parse(Skill, { ...skill, positions: [{ ...positions[0], short: "elevenchars" }] }, skillLabels))[0],
		).toBe("Key position 1, short name is too long: 11 characters, 10 allowed."));
	test("the cue outside of the body is offered first", () => {
		expect(firstCue(positions[0]?.cues ?? [])?.text).toBe("out there");
		expect(firstCue([])).toBeUndefined();
	});
});

describe("a student", () => {
	const student = {
		name: "Ida",
		strongSide: "left",
		born: null,
		level: "steady",
		protectedParts: [],
		kit: "",
		wish: "",
	};
	test.each(["שלום עולם", "مرحبا", "🤹🏽‍♀️ Ida", "<script>alert(1)</script>", "Zoë"])("may be called %s", (name) =>
		expect(parse(Student, { ...student, name })).toEqual({
			ok: true,
			value: { ...student, name: name.normalize("NFC") },
		}),
	);
	test("the same name typed in two ways is one name", () => {
		const typed = parse(Student, { ...student, name: "  Zoe\u0308 " });
		expect(typed).toMatchObject({ ok: true, value: { name: "Zo\u00eb" } });
	});
	test("a hundred thousand letters are no name", () =>
		expect(said(parse(Student, { ...student, name: "x".repeat(100_000) }, studentLabels))).toEqual([
			"Name is too long: 100,000 characters, 80 allowed.",
		]));
	test("was not born in 1700", () =>
		expect(said(parse(Student, { ...student, born: 1700 }, studentLabels))).toEqual([
			"Year of birth: enter at least 1900, not 1700.",
		]));
	test("knows the strong side", () =>
		expect([sideWords("left", "left"), sideWords("right", "left"), sideWords("none", "left")]).toEqual([
			"left, strong side",
			"right, other side",
			"both sides",
		]));
});
