import { position, skill } from "@/core/__tests__/skills";
import { differences, noDifference } from "./differ";

describe("what two versions say differently", () => {
	test("added, taken out, moved, and changed field by field with both texts", () => {
		const before = skill([position("a"), position("b"), position("c")]);
		const after = skill([position("c"), position("a", { tell: "Quiet." }), position("d")], { about: "More." });
		expect(differences(before, after)).toEqual({
			skill: [{ field: "what it is", before: "nothing", after: "More." }],
			positions: [
				{ id: "c", short: "c", what: "moved", fields: [] },
				{ id: "a", short: "a", what: "changed", fields: [{ field: "tell", before: "nothing", after: "Quiet." }] },
				{ id: "d", short: "d", what: "added", fields: [] },
				{ id: "b", short: "b", what: "removed", fields: [] },
			],
		});
		expect(noDifference(differences(before, structuredClone(before)))).toBe(true);
	});
	test("an origin is told by its short name", () => {
		const after = skill([position("a"), position("b", { origin: "a" })]);
		expect(differences(skill([position("a"), position("b")]), after).positions[0]?.fields).toEqual([
			{ field: "cause", before: "nothing", after: "a" },
		]);
	});
});
