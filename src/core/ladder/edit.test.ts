import fc from "fast-check";
import { packLadder } from "@/core/pack/packLadder";
import { placeOn } from "@/core/pack/placing";
import type { KeyPosition } from "@/core/skill/skill";
import { ladderDifferences } from "./differ";
import { duplicate, mergeDown, setAll, split } from "./edit";
import { type Ladder, type Rung, watchRefusals } from "./ladder";
import { careful, limitsOf } from "./limits";
import { foldRail } from "./rail";
import { freshRung } from "./rung";
import { freshSketch, Sketch, withoutItem } from "./sketch";
import { distances, sketchFor } from "./sketchSeen";
import { areTwins, mirrorLadder, twinOn } from "./twin";

let n = 0;
const newId = () => `new-${n++}`;
const rung = (id: string, more: Partial<Rung["settings"]> = {}): Rung => ({
	id,
	settings: { ...freshRung(`Rung ${id}`), ...more },
});
const rungs = ["a", "b", "c", "d", "e", "f"].map((id) => rung(id));
const names = (list: readonly Rung[]) => list.map(({ settings }) => settings.name);

describe("edits of a ladder", () => {
	test("a copy stands right above, as a new rung with a name of its own", () => {
		const twice = duplicate(duplicate(rungs, 1, newId), 1, newId);
		expect(names(twice).slice(0, 5)).toEqual(["Rung a", "Rung b", "Rung b, again, 2", "Rung b, again", "Rung c"]);
		expect(new Set(twice.map(({ id }) => id)).size).toBe(8);
	});

	test("split: the easier variation becomes the rung below; the rung keeps its id", () => {
		const made = split([rung("a"), rung("b", { easier: "One ball" })], 1, newId);
		expect(names(made)).toEqual(["Rung a", "One ball", "Rung b"]);
		expect(made[2]?.id).toBe("b");
		expect(made[1]?.settings).toMatchObject({ easier: "", harder: "Rung b" });
	});

	test("merged: the upper one stays, the lower becomes its easier variation, cautions of both hold", () => {
		const made = mergeDown([rung("a", { care: ["mat"], neverAlone: true }), rung("b", { care: ["path clear"] })], 1);
		expect(made).toHaveLength(1);
		expect(made[0]).toMatchObject({
			id: "b",
			settings: { easier: "Rung a", care: ["mat", "path clear"], neverAlone: true },
		});
		expect(mergeDown(rungs, 0)).toEqual(rungs);
	});

	test("set on some: those and no others", () => {
		const made = setAll(rungs, 1, 3, { limit: 77 });
		expect(made.map(({ settings }) => settings.limit === 77)).toEqual([false, true, true, true, false, false]);
	});

	test("names stay different, however rungs are copied and split", () => {
		fc.assert(
			fc.property(fc.array(fc.tuple(fc.boolean(), fc.nat(20)), { maxLength: 12 }), (edits) => {
				let now: Rung[] = [...rungs];
				for (const [copy, at] of edits) now = (copy ? duplicate : split)(now, at % now.length, newId);
				expect(new Set(names(now).map((name) => name.toLocaleLowerCase())).size).toBe(now.length);
			}),
		);
	});
});

describe("what changed", () => {
	test("added, taken out, changed, moved: by the rung's id, with what reads otherwise", () => {
		const after = [rung("b"), rung("a"), rung("c", { limit: 12 }), rung("new"), ...rungs.slice(4)];
		expect(ladderDifferences(rungs, after).map(({ id, what, fields }) => [id, what, fields])).toEqual([
			["b", "moved", []],
			["a", "moved", []],
			["c", "changed", ["tries a day: 30, now 12"]],
			["new", "added", []],
			["d", "removed", []],
		]);
		expect(ladderDifferences(rungs, structuredClone(rungs))).toEqual([]);
	});
});

describe("limits", () => {
	const student = { name: "Juno", protectedParts: ["knee" as const], lacks: ["Crash mat"] };
	test("a protected part or missing kit eases a rung that has an easier form, and takes out one that has none", () => {
		const said = limitsOf(
			[
				rung("a", { loads: { knee: 2 }, easier: "Sitting" }),
				rung("b", { needs: ["crash mat"] }),
				rung("c", { loads: { hip: 3, knee: 0 } }),
			],
			student,
		);
		expect(said.map(({ rung: id, what }) => [id, what])).toEqual([
			["a", "eased"],
			["b", "taken out"],
		]);
		expect(said[0]?.reason).toBe("Made easier for Juno: it loads the knee, which is protected. Do “Sitting” instead.");
		expect(said[1]?.reason).toBe("Left out for Juno: it needs crash mat, which is missing.");
	});
	test("a checklist or never alone is a caution", () => {
		expect([rung("a"), rung("b", { care: ["mat"] }), rung("c", { neverAlone: true })].map(careful)).toEqual([
			false,
			true,
			true,
		]);
	});
});

describe("both sides", () => {
	const left: Ladder = { side: "left", policy: "mastery", start: "b", rungs };
	const standing = (ladder: Ladder, at: number) =>
		foldRail("x", { ...ladder, start: ladder.rungs[at]?.id ?? null }, null);
	const right = mirrorLadder(left, "L", newId) as Ladder;

	test("the mirror has the other side, new ids, the same settings, and knows whose they mirror", () => {
		expect(right.side).toBe("right");
		expect(right.rungs.map(({ settings }) => settings)).toEqual(rungs.map(({ settings }) => settings));
		expect(right.rungs.map(({ id }) => right.twin?.rungs[id])).toEqual(rungs.map(({ id }) => id));
		expect(right.start).toBe(right.rungs[1]?.id);
		expect(mirrorLadder({ ...left, side: "none" }, "L", newId)).toBeNull();
	});

	test("the other side's peg stands on this rail from either side; more than two rungs between are said", () => {
		const at = (mine: number, other: number) => {
			const [l, r] = [
				{ id: "L", student: "s", ladder: left, rail: standing(left, mine) },
				{ id: "R", student: "s", ladder: right, rail: standing(right, other) },
			];
			expect(areTwins(l, r)).toBe(true);
			return [twinOn(l, r), twinOn(r, l)];
		};
		expect(at(1, 3).map((twin) => [twin?.pegIndex, twin?.ahead, twin?.gap])).toEqual([
			[3, 2, null],
			[1, -2, null],
		]);
		const [there, here] = at(0, 4);
		expect(there?.gap).toBe("The right side is 4 rungs ahead. The left side may need more time.");
		expect(here?.gap).toBe(there?.gap);
	});

	test("a rung that only one side has stands level with the one below it", () => {
		const grown: Ladder = {
			...right,
			rungs: [...right.rungs.slice(0, 3), rung("only right"), ...right.rungs.slice(3)],
		};
		const twin = twinOn(
			{ id: "L", student: "s", ladder: left, rail: standing(left, 2) },
			{ id: "R", student: "s", ladder: grown, rail: standing(grown, 3) },
		);
		expect(twin).toMatchObject({ pegIndex: 2, ahead: 0 });
	});
});

describe("a sketch", () => {
	const item = (id: string, x: number, y: number) => ({ id, kind: "mark" as const, name: id, x, y });
	const sketch: Sketch = {
		...freshSketch("left"),
		items: [item("feeder", 0, 5), item("dot", 3, 1), item("line", 3, 4)],
		lines: [
			{ from: "feeder", to: "dot" },
			{ from: "dot", to: "line" },
		],
	};
	test("distances and their sum, in metres along the ground", () => {
		const { each, sum } = distances(sketch);
		expect(each.map(({ metres }) => metres)).toEqual([5, 3]);
		expect(sum).toBe(8);
	});
	test("mirrored twice it is itself, and no distance changes", () => {
		const there = sketchFor(sketch, "right");
		expect(there.items.map(({ x }) => x)).toEqual([0, -3, -3]);
		expect(distances(there).sum).toBe(8);
		expect(sketchFor(there, "left")).toEqual(sketch);
		expect(sketchFor(sketch, "none")).toEqual(sketch);
	});
	test("a thing goes with its distances; a distance to nowhere is refused in a sentence", () => {
		expect(withoutItem(sketch, "dot").lines).toEqual([]);
		const read = Sketch.safeParse({ ...sketch, lines: [{ from: "dot", to: "gone" }] });
		expect(read.error?.issues[0]?.message).toContain(
			"Distance 1 of the sketch has no end. Choose two things in the sketch.",
		);
	});
});

test("a position not judged yet at the ladder’s stage is refused by name, and is no field in a lesson", () => {
	const position = (id: string, stages?: KeyPosition["stages"]): KeyPosition => ({
		id,
		name: id,
		short: id,
		tell: "",
		cues: [],
		fault: "",
		origin: null,
		...(stages ? { stages } : {}),
	});
	const skill = {
		name: "Toss",
		about: "",
		stages: [{ id: "first", name: "first months" }],
		positions: [position("grip", { first: { words: "loose" } }), position("height")],
	};
	const watching = (watch: string[]): Ladder => ({
		side: "none",
		policy: "mastery",
		start: null,
		stage: "first",
		rungs: [{ id: "r", settings: { ...freshRung("Low"), watch } }],
	});
	expect(watchRefusals(watching(["grip"]), skill)).toEqual([]);
	expect(watchRefusals(watching(["grip", "height"]), skill)).toEqual([
		{
			path: "rungs.0.settings.watch",
			sentence: '"Low" watches height, not judged yet at first months. Choose from grip.',
		},
	]);
	expect(watchRefusals({ ...watching(["height"]), stage: undefined }, skill)).toEqual([]);
	const stored = watching(["grip", "height"]);
	const packed = packLadder(
		{ id: "l", student: "s", ladder: stored, followed: skill },
		foldRail("l", stored, null),
		null,
		{
			student: { name: "Ida", strongSide: "left", protectedParts: [] },
			skills: new Map(),
		},
	);
	expect(placeOn(packed, "r").positions.map(({ id }) => id)).toEqual(["grip"]);
});
