import { blamed, position, refusedFor, skill } from "@/core/__tests__/skills";
import { examples } from "./examples";
import { mergeSkills } from "./merge";

test("two skills merged: what the first says stands, the other adds what it lacks, and the outcome can be read", () => {
	const first = skill([position("a", { tell: "mine" }), position("b", { cues: [{ text: "up", kind: "outside" }] })]);
	const other = skill([
		position("x", { short: "A", tell: "theirs" }),
		position("y", {
			short: "b",
			cues: [
				{ text: "up", kind: "image" },
				{ text: "down", kind: "image" },
			],
			origin: "z",
		}),
		position("z", { faults: [blamed("z", { kind: "position", position: "x" })] }),
	]);
	const merged = mergeSkills(first, other);
	expect(merged.positions.map((one) => one.id)).toEqual(["a", "b", "z"]);
	expect(merged.positions[0]?.tell).toBe("mine");
	expect(merged.positions[1]?.cues.map((cue) => cue.text)).toEqual(["up", "down"]);
	expect(merged.positions[2]?.faults?.[0]?.causes[0]?.position).toBe("a");
	expect(refusedFor(merged)).toEqual([]);
	expect(refusedFor(mergeSkills(examples.threeBalls, examples.unicycle))).toEqual([]);
});
