import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Client } from "@libsql/client";
import { connect } from "@/store/engine/connect";
import { openStore, type Store } from "./db";
import { askToStop, beginJob, dropJob, findJob, hearOfJob, type JobRow } from "./jobs";

/** What is written of a job while another process holds the database, as one does that takes a workbook in. */

let folder: string;
let url: string;
let store: Store;
let other: Client;
const job: JobRow = { id: "one", kind: "take", state: "running", body: {}, heardAt: 1 };

beforeEach(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-"));
	url = `file:${join(folder, "studio.db")}`;
	store = await openStore(url);
	await beginJob(store, job, 2);
	other = connect(url, 0);
});
afterEach(() => {
	other.close();
	store.close();
	rmSync(folder, { recursive: true, force: true });
});

/** Begins the work while the other holds the database, and lets go of it after a while. */
async function whileHeld<T>(work: () => Promise<T>): Promise<T> {
	const held = await other.transaction("write");
	const asked = work();
	await new Promise((resolve) => setTimeout(resolve, 200));
	await held.commit();
	return asked;
}

test.each<[string, () => Promise<unknown>, Partial<JobRow> | null]>([
	["it is heard of", () => hearOfJob(store, { ...job, heardAt: 3 }), { heardAt: 3 }],
	["it is asked to stop", () => askToStop(store, job.id), { state: "stopped" }],
	["it is dropped", () => dropJob(store, job.id), null],
])("%s meanwhile: written once the database is free, and nobody is kept out afterwards", async (_, work, after) => {
	await whileHeld(work);
	const found = await findJob(store, job.id);
	if (after === null) expect(found).toBeNull();
	else expect(found).toMatchObject(after);
	// It is said once more a second later; whoever writes next, here or beside it, finds the database free.
	await hearOfJob(store, { ...job, heardAt: 4 });
	await store.write((tx) => tx.run("update studio set epoch = epoch"));
	const next = await other.transaction("write");
	await next.commit();
});
