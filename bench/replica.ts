import { copyFileSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createClient } from "@libsql/client";
import { drizzle } from "drizzle-orm/libsql";
import { restoreBackup } from "@/store/bulk/takeIn";
import { openStore, type Store } from "@/store/db";
import { accessTo } from "@/store/engine/serverAccess";
import { runSqld } from "@/store/engine/sqld";
import { lessonsOf, openLessons, studentDigests } from "@/store/lessons";
import { makePack } from "@/store/pack";
import { catchUp } from "@/store/projection";
import { openParked, openPromises } from "@/store/said";
import * as schema from "@/store/schema";
import { saveStudent } from "@/store/students";
import prepareDemo from "../e2e/setup";
import { demoFile, freePort } from "../e2e/studio";
import { against } from "./measure";

/**
 * Whether a read replica beside the app would pay: the questions of a pack and of a page, asked
 * of a replica in a file of this process against the server they are asked of now. A page must
 * show what was written before it was asked for, so the replica asks the server what is new first.
 */
export async function replica(): Promise<void> {
	await prepareDemo();
	const folder = mkdtempSync(join(tmpdir(), "peg-replica-"));
	// A server with one database: a replica has no way to say which namespace it follows.
	const server = await runSqld(join(folder, "server"), await freePort(), [
		"--grpc-listen-addr",
		`127.0.0.1:${await freePort()}`,
	]);
	const { url } = server;
	const near = createClient({
		url: `file:${join(folder, "replica.db")}`,
		syncUrl: url,
		authToken: accessTo(url)?.token,
	});
	let far: Store | null = null;
	try {
		far = await openStore(url);
		copyFileSync(demoFile, join(folder, "demo.db"));
		await restoreBackup(join(folder, "demo.db"), url);
		await catchUp(far);
		await near.sync();
		const there = far;
		const here: Store = { ...far, client: near, db: drizzle(near, { schema, casing: "snake_case" }) };
		const reads = {
			"a lesson's pack": (store: Store) => makePack(store, null),
			"a page's questions": (store: Store) =>
				Promise.all([
					studentDigests(store),
					openLessons(store),
					openPromises(store, undefined, 8),
					openParked(store, undefined, 8),
					lessonsOf(store, "isolde", 9),
				]),
		};
		const student = { name: "", strongSide: "left" as const, born: null, level: "steady" as const, kit: "", wish: "" };
		let written = 0;
		const write = async () => {
			written += 1;
			await saveStudent(
				there,
				{ ...student, protectedParts: [], name: `Somebody ${written}` },
				null,
				`bench-${written}`,
			);
		};
		const took = async (work: () => Promise<unknown>) => {
			const from = performance.now();
			await work();
			return performance.now() - from;
		};
		for (const [name, read] of Object.entries(reads))
			for (const [when, before] of [
				["nothing new", async () => {}],
				["something written just before", write],
			] as const)
				await against({
					name: `${name}, ${when}: from a replica in this process, brought up to date first`,
					baseline: "the same questions asked of the server",
					ours: async () => {
						await before();
						return took(async () => {
							await near.sync();
							await read(here);
						});
					},
					theirs: async () => {
						await before();
						return took(() => read(there));
					},
					turns: 30,
					unit: "ms",
					goal: null,
				});
	} finally {
		near.close();
		far?.close();
		await server.stop();
		rmSync(folder, { recursive: true, force: true });
	}
}
