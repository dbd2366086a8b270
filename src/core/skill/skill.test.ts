import { blamed, position, refusedFor, skill } from "@/core/__tests__/skills";
import { hashOf } from "@/core/hash/hash";
import { parse } from "@/core/refusals/refusals";
import { examples } from "./examples";
import { rhythmOf } from "./rhythm";
import { freshFault, remarks, Skill } from "./skill";

describe("what a skill is refused for", () => {
	test("a low end above the high one, at any stage", () => {
		const range = { by: "range", of: "angle", unit: "degrees", low: 20, high: 10 } as const;
		expect(refusedFor(skill([position("a", { tolerance: range })]))).toEqual([
			'Tolerance of "a" runs from 20 to 10 degrees. The low end is above the high one. Swap them.',
		]);
		expect(refusedFor(skill([position("a", { stages: { s: { words: "", tolerance: range } } })]))[0]).toContain(
			'"a" at one stage',
		);
	});
	test("a fault that would come from a later position, from itself, or from one that is gone", () => {
		const from = (kind: string) => position("b", { faults: [blamed("b", { kind: "position", position: kind })] });
		expect(refusedFor(skill([position("a"), from("c"), position("c")]))[0]).toContain(
			'cannot come from "c", which is not before it',
		);
		expect(refusedFor(skill([position("a"), from("b")]))[0]).toContain("which is not before it");
		expect(refusedFor(skill([position("a"), from("x")]))[0]).toContain(
			'Key position 2, "b", has a deleted position as its cause. Choose another or none.',
		);
		expect(refusedFor(skill([position("a"), from("a")]))).toEqual([]);
	});
	test("more of anything than can be looked at", () => {
		expect(
			refusedFor(
				skill([position("a", { faults: Array.from({ length: 9 }, (_, i) => freshFault(`${i}`, "short")) })]),
			)[0],
		).toBe("Key position 1, faults: 9 chosen, 8 allowed.");
	});
	test("one position alone is no mistake, and gets a remark", () => {
		expect(remarks(skill([position("a")]))[0]).toContain(
			'"a" is the only key position. Add the one before it, where a fault could start, or the one after it.',
		);
		expect(remarks(skill([position("a"), position("b")]))).toEqual([]);
	});
	test("a skill written before all this is read as it was, with the same hash", () => {
		const old = skill([position("a", { fault: "too low", cues: [{ text: "up", kind: "outside" }] })]);
		const read = parse(Skill, old);
		expect(read.ok && hashOf(read.value)).toBe(hashOf(old));
	});
	test("the examples can be read, and have something of everything", () => {
		for (const example of Object.values(examples)) {
			expect(refusedFor(example)).toEqual([]);
			expect(rhythmOf(example).perMinute).toBeGreaterThan(30);
			expect(example.schools).toHaveLength(2);
			expect(example.stages).toHaveLength(2);
			expect(new Set(example.positions.flatMap((one) => (one.faults ?? []).map((fault) => fault.direction))).size).toBe(
				2,
			);
			const kinds = example.positions.flatMap((one) => (one.faults ?? []).flatMap((f) => f.causes.map((c) => c.kind)));
			expect(new Set(kinds).size).toBeGreaterThan(2);
		}
	});
});
