import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type Client, createClient } from "@libsql/client";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { NewerDatabase, openStore } from "./db";
import { eventsAfter } from "./events";
import { catchUp } from "./projection";
import { studioMark } from "./studio";

/** Databases of every version there was, made by the migrations of that time, opened by this one. */

const REAL = join(process.cwd(), "drizzle");
interface Journal {
	entries: { idx: number; when: number; tag: string }[];
}
const journal = JSON.parse(readFileSync(join(REAL, "meta", "_journal.json"), "utf8")) as Journal;
const tags = journal.entries.map(({ tag }) => tag);

let folder: string;
const before = process.env.PEG_MIGRATIONS;
beforeEach(() => {
	folder = mkdtempSync(join(tmpdir(), "peg-upgrade-"));
});
afterEach(() => {
	if (before === undefined) delete process.env.PEG_MIGRATIONS;
	else process.env.PEG_MIGRATIONS = before;
	rmSync(folder, { recursive: true, force: true });
});

/** The first so many migrations, as a folder of their own; `mend` changes the text of the last. */
function migrationsUpTo(count: number, mend: (sql: string) => string = (sql) => sql): string {
	const at = join(folder, `migrations-${count}`);
	mkdirSync(join(at, "meta"), { recursive: true });
	for (const name of readdirSync(REAL).filter((one) => one.endsWith(".sql"))) cpSync(join(REAL, name), join(at, name));
	const entries = journal.entries.slice(0, count);
	writeFileSync(join(at, "meta", "_journal.json"), JSON.stringify({ ...journal, entries }));
	const last = `${entries.at(-1)?.tag}.sql`;
	writeFileSync(join(at, last), mend(readFileSync(join(at, last), "utf8")));
	return at;
}

const url = () => `file:${join(folder, "studio.db")}`;
const columnsOf = async (client: Client, table: string): Promise<string[]> =>
	(await client.execute({ sql: "select name from pragma_table_info(?)", args: [table] })).rows.map((row) =>
		String(row.name),
	);
const makeOf = async (client: Client): Promise<unknown> => {
	const { rows } = await client.execute(
		"select name from sqlite_master where type = 'table' and name not like 'sqlite_%' and name not like '__drizzle%' order by name",
	);
	return Promise.all(
		rows.map(async ({ name }) => [name, (await columnsOf(client, String(name))).toSorted((a, b) => (a < b ? -1 : 1))]),
	);
};

/** What a database of that time holds: a lesson's events, written as they were then. */
async function fillThen(): Promise<Phone> {
	const phone = new Phone().begin(ladderWith(), "r2").row("ggmg1c1g");
	const client = createClient({ url: url() });
	const columns = await columnsOf(client, "event");
	for (const event of phone.events) {
		const row: Record<string, unknown> = {
			...Object.fromEntries(
				Object.entries(event).map(([key, value]) => [
					key.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`),
					value,
				]),
			),
			body: JSON.stringify(event.body),
			set_id: event.set,
			arrived_at: "2026-03-01T10:00:00.000Z",
		};
		const known = columns.filter((column) => row[column] !== undefined);
		await client.execute({
			sql: `insert into event (${known.map((one) => `"${one}"`).join(", ")}) values (${known.map(() => "?").join(", ")})`,
			args: known.map((column) => row[column] as string | number | null),
		});
	}
	client.close();
	return phone;
}

test.each(tags.map((tag, i) => [tag, i + 1] as const))(
	"one that stood at %s is brought up to date and loses nothing",
	async (_, count) => {
		process.env.PEG_MIGRATIONS = migrationsUpTo(count);
		const then = await openStore(url());
		const { id } = await studioMark(then);
		then.close();
		const phone = await fillThen();

		process.env.PEG_MIGRATIONS = REAL;
		const now = await openStore(url());
		const fresh = await openStore(`file:${join(folder, "fresh.db")}`);
		expect(await makeOf(now.client)).toEqual(await makeOf(fresh.client));
		fresh.close();
		expect((await now.client.execute("pragma integrity_check")).rows[0]?.[0]).toBe("ok");
		expect((await studioMark(now)).id).toBe(id);
		const { events } = await eventsAfter(now, 0);
		expect(events.map(({ id: event, hash }) => [event, hash])).toEqual(
			phone.events.map(({ id: event, hash }) => [event, hash]),
		);
		await catchUp(now);
		const { rows } = await now.client.execute("select body from lesson_digest");
		expect(JSON.parse(String(rows[0]?.body))).toMatchObject({ attempts: 7 });
		now.close();
		// And is one that the version of that time does not open any more.
		if (count === tags.length) return;
		process.env.PEG_MIGRATIONS = migrationsUpTo(count);
		await expect(openStore(url())).rejects.toThrow(NewerDatabase);
	},
);

test("a migration that broke off has done nothing, and is picked up again", async () => {
	process.env.PEG_MIGRATIONS = migrationsUpTo(tags.length - 2);
	(await openStore(url())).close();
	const phone = await fillThen();
	process.env.PEG_MIGRATIONS = migrationsUpTo(
		tags.length - 1,
		(sql) => `${sql}\n--> statement-breakpoint\nselect broken from nowhere;`,
	);
	await expect(openStore(url())).rejects.toThrow();
	process.env.PEG_MIGRATIONS = REAL;
	const now = await openStore(url());
	expect((await eventsAfter(now, 0)).events).toHaveLength(phone.events.length);
	expect((await now.client.execute("pragma integrity_check")).rows[0]?.[0]).toBe("ok");
	now.close();
});
