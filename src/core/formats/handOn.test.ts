import { readFileSync } from "node:fs";
import { join } from "node:path";
import { ladderWith, positions } from "@/core/__tests__/phone";
import type { Ladder } from "@/core/ladder/ladder";
import { copyLadder } from "@/core/ladder/twin";
import { NOBODY } from "@/core/skill/picture";
import type { Skill } from "@/core/skill/skill";
import { HAND_ON, handOnSchema, picturesIn, readHandOn, skillToHandOn } from "./handOn";

const [one, two, three] = ["a", "b", "c"].map((letter) => letter.repeat(64)) as [string, string, string];
const skill: Skill = {
	name: "Balls",
	about: "",
	prerequisites: ["other"],
	chain: ["other"],
	positions: positions.map((position, i) =>
		i === 0
			? {
					...position,
					right: { hash: one, clip: false, consent: NOBODY },
					wrong: { hash: two, clip: false, consent: "Ida, 3 May" },
					faults: [
						{
							id: "f",
							direction: "short",
							words: "low",
							causes: [
								{ id: "c", kind: "skill", position: "p", skill: "other", words: "", who: "", drill: "", check: "" },
							],
							remedies: [],
							picture: { hash: three, clip: false, consent: "Ida" },
						},
					],
				}
			: position,
	),
};
const ladder: Ladder = {
	side: "left",
	policy: "mastery",
	start: null,
	twin: { ladder: "other", rungs: {} },
	rungs: ladderWith().rungs,
};
const newIds = () => {
	let n = 0;
	return () => `new-${++n}`;
};
const file = (change: object = {}) => ({
	format: HAND_ON,
	version: 1,
	author: "Mara",
	day: "2026-11-27",
	skill: skillToHandOn(skill, "Mara"),
	ladder: copyLadder(ladder, newIds(), null),
	pictures: [{ hash: one, type: "image/webp", body: "AQID" }],
	...change,
});

test("what names other things of the studio stays at home, and so does every picture with somebody on it", () => {
	const told = skillToHandOn(skill, "Mara");
	expect(told).toMatchObject({ author: "Mara", name: "Balls" });
	expect([told.prerequisites, told.chain]).toEqual([undefined, undefined]);
	expect(picturesIn(told)).toEqual([one]);
	expect(told.positions[0]?.faults?.[0]).toMatchObject({ causes: [{ skill: null, position: null }] });
	expect(told.positions[0]?.faults?.[0]).not.toHaveProperty("picture");
	expect(file().ladder).not.toHaveProperty("twin");
	expect(JSON.stringify(file())).not.toContain("Ida");
});

test("whose it was first stays, however often it is handed on", () => {
	const again = skillToHandOn(skillToHandOn(skill, "Mara"), "Ned");
	expect(again.author).toBe("Mara");
	expect(skillToHandOn(again, "Mara")).toEqual(again);
});

test("a file is read as it was written; anything else is a sentence", () => {
	const read = readHandOn(JSON.stringify(file()));
	expect(read).toMatchObject({ ok: true, value: { author: "Mara", ladder: { side: "left" } } });
	const against = (text: string) => {
		const told = readHandOn(text);
		return told.ok ? "" : (told.refusals[0]?.sentence ?? "");
	};
	expect(against("{")).toContain("This is not a JSON file. Choose a file shared from Peg Ladder.");
	expect(against("{}")).toContain("This file was not shared from Peg Ladder. Choose another.");
	expect(against(JSON.stringify({ format: "peg-ladder-workbook" }))).toContain("under Data");
	expect(against(JSON.stringify(file({ version: 2 })))).toContain("version 2");
	expect(against(JSON.stringify(file({ author: "" })))).toContain("Author");
	const bare = { ...skillToHandOn(skill, "Mara"), positions: [] };
	expect(against(JSON.stringify(file({ skill: bare })))).toContain("watches a key position");
	expect(against(JSON.stringify(file({ pictures: [] })))).toContain("not in the file");
	expect(against(JSON.stringify(file({ student: "ida" })))).not.toBe("");
});

test("the schema that is shipped is the one that is used", () => {
	const shipped = JSON.parse(readFileSync(join(process.cwd(), "docs", "hand-on.schema.json"), "utf8"));
	expect(shipped).toEqual(JSON.parse(JSON.stringify(handOnSchema())));
});
