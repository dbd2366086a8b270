import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Phone } from "@/core/__tests__/phone";
import { backUpWhileWriting } from "./__tests__/backupWhileWriting";
import { check, emptyStudio, live, student, take, workbook } from "./__tests__/smallStudio";
import { backUp, checkBackup } from "./bulk/backup";
import { restoreBackup } from "./bulk/takeIn";
import { connect } from "./connect";
import { isDurable, openStore, type Store } from "./db";
import { eventsAfter, pushEvents } from "./events";
import { catchUp } from "./projection";
import { makeNamespace, type Sqld, startSqld } from "./sqld";
import { saveStudent } from "./students";
import { studioMark } from "./studio";

/** A studio on a real libSQL server does what one in a file does. */

let folder: string;
let sqld: Sqld;
const inFolder = (name: string) => join(folder, name);

beforeAll(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-server-"));
	sqld = await startSqld(inFolder("server"));
}, 30_000);
afterAll(async () => {
	await sqld.stop();
	rmSync(folder, { recursive: true, force: true });
});

let names = 0;
const studio = async (): Promise<{ url: string; store: Store }> => {
	names += 1;
	const url = await makeNamespace(sqld, `studio${names}`);
	return { url, store: await openStore(url) };
};
const bring = async (text: string, url: string) => take((await check(text, url)).staging, { mode: "whole" }, url);

test("it is as safe as a file: on its disk when a write returns, and nothing names what is not there", async () => {
	const { url, store } = await studio();
	expect(await isDurable(store)).toBe(true);
	await expect(
		store.client.execute("insert into ladder_revision (id, ladder, version) values ('a', 'nobody', 'none')"),
	).rejects.toThrow(/FOREIGN KEY/);
	// Opened twice at once, and again: brought up to date once.
	const others = await Promise.all([openStore(url), openStore(url)]);
	for (const other of others) other.close();
	store.close();
});

test("namespaces are apart: what is in one is not in another", async () => {
	const [one, other] = [await studio(), await studio()];
	await saveStudent(one.store, student, null, "ida");
	expect((await other.store.client.execute("select id from student")).rows).toEqual([]);
	expect((await studioMark(one.store)).id).not.toBe((await studioMark(other.store)).id);
	one.store.close();
	other.store.close();
});

test("two that write at once wait for each other; nothing is lost or doubled", async () => {
	const { url, store } = await studio();
	const other = await openStore(url);
	const phones = ["a", "b", "c", "d"].map((name) => {
		const phone = new Phone(name, `lesson-${name}`);
		for (let i = 0; i < 30; i++) phone.write([{ kind: "note", body: { text: `${name} ${i}` } }]);
		return phone;
	});
	const push = (through: Store, phone: Phone) => pushEvents(through, phone.device, phone.events);
	await Promise.all(phones.flatMap((phone) => [push(store, phone), push(other, phone)]));
	const { events } = await eventsAfter(store, 0);
	expect(events.map(({ id }) => id).sort()).toEqual(phones.flatMap((p) => p.events.map(({ id }) => id)).sort());
	other.close();
	store.close();
});

test("out, in, backup, restore: the same as in a file, byte for byte", async () => {
	await live();
	const before = await workbook();
	const { url, store } = await studio();
	await bring(before, url);
	await catchUp(store);
	expect(await workbook("studio", undefined, store)).toBe(before);

	// A merge says what is here already, and does nothing twice.
	const again = await check(before, url);
	expect(again.sections.students).toEqual({ fresh: 0, same: 2, other: 0 });
	expect(again.refusals).toEqual([]);
	await take(again.staging, {}, url);
	expect(await workbook("studio", undefined, store)).toBe(before);

	// One moment, in a file; what came after is gone when it is brought back, in a new epoch.
	await backUp(url, inFolder("backup.db"));
	await saveStudent(store, student, null, "ida");
	const { epoch } = await studioMark(store);
	expect(await checkBackup(inFolder("backup.db"), () => {})).toMatchObject({ ok: true, value: { students: 2 } });
	await restoreBackup(inFolder("backup.db"), url);
	await catchUp(store);
	expect(await workbook("studio", undefined, store)).toBe(before);
	expect((await studioMark(store)).epoch).toBe(epoch + 1);
	const tables = await store.client.execute("select name from sqlite_master where name like 'staged%'");
	expect(tables.rows).toEqual([]);

	// And the same file is a studio by itself, or comes back into one in a file.
	const { address, other } = await emptyStudio();
	await restoreBackup(inFolder("backup.db"), address);
	expect(await workbook("studio", undefined, other)).toBe(before);
	other.close();
	store.close();
}, 60_000);

test("a backup that is made while others write holds one moment; brought back in a file, it goes on from there", async () => {
	const { url, store } = await studio();
	await backUpWhileWriting(url, store, inFolder("moment.db"));
	store.close();
}, 60_000);

test("a transfer that breaks off leaves all as it was, and nothing of itself", async () => {
	const before = await workbook();
	const { url, store } = await studio();
	await bring(before, url);
	const { staging } = await check(before.replace('"Ida"', '"Zelda"'), url);
	// A staging file that lacks its last section: the transfer ends in the middle.
	const staged = connect(`file:${staging}`);
	await staged.execute("drop table setAside");
	staged.close();
	await expect(take(staging, { mode: "whole" }, url)).rejects.toThrow();
	expect(await workbook("studio", undefined, store)).toBe(before);
	const left = await store.client.execute("select name from sqlite_master where name like 'staged%'");
	expect(left.rows).toEqual([]);
	store.close();
});
