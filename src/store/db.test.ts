import { mkdtempSync, renameSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { openStore, openStores, storeAt } from "./db";
import { studioMark } from "./studio";

/** The server's own store, on a file that somebody puts another in the place of. */

let folder: string;
beforeEach(() => {
	folder = mkdtempSync(join(tmpdir(), "peg-"));
});
afterEach(() => {
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
	const url = `file:${join(now, "studio.db")}`;
	const first = await storeAt(url);
	expect((await studioMark(first)).id).toBe(one);
	expect(await storeAt(url)).toBe(first);

	symlinkSync(join(folder, "other"), `${now}-next`);
	renameSync(`${now}-next`, now);
	const second = await storeAt(url);
	expect(second).not.toBe(first);
	expect((await studioMark(second)).id).toBe(other);
	expect(await storeAt(url)).toBe(second);
	// Whoever was still at it comes to an end, and what it wrote is where it was.
	expect((await studioMark(first)).id).toBe(one);
	for (const each of [first, second]) each.close();
});

test("a file that could not be opened is tried again", async () => {
	const url = `file:${join(folder, "one", "studio.db")}`;
	writeFileSync(join(folder, "one"), "a file where a folder should be");
	await expect(storeAt(url)).rejects.toThrow();
	rmSync(join(folder, "one"));
	const id = await make("one");
	const opened = await storeAt(url);
	expect((await studioMark(opened)).id).toBe(id);
	opened.close();
});

test("databases that nobody asked for are closed to make room; one that is asked for again is there again", async () => {
	const bound = process.env.PEG_OPEN_STUDIOS;
	process.env.PEG_OPEN_STUDIOS = "3";
	try {
		const urls = Array.from({ length: 9 }, (_, i) => `file:${join(folder, `studio${i}`, "studio.db")}`);
		const before = openStores();
		const opened = [];
		for (const [i, url] of urls.entries()) {
			opened.push(await storeAt(url, 100_000 * i));
			expect(openStores()).toBeLessThanOrEqual(Math.max(before, 3) + 1);
		}
		expect(openStores()).toBeLessThanOrEqual(3);
		// All asked for just now: up to twice as many, the least used is closed all the same.
		for (const url of urls) await storeAt(url, 1_000_000);
		expect(openStores()).toBeLessThanOrEqual(6);
		const [first] = urls as [string];
		const again = await storeAt(first, 1_000_001);
		expect((await studioMark(again)).id).toBe((await studioMark(opened[0] as typeof again)).id);
	} finally {
		if (bound === undefined) delete process.env.PEG_OPEN_STUDIOS;
		else process.env.PEG_OPEN_STUDIOS = bound;
	}
});

test("a database that a later version has opened is refused in a sentence, and left as it is", async () => {
	await make("one");
	const url = `file:${join(folder, "one", "studio.db")}`;
	const later = await openStore(url);
	await later.client.execute("insert into __drizzle_migrations (hash, created_at) values ('later', 99999999999999)");
	later.close();
	await expect(openStore(url)).rejects.toThrow("A newer Peg Ladder opened this database last. Update this one first.");
});
