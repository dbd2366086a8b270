import { mkdtempSync, readFileSync, rmSync, statSync } from "node:fs";
import { request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Phone } from "@/core/__tests__/phone";
import { backUpWhileWriting } from "@/store/__tests__/backupWhileWriting";
import { check, emptyStudio, live, student, take, workbook } from "@/store/__tests__/smallStudio";
import { backUp, checkBackup } from "@/store/bulk/backup";
import { restoreBackup } from "@/store/bulk/takeIn";
import { isDurable, openStore, type Store } from "@/store/db";
import { eventsAfter, pushEvents } from "@/store/events";
import { catchUp } from "@/store/projection";
import { saveStudent } from "@/store/students";
import { studioMark } from "@/store/studio";
import { connect } from "./connect";
import { newAccess } from "./serverAccess";
import { makeNamespace, type Sqld, startSqld } from "./sqld";

/** A studio on a real libSQL server does what one in a file does. */

let folder: string;
let sqld: Sqld;
const inFolder = (name: string) => join(folder, name);

beforeAll(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-server-"));
	sqld = await startSqld(inFolder("server"));
});
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

/** A question without a client of ours; unlike \`fetch\` it may name any host. */
const askPlainly = (url: string, method: string, headers: Record<string, string>, body = "") =>
	new Promise<{ status: number; text: string }>((resolve, reject) => {
		const asked = request(url, { method, headers }, async (answer) => {
			let text = "";
			for await (const piece of answer) text += String(piece);
			resolve({ status: answer.statusCode ?? 0, text });
		});
		asked.on("error", reject);
		asked.end(body);
	});
/** Every way in that the server has, and its administration. */
const ways = ["/v1/execute", "/v1/batch", "/v2/pipeline", "/v3/pipeline", "/v3-protobuf/pipeline", "/"];
const statement = { sql: "update student set name = 'Mallory'" };
const question = { requests: [{ type: "execute", stmt: statement }], stmt: statement, statements: [statement.sql] };
test.each([
	["no token", {}],
	["another start's token", { authorization: `Bearer ${newAccess("http://127.0.0.1:1").access.token}` }],
	["a page of another origin", { origin: "http://pages.example" }],
	["the studio's name as a host's", { host: "NAME.example" }],
])("without its secret the server answers nothing: %s", async (_, sent: Record<string, string>) => {
	const { store } = await studio();
	const headers = { ...sent, ...(sent.host ? { host: sent.host.replace("NAME", `studio${names}`) } : {}) };
	await saveStudent(store, student, null, "ida");
	const namespace = { "x-namespace-bin": Buffer.from(`studio${names}`).toString("base64").replace(/=+$/, "") };
	for (const within of [{}, namespace])
		for (const way of ways) {
			const asked = { "content-type": "application/json", ...within, ...headers };
			const answer = await askPlainly(sqld.url + way, "POST", asked, JSON.stringify(question));
			// No namespace is named: there is nothing by that name.
			expect([way, answer.status]).toEqual([way, answer.status === 404 && within !== namespace ? 404 : 401]);
		}
	for (const way of ["/dump", "/v2", "/v3"]) {
		const answer = await askPlainly(sqld.url + way, "GET", { ...namespace, ...headers });
		if (way === "/dump") expect(answer.status).toBe(401);
		expect(answer.text).not.toContain(student.name);
	}
	for (const act of ["create", "fork/mallory", "config"])
		expect(
			(await fetch(`${sqld.admin}/v1/namespaces/studio1/${act}`, { method: "POST", headers, body: "{}" })).status,
		).toBe(401);
	expect((await store.client.execute("select name from student")).rows[0]?.name).toBe(student.name);
	store.close();
});

test("its secret is a file that only who runs it can read, and no part of an address or a command line", async () => {
	const { url, store } = await studio();
	store.close();
	expect(statSync(sqld.accessFile).mode & 0o777).toBe(0o600);
	const { token, adminKey } = JSON.parse(readFileSync(sqld.accessFile, "utf8"));
	for (const secret of [token, adminKey]) {
		expect(url).not.toContain(secret);
		expect(sqld.process.spawnargs.join(" ")).not.toContain(secret);
	}
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
