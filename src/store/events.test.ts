import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { quickRungs } from "@/core/__tests__/ladders";
import { ladderWith, Phone, positions } from "@/core/__tests__/phone";
import { takeBack } from "@/core/commands/undo";
import { digestLesson } from "@/core/digest/lessonDigest";
import { hashOf } from "@/core/hash/hash";
import type { LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import { hashEvent } from "@/core/log/parseEvent";
import { versioned } from "@/core/pack/packLadder";
import { openStore, type Store } from "./db";
import { eventsAfter, pushEvents } from "./events";
import { addLadder, findLadder, saveLadder, takeNewSkill } from "./ladders";
import { lessonsOf } from "./lessons";
import { makePack } from "./pack";
import { catchUp } from "./projection";
import { listQuarantine, TooLong, withoutTooLong } from "./setAside";
import { findSkill, saveSkill } from "./skills";
import { archiveStudent, findStudent, listStudents, saveStudent } from "./students";
import { newStudio, studioMark } from "./studio";

/** The store on a real database file, a new one each test. */

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
const skill = { name: "Skill", about: "", positions };
const ladder = {
	side: "left" as const,
	policy: "mastery" as const,
	start: null,
	rungs: quickRungs(["r1", "r2", "r3"], "Skill"),
};

beforeEach(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-"));
	store = await openStore(`file:${join(folder, "studio.db")}`);
	await saveStudent(store, student, null, "student");
	await saveSkill(store, skill, null, "skill");
	await addLadder(store, "student", "skill", ladder, "ladder");
});
afterEach(() => {
	store.close();
	rmSync(folder, { recursive: true });
});

const onLadder = { ...ladderWith(), rungs: versioned(ladder.rungs) };
const lesson = (device = "phone") => new Phone(device).begin(onLadder, "r1").row("gmg");
const kept = async () => (await eventsAfter(store, 0)).events;

describe("pushing events", () => {
	test("they come back as they were, and fold alike", async () => {
		const phone = lesson();
		expect(await pushEvents(store, "phone", phone.events)).toEqual({ upTo: phone.events.length, setAside: [] });
		expect(await kept()).toEqual(phone.events);
		expect(foldLesson(await kept())).toEqual(phone.view());
	});

	test("twice is once", async () => {
		const phone = lesson();
		await pushEvents(store, "phone", phone.events);
		expect(await pushEvents(store, "phone", phone.events)).toEqual({ upTo: phone.events.length, setAside: [] });
		expect(await kept()).toHaveLength(phone.events.length);
		expect(await listQuarantine(store)).toEqual([]);
	});

	test("at a gap the rest is asked for again", async () => {
		const { events } = lesson();
		expect((await pushEvents(store, "phone", [...events.slice(0, 2), ...events.slice(3)])).upTo).toBe(2);
		expect((await pushEvents(store, "phone", events.slice(2))).upTo).toBe(events.length);
		expect(await kept()).toHaveLength(events.length);
	});

	test("one id with two bodies: the first stays, the second is set aside with its reason", async () => {
		const { events } = lesson();
		await pushEvents(store, "phone", events);
		const last = events.at(-1) as LogEvent;
		const other = hashEvent({
			...last,
			dseq: last.dseq + 1,
			body: { result: "miss", off: [], judged: true },
		} as LogEvent);
		expect(await pushEvents(store, "phone", [other])).toMatchObject({
			upTo: other.dseq,
			setAside: [{ reason: expect.stringContaining("same id") }],
		});
		expect((await kept()).at(-1)).toEqual(last);
		expect(JSON.parse((await listQuarantine(store))[0]?.raw ?? "")).toEqual(other);
	});

	test("one number with two ids is set aside", async () => {
		const { events } = lesson();
		await pushEvents(store, "phone", events);
		const other = hashEvent({ ...(events.at(-1) as LogEvent), id: "another" });
		expect((await pushEvents(store, "phone", [other])).setAside[0]?.reason).toContain("same number");
	});

	test("one bad event neither fails nor holds up its batch", async () => {
		const { events } = lesson();
		const batch: unknown[] = [...events];
		batch[2] = { ...events[2], kind: "no such kind" };
		batch[3] = { nonsense: true };
		expect(await pushEvents(store, "phone", batch)).toMatchObject({
			upTo: events.length,
			setAside: [
				{ dseq: 3, reason: 'Kind "no such kind" does not exist.' },
				{ dseq: 4, reason: "Id is missing. Act is missing. Device is missing." },
			],
		});
		expect(await kept()).toHaveLength(events.length - 2);
		await pushEvents(store, "phone", batch);
		expect(await listQuarantine(store)).toHaveLength(2);
	});

	test("what is for a student or a ladder that is gone is set aside, never dropped", async () => {
		const phone = new Phone().begin({ ...onLadder, student: "nobody" }, "r1");
		const { setAside } = await pushEvents(store, "phone", phone.events);
		expect(setAside.map((one) => one.reason)).toEqual(phone.events.map(() => "Its student is missing or was deleted."));
		const other = new Phone("other").begin({ ...onLadder, id: "none" }, "r1");
		expect((await pushEvents(store, "other", other.events)).setAside[0]?.reason).toBe("Its ladder is missing.");
		expect(await listQuarantine(store)).toHaveLength(phone.events.length + 1);
	});

	test("nobody can push in another device's name", async () => {
		expect((await pushEvents(store, "thief", lesson().events)).setAside[0]?.reason).toContain("another device");
	});

	test("nor use up its numbers: what comes with another key, or none, is set aside, and its own are all taken", async () => {
		const { events } = lesson();
		const [mine, theirs] = [{ key: "key-of-the-phone" }, { key: "guessed" }];
		await pushEvents(store, "phone", events.slice(0, 2), mine);
		const forged = [3, 4].map((dseq) => hashEvent({ ...(events[dseq - 1] as LogEvent), id: `forged-${dseq}` }));
		for (const held of [theirs, {}]) {
			const { setAside } = await pushEvents(store, "phone", forged, { ...held, after: 2 });
			expect(setAside.map(({ reason }) => reason)).toContain("It is another device's event.");
		}
		expect(await pushEvents(store, "phone", events.slice(2), mine)).toEqual({ upTo: events.length, setAside: [] });
		expect(await kept()).toEqual(events);
		expect((await listQuarantine(store)).every(({ device }) => device.startsWith("unproven-"))).toBe(true);
	});

	test("what is sent in its name is set aside once, however often it comes", async () => {
		const { events } = lesson();
		await pushEvents(store, "phone", events, { key: "key" });
		const forged = [hashEvent({ ...(events.at(-1) as LogEvent), id: "forged", dseq: events.length + 1 })];
		for (let i = 0; i < 3; i++) await pushEvents(store, "phone", forged, { key: "other", after: events.length });
		expect((await listQuarantine(store)).filter(({ raw }) => raw.includes("forged"))).toHaveLength(1);
	});

	test("a device of before there were keys goes on without one, and nobody can claim it", async () => {
		const { events } = lesson();
		await pushEvents(store, "phone", events.slice(0, 3));
		await pushEvents(store, "phone", events.slice(3, 4), { key: "somebody" });
		expect(await pushEvents(store, "phone", events.slice(4))).toEqual({ upTo: events.length, setAside: [] });
	});

	test("hostile words are kept as words", async () => {
		const phone = new Phone();
		const text = "'); drop table event; -- <img onerror=alert(1)> \u202e 🤹";
		phone.write([{ kind: "note", body: { text: `\u0000${text}\uFEFF` } }]);
		await pushEvents(store, "phone", phone.events);
		expect((await kept())[0]?.body).toEqual({ text });
	});

	test("a letter that no database keeps is not typed, and what has one in it is set aside whole", async () => {
		const phone = new Phone();
		phone.write([{ kind: "note", body: { text: "one" } }]);
		phone.write([{ kind: "note", body: { text: "two" } }]);
		const [one, two] = phone.events as [LogEvent, LogEvent];
		for (const change of [{ at: "2026\u0000-03" }, { tz: "UTC\u0000" }, { body: { text: "o\u0000ne" } }]) {
			const { hash: _, ...rest } = { ...one, ...change };
			const forged = { ...rest, hash: hashOf(rest) };
			const { setAside } = await pushEvents(store, "phone", [forged]);
			expect(setAside[0]?.reason).toContain("One text contains a character that cannot be stored.");
			expect((await listQuarantine(store)).map(({ raw }) => JSON.parse(raw))).toContainEqual(forged);
		}
		await pushEvents(store, "phone", [one, two]);
		expect((await kept()).map(({ id }) => id)).toContain(two.id);
	});

	test("an event over the bound is set aside by its beginning, unread and unhashed, and holds up nothing", async () => {
		const phone = new Phone();
		phone.write([{ kind: "note", body: { text: "one" } }]);
		phone.write([{ kind: "note", body: { text: "two" } }]);
		const [one, two] = phone.events as [LogEvent, LogEvent];
		const huge = { ...one, body: { text: "🤹".repeat(600_000) } };
		// Whoever walked it would come by here.
		const sent = [huge, two];
		const raw = withoutTooLong(sent, JSON.stringify(sent).length);
		expect(raw[0]).toBeInstanceOf(TooLong);
		expect(raw[1]).toBe(two);
		const { upTo, setAside } = await pushEvents(store, "phone", raw);
		expect({ upTo, aside: setAside.map(({ dseq }) => dseq) }).toEqual({ upTo: 2, aside: [1] });
		const [row] = await listQuarantine(store);
		expect(row?.raw.length).toBeLessThan(3000);
		expect(row?.raw.isWellFormed()).toBe(true);
		expect(row?.eventId).toBe(one.id);
		expect((await kept()).map(({ id }) => id)).toEqual([two.id]);
	});

	test("batches of several devices at once all arrive", async () => {
		const phones = ["a", "b", "c", "d"].map((device) =>
			new Phone(device, `lesson-${device}`).begin(onLadder, "r1").row("gmgmgm"),
		);
		await Promise.all(
			phones
				.flatMap((phone) => phone.events.map((_, i) => i))
				.map(async (i) => {
					const phone = phones[i % 4] as Phone;
					await pushEvents(store, phone.device, phone.events);
				}),
		);
		expect(await kept()).toHaveLength(phones.reduce((n, phone) => n + phone.events.length, 0));
	});
});

describe("documents", () => {
	test("saving against an older revision says so, and writes nothing", async () => {
		expect(await saveStudent(store, { ...student, kit: "new" }, { id: "student", rev: 1 })).toEqual({
			ok: true,
			value: { id: "student", rev: 2 },
		});
		const late = await saveStudent(store, { ...student, kit: "late" }, { id: "student", rev: 1 });
		expect(late).toMatchObject({ ok: false, refusals: [{ sentence: expect.stringContaining("changed elsewhere") }] });
		expect((await findStudent(store, "student"))?.student.kit).toBe("new");
		expect(await saveStudent(store, student, { id: "gone", rev: 1 })).toMatchObject({
			ok: false,
			refusals: [{ sentence: expect.stringContaining("was deleted") }],
		});
	});

	test("a student is put away and brought back", async () => {
		await archiveStudent(store, "student", true);
		expect((await listStudents(store))[0]?.archived).toBe(true);
		expect((await makePack(store, null)).students).toEqual([]);
		await archiveStudent(store, "student", false);
		expect((await makePack(store, null)).students).toHaveLength(1);
	});

	test("a ladder keeps the skill it was made with until it takes the new one", async () => {
		await saveSkill(store, { ...skill, about: "revised" }, { id: "skill", rev: 1 });
		const before = await findLadder(store, "ladder");
		expect(before).toMatchObject({ outdated: true, followed: { about: "" } });
		const { version } = (await findSkill(store, "skill")) as { version: string };
		expect(await takeNewSkill(store, { id: "ladder", rev: 1 }, "seen before")).toMatchObject({
			ok: false,
			refusals: [{ path: "version" }],
		});
		expect(await takeNewSkill(store, { id: "ladder", rev: 1 }, version)).toMatchObject({ ok: true });
		expect(await findLadder(store, "ladder")).toMatchObject({ outdated: false, followed: { about: "revised" } });
	});

	test("it does not take one that lost a position a rung watches", async () => {
		const rungs = ladder.rungs.map((rung) => ({ ...rung, settings: { ...rung.settings, watch: ["p3"] } }));
		await saveLadder(store, { ...ladder, rungs }, { id: "ladder", rev: 1 });
		await saveSkill(store, { ...skill, positions: positions.slice(0, 2) }, { id: "skill", rev: 1 });
		const { version } = (await findSkill(store, "skill")) as { version: string };
		expect(await takeNewSkill(store, { id: "ladder", rev: 2 }, version)).toMatchObject({
			ok: false,
			refusals: [{ path: "rungs.0.settings.watch" }, {}, {}],
		});
		expect(await findLadder(store, "ladder")).toMatchObject({ rev: 2, outdated: true });
	});

	test("versions are addressed by content: saving the same again makes no new one", async () => {
		const version = (await findSkill(store, "skill"))?.version;
		await saveSkill(store, { ...skill, about: "other" }, { id: "skill", rev: 1 });
		await saveSkill(store, skill, { id: "skill", rev: 2 });
		expect((await findSkill(store, "skill"))?.version).toBe(version);
		const { rows } = await store.client.execute("select count(*) from skill_version");
		expect(Number(rows[0]?.[0])).toBe(2);
	});

	test("a ladder for nobody, or on nothing, is refused", async () => {
		expect(await addLadder(store, "nobody", "skill", ladder)).toMatchObject({
			ok: false,
			refusals: [{ path: "student" }],
		});
		expect(await addLadder(store, "student", "nothing", ladder)).toMatchObject({
			ok: false,
			refusals: [{ path: "skill" }],
		});
	});
});

describe("what is read", () => {
	test("the projections take in what arrives since, and is a new one for a new studio", async () => {
		const phone = lesson();
		await pushEvents(store, "phone", phone.events);
		await catchUp(store);
		expect(await lessonsOf(store, "student", 5)).toMatchObject([{ attempts: 3, rungs: [{ tries: 3, good: 2 }] }]);
		phone.write(takeBack([phone.events.at(-1)?.id ?? ""]));
		await pushEvents(store, "phone", phone.events);
		await catchUp(store);
		expect(await lessonsOf(store, "student", 5)).toEqual([digestLesson("lesson", foldLesson(await kept()))]);
		await store.write((tx) => newStudio(tx, true));
		await catchUp(store);
		expect(await lessonsOf(store, "student", 5)).toEqual([]);
		expect(await studioMark(store)).toMatchObject({ demo: true, epoch: 1 });
	});

	test("the pack of a lesson says how things stood before it", async () => {
		const phone = new Phone().begin(onLadder, "r1").row("ggg");
		phone.follow({ ...onLadder });
		await pushEvents(store, "phone", phone.events);
		const [after] = (await makePack(store, null)).ladders;
		const [before] = (await makePack(store, "lesson")).ladders;
		expect([before?.peg, before?.holes[0]?.tried, after?.peg, after?.holes[0]?.tried]).toEqual(["r1", 0, "r2", 3]);
		expect(after?.last).toMatchObject({ rung: "With help", good: 3, tries: 3 });
	});
});
