import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { findAccess, isPasscode, setPasscode } from "./access";
import { openStore, type Store } from "./db";

let folder: string;
let store: Store;
beforeEach(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-"));
	store = await openStore(`file:${join(folder, "studio.db")}`);
});
afterEach(() => {
	store.close();
	rmSync(folder, { recursive: true });
});

test("a passcode is known again in any way of writing its accents, and no other is", async () => {
	expect(await findAccess(store)).toBeNull();
	expect(await isPasscode(store, "anything")).toBe(false);
	expect(await setPasscode(store, "sac\u0327 \u00e0 dos")).toEqual({ ok: true, value: null });
	expect(await isPasscode(store, "sa\u00e7 a\u0300 dos")).toBe(true);
	expect(await isPasscode(store, "sa\u00e7 \u00e0 Dos")).toBe(false);
	expect(await isPasscode(store, "x".repeat(1_000_000))).toBe(false);
});

test("a new one ends the sessions of the old; nothing of it can be read in the database", async () => {
	await setPasscode(store, "first one");
	const before = await findAccess(store);
	await setPasscode(store, "second one");
	expect((await findAccess(store))?.secret).not.toBe(before?.secret);
	expect(await isPasscode(store, "first one")).toBe(false);
	const { rows } = await store.client.execute("select * from access");
	expect(rows).toHaveLength(1);
	expect(JSON.stringify(rows)).not.toContain("second");
});

test("too short or too long is refused in a sentence, and the old one stays", async () => {
	await setPasscode(store, "long enough");
	expect(await setPasscode(store, "abc")).toMatchObject({
		refusals: [{ sentence: expect.stringContaining("enter at least 6 letters") }],
	});
	expect(await setPasscode(store, "x".repeat(201))).toMatchObject({
		ok: false,
		refusals: [{ sentence: expect.stringContaining("enter at most 200 letters") }],
	});
	expect(await isPasscode(store, "long enough")).toBe(true);
});
