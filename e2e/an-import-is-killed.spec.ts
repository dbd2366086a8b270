import { spawn } from "node:child_process";
import { copyFileSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { catchUp } from "@/store/projection";
import { studioMark } from "@/store/studio";
import { demoFile, expect, type Studio, test } from "./studio";

/** Whoever brings a whole studio in, or back, may be killed at any moment: all of it is there then, or nothing. */

const KILLS = Number(process.env.KILLS ?? 5);
const job = (studio: Studio, words: string[], killAfterMs?: number, database = studio.database) =>
	new Promise<{ ended: boolean; ms: number }>((resolve, reject) => {
		const from = performance.now();
		const child = spawn(process.execPath, [join(".next", "jobs", "records.mjs"), ...words], {
			stdio: ["ignore", "pipe", "inherit"],
			env: { ...studio.beside(database), NODE_ENV: "production" },
		});
		let said = "";
		child.stdout.on("data", (piece: Buffer) => {
			said += String(piece);
		});
		const kill = killAfterMs === undefined ? null : setTimeout(() => child.kill("SIGKILL"), killAfterMs);
		child.once("exit", (code, signal) => {
			if (kill) clearTimeout(kill);
			if (code !== 0 && signal === null) reject(new Error(`${words[0]}: ${said.slice(-300)}`));
			else resolve({ ended: signal === null, ms: performance.now() - from });
		});
	});

/** Which of the two studios is here, in whole; an odd mixture is told as what it is. */
const found = (studio: Studio) =>
	studio.inStore(async ({ client }) => {
		const one = async (sql: string) => (await client.execute(sql)).rows[0]?.n;
		const names = (await client.execute("select name from student order by id")).rows.map(({ name }) => String(name));
		return {
			names,
			events: await one("select count(*) as n from event"),
			versions: await one("select count(*) as n from rung_version"),
			orphans: (await client.execute("pragma foreign_key_check")).rows.length,
		};
	});

test("an import and a restore are killed again and again: all of it or nothing, and what follows is right", {
	tag: "@both",
}, async ({ studio }) => {
	test.setTimeout(60_000 + KILLS * 15_000);
	const at = (name: string) => join(studio.folder, name);
	// A smaller studio than the demo's: a kill is to fall into the taking in, not into the reading.
	copyFileSync(demoFile, at("demo.db"));
	const odile = ["export", at("one.json"), JSON.stringify({ of: "student", id: "odile" })];
	await job(studio, odile, undefined, `file:${at("demo.db")}`);
	await job(studio, ["check", at("one.json"), at("one.staging")]);
	await job(studio, ["take", at("one.staging"), JSON.stringify({ mode: "whole", differing: "keep" })]);
	await job(studio, ["backup", at("first.db")]);
	await job(studio, ["checkBackup", at("first.db"), at("first.copy")]);
	const first = await found(studio);
	expect(first).toMatchObject({ names: [expect.stringContaining("Odile")], orphans: 0 });

	const book = JSON.parse(readFileSync(at("one.json"), "utf8"));
	book.students[0].student.name = "Somebody else";
	writeFileSync(at("two.json"), JSON.stringify(book));
	await job(studio, ["check", at("two.json"), at("two.staging")]);
	const forth = (n: number) => {
		copyFileSync(at("two.staging"), at(`two-${n}.staging`));
		return ["take", at(`two-${n}.staging`), JSON.stringify({ mode: "whole", differing: "keep" })];
	};
	const back = (n: number) => {
		copyFileSync(at("first.copy"), at(`first-${n}.copy`));
		return ["restore", at(`first-${n}.copy`), at("safety.db")];
	};
	const took = { forth: (await job(studio, forth(0))).ms, back: 0 };
	const second = await found(studio);
	expect(second).toEqual({ ...first, names: ["Somebody else"] });
	took.back = (await job(studio, back(0))).ms;
	expect(await found(studio)).toEqual(first);

	let [killed, epoch] = [0, (await studio.inStore(studioMark)).epoch];
	for (let n = 1; killed < KILLS && n <= 3 * KILLS; n++) {
		const isFirst = (await found(studio)).names[0] === first.names[0];
		const [way, words] = isFirst ? (["forth", forth(n)] as const) : (["back", back(n)] as const);
		const { ended, ms } = await job(studio, words, took[way] * (0.25 + (0.8 * (killed + 0.5)) / KILLS));
		// One that came to its end first was quicker than the one before: the next blow falls sooner.
		if (ended) took[way] = Math.min(took[way] * 0.8, ms);
		else killed += 1;
		const now = await found(studio);
		const changed = now.names[0] !== (isFirst ? first : second).names[0];
		expect(now).toEqual(isFirst === changed ? second : first);
		// Devices are told of another studio when it is one, and not before.
		const mark = await studio.inStore(studioMark);
		expect(mark.epoch > epoch).toBe(changed);
		epoch = mark.epoch;
	}
	expect(killed).toBe(KILLS);

	// It goes on as if nothing had been, and what follows from the log is that of the log.
	await job(studio, back(3 * KILLS + 1));
	expect(await found(studio)).toEqual(first);
	await studio.inStore(async (store) => {
		await catchUp(store);
		const left = await store.client.execute("select name from sqlite_master where name like 'staged%'");
		expect(left.rows).toEqual([]);
	});
	await job(studio, ["export", at("again.json"), JSON.stringify({ of: "student", id: "odile" })]);
	expect(readFileSync(at("again.json")).equals(readFileSync(at("one.json")))).toBe(true);
});
