import { readFileSync, writeFileSync } from "node:fs";
import { createClient } from "@libsql/client";
import { backUpWhileWriting } from "../__tests__/backupWhileWriting";
import { at, live, store, url, workbook } from "../__tests__/smallStudio";
import { openStore } from "../db";
import { eventsAfter, pushEvents } from "../events";
import { catchUp } from "../projection";
import { studioMark } from "../studio";
import { backUp, checkBackup } from "./backup";
import { restoreBackup } from "./takeIn";

/** Back up and bring back, and delete for good, on real database files. */

describe("back up and bring back", () => {
	test("a backup holds one moment; brought back, it is that moment in a new epoch", async () => {
		const phone = await live();
		const moment = await workbook();
		await backUp(url(), at("backup.db"));
		phone.row("ggg");
		await pushEvents(store, "phone", phone.events);
		const { epoch } = await studioMark(store);
		writeFileSync(at("copy.db"), readFileSync(at("backup.db")));
		const says = await checkBackup(at("copy.db"), () => {});
		expect(says).toMatchObject({ ok: true, value: { students: 2, ladders: 2 } });
		await restoreBackup(at("copy.db"), url());
		await catchUp(store);
		expect(await workbook()).toBe(moment);
		expect(await studioMark(store)).toMatchObject({ epoch: epoch + 1 });
		// The phone sends again what it has; nothing is lost, nothing doubled.
		const { setAside } = await pushEvents(store, "phone", phone.events);
		expect(setAside).toEqual([]);
		expect((await eventsAfter(store, 0)).events).toHaveLength(phone.events.length);
	});

	test("while others write it holds one moment all the same; brought back elsewhere, it goes on from there", () =>
		backUpWhileWriting(url(), store, at("moment.db")));

	test("what is no backup, or was tampered with, is not brought back", async () => {
		writeFileSync(at("text.db"), "not a database at all, though quite long enough to look at ".repeat(40));
		expect(await checkBackup(at("text.db"), () => {})).toMatchObject({
			ok: false,
			refusals: [{ sentence: expect.stringContaining("The file is not a database") }],
		});
		await live();
		await backUp(url(), at("b.db"));
		const other = await openStore(`file:${at("b.db")}`);
		await other.client.execute(
			'update event set body = \'{"result":"hit","off":[],"judged":false}\' where kind = \'attempt\'',
		);
		other.close();
		const says = await checkBackup(at("b.db"), () => {});
		expect(says.ok ? [] : says.refusals.map((one) => one.sentence)).toContain(
			"The event's hash does not match its content.",
		);
	});
});

describe("a file that is no backup of one studio", () => {
	const change = async (...statements: string[]) => {
		await live();
		await backUp(url(), at("odd.db"));
		const client = createClient({ url: `file:${at("odd.db")}` });
		await client.execute("pragma foreign_keys = off");
		for (const one of statements) await client.execute(one);
		client.close();
		const says = await checkBackup(at("odd.db"), () => {});
		return says.ok ? "taken" : says.refusals[0]?.sentence;
	};
	const cases: [name: string, statements: string[], sentence: string][] = [
		[
			"a newer one",
			["insert into __drizzle_migrations (hash, created_at) values ('x', 99999999999999)"],
			"The backup was made by a newer Peg Ladder. Update this one first.",
		],
		[
			"a column nobody knows",
			["alter table student add column shoe text"],
			"The backup has an unknown part: column student.shoe. It was made by another version, or changed by hand.",
		],
		[
			"a trigger",
			["create trigger sly after insert on event begin delete from student; end"],
			"The backup has an unknown part: trigger sly. It was made by another version, or changed by hand.",
		],
		[
			"a table of somebody else's",
			["create table diary (words text)"],
			"The backup has an unknown part: table diary. It was made by another version, or changed by hand.",
		],
		[
			"a table that is gone",
			["drop table said"],
			"The backup lacks a part every studio has: table said. It was changed by hand.",
		],
		["no studio", ["delete from studio"], "The backup has no studio in it. Use an older one."],
		[
			"an epoch beyond counting",
			["update studio set epoch = 9007199254740993"],
			"The backup says it was restored 9007199254740993 times. That cannot be. Use an older one.",
		],
		[
			"an epoch that is none",
			["update studio set epoch = -3"],
			"The backup says it was restored -3 times. That cannot be. Use an older one.",
		],
		[
			"a text that is none",
			["update student set name = cast(x'c3' as text)"],
			"The file is damaged in its rows. Use an older backup.",
		],
		[
			"a broken character at the end of one text and half at the beginning of the next",
			["update student set name = cast(x'c3' as text), body = cast(x'a9' as text)"],
			"The file is damaged in its rows. Use an older backup.",
		],
		[
			"a name that is none",
			["pragma writable_schema = on", "update sqlite_master set name = cast(x'73c3' as text) where name = 'said'"],
			"The file is damaged",
		],
		[
			"orphans",
			["delete from student where id = 'zoe'"],
			"The backup has incomplete rows (ladder without its student). Use an older one.",
		],
	];
	test.each(cases)("%s is refused in a sentence", async (_, statements, sentence) => {
		expect(await change(...statements)).toContain(sentence);
	});

	test("bytes turned over anywhere are taken or refused in words, never thrown", async () => {
		await live();
		await backUp(url(), at("whole.db"));
		const whole = readFileSync(at("whole.db"));
		let refused = 0;
		for (let i = 0; i < 80; i++) {
			const bytes = Buffer.from(whole);
			const from = 100 + Math.floor(((whole.length - 200) * i) / 80);
			for (let n = 0; n < 64; n++) bytes[from + n] = (bytes[from + n] as number) ^ 0xff;
			writeFileSync(at(`turned-${i}.db`), bytes);
			const says = await checkBackup(at(`turned-${i}.db`), () => {});
			if (says.ok) continue;
			refused += 1;
			expect(says.refusals[0]?.sentence).toMatch(/\.$/);
		}
		// Most of so small a file is empty room between rows.
		expect(refused).toBeGreaterThan(6);
	});
});
