import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { quickRungs } from "@/core/__tests__/ladders";
import { ladderWith, Phone, positions } from "@/core/__tests__/phone";
import { freshCoach } from "@/core/coach/coach";
import type { Ladder } from "@/core/ladder/ladder";
import { foldLesson } from "@/core/log/fold";
import { versioned } from "@/core/pack/packLadder";
import { beginsOn, placeOn, variationOn } from "@/core/pack/placing";
import { exportWorkbook } from "./bulk/exportWorkbook";
import { findCoach, saveCoach } from "./coach";
import { openStore, type Store } from "./db";
import { eraseStudent } from "./erase";
import { eventsAfter, pushEvents } from "./events";
import { addLadder, findLadder, ladderThen, railedLadders, saveLadder } from "./ladders";
import { lessonLastAt } from "./lessons";
import { makePack } from "./pack";
import { catchUp } from "./projection";
import { saveSkill } from "./skills";
import { findStudent, saveStudent } from "./students";

/** Ladders in use: what they said when, and what a protected part does to a lesson. */

let folder: string;
let store: Store;
const student = {
	name: "Ida",
	strongSide: "left" as const,
	born: null,
	level: "steady" as const,
	protectedParts: [],
	kit: "",
	wish: "",
};
const ladder: Ladder = {
	side: "left",
	policy: "mastery",
	start: null,
	rungs: quickRungs(["r1", "r2", "r3"], "Skill"),
};

beforeEach(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-"));
	store = await openStore(`file:${join(folder, "studio.db")}`);
	await saveStudent(store, student, null, "student");
	await saveSkill(store, { name: "Skill", about: "", positions }, null, "skill");
	await addLadder(store, "student", "skill", ladder, "ladder");
});
afterEach(() => {
	store.close();
	rmSync(folder, { recursive: true });
});

const changed = (limit: number): Ladder => ({
	...ladder,
	rungs: ladder.rungs.map((rung, i) => (i === 1 ? { ...rung, settings: { ...rung.settings, limit } } : rung)),
});
const at = async () => {
	const row = await findLadder(store, "ladder");
	if (!row) throw new Error("no ladder");
	return { id: row.id, rev: row.rev };
};

test("what a ladder said when it was built, and at any moment since", async () => {
	const wait = () => new Promise((resolve) => setTimeout(resolve, 20));
	const between = new Date(Date.now() - 90 * 60_000).toISOString();
	// Typed in one sitting, it is one change, though it was in force at every rest.
	for (const limit of [38, 39, 40]) await saveLadder(store, changed(limit), await at());
	await store.client.execute(
		"update ladder_revision set created_at = strftime('%Y-%m-%dT%H:%M:%fZ', created_at, '-1 hour') where rowid = (select max(rowid) from ladder_revision)",
	);
	await store.client.execute(
		"update ladder_revision set created_at = strftime('%Y-%m-%dT%H:%M:%fZ', created_at, '-2 hours') where rowid < (select max(rowid) from ladder_revision)",
	);
	await wait();
	const after = new Date().toISOString();
	await saveLadder(store, changed(41), await at());
	// Saved with nothing changed, it says nothing new.
	await saveLadder(store, changed(41), await at());
	const limitThen = async (moment: string | null) => {
		const { built, lately } = await ladderThen(store, "ladder", moment);
		return [built?.rungs[1]?.settings.limit, lately?.rungs[1]?.settings.limit];
	};
	expect(await limitThen(between)).toEqual([30, 30]);
	expect(await limitThen(after)).toEqual([30, 40]);
	expect(await limitThen("2999-01-01T00:00:00.000Z")).toEqual([30, 41]);
	expect(await limitThen(null)).toEqual([30, undefined]);
	expect(await limitThen("1999-01-01T00:00:00.000Z")).toEqual([30, undefined]);
	const { rows } = await store.client.execute("select count(*) as n from ladder_revision");
	expect(rows[0]?.n).toBe(3);
});

test("an edit of a ladder in use changes no try that was logged on it", async () => {
	const phone = new Phone().begin({ ...ladderWith(), rungs: versioned(ladder.rungs) }, "r2").row("gmg");
	await pushEvents(store, "phone", phone.events);
	const before = (await eventsAfter(store, 0)).events;
	await saveLadder(store, changed(12), await at());
	const { events } = await eventsAfter(store, 0);
	expect(events).toEqual(before);
	expect(foldLesson(events).sets[0]?.placing.settings.limit).toBe(30);
	await catchUp(store);
	const lesson = phone.events[0]?.lesson ?? "";
	expect(await lessonLastAt(store, lesson)).toBe(
		phone.events
			.map((event) => event.at)
			.sort()
			.at(-1),
	);
});

test("revisions go out with their ladder, and go with their student", async () => {
	await saveLadder(store, changed(40), await at());
	let text = "";
	for await (const piece of exportWorkbook(store, { of: "ladder", id: "ladder" })) text += piece;
	const book = JSON.parse(text);
	expect([book.ladderRevisions.length, book.ladderVersions.length, book.rungVersions.length]).toEqual([2, 2, 4]);
	expect(book.coach).toEqual([]);
	await eraseStudent(store, "student");
	const { rows } = await store.client.execute("select count(*) as n from ladder_revision");
	expect(rows[0]?.n).toBe(0);
});

test("what holds for the studio is there from the start, is kept, and is not written over", async () => {
	const fresh = await findCoach(store);
	expect(fresh).toEqual({ at: { id: "coach", rev: 0 }, coach: freshCoach });
	const feet = { ...freshCoach, unit: "ft" as const, band: { low: 0.5, high: 0.8 } };
	expect(await saveCoach(store, feet, fresh.at)).toEqual({ ok: true, value: { id: "coach", rev: 1 } });
	expect(await saveCoach(store, freshCoach, fresh.at)).toMatchObject({
		ok: false,
		refusals: [{ sentence: expect.stringContaining("was changed elsewhere") }],
	});
	expect((await findCoach(store)).coach).toEqual(feet);
	// A lesson works with the coach's own band.
	const [packed] = (await makePack(store, null)).ladders;
	expect(packed && placeOn(packed, "r1").bandLow).toBe(0.5);
});

describe("a protected part", () => {
	const loading = (rungs: Record<string, { easier?: string }>): Ladder => ({
		...ladder,
		start: "r2",
		rungs: ladder.rungs.map((rung) =>
			rung.id in rungs
				? { ...rung, settings: { ...rung.settings, loads: { knee: 1 }, easier: "", ...rungs[rung.id] } }
				: rung,
		),
	});
	const packed = async (made: Ladder) => {
		await saveLadder(store, made, await at());
		const row = await findStudent(store, "student");
		await saveStudent(store, { ...student, protectedParts: ["knee"] }, { id: "student", rev: row?.rev ?? 1 });
		const [one] = (await makePack(store, null)).ladders;
		if (!one) throw new Error("no ladder in the pack");
		return one;
	};

	test("takes the rung out: a lesson begins on the one below, and none leads to it", async () => {
		const one = await packed(loading({ r2: {} }));
		expect(one.peg).toBe("r2");
		expect(beginsOn(one)).toBe("r1");
		expect(placeOn(one, "r1").order.map(({ id }) => id)).toEqual(["r1", "r3"]);
		// Chosen by hand all the same, it stands in its own order.
		expect(placeOn(one, "r2").order.map(({ id }) => id)).toEqual(["r1", "r2", "r3"]);
	});
	test("with all below taken out as well, it begins above", async () => {
		expect(beginsOn(await packed(loading({ r1: {}, r2: {} })))).toBe("r3");
	});
	test("with all of them taken out, it stays where the peg is: the coach is told why", async () => {
		const one = await packed(loading({ r1: {}, r2: {}, r3: {} }));
		expect(beginsOn(one)).toBe("r2");
		expect(one.limits).toHaveLength(3);
	});
	test("eases it to the easier form, where there is one", async () => {
		const one = await packed(loading({ r2: { easier: "Sitting" } }));
		expect([beginsOn(one), variationOn(one, "r2"), variationOn(one, "r1")]).toEqual(["r2", "easier", "own"]);
	});
});

test("while another program holds the database a write waits, and goes through once it is free", async () => {
	const other = await openStore(`file:${join(folder, "studio.db")}`);
	const lock = await other.client.transaction("write");
	setTimeout(() => void lock.rollback(), 1500);
	const { at: from } = await findCoach(store);
	expect(await saveCoach(store, freshCoach, from)).toMatchObject({ ok: true });
	// Nothing that was tried in vain stands in the way of what comes after.
	for (let i = 1; i < 4; i++)
		expect(await saveCoach(store, freshCoach, { id: "coach", rev: i })).toMatchObject({ ok: true });
	other.close();
});

test("a ladder that would be refused today, kept from before, is still read and counted on", async () => {
	await saveLadder(store, changed(1), await at());
	expect((await findLadder(store, "ladder"))?.ladder.rungs[1]?.settings.limit).toBe(1);
	expect(Object.keys((await makePack(store, null)).ladders)).toHaveLength(1);
});

test("whoever shows a rail reads its sides: no name with braces comes out", async () => {
	const sided = ladder.rungs.map((rung, i) => ({
		...rung,
		settings: { ...rung.settings, name: `${rung.settings.name}, {this} hand to {across}, {weak} foot ${i}` },
	}));
	await saveLadder(store, { ...ladder, rungs: sided }, await at());
	const [row] = await railedLadders(store, { ids: ["ladder"] });
	expect(row?.rail.holes.map(({ name }) => name).join()).not.toMatch(/[{}]/);
	expect(row?.rail.holes[0]?.name).toContain("left hand to right, right foot 0");
	// What is edited stays as it was written.
	expect(row?.ladder.rungs[0]?.settings.name).toContain("{this}");
});
