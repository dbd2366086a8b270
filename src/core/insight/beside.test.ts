import { ladderWith } from "@/core/__tests__/phone";
import type { Ladder } from "@/core/ladder/ladder";
import { mirrorLadder } from "@/core/ladder/twin";
import { bothSides, compare, contestOf, type DaysOn, lately } from "./beside";

const left: Ladder = { side: "left", policy: "mastery", start: null, rungs: ladderWith().rungs };
const newIds = () => {
	let n = 0;
	return () => `m${++n}`;
};
const right = mirrorLadder(left, "left", newIds()) as Ladder;
const lesson = (good: number, tries: number, day = "2026-11-20") => ({ lesson: day, day, good, tries, marks: "" });
const rows = [
	{ id: "left", skill: "balls", ladder: left, rail: { pegIndex: 2 } },
	{ id: "right", skill: "balls", ladder: right, rail: { pegIndex: 0 } },
];
const daysOn = new Map<string, DaysOn>([
	["left", new Map([["r1", [lesson(28, 30)]]])],
	["right", new Map([["m1", [lesson(9, 30), lesson(30, 30, "2026-01-01")]]])],
]);
const known = { rows, daysOn, strong: "left" as const, today: "2026-11-27" };

test("the strong side is laid beside the other, rung by rung, of late; told once", () => {
	const told = bothSides(rows[0] as (typeof rows)[number], known, (rung) => rung);
	expect(told).toMatchObject({ here: { side: "left", at: 3 }, there: { side: "right", at: 1 } });
	expect(told?.rungs).toMatchObject([{ name: "r1", there: { good: 9, tries: 30 }, lesson: { good: 28, tries: 30 } }]);
	expect(told?.rungs[0]?.apart.high).toBeLessThan(0);
	expect(bothSides(rows[1] as (typeof rows)[number], known, (rung) => rung)).toBeNull();
});

test("ladders that were not made one from the other meet by the words of their rungs; without a second side there is none", () => {
	const { twin: _, ...own } = right;
	const apart = [rows[0], { ...rows[1], ladder: own }] as typeof rows;
	expect(bothSides(apart[0] as (typeof rows)[number], { ...known, rows: apart }, (rung) => rung)?.rungs).toHaveLength(
		1,
	);
	expect(bothSides(rows[0] as (typeof rows)[number], { ...known, rows: rows.slice(0, 1) }, (rung) => rung)).toBeNull();
});

test("fewer than twenty tries on either side are no comparison; what is long ago is none of late", () => {
	expect(compare("x", { good: 5, tries: 19 }, { good: 9, tries: 30 })).toBeNull();
	expect(compare("x", { good: 5, tries: 20 }, { good: 9, tries: 30 })).not.toBeNull();
	expect(lately([lesson(1, 2, "2026-01-01"), lesson(1, 2)], "2026-11-27")).toHaveLength(1);
});

test("contest is a rung with more pressure, against the one right below it", () => {
	const rungs = left.rungs.map((rung, i) => ({
		...rung,
		settings: { ...rung.settings, notches: Object.fromEntries(i === 1 ? [["pressure", 1]] : []) },
	}));
	const told = contestOf(
		{ ...left, rungs },
		new Map([
			["r1", [lesson(25, 30)]],
			["r2", [lesson(12, 30)]],
		]),
	);
	expect(told).toMatchObject({ there: { good: 12, tries: 30 }, lesson: { good: 25, tries: 30 } });
});
