import { ladderWith, Phone } from "@/core/__tests__/phone";
import { reachedOn } from "@/core/load/load";
import { versioned } from "@/core/pack/packLadder";
import { type Assignment, freshItem, USUAL } from "@/core/practice/assignment";
import { store } from "@/store/__tests__/smallStudio";
import { serverDay } from "./days";
import { pushEvents } from "./events";
import { addLadder, findLadder, saveLadder } from "./ladders";
import { coachLoadSince, loadSince } from "./loads";
import { makePack } from "./pack";
import { findAssignment, saveAssignment } from "./practice";
import { takeActs } from "./practiceEntries";
import { catchUp } from "./projection";
import { findStudent, saveStudent } from "./students";

const TODAY = serverDay();
const rungs = ladderWith().rungs.map(({ id, settings }) => ({
	id,
	settings: { ...settings, watch: [], gate: "result" as const, loads: { wrist: 2 } },
}));

/** A lesson of eight tries, one of which did not count, held on the phone's own day. */
async function held(): Promise<string> {
	const made = await addLadder(
		store,
		"student",
		"skill",
		{ side: "left", policy: "mastery", start: null, rungs },
		"loaded",
	);
	expect(made.ok).toBe(true);
	const phone = new Phone("phone", "lesson")
		.begin({ ...ladderWith(), id: "loaded", student: "student", rungs: versioned(rungs) }, "r1")
		.row("gmgnmggg");
	await pushEvents(store, "phone", phone.events);
	await catchUp(store);
	return phone.events[0]?.localDay ?? "";
}

const asked = (rung: string | null): Assignment => ({
	student: "student",
	from: TODAY,
	note: "",
	items: [{ ...freshItem("drill"), name: "Two balls", ladder: rung && "loaded", rung }],
	words: [],
	most: null,
	helper: { feed: "", counts: "", cautions: "", stop: "" },
	thresholds: USUAL,
});

async function practised(rung: string | null, id: string): Promise<void> {
	const made = await saveAssignment(store, asked(rung), null);
	const row = made.ok ? await findAssignment(store, made.value.id) : null;
	if (!row) throw new Error("no practice");
	const body = {
		item: "drill",
		day: TODAY,
		place: "",
		tries: 20,
		good: 9,
		target: 14,
		dose: 20,
		minutes: 5,
		felt: null,
		check: null,
		remark: "",
	};
	await takeActs(store, row, [{ id, at: "", tz: "", kind: "done", body }], "link");
}

test("every try loads, whether it counted or not, and practice as its rung does", async () => {
	const day = await held();
	expect(await loadSince(store, "student", "2000-01-01")).toEqual([{ day, parts: { wrist: 16 } }]);
	await practised("r1", "a");
	await practised(null, "b");
	const days = await loadSince(store, "student", "2000-01-01");
	expect(days.find((one) => one.day === TODAY)?.parts).toMatchObject({ wrist: expect.any(Number) });
	expect(days.reduce((sum, one) => sum + (one.parts.wrist ?? 0), 0)).toBe(56);
	expect(await loadSince(store, "zoe", "2000-01-01")).toEqual([]);
});

test("a limit that is reached takes the rungs that load the part out of the lesson, and says why", async () => {
	await held();
	await practised("r1", "a");
	const row = await findStudent(store, "student");
	if (!row) throw new Error("no student");
	const limits = [{ part: "wrist" as const, day: 40, week: null }];
	await saveStudent(store, { ...row.student, loadLimits: limits }, row);
	expect(reachedOn(await loadSince(store, "student", TODAY), limits, TODAY)).toHaveLength(1);
	const pack = await makePack(store, null);
	const loaded = pack.ladders.find(({ id }) => id === "loaded");
	expect(loaded?.limits?.every(({ what }) => what === "taken out")).toBe(true);
	expect(loaded?.limits?.[0]?.reason).toContain("its limit for the wrist is reached");
	// Rungs that load nothing of it stay.
	expect(pack.ladders.find(({ id }) => id === "ladder")?.limits ?? []).toEqual([]);
});

test("a part that had no load then takes the one set later; one that had a load keeps it", async () => {
	const day = await held();
	const row = await findLadder(store, "loaded");
	if (!row) throw new Error("no ladder");
	const heavier = rungs.map((rung) => ({ ...rung, settings: { ...rung.settings, loads: { wrist: 9, elbow: 3 } } }));
	const saved = await saveLadder(store, { ...row.ladder, rungs: heavier }, row);
	expect(saved.ok).toBe(true);
	expect(await loadSince(store, "student", "2000-01-01")).toEqual([{ day, parts: { wrist: 16, elbow: 24 } }]);
	// Fed by the coach, likewise.
	const fed = heavier.map((rung) => ({ ...rung, settings: { ...rung.settings, feederLoads: { shoulder: 1 } } }));
	const now = await findLadder(store, "loaded");
	if (now) await saveLadder(store, { ...now.ladder, rungs: fed }, now);
	expect(await coachLoadSince(store, "2000-01-01")).toEqual([{ day, parts: { shoulder: 8 } }]);
});
