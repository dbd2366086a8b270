import { position } from "@/core/__tests__/skills";
import { examples } from "./examples";
import { isFormed } from "./formed";

const skill = { name: "Hop", about: "", positions: [position("a"), position("b")] };
const at = (change: object) => ({ ...skill, positions: [{ ...position("a"), ...change }] });

test("a skill as it is written is formed, what is wrong in it as well", () => {
	for (const example of Object.values(examples)) expect(isFormed(JSON.parse(JSON.stringify(example)))).toBe(true);
	expect(isFormed(skill)).toBe(true);
	expect(isFormed({ ...skill, name: "", positions: [] })).toBe(true);
	expect(isFormed(at({ short: "far too long a name for a thumb", origin: "nobody" }))).toBe(true);
	// A number that is being typed is nothing for a moment.
	expect(isFormed(at({ beat: { beats: null, seconds: 1, voice: "" } }))).toBe(true);
});

test.each([
	[null],
	["a skill"],
	[[]],
	[{}],
	[{ name: 3, positions: [] }],
	[{ name: "Hop", positions: {} }],
	[{ ...skill, positions: [null] }],
	[{ ...skill, positions: ["a"] }],
	[{ ...skill, positions: [[]] }],
	[{ ...skill, positions: [{}] }],
	[{ ...skill, about: 7 }],
	[{ ...skill, schools: "one" }],
	[{ ...skill, schools: [null] }],
	[{ ...skill, stages: "one" }],
	[{ ...skill, stages: [3] }],
	[{ ...skill, chain: {} }],
	[{ ...skill, chain: [4] }],
	[{ ...skill, rhythm: [] }],
	[{ ...skill, rhythm: { steps: {} } }],
	[{ ...skill, rhythm: { steps: [null] } }],
	[{ ...skill, difficulties: [{ notches: "many" }] }],
	[at({ id: 4 })],
	[at({ short: null })],
	[at({ cues: null })],
	[at({ cues: ["up"] })],
	[at({ cues: [{ text: {} }] })],
	[at({ faults: {} })],
	[at({ faults: [{ causes: [null] }] })],
	[at({ beat: 3 })],
	[at({ beat: { beats: "two" } })],
	[at({ tolerance: "wide" })],
	[at({ right: "picture" })],
])("a draft that a page could not walk through is none: %j", (typed) => {
	expect(isFormed(typed)).toBe(false);
});
