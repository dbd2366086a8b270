import { mkdtempSync, renameSync, rmSync, symlinkSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { openStore, store } from "./db";
import { studioMark } from "./studio";

/** The server's own store, on a file that somebody puts another in the place of. */

let folder: string;
const before = process.env.DATABASE_URL;

beforeEach(() => {
	folder = mkdtempSync(join(tmpdir(), "peg-"));
});
afterEach(() => {
	process.env.DATABASE_URL = before;
	rmSync(folder, { recursive: true, force: true });
});

const make = async (name: string): Promise<string> => {
	const made = await openStore(`file:${join(folder, name, "studio.db")}`);
	const { id } = await studioMark(made);
	made.close();
	return id;
};

test("one store a process, until another file stands in its place", async () => {
	const [one, other] = [await make("one"), await make("other")];
	const now = join(folder, "now");
	symlinkSync(join(folder, "one"), now);
	process.env.DATABASE_URL = `file:${join(now, "studio.db")}`;
	const first = await store();
	expect((await studioMark(first)).id).toBe(one);
	expect(await store()).toBe(first);

	symlinkSync(join(folder, "other"), `${now}-next`);
	renameSync(`${now}-next`, now);
	const second = await store();
	expect(second).not.toBe(first);
	expect((await studioMark(second)).id).toBe(other);
	expect(await store()).toBe(second);
	// Whoever was still at it comes to an end, and what it wrote is where it was.
	expect((await studioMark(first)).id).toBe(one);
	for (const each of [first, second]) each.close();
});

test("a file that could not be opened is tried again", async () => {
	process.env.DATABASE_URL = `file:${join("/dev/null", "no", "studio.db")}`;
	await expect(store()).rejects.toThrow();
	const id = await make("one");
	process.env.DATABASE_URL = `file:${join(folder, "one", "studio.db")}`;
	const opened = await store();
	expect((await studioMark(opened)).id).toBe(id);
	opened.close();
});

test("a database that a later version has opened is refused in a sentence, and left as it is", async () => {
	await make("one");
	const url = `file:${join(folder, "one", "studio.db")}`;
	const later = await openStore(url);
	await later.client.execute("insert into __drizzle_migrations (hash, created_at) values ('later', 99999999999999)");
	later.close();
	await expect(openStore(url)).rejects.toThrow("was last opened by a newer Peg Ladder; update this one first.");
});
