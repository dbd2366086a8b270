import { readFileSync, writeFileSync } from "node:fs";
import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { hashOf } from "@/core/hash/hash";
import type { LogEvent } from "@/core/log/event";
import { at, check, emptyStudio, live, sentences, store, student, take, url, workbook } from "../__tests__/smallStudio";
import { addFeed, isFeed, listFeeds, withdrawFeed } from "../bookings";
import { openStore } from "../db";
import { eraseStudent } from "../erase";
import { eventsAfter, pushEvents } from "../events";
import { catchUp } from "../projection";
import * as t from "../schema";
import { listQuarantine } from "../setAside";
import { listStudents, saveStudent } from "../students";
import { backUp, checkBackup } from "./backup";
import { readBackupState, writeBackupState } from "./backupState";
import { closedSince, keepClosed } from "./closedSince";
import { mendEvents } from "./mend";
import { restoreBackup } from "./takeIn";

/** What is kept comes back, to the last letter. */

test("a studio that an earlier version let an unkeepable letter into gives a backup and a workbook that come back", async () => {
	const phone = await live();
	const [first] = phone.events as [LogEvent];
	const forge = (change: object): LogEvent => {
		const { hash: _, ...rest } = { ...first, ...change } as LogEvent;
		return { ...rest, hash: hashOf(rest) } as LogEvent;
	};
	const forged = [
		forge({ id: "f1", device: "x", dseq: 1, at: "2026-03-01\u0000T10:00:00é" }),
		forge({ id: "f2", device: "x", dseq: 2, tz: "UTC\u0000", lesson: null }),
	];
	// As a version without this bound took them in.
	await store.write(async (tx) => void (await tx.insert(t.event).values(forged)));
	await backUp(url(), at("before.db"));
	expect((await checkBackup(at("before.db"), () => {})).ok).toBe(false);

	expect(await mendEvents(store)).toBe(2);
	expect(await mendEvents(store)).toBe(0);
	await catchUp(store);
	expect((await listQuarantine(store)).map(({ raw }) => JSON.parse(raw))).toEqual(forged);
	const before = await eventsAfter(store, 0);
	expect(before.events).toHaveLength(phone.events.length);

	await backUp(url(), at("after.db"));
	writeFileSync(at("copy.db"), readFileSync(at("after.db")));
	expect((await checkBackup(at("copy.db"), () => {})).ok).toBe(true);
	await restoreBackup(at("copy.db"), url());
	expect((await eventsAfter(store, 0)).events).toEqual(before.events);
	const { address, other } = await emptyStudio();
	const preview = await check(await workbook(), address);
	expect(sentences(preview)).toEqual([]);
	await take(preview.staging, { mode: "whole" }, address);
	expect((await eventsAfter(other, 0)).events.map(({ id }) => id).sort()).toEqual(
		before.events.map(({ id }) => id).sort(),
	);
	other.close();
});

const odd = fc.constantFrom(
	"\uFEFF",
	"\u200d",
	"\u202e",
	"e\u0301",
	"\t",
	"\n",
	" ",
	"👨‍👩‍👧",
	"\u2028",
	"\uFFFD",
	"\u0001",
	"a",
	'"',
	"\\",
);
const oddText = fc.array(odd, { minLength: 1, maxLength: 8 }).map((parts) => parts.join(""));

test("whatever letters a phone sends come back as they were: by push, backup and workbook", async () => {
	let device = 0;
	await fc.assert(
		fc.asyncProperty(fc.array(oddText, { minLength: 1, maxLength: 5 }), oddText, async (texts, name) => {
			device += 1;
			const phone = await live(`d${device}`, `lesson${device}`);
			const template = phone.events.find(({ kind }) => kind === "parked") as LogEvent;
			// As any program may send them, not as our fields make them.
			const raw = texts.map((text, i) => {
				const { hash: _, ...rest } = {
					...template,
					id: `${device}-${i}`,
					act: `${device}-${i}`,
					device: `e${device}`,
					dseq: i + 1,
					tz: text,
					body: { text },
				} as LogEvent;
				return { ...rest, hash: hashOf(rest) } as LogEvent;
			});
			expect((await pushEvents(store, `e${device}`, raw)).setAside).toEqual([]);
			await saveStudent(store, { ...student, name: `x${name}x` }, null, `s${device}`);
			const held = (await eventsAfter(store, 0)).events;
			expect(held.filter((event) => event.device === `e${device}`)).toEqual(raw);
			await backUp(url(), at("odd.db"));
			expect(await checkBackup(at("odd.db"), () => {})).toMatchObject({ ok: true });
			const { address, other } = await emptyStudio();
			const text = await workbook();
			const preview = await check(text, address);
			expect(sentences(preview)).toEqual([]);
			await take(preview.staging, { mode: "whole" }, address);
			await catchUp(other);
			expect(await workbook("studio", undefined, other)).toBe(text);
			other.close();
		}),
		{ numRuns: cases(4) },
	);
});

test("a backup of before says what was closed since; it stays closed, unless one says otherwise", async () => {
	await live();
	const token = "t".repeat(43);
	await addFeed(store, "My phone", token);
	await backUp(url(), at("old.db"));
	const copyOf = async (name: string) => {
		writeFileSync(at(name), readFileSync(at("old.db")));
		return openStore(`file:${at(name)}`);
	};
	await withdrawFeed(store, (await listFeeds(store))[0]?.id ?? "");
	await catchUp(store);
	await eraseStudent(store, "zoe");
	const copy = await copyOf("closed.db");
	expect(await closedSince(copy, store)).toEqual({
		links: [],
		feeds: [{ id: expect.any(String), name: "My phone" }],
		students: [{ id: "zoe", name: "Zoë" }],
	});
	await keepClosed(copy, store, []);
	copy.close();
	await restoreBackup(at("closed.db"), url());
	expect(await isFeed(store, token)).toBe(false);
	expect((await listStudents(store)).map(({ id }) => id)).toEqual(["student"]);

	const open = await copyOf("open.db");
	await keepClosed(open, store, ["feeds", "students"]);
	open.close();
	await restoreBackup(at("open.db"), url());
	expect(await isFeed(store, token)).toBe(true);
	expect((await listStudents(store)).map(({ id }) => id).sort()).toEqual(["student", "zoe"]);
});

test("how the newest backup is stays until the next; what cannot be read of it is not known", () => {
	expect(readBackupState(at(""))).toBeNull();
	const state = { at: "2026-11-02T10:00:00.000Z", sound: false, sentence: "The event's hash does not fit." };
	writeBackupState(at(""), state);
	expect(readBackupState(at(""))).toEqual(state);
	writeFileSync(at("newest-backup.json"), "half");
	expect(readBackupState(at(""))).toBeNull();
});
