import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";
import { demoWorkbook } from "@demo/fill";
import type { EventDraft, LogEvent } from "@/core/log/event";
import { hashEvent } from "@/core/log/parseEvent";
import { openStore, type Store } from "@/store/db";
import { catchUp } from "@/store/projection";
import * as t from "@/store/schema";
import { clearProjections, studioMark } from "@/store/studio";
import { few } from "./measure";

/**
 * Studios of any size, for the benchmarks: the demo's students and their twenty weeks,
 * copied beside and before each other with ids, days and hashes of their own. Made
 * once, and kept until a benchmark's database is deleted.
 */

const TODAY = "2026-11-20";
const WEEKS = few(20, 2);
const DAY = 86_400_000;

interface Size {
	attempts: number;
	/** Ten students each. */
	copies: number;
}

/** What was found while it was made: what follows from the log, brought up piece by piece and made again at once. */
export interface Made {
	attempts: number;
	events: number;
	pieces: number;
	rebuiltSeconds: number;
	/** Hashes over all projection tables, after the pieces and after the rebuild. */
	hashes: [string, string];
	on: string;
}

interface Book {
	students: { id: string; student: unknown }[];
	skillVersions: { hash: string; skill: unknown }[];
	skills: { id: string; version: string; skill: { name: string } }[];
	rungVersions: { hash: string; settings: unknown }[];
	ladderVersions: { hash: string; ladder: unknown }[];
	ladders: { id: string; student: string; skill: string; skillVersion: string; version: string; ladder: unknown }[];
	bookings: { id: string; booking: { students: string[] } }[];
	events: LogEvent[];
}

export async function manyLessons(file: string, size: Size): Promise<Made> {
	const note = `${file}.json`;
	if (existsSync(file) && existsSync(note)) return JSON.parse(readFileSync(note, "utf8")) as Made;
	mkdirSync(dirname(file), { recursive: true });
	const part = `${file}.part`;
	for (const end of ["", "-wal", "-shm"]) rmSync(part + end, { force: true });
	const store = await openStore(`file:${part}`);
	await studioMark(store);
	const book = JSON.parse(demoWorkbook(TODAY)) as Book;
	await documents(store, book, size.copies);
	const eras = inEras(book.events, size);
	let events = 0;
	let attempts = 0;
	for (const [i, { era, lessons }] of eras.entries()) {
		for (let copy = 0; copy < size.copies; copy++) {
			const written = lessons.map((text) => hashEvent(retold(text, copy, era, eras.length, book)));
			await insert(store, written);
			events += written.length;
			attempts += written.filter(({ kind }) => kind === "attempt").length;
		}
		await catchUp(store);
		process.stderr.write(`\r  making ${file}: ${i + 1} of ${eras.length} pieces  `);
	}
	const pieces = await sealOf(store);
	await store.write(clearProjections);
	const from = performance.now();
	await catchUp(store);
	const rebuiltSeconds = (performance.now() - from) / 1000;
	const made: Made = {
		attempts,
		events,
		pieces: eras.length,
		rebuiltSeconds,
		hashes: [pieces, await sealOf(store)],
		on: new Date().toISOString().slice(0, 10),
	};
	await store.client.execute("pragma wal_checkpoint(truncate)");
	store.close();
	renameSync(part, file);
	writeFileSync(note, JSON.stringify(made));
	process.stderr.write("\r");
	return made;
}

const suffix = (copy: number) => (copy === 0 ? "" : `-${copy + 1}`);

async function documents(store: Store, book: Book, copies: number): Promise<void> {
	const all = Array.from({ length: copies }, (_, copy) => suffix(copy));
	await store.write(async (tx) => {
		await tx.insert(t.student).values(
			all.flatMap((end) =>
				book.students.map(({ id, student }) => {
					const name = `${(student as { name: string }).name}${end}`;
					return { id: id + end, name, body: { ...(student as object), name } };
				}),
			),
		);
		await tx.insert(t.skillVersion).values(book.skillVersions.map(({ hash, skill }) => ({ hash, body: skill })));
		await tx
			.insert(t.skill)
			.values(book.skills.map(({ id, version, skill }) => ({ id, version, name: skill.name, body: skill })));
		await tx.insert(t.rungVersion).values(book.rungVersions.map(({ hash, settings }) => ({ hash, body: settings })));
		await tx.insert(t.ladderVersion).values(book.ladderVersions.map(({ hash, ladder }) => ({ hash, body: ladder })));
		const name = (skill: string) => book.skills.find(({ id }) => id === skill)?.skill.name ?? skill;
		await tx.insert(t.ladder).values(
			all.flatMap((end) =>
				book.ladders.map(({ id, student, ladder, ...rest }) => ({
					...rest,
					id: id + end,
					student: student + end,
					name: name(rest.skill),
					body: ladder,
				})),
			),
		);
		// Everybody comes every week.
		await tx.insert(t.booking).values(
			all.flatMap((end) =>
				book.bookings.map(({ id, booking }) => ({
					id: id + end,
					name: "",
					body: { ...booking, students: booking.students.map((one) => one + end) },
				})),
			),
		);
	});
}

/** Which events each stretch of twenty weeks repeats, the earliest stretch first, until there are attempts enough. */
function inEras(events: readonly LogEvent[], { attempts, copies }: Size): { era: number; lessons: string[] }[] {
	const closed = new Set(
		events.flatMap((event) =>
			event.kind === "promise.kept" ? [event.body.promise] : event.kind === "unparked" ? [event.body.parked] : [],
		),
	);
	// What stays open today was not open twenty weeks before.
	const over = events.filter(
		({ kind, id, lesson }) => lesson !== null && !((kind === "promise" || kind === "parked") && !closed.has(id)),
	);
	const later = new Set(over.map(({ id }) => id));
	const inLessons = events.filter(({ id, lesson }) => lesson !== null && later.has(id));
	const each = inLessons.filter(({ kind }) => kind === "attempt").length * copies;
	const eras: { era: number; lessons: string[] }[] = [{ era: 0, lessons: events.map((one) => JSON.stringify(one)) }];
	for (let have = each; have < attempts; have += each) {
		const missing = (attempts - have) / copies;
		const kept = latest(inLessons, missing);
		eras.unshift({ era: eras.length, lessons: kept.map((one) => JSON.stringify(one)) });
	}
	return eras;
}

/** Whole lessons from the end, until they hold so many attempts. */
function latest(events: readonly LogEvent[], attempts: number): readonly LogEvent[] {
	const wanted = new Set<string | null>();
	let have = 0;
	for (const event of [...events].reverse()) {
		if (have >= attempts && !wanted.has(event.lesson)) break;
		wanted.add(event.lesson);
		if (event.kind === "attempt") have += 1;
	}
	return events.filter(({ lesson }) => wanted.has(lesson));
}

/** One event as another student's, so many stretches earlier: own ids, own days, references kept. */
function retold(text: string, copy: number, era: number, eras: number, book: Book): LogEvent {
	const tag = (copy * 256 + era).toString(16).padStart(4, "0");
	const end = suffix(copy);
	const told = text
		.replace(/\b([0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{8})[0-9a-f]{4}\b/g, `$1${tag}`)
		.replace(
			/"(\d{4}-\d\d-\d\d)(?=["T])/g,
			(_, day: string) => `"${new Date(Date.parse(day) - era * WEEKS * 7 * DAY).toISOString().slice(0, 10)}`,
		)
		.replace(/"(student|ladder)":"([^"]+)"/g, (_, name: string, id: string) => `"${name}":"${id}${end}"`)
		.replaceAll('"demo-phone"', `"phone-${copy}-${era}"`)
		// What came from home has a device of its own.
		.replace(/"device":"(?!phone-)([^"]+)"/, (_, device: string) => `"device":"${device}-${copy}-${era}"`);
	const event = JSON.parse(told) as LogEvent;
	return { ...event, lamport: event.lamport + (eras - era) * book.events.length };
}

const columns: [string, keyof LogEvent | keyof EventDraft][] = [
	...(["id", "act", "device", "dseq", "lamport", "at", "tz"] as const).map(
		(name) => [name, name] as [string, typeof name],
	),
	["local_day", "localDay"],
	...(["actor", "kind", "lesson"] as const).map((name) => [name, name] as [string, typeof name]),
	["set_id", "set"],
	...(["student", "ladder", "rung", "body", "hash"] as const).map((name) => [name, name] as [string, typeof name]),
];

/** Straight into the table: the hashes are right, and nobody else is writing. */
async function insert(store: Store, events: readonly LogEvent[]): Promise<void> {
	const sql = `insert into event (${columns.map(([column]) => column).join(", ")})
		select ${columns.map(([, name]) => `json_extract(value, '$.${name}')`).join(", ")} from json_each(?)`;
	for (let i = 0; i < events.length; i += 5000)
		await store.client.execute({ sql, args: [JSON.stringify(events.slice(i, i + 5000))] });
}

/** One hash over every row of every projection, in an order of their own. */
async function sealOf(store: Store): Promise<string> {
	const hash = createHash("sha256");
	const tables = [
		["lesson_digest", "lesson, day, opened, closed, body"],
		["lesson_work", "lesson, student, ladder, day"],
		["ladder_digest", "ladder, standing, unfounded, body"],
		["student_digest", "student, lessons, last, next"],
		["said", "id, kind, student, lesson, day, due, closed_by, lamport, text"],
		["link", "source, target"],
	] as const;
	for (const [table, names] of tables)
		for (let from = 0; ; from += 5000) {
			const { rows } = await store.client.execute(
				`select ${names} from ${table} order by ${names} limit 5000 offset ${from}`,
			);
			for (const row of rows) hash.update(JSON.stringify(Object.values(row)));
			if (rows.length < 5000) break;
		}
	return hash.digest("hex");
}
