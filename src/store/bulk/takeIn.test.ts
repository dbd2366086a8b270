import { readFileSync, writeFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { workbookSchema } from "@/core/formats/workbook";
import type { LogEvent } from "@/core/log/event";
import { hashEvent } from "@/core/log/parseEvent";
import {
	at,
	type Book,
	check,
	emptyStudio,
	first,
	here,
	live,
	sentences,
	store,
	student,
	take,
	url,
	workbook,
} from "@/store/__tests__/smallStudio";
import { eventsAfter, pushEvents } from "@/store/events";
import { lessonsOf } from "@/store/lessons";
import { catchUp } from "@/store/projection";
import { findStudent, saveStudent } from "@/store/students";
import { studioMark } from "@/store/studio";
import { stageWorkbook } from "./stage";

/** Whole studios in files: out and in, on real database files. */

describe("out and in", () => {
	test("export, import into an empty database, export: the same file", async () => {
		await live();
		await pushEvents(store, "stray", [{ id: "x", device: "stray", dseq: 1, nonsense: true }]);
		const text = await workbook();
		const { address, other } = await emptyStudio();
		const preview = await check(text, address);
		expect(sentences(preview)).toEqual([]);
		await take(preview.staging, { mode: "whole" }, address);
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
		["a newer version", () => good.replace('"version":1', '"version":2'), /newer than 1/],
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
			"words that do not fit their hash",
			(book) => void Object.assign(first(book, "skills").skill as object, { about: "other" }),
			/skills\[0\]\.version: .*does not fit/,
		],
		["a section that is no list", (book) => void Object.assign(book, { students: { a: 1 } }), /students: .*list/],
	])("%s, by path", async (_, change, sentence) => {
		const preview = await check(edited(change));
		expect(sentences(preview).join("\n")).toMatch(sentence);
	});

	test.each(["0026-12-03", "2200-12-31"])(
		"a day of %s that is in the record comes in, with a remark",
		async (localDay) => {
			const text = edited((book) => {
				const event = hashEvent({ ...first(book, "events"), localDay } as unknown as LogEvent);
				book.events?.splice(0, 1, event as unknown as Record<string, unknown>);
			});
			const preview = await check(text, (await emptyStudio()).address);
			expect(sentences(preview)).toEqual([]);
			expect(preview.remarks.map(({ path, sentence }) => `${path}: ${sentence}`)).toEqual([
				`events[0].localDay: The day it happened: enter a day from 1900 to 2199, not ${localDay}.`,
			]);
		},
	);

	test("workbooks with something changed in them: taken or refused in words, never thrown, and nothing written", async () => {
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
				// A file of its own each: writing over one waits for the disk.
				const [file, staging] = [at(`mutant-${n}`), at("mutant.db")];
				writeFileSync(file, text);
				const preview = await stageWorkbook(file, staging, url(), () => {});
				if (sentences(preview).length > 0) refused += 1;
				for (const line of sentences(preview)) expect(line).toMatch(/\S: .*[.]$|^: .*[.]$/s);
			}),
			{ numRuns: cases(2000) },
		);
		expect(n).toBeGreaterThanOrEqual(cases(2000));
		expect(refused).toBeGreaterThan(cases(2000) / 2);
		expect(await workbook()).toBe(before);
	}, 400_000);
});
