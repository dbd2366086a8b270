import { positions, settingsWith } from "@/core/__tests__/phone";
import { digestLadder } from "@/core/digest/ladderDigest";
import type { Ladder } from "@/core/ladder/ladder";
import { foldRail } from "@/core/ladder/rail";
import { packLadder } from "./packLadder";
import { placeOn } from "./placing";

const rungs = [
	{ id: "r1", settings: settingsWith({ name: "Low" }) },
	{ id: "r2", settings: settingsWith({ name: "Rope", needs: ["rope", "Unicycle"], care: ["mat"] }) },
];
const ladder: Ladder = { side: "none", policy: "mastery", start: null, rungs };
const row = {
	id: "ladder",
	student: "student",
	ladder,
	followed: { name: "Skill", about: "", positions },
};
const pack = (around: Partial<Parameters<typeof packLadder>[3]>) =>
	packLadder(row, foldRail("ladder", ladder, digestLadder("ladder", [], "2026-03-01")), null, {
		student: { name: "Ida", strongSide: "left", protectedParts: [], lacks: [] },
		skills: new Map(),
		...around,
	});

test("what is checked besides a rung's own list: for the kit it needs, and another adult; nothing twice", () => {
	const checks = [
		{ kit: "unicycle", items: ["path clear", "mat"] },
		{ kit: "trapeze", items: ["height"] },
		{ kit: "Rope ", items: ["nothing loose", "path clear"] },
	];
	expect(pack({ checks }).checks).toEqual({ r2: ["path clear", "nothing loose"] });
	const student = { name: "Ida", strongSide: "left" as const, protectedParts: [], lacks: [], withAdult: true };
	const packed = pack({ checks, student });
	expect(packed.checks).toEqual({
		r1: ["Another adult is present"],
		r2: ["Another adult is present", "path clear", "nothing loose"],
	});
	expect(placeOn(packed, "r1").checks).toEqual(["Another adult is present"]);
	expect(pack({}).checks).toBeUndefined();
});

test("each rung says its version, and a set is placed under it", () => {
	const packed = pack({});
	expect(packed.rungs.map(({ version }) => version)).toEqual([
		expect.stringMatching(/^[0-9a-f]{64}$/),
		expect.stringMatching(/^[0-9a-f]{64}$/),
	]);
	expect(placeOn(packed, "r2").rungVersion).toBe(packed.rungs[1]?.version);
});
