import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { connect } from "@/store/engine/connect";
import { allowance, dropOldAllowances } from "./allowance";
import { openStore, type Store } from "./db";

/** How often somebody may ask is counted by all processes of a studio together. */

let folder: string;
let stores: Store[];
const url = () => `file:${join(folder, "studio.db")}`;
beforeEach(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-allowance-"));
	stores = [await openStore(url()), await openStore(url())];
});
afterEach(() => {
	for (const store of stores) store.close();
	rmSync(folder, { recursive: true, force: true });
});

const twoProcesses = (points = 5) => stores.map((store) => allowance(store, "guess", { points, duration: 60 }));
const asked = async (limiter: ReturnType<typeof allowance>, key: string): Promise<boolean> =>
	limiter.consume(key).then(
		() => true,
		() => false,
	);

test("two processes count together, key by key", async () => {
	const [one, other] = twoProcesses() as [ReturnType<typeof allowance>, ReturnType<typeof allowance>];
	const got = [];
	for (let i = 0; i < 8; i++) got.push(await asked(i % 2 === 0 ? one : other, "10.0.0.7"));
	expect(got).toEqual([true, true, true, true, true, false, false, false]);
	expect(await asked(other, "10.0.0.8")).toBe(true);
	// Given back by one, it is there for the other.
	await one.delete("10.0.0.7");
	expect(await asked(stores[1] ? allowance(stores[1], "guess", { points: 5, duration: 60 }) : other, "10.0.0.7")).toBe(
		true,
	);
});

test("thirty at once are counted once each", async () => {
	const both = twoProcesses(10) as [ReturnType<typeof allowance>, ReturnType<typeof allowance>];
	const got = await Promise.all(Array.from({ length: 30 }, (_, i) => asked(both[i % 2] ?? both[0], "all")));
	const let_ = got.filter(Boolean).length;
	// While one holds the file the other counts by itself: never fewer than may ask, never twice as many.
	expect(let_).toBeGreaterThanOrEqual(10);
	expect(let_).toBeLessThanOrEqual(20);
});

test("while the database is held by another program a process counts alone", async () => {
	const [one] = twoProcesses(3) as [ReturnType<typeof allowance>];
	const holder = connect(url());
	const held = await holder.transaction("write");
	await held.execute("insert into allowance (key, points) values ('x', 1)");
	const got = [];
	for (let i = 0; i < 5; i++) got.push(await asked(one, "10.0.0.9"));
	expect(got).toEqual([true, true, true, false, false]);
	await held.rollback();
	holder.close();
});

test("counts whose time is over go", async () => {
	const [one] = twoProcesses() as [ReturnType<typeof allowance>];
	await one.consume("10.0.0.7");
	await dropOldAllowances(stores[0] as Store, Date.now() + 30_000);
	const left = async () => (await stores[0]?.client.execute("select key from allowance"))?.rows.length;
	expect(await left()).toBe(1);
	await dropOldAllowances(stores[0] as Store, Date.now() + 90_000);
	expect(await left()).toBe(0);
});
