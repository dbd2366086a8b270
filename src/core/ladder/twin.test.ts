import { settingsWith } from "@/core/__tests__/phone";
import type { Ladder } from "./ladder";
import { copyLadder, mirrorLadder } from "./twin";

const ladder: Ladder = {
	side: "left",
	policy: "mastery",
	start: "b",
	rungs: ["a", "b", "c"].map((id) => ({ id, settings: settingsWith({ name: id }) })),
};
let n = 0;
const newId = () => `new-${n++}`;

test("given to another, a ladder is their own: rungs of its own, the same settings, no twin; mirrored only for another strong side", () => {
	const mirror = mirrorLadder(ladder, "mine", newId) as Ladder;
	const given = copyLadder(mirror, newId, null);
	expect(given.side).toBe("right");
	expect(given.twin).toBeUndefined();
	const ids = [...ladder.rungs, ...mirror.rungs, ...given.rungs].map(({ id }) => id);
	expect(new Set(ids).size).toBe(9);
	expect(given.rungs.map(({ settings }) => settings)).toEqual(ladder.rungs.map(({ settings }) => settings));
	expect(given.start).toBe(given.rungs[1]?.id);
	const strong = (from: "left" | "right", to: "left" | "right") => copyLadder(ladder, newId, { from, to }).side;
	expect([strong("left", "left"), strong("left", "right"), strong("right", "left")]).toEqual([
		"left",
		"right",
		"right",
	]);
	expect(copyLadder({ ...ladder, side: "none" }, newId, { from: "left", to: "right" }).side).toBe("none");
});
