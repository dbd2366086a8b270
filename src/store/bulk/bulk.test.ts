import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import fc from "fast-check";
import { ladderWith, Phone, positions } from "@/core/__tests__/phone";
import { takeBack } from "@/core/acts/acts";
import { workbookSchema } from "@/core/formats/workbook";
import { threeRungs } from "@/core/ladder/ladder";
import { type LogEvent, sealEvent } from "@/core/log/event";
import { openStore, type Store } from "../db";
import { eraseStudent, whatErasingTakes } from "../erase";
import { eventsAfter, listQuarantine, pushEvents } from "../events";
import { addLadder, findLadder, railedLadders } from "../ladders";
import { lessonsOf } from "../lessons";
import { catchUp } from "../projection";
import { openParked, openPromises, searchSaid } from "../said";
import { findSkill, saveSkill } from "../skills";
import { findStudent, saveStudent } from "../students";
import { studioMark } from "../studio";
import { backUp, checkBackup } from "./backup";
import { exportWorkbook } from "./exportWorkbook";
import { type Preview, stageWorkbook } from "./stage";
import { restoreBackup, type TakeIn, takeInStaged } from "./takeIn";

/** Whole studios in files: out, in, back and away, on real database files. */

let folder: string;
let store: Store;
const at = (name: string) => join(folder, name);
type Book = Record<string, Record<string, unknown>[]>;
const first = (book: Book, section: string): Record<string, unknown> => book[section]?.[0] ?? {};
const here = () => at("studio.db");
const student = {
	...{ name: "Ida", strongSide: "left" as const, born: null, level: "steady" as const },
	...{ protectedParts: [], kit: "", wish: "" },
};
const ladder = {
	...{ side: "left" as const, policy: "mastery" as const, start: null },
	rungs: threeRungs(["r1", "r2", "r3"], "Skill"),
};
const onLadder = { ...ladderWith(), rungs: ladder.rungs };

beforeEach(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-bulk-"));
	store = await openStore(`file:${here()}`);
	await saveStudent(store, student, null, "student");
	await saveStudent(store, { ...student, name: "Zoë" }, null, "zoe");
	await saveSkill(store, { name: "Skill", about: "", positions }, null, "skill");
	await addLadder(store, "student", "skill", ladder, "ladder");
	await addLadder(store, "zoe", "skill", ladder, "zoes");
});
afterEach(() => {
	store.close();
	rmSync(folder, { recursive: true });
});

/** A lesson with something of everything. */
async function live(device = "phone", lesson = "lesson"): Promise<Phone> {
	const phone = new Phone(device, lesson).begin(onLadder, "r1").row("gmgc1ggg");
	phone.write([{ kind: "parked", student: "student", body: { text: "Chin up" } }]);
	phone.write([{ kind: "promise", student: "student", body: { text: "Bring the tape", due: "2026-03-09" } }]);
	phone.undo();
	phone.write([{ kind: "promise", student: "student", body: { text: "Bring the long tape", due: "2026-03-10" } }]);
	phone.write([
		{
			kind: "lesson.closed",
			student: "student",
			body: { remark: "Sürely better", note: "Well done", next: "2026-03-08" },
		},
	]);
	await pushEvents(store, device, phone.events);
	await catchUp(store);
	return phone;
}

async function workbook(of: "studio" | "student" | "skill" | "ladder" = "studio", id?: string, from = store) {
	let text = "";
	for await (const piece of exportWorkbook(from, { of, ...(id ? { id } : {}) })) text += piece;
	return text;
}

let staged = 0;
async function check(text: string | Buffer, into = here()): Promise<Preview & { staging: string }> {
	staged += 1;
	const [file, staging] = [at(`in-${staged}`), at(`staged-${staged}`)];
	writeFileSync(file, text);
	return { ...(await stageWorkbook(file, staging, into, () => {})), staging };
}
const take = (staging: string, how: Partial<TakeIn> = {}, into = here()) =>
	takeInStaged(staging, into, { mode: "merge", differing: "keep", ...how });
const sentences = ({ refusals, merge, whole }: Preview) =>
	[...refusals, ...merge, ...whole].map((one) => `${one.path}: ${one.sentence}`);

async function emptyStudio(): Promise<{ file: string; other: Store }> {
	const file = at(`other-${Math.random().toString(36).slice(2)}.db`);
	return { file, other: await openStore(`file:${file}`) };
}

describe("out and in", () => {
	test("export, import into an empty database, export: the same file", async () => {
		await live();
		await pushEvents(store, "stray", [{ id: "x", device: "stray", dseq: 1, nonsense: true }]);
		const text = await workbook();
		const { file, other } = await emptyStudio();
		const preview = await check(text, file);
		expect(sentences(preview)).toEqual([]);
		await take(preview.staging, { mode: "whole" }, file);
		await catchUp(other);
		expect(await workbook("studio", undefined, other)).toBe(text);
		expect((await eventsAfter(other, 0)).events.map((e) => e.id).sort()).toEqual(
			(await eventsAfter(store, 0)).events.map((e) => e.id).sort(),
		);
		expect(await lessonsOf(other, "student", 9)).toEqual(await lessonsOf(store, "student", 9));
		expect((await findStudent(other, "zoe"))?.student.name).toBe("Zoë");
		other.close();
	});

	test("one student, with what they stand on and nobody else", async () => {
		await live();
		const read = JSON.parse(await workbook("student", "student"));
		expect(read.students.map((one: { id: string }) => one.id)).toEqual(["student"]);
		expect(read.ladders.map((one: { id: string }) => one.id)).toEqual(["ladder"]);
		expect([read.skills.length, read.ladderVersions.length, read.rungVersions.length]).toEqual([1, 1, 3]);
		expect(read.events).toHaveLength((await eventsAfter(store, 0)).events.length);
		expect(JSON.parse(await workbook("student", "zoe")).events).toEqual([]);
		const one = JSON.parse(await workbook("ladder", "zoes"));
		expect([one.ladders[0].id, one.students[0].id]).toEqual(["zoes", "zoe"]);
		const skill = JSON.parse(await workbook("skill", "skill"));
		expect([skill.skills.length, skill.skillVersions.length, skill.students.length]).toEqual([1, 1, 0]);
	});

	test("a merge adds what is new and doubles nothing; where words differ, the coach chooses", async () => {
		await live();
		const text = await workbook();
		await saveStudent(store, { ...student, kit: "new clubs" }, { id: "student", rev: 1 });
		await live("other", "second");
		const before = (await eventsAfter(store, 0)).events.length;
		const preview = await check(text);
		expect(preview.sections).toMatchObject({
			students: { fresh: 0, same: 1, other: 1 },
			events: { fresh: 0, other: 0 },
		});
		await take(preview.staging);
		expect((await findStudent(store, "student"))?.student.kit).toBe("new clubs");
		await take((await check(text)).staging, { differing: "take" });
		expect(await findStudent(store, "student")).toMatchObject({ rev: 3, student: { kit: "" } });
		expect((await eventsAfter(store, 0)).events).toHaveLength(before);
	});

	test("whole replaces everything, in a new epoch", async () => {
		const text = await workbook();
		await live();
		const mark = await studioMark(store);
		await take((await check(text)).staging, { mode: "whole" });
		await catchUp(store);
		expect((await eventsAfter(store, 0)).events).toEqual([]);
		expect(await studioMark(store)).toEqual({ ...mark, epoch: mark.epoch + 1 });
	});

	test("the schema that is shipped is the one that is used", () => {
		expect(JSON.parse(readFileSync("docs/workbook.schema.json", "utf8"))).toEqual(
			JSON.parse(JSON.stringify(workbookSchema())),
		);
	});
});

describe("what is refused", () => {
	let good: string;
	const edited = (change: (book: Book) => void) => {
		const book = JSON.parse(good);
		change(book);
		return JSON.stringify(book);
	};
	beforeEach(async () => {
		await live();
		good = await workbook();
	});

	test.each<[string, () => string | Buffer, RegExp]>([
		["a newer version", () => good.replace('"version":1', '"version":2'), /newer than the 1/],
		["half a file", () => good.slice(0, good.length / 2), /ends in the middle|is missing/],
		["nothing", () => "", /empty/],
		["rubbish", () => Buffer.alloc(2_000_000, "rubbish "), /not JSON at the beginning/],
		["one long string", () => `{"format":"${"x".repeat(9_000_000)}`, /over 8 MB/],
		["deep nesting", () => `{"format":"peg-ladder-workbook","x":${"[".repeat(100_000)}`, /nested over 40 deep/],
		["NaN", () => good.replace('"version":1', '"version":NaN'), /not JSON/],
		["another encoding", () => Buffer.from(good, "utf16le"), /UTF-16/],
		["bytes that are no text", () => Buffer.concat([Buffer.from(good), Buffer.from([0xc3, 0x28])]), /not UTF-8/],
		["a packed file, renamed", () => gzipSync(Buffer.alloc(5_000_000)), /packed/],
		["another program's JSON", () => '{"a":1}', /Format is missing/],
		["a list", () => "[1,2,3]", /Format is missing/],
		["a database", () => readFileSync(here()), /database, not a workbook/],
	])("%s", async (_, text, sentence) => {
		const preview = await check(text());
		expect(sentences(preview).join("\n")).toMatch(sentence);
		expect((await eventsAfter(store, 0)).events.length).toBeGreaterThan(10);
	});

	test.each<[string, (book: Book) => void, RegExp]>([
		[
			"ids twice with other words",
			(book) => void book.students?.push({ ...first(book, "students"), archived: "2026-01-01T00:00:00Z" }),
			/students\[2\].id: .*students\[0\]/,
		],
		["a day of 1900", (book) => void Object.assign(first(book, "events"), { localDay: "1900-01-01" }), /events\[0\]/],
		[
			"a note of a million letters",
			(book) => void Object.assign(first(book, "students").student as object, { kit: "k".repeat(1_000_000) }),
			/students\[0\]\.student\.kit: .*1,000,000 characters/,
		],
		[
			"a ladder of nobody",
			(book) => void Object.assign(first(book, "ladders"), { student: "nobody" }),
			/ladders\[0\]\.student: .*nobody/,
		],
		[
			"a version that is not there",
			(book) => void Object.assign(book, { rungVersions: [], ladderVersions: [], skillVersions: [] }),
			/in the file nor here|is here but not in the file/,
		],
		[
			"words that do not fit their seal",
			(book) => void Object.assign(first(book, "skills").skill as object, { about: "other" }),
			/skills\[0\]\.version: .*does not fit/,
		],
		["a section that is no list", (book) => void Object.assign(book, { students: { a: 1 } }), /students: .*list/],
	])("%s, by path", async (_, change, sentence) => {
		const preview = await check(edited(change));
		expect(sentences(preview).join("\n")).toMatch(sentence);
	});

	test.each(["1900-01-01", "2200-12-31"])("a day of %s, though its seal fits", async (localDay) => {
		const text = edited((book) => {
			const event = sealEvent({ ...first(book, "events"), localDay } as unknown as LogEvent);
			book.events?.splice(0, 1, event as unknown as Record<string, unknown>);
		});
		expect(sentences(await check(text)).join()).toMatch(/events\[0\]\.localDay: .*1970 to 2099/);
	});

	test("2,000 workbooks with something changed in them: taken or refused in words, never thrown, and nothing written", async () => {
		const before = await workbook();
		const lines = good.split("\n");
		let refused = 0;
		let n = 0;
		const change = fc.tuple(
			fc.nat(good.length - 1),
			fc.oneof(
				fc.record({ drop: fc.nat(40) }),
				fc.record({
					put: fc.oneof(
						fc.string({ unit: "binary", maxLength: 12 }),
						fc.constantFrom('"', "{", "]", ",", "NaN", "\u0000", "1e999", "null"),
					),
				}),
				fc.record({ line: fc.nat(lines.length - 1), twice: fc.boolean() }),
			),
		);
		await fc.assert(
			fc.asyncProperty(change, async ([place, how]) => {
				n += 1;
				const text =
					"drop" in how
						? good.slice(0, place) + good.slice(place + how.drop + 1)
						: "put" in how
							? good.slice(0, place) + how.put + good.slice(place)
							: how.twice
								? [...lines.slice(0, how.line + 1), ...lines.slice(how.line)].join("\n")
								: [...lines.slice(0, how.line), ...lines.slice(how.line + 1)].join("\n");
				const [file, staging] = [at("mutant"), at("mutant.db")];
				writeFileSync(file, text);
				const preview = await stageWorkbook(file, staging, here(), () => {});
				if (sentences(preview).length > 0) refused += 1;
				for (const line of sentences(preview)) expect(line).toMatch(/\S: .*[.]$|^: .*[.]$/s);
			}),
			{ numRuns: 2000 },
		);
		expect(n).toBeGreaterThanOrEqual(2000);
		expect(refused).toBeGreaterThan(1000);
		expect(await workbook()).toBe(before);
	}, 120_000);
});

describe("back up and bring back", () => {
	test("a backup holds one moment; brought back, it is that moment in a new epoch", async () => {
		const phone = await live();
		const moment = await workbook();
		await backUp(here(), at("backup.db"));
		phone.row("ggg");
		await pushEvents(store, "phone", phone.events);
		const { epoch } = await studioMark(store);
		writeFileSync(at("copy.db"), readFileSync(at("backup.db")));
		const says = await checkBackup(at("copy.db"), () => {});
		expect(says).toMatchObject({ ok: true, value: { students: 2, ladders: 2 } });
		await restoreBackup(at("copy.db"), here());
		await catchUp(store);
		expect(await workbook()).toBe(moment);
		expect(await studioMark(store)).toMatchObject({ epoch: epoch + 1 });
		// The phone sends again what it has; nothing is lost, nothing doubled.
		const { setAside } = await pushEvents(store, "phone", phone.events);
		expect(setAside).toEqual([]);
		expect((await eventsAfter(store, 0)).events).toHaveLength(phone.events.length);
	});

	test("what is no backup, or was tampered with, is not brought back", async () => {
		writeFileSync(at("text.db"), "not a database at all, though quite long enough to look at ".repeat(40));
		expect(await checkBackup(at("text.db"), () => {})).toMatchObject({ ok: false });
		await live();
		await backUp(here(), at("b.db"));
		const other = await openStore(`file:${at("b.db")}`);
		await other.client.execute(
			'update event set body = \'{"result":"hit","off":[],"judged":false}\' where kind = \'attempt\'',
		);
		other.close();
		const says = await checkBackup(at("b.db"), () => {});
		expect(says.ok ? [] : says.refusals.map((one) => one.sentence)).toContain(
			"The event's seal does not fit what it says.",
		);
	});
});

describe("deleting a student", () => {
	test("everything of theirs goes, nobody else's; what is sent again stays erased; their workbook brings them back", async () => {
		const phone = await live();
		const zoes = new Phone("other", "zoes-lesson").begin({ ...onLadder, id: "zoes", student: "zoe" }, "r1").row("gg");
		await pushEvents(store, "other", zoes.events);
		await catchUp(store);
		const kept = await workbook("student", "student");
		const count = phone.events.length;
		expect(await whatErasingTakes(store, "student")).toEqual({ ladders: 1, lessons: 1, events: count, aside: 0 });
		await eraseStudent(store, "student");
		await catchUp(store);
		expect(await findStudent(store, "student")).toBeNull();
		expect(await findLadder(store, "ladder")).toBeNull();
		expect((await eventsAfter(store, 0)).events).toEqual(zoes.events);
		const whole = await workbook();
		expect(whole).not.toContain("Ida");
		expect(whole).not.toContain("Chin up");
		expect(JSON.parse(whole)).toMatchObject({ gone: [{ id: "student" }] });
		expect((await lessonsOf(store, "zoe", 5)).length).toBe(1);
		expect(await openParked(store)).toEqual([]);

		expect(await pushEvents(store, "phone", phone.events)).toEqual({ upTo: count, setAside: [] });
		expect((await eventsAfter(store, 0)).events).toEqual(zoes.events);
		phone.row("g");
		await pushEvents(store, "phone", phone.events);
		expect((await listQuarantine(store)).map((one) => one.reason)).toEqual([
			"Its student is not here, or was deleted.",
		]);

		const preview = await check(kept);
		expect([sentences(preview), preview.back]).toEqual([[], 1]);
		await take(preview.staging);
		await catchUp(store);
		expect((await findStudent(store, "student"))?.student.name).toBe("Ida");
		expect((await lessonsOf(store, "student", 5))[0]?.attempts).toBe(7);
		expect(await openParked(store)).toMatchObject([{ text: "Chin up" }]);
	});
});

describe("projections", () => {
	const dump = async () => {
		const tables = ["lesson_digest", "lesson_work", "ladder_digest", "student_digest", "said", "link"];
		const rows: unknown[] = [];
		for (const table of tables) {
			const { rows: found } = await store.client
				.execute(`select * from ${table} order by 1, 2, 3`)
				.catch(() => store.client.execute(`select * from ${table} order by 1, 2`));
			rows.push(found.map(({ up_to: _, ...row }) => ({ table, ...row })));
		}
		return rows;
	};

	test("thrown away and made again, they are the same: whatever the order of arrival", async () => {
		const phones = ["a", "b", "c"].map((device, i) =>
			new Phone(device, `lesson-${i % 2}`).begin(
				{ ...onLadder, ...(i === 2 ? { id: "zoes", student: "zoe" } : {}) },
				"r1",
			),
		);
		for (let round = 0; round < 6; round++)
			for (const phone of phones) {
				phone.row(["gg", "m1", "gcg", "nt", "ggg", "1"][round] ?? "g");
				if (round === 2)
					phone.write([{ kind: "parked", student: "student", body: { text: `Parked by ${phone.device}` } }]);
				if (round === 3) phone.write([{ kind: "promise", student: "student", body: { text: "P", due: "2026-04-01" } }]);
				if (round === 4) phone.undo();
				if (round === 5) phone.write(takeBack([phone.events[2]?.id ?? ""]));
				await pushEvents(store, phone.device, phone.events);
				await catchUp(store);
			}
		const [promise] = await openPromises(store);
		const closing = new Phone("d");
		closing.write([{ kind: "promise.kept", student: "student", body: { promise: promise?.id ?? "" } }]);
		await pushEvents(store, "d", closing.events);
		await catchUp(store);
		const grown = await dump();
		await store.client.execute("delete from projection");
		for (const table of ["lesson_digest", "lesson_work", "ladder_digest", "student_digest", "said", "link"])
			await store.client.execute(`delete from ${table}`);
		await catchUp(store);
		expect(await dump()).toEqual(grown);
		expect(await openPromises(store)).toHaveLength(2);
		expect((await openParked(store)).map((one) => one.text)).toHaveLength(3);
	});

	test("an act that closes something, taken back, opens it again", async () => {
		await live();
		const [promise] = await openPromises(store);
		expect(promise).toMatchObject({ text: "Bring the long tape", due: "2026-03-10" });
		const other = new Phone("other");
		other.write([{ kind: "promise.kept", student: "student", body: { promise: promise?.id ?? "" } }]);
		await pushEvents(store, "other", other.events);
		await catchUp(store);
		expect(await openPromises(store)).toEqual([]);
		other.write(takeBack([other.events[0]?.id ?? ""]));
		await pushEvents(store, "other", other.events);
		await catchUp(store);
		expect(await openPromises(store)).toEqual([promise]);
	});

	test("everything said is found, whatever its case and accents; the wild cards of the search are words", async () => {
		await live();
		expect((await searchSaid(store, ["surely", "better"], 5)).map((one) => one.kind)).toEqual(["remark"]);
		expect((await searchSaid(store, ["chin"], 5)).map((one) => one.text)).toEqual(["Chin up"]);
		expect(await searchSaid(store, ["%"], 5)).toEqual([]);
		expect(await searchSaid(store, ["_"], 5)).toEqual([]);
	});

	test("a rail read from them is the rail", async () => {
		const phone = new Phone().begin(onLadder, "r1").row("ggg").follow(onLadder);
		await pushEvents(store, "phone", phone.events);
		await catchUp(store);
		const [row] = await railedLadders(store, { ids: ["ladder"] });
		expect([row?.rail.peg, row?.rail.holes[0]?.state, row?.last?.rung]).toEqual(["r2", "passed", "With help"]);
		expect(await findSkill(store, "skill")).not.toBeNull();
	});
});
