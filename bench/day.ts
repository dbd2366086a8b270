import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { demoWorkbook } from "@demo/fill";
import type { LogEvent } from "@/core/log/event";
import { stageWorkbook } from "@/store/bulk/stage";
import { takeInStaged } from "@/store/bulk/takeIn";
import { openStore } from "@/store/db";
import { forkNamespace, makeNamespace, type Sqld, startSqld } from "@/store/engine/sqld";
import { catchUp } from "@/store/projection";
import { today } from "@/ui/dates";
import { few, share, verdict } from "./measure";
import { App, dice, lesson, megabytes, now, Phone, sleep, sockets, type Tally, tally } from "./phones";

/**
 * A day of 200 coaches, each with a studio of their own on one libSQL server, before two app
 * processes: six lessons each, phones that lose their signal and come back, one app process
 * killed at noon, and the wrap-ups of the evening all at once. What a coach feels is how long
 * a try takes until it is acknowledged: told beside one coach alone, before and after, in the
 * same run.
 */
const COACHES = Number(process.env.COACHES ?? few(200, 4));
const LESSONS = Number(process.env.LESSONS ?? few(6, 1));
/** Tries a lesson, and minutes the day takes here: of a real day every eighth try, at thirty times its pace. */
const TRIES = Number(process.env.TRIES ?? 12);
const MINUTES = Number(process.env.MINUTES ?? few(20, 0.5));
const ALONE_SECONDS = Number(process.env.ALONE ?? few(45, 4));
/** Events of the past that each studio begins with. */
const PAST = few(3000, 200);
const GOAL = 3;
/** The share of the day after which one app process is killed: while lessons are held. */
const NOON = 0.55;

async function studiosOn(sqld: Sqld, folder: string): Promise<string> {
	const template = await makeNamespace(sqld, "template");
	const store = await openStore(template);
	const book = JSON.parse(demoWorkbook(today())) as { events: LogEvent[] };
	book.events = [...book.events].sort((a, b) => a.lamport - b.lamport).slice(0, PAST);
	writeFileSync(join(folder, "template.json"), JSON.stringify(book));
	await stageWorkbook(join(folder, "template.json"), join(folder, "template.db"), template, () => {});
	await takeInStaged(join(folder, "template.db"), template, { mode: "whole", differing: "keep" });
	await catchUp(store);
	store.close();
	const studios = [];
	for (let i = 0; i < COACHES; i++) {
		await forkNamespace(sqld, "template", `c${i}`);
		studios.push({ name: `Coach ${i}`, host: `c${i}.localhost`, database: await makeNamespace(sqld, `c${i}`) });
	}
	writeFileSync(join(folder, "studios.json"), JSON.stringify({ studios }));
	return join(folder, "studios.json");
}

/** One coach alone, lesson after lesson. */
async function alone(apps: readonly App[], seed: number, phones: Phone[]): Promise<Tally> {
	const of = tally();
	const phone = new Phone("c0.localhost", apps, of, 0);
	phones.push(phone);
	const roll = dice(seed);
	const until = now() + ALONE_SECONDS * 1000;
	// Quicker than in the day, for more of them: nobody else is there to be waited for.
	while (now() < until) await lesson(phone, roll, 1.5 * TRIES, TRIES, () => now() > until);
	await phone.settled();
	await phone.get("/", of.pages);
	return of;
}

const ms = (n: number) => `${n.toFixed(n < 100 ? 1 : 0)} ms`;
const line = (name: string, all: readonly number[]) =>
	console.log(
		`  ${name.padEnd(34)} ${String(all.length).padStart(6)}   half ${ms(share(all, 0.5)).padStart(9)}   95 in 100 ${ms(share(all, 0.95)).padStart(9)}   99 in 100 ${ms(share(all, 0.99)).padStart(9)}   worst ${ms(Math.max(...all)).padStart(9)}`,
	);

export async function day(): Promise<void> {
	const folder = mkdtempSync(join(tmpdir(), "peg-day-"));
	const sqld = await startSqld(join(folder, "server"));
	const directory = await studiosOn(sqld, folder);
	const apps = [await App.start(directory, sqld.accessFile), await App.start(directory, sqld.accessFile)];
	const phones: Phone[] = [];
	const most = { memory: [0, 0, 0], sockets: [0, 0, 0] };
	const watch = setInterval(() => {
		for (const [i, pid] of [...apps.map((app) => app.pid), sqld.process.pid ?? 0].entries()) {
			most.memory[i] = Math.max(most.memory[i] ?? 0, megabytes(pid));
			most.sockets[i] = Math.max(most.sockets[i] ?? 0, sockets(pid));
		}
	}, 1000);
	try {
		await alone(apps, 1, phones);
		const before = await alone(apps, 2, phones);
		const all = tally();
		const evening = tally();
		const coaches = Array.from({ length: COACHES }, (_, i) => new Phone(`c${i}.localhost`, apps, all, i));
		phones.push(...coaches);
		const slot = (MINUTES * 60) / LESSONS;
		const noon = setTimeout(
			async () => {
				apps[0]?.kill();
				await sleep(3000);
				await apps[0]?.begin();
			},
			MINUTES * 60_000 * NOON,
		);
		const from = now();
		await Promise.all(
			coaches.map(async (phone, i) => {
				const roll = dice(1000 + i);
				for (let n = 0; n < LESSONS; n++) {
					// Somewhere in its slot; a lesson takes half of it.
					await sleep(from + 1000 * slot * (n + 0.45 * roll()) - now());
					await lesson(phone, roll, 0.45 * slot, TRIES);
				}
			}),
		);
		clearTimeout(noon);
		const took = (now() - from) / 1000;
		// The evening: everybody sits down at once.
		await Promise.all(
			coaches.map(async (phone) => {
				await phone.settled();
				await phone.get("/", evening.pages);
				await phone.get("/students/isolde", evening.pages);
			}),
		);
		const after = await alone(apps, 3, phones);

		const quiet = [...before.acknowledged, ...after.acknowledged];
		console.log(
			`${COACHES} coaches, ${LESSONS} lessons each, ${all.acknowledged.length} tries with a signal in ${took.toFixed(0)} s: ${(phones.reduce((n, phone) => n + phone.acked.length, 0) / took).toFixed(0)} events a second`,
		);
		line("one coach alone, until acknowledged", quiet);
		line("all of them, until acknowledged", all.acknowledged);
		line("one coach alone, a lesson’s pack", [...before.packs, ...after.packs]);
		line("all of them, a lesson’s pack", all.packs);
		line("the evening, two pages each at once", evening.pages);
		console.log(
			`  95 in 100: ${verdict(share(all.acknowledged, 0.95) / share(quiet, 0.95), GOAL)} (half: ${(share(all.acknowledged, 0.5) / share(quiet, 0.5)).toFixed(2)} times)`,
		);
		const errors = [...before.errors, ...all.errors, ...evening.errors, ...after.errors];
		console.log(
			`  errors: ${errors.length === 0 ? "none" : `${errors.length}: ${[...new Set(errors)].slice(0, 5).join("; ")}`}; requests that found their app process killed, and were made again: ${all.away}`,
		);
		console.log(
			`  at most: app processes ${most.memory[0]?.toFixed(0)} and ${most.memory[1]?.toFixed(0)} MB, ${most.sockets[0]} and ${most.sockets[1]} sockets; the database server ${most.memory[2]?.toFixed(0)} MB, ${most.sockets[2]} sockets`,
		);
		await compareAll(sqld, phones);
	} finally {
		clearInterval(watch);
		for (const app of apps) app.kill();
		await sqld.stop();
		rmSync(folder, { recursive: true, force: true });
	}
}

/** Every acknowledged event is in its studio once, and in no other. */
async function compareAll(sqld: Sqld, phones: readonly Phone[]): Promise<void> {
	let [events, lost, doubled, astray] = [0, 0, 0, 0];
	for (let i = 0; i < COACHES; i++) {
		const store = await openStore(`${sqld.url}#c${i}`);
		const { rows } = await store.client.execute("select id, device from event");
		store.close();
		const mine = phones.filter(({ host }) => host === `c${i}.localhost`);
		const devices = new Set(phones.map(({ device }) => device));
		const own = new Set(mine.map(({ device }) => device));
		const here = rows.filter((row) => devices.has(String(row.device)));
		astray += here.filter((row) => !own.has(String(row.device))).length;
		const ids = here.map((row) => String(row.id));
		doubled += ids.length - new Set(ids).size;
		const known = new Set(ids);
		for (const id of mine.flatMap(({ acked }) => acked)) {
			events += 1;
			if (!known.has(id)) lost += 1;
		}
	}
	console.log(
		`  ${events} acknowledged events held against ${COACHES} studios, id by id: ${lost} lost, ${doubled} doubled, ${astray} in another's`,
	);
}
