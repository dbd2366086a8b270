import { blamed, position, skill } from "@/core/__tests__/skills";
import { arrowsOf, originCircle, skillCircle } from "./origins";

describe("where faults start", () => {
	test("arrows from usual origins and from causes, each once, the better rank kept", () => {
		const one = skill([
			position("a"),
			position("b", { origin: "a", faults: [blamed("b", { kind: "position", position: "a" })] }),
			position("c", { faults: [blamed("c", { kind: "skill", skill: "other", position: "x" })] }),
		]);
		expect(arrowsOf("one", one)).toEqual([
			{ from: { skill: "one", position: "a" }, to: { skill: "one", position: "b" }, rank: 0 },
			{ from: { skill: "other", position: "x" }, to: { skill: "one", position: "c" }, rank: 1 },
		]);
	});
	test("a circle across skills is named from end to end; without it there is none", () => {
		const a = skill([position("a", { faults: [blamed("a", { kind: "skill", skill: "two", position: "b" })] })], {
			name: "One",
		});
		const b = skill([position("b", { faults: [blamed("b", { kind: "skill", skill: "one", position: "a" })] })], {
			name: "Two",
		});
		expect(
			originCircle(
				new Map([
					["one", a],
					["two", b],
				]),
			),
		).toMatch(
			/circle: "[ab]" of (One|Two) leads to "[ab]" of (One|Two) leads to "[ab]" of (One|Two)\. Remove one of them\./,
		);
		expect(
			originCircle(
				new Map([
					["one", a],
					["two", skill([position("b")])],
				]),
			),
		).toBeNull();
	});
	test("a whole skill as a cause closes a circle with any of its positions", () => {
		const a = skill([position("a", { faults: [blamed("a", { kind: "skill", skill: "two" })] })], { name: "One" });
		const b = skill([position("b", { faults: [blamed("b", { kind: "skill", skill: "one" })] })], { name: "Two" });
		expect(
			originCircle(
				new Map([
					["one", a],
					["two", b],
				]),
			),
		).not.toBeNull();
	});
	test("skills that each want the other first, and a chain that holds itself", () => {
		const all = new Map([
			["a", skill([], { name: "A", prerequisites: ["b"] })],
			["b", skill([], { name: "B", prerequisites: ["a"], chain: ["b"] })],
		]);
		expect(skillCircle(all, "prerequisites")).toBe(
			'These prerequisites go in a circle: "A" needs "B" needs "A". Remove one of them.',
		);
		expect(skillCircle(all, "chain")).toBe('This chain contains itself: "B" has in it "B". Remove one of them.');
	});
});
