import fc from "fast-check";
import { dayAfter } from "@/core/text/fields";
import type { Phases } from "./assignment";
import { drillsOn, minutesOf, phaseOn } from "./phases";

const phases: Phases = {
	from: "2026-11-02",
	minutes: 10,
	parts: [
		{ weeks: 2, shares: { a: 2, b: 1, c: 0 } },
		{ weeks: 1, shares: { a: 1, b: 1, c: 2 } },
	],
};
const drills: { id: string; minutes?: number }[] = [{ id: "a" }, { id: "b" }, { id: "c" }];
const on = (day: string) => drillsOn(drills, phases, day).map(({ id, minutes }) => `${id} ${minutes}`);

test("each phase has its drills and minutes, and the last one stays", () => {
	expect(on("2026-10-01")).toEqual(["a 7", "b 3"]);
	expect(on("2026-11-02")).toEqual(["a 7", "b 3"]);
	expect(on("2026-11-15")).toEqual(["a 7", "b 3"]);
	expect(on("2026-11-16")).toEqual(["a 3", "b 2", "c 5"]);
	expect(on("2027-03-01")).toEqual(["a 3", "b 2", "c 5"]);
	expect(phaseOn(phases, "2026-11-15")).toMatchObject({ n: 0, from: "2026-11-02", to: "2026-11-15" });
	expect(phaseOn(phases, "2026-11-16")).toMatchObject({ n: 1, from: "2026-11-16", to: "2026-11-22" });
});

test("without phases, or without any share, the drills stay as they are", () => {
	expect(drillsOn(drills, undefined, "2026-11-02")).toEqual(drills);
	const none = { ...phases, parts: [{ weeks: 1, shares: { a: 0, b: 0, c: 0 } }] };
	expect(drillsOn(drills, none, "2026-11-02")).toEqual(drills);
	expect(drillsOn([], phases, "2026-11-02")).toEqual([]);
});

test("a drill that came later has its part; one that left gives its part to the others", () => {
	expect(drillsOn([...drills, { id: "new" }], phases, "2026-11-02").map(({ id }) => id)).toEqual(["a", "b", "new"]);
	expect(minutesOf({ a: 2, b: 1 }, ["b"], 10)).toEqual(new Map([["b", 10]]));
});

test("all minutes are given out, none twice, and nobody is over a minute from the share", () => {
	fc.assert(
		fc.property(
			fc.array(fc.nat(100), { minLength: 1, maxLength: 8 }),
			fc.integer({ min: 1, max: 600 }),
			(shares, minutes) => {
				const ids = shares.map((_, i) => `d${i}`);
				const given = minutesOf(Object.fromEntries(shares.map((share, i) => [`d${i}`, share])), ids, minutes);
				const all = shares.reduce((a, b) => a + b, 0);
				const total = [...given.values()].reduce((a, b) => a + b, 0);
				expect(total).toBe(all > 0 ? minutes : 0);
				for (const [i, share] of shares.entries())
					expect(Math.abs((given.get(`d${i}`) ?? 0) - (all > 0 ? (minutes * share) / all : 0))).toBeLessThan(1);
			},
		),
	);
});

test("the days of the phases follow each other without a gap", () => {
	for (let i = 0; i < 30; i++) {
		const day = dayAfter("2026-11-02", i);
		const { n, from, to } = phaseOn(phases, day);
		expect(from <= day && (day <= to || n === phases.parts.length - 1)).toBe(true);
	}
});
