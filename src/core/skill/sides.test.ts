import fc from "fast-check";
import { examples } from "./examples";
import { mapTexts, mirror, readSides, sideMarks, sideTokens, textsIn, withTokens } from "./sides";

const pieces = fc.array(
	fc.oneof(
		fc.constantFrom(
			...sideTokens.map((token) => `{${token}}`),
			"{This}",
			"{Strong}",
			"{thsi}",
			"{",
			"}",
			"{}",
			"left",
			" ",
		),
		fc.string({ maxLength: 6 }),
	),
	{ maxLength: 12 },
);

test("mirroring twice is the text again, whatever the text", () => {
	fc.assert(
		fc.property(pieces, (words) => {
			const text = words.join("");
			expect(mirror(mirror(text))).toBe(text);
		}),
	);
	for (const skill of Object.values(examples)) expect(mapTexts(mapTexts(skill, mirror), mirror)).toEqual(skill);
});
test("the mirrored text on one side reads as the text does on the other, for a student of the other hand", () => {
	fc.assert(
		fc.property(pieces, fc.boolean(), fc.boolean(), (words, left, strongLeft) => {
			const text = words.join("");
			const hand = (is: boolean) => (is ? "left" : "right");
			const here = { side: hand(left), strong: hand(strongLeft) } as const;
			const there = { side: hand(!left), strong: hand(!strongLeft) } as const;
			expect(readSides(mirror(text), here)).toBe(readSides(text, there));
		}),
	);
});
test("tokens read as left and right; without a side of its own a ladder is on the strong one", () => {
	const text = "{This} hand throws, {across} hand waits; {strong} foot, {weak} foot";
	expect(readSides(text, { side: "left", strong: "right" })).toBe(
		"Left hand throws, right hand waits; right foot, left foot",
	);
	expect(readSides("{this}, {across}", { side: "none", strong: "left" })).toBe("left, right");
});
test("an unknown token and a side written out are marked; the words around them are left alone", () => {
	expect(sideMarks("{thsi} hand, the left elbow, left over, {}")).toEqual([
		{ what: "unknown", word: "{thsi}" },
		{ what: "unknown", word: "{}" },
		{ what: "missing", word: "left" },
	]);
	expect(sideMarks("what is right, is right; turn left")).toEqual([]);
	expect(withTokens("Left hand up, right-hand down, left over", "left")).toBe(
		"{This} hand up, {across}-hand down, left over",
	);
});
test("all texts of a value are found, with where they stand", () => {
	expect(textsIn({ a: ["x", { b: "y" }], c: 3 })).toEqual([
		{ path: ["a", "0"], text: "x" },
		{ path: ["a", "1", "b"], text: "y" },
	]);
});
