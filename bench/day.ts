import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, readlinkSync, rmSync, writeFileSync } from "node:fs";
import { Agent, request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { demoWorkbook } from "@demo/fill";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { v7 as uuid } from "uuid";
import { beginLesson } from "@/core/commands/begin";
import { type EventDraft, envelope, type LogEvent } from "@/core/log/event";
import { hashEvent } from "@/core/log/parseEvent";
import type { Pack } from "@/core/pack/pack";
import { beginsOn, placeOn, variationOn } from "@/core/pack/placing";
import { stageWorkbook } from "@/store/bulk/stage";
import { takeInStaged } from "@/store/bulk/takeIn";
import { openStore } from "@/store/db";
import { catchUp } from "@/store/projection";
import { makeNamespace, type Sqld, startSqld } from "@/store/sqld";
import { today } from "@/ui/dates";
import { freePort } from "../e2e/studio";
import { share, verdict } from "./measure";

/**
 * A day of 200 coaches, each with a studio of their own on one libSQL server, before two app
 * processes: six lessons each, phones that lose their signal and come back, one app process
 * killed at noon, and the wrap-ups of the evening all at once. What a coach feels is how long
 * a try takes until it is acknowledged: told beside one coach alone, before and after, in the
 * same run.
 */
const COACHES = Number(process.env.COACHES ?? 200);
const LESSONS = 6;
/** Tries a lesson, and minutes the day takes here. A real day has four times the tries in sixty times the time. */
const TRIES = Number(process.env.TRIES ?? 24);
const MINUTES = Number(process.env.MINUTES ?? 10);
const ALONE_SECONDS = Number(process.env.ALONE ?? 45);
/** One lesson in five is held where there is no signal for a part of it. */
const DROPPED = 0.2;
/** Events of the past that each studio begins with. */
const PAST = 3000;
const GOAL = 3;

const sleep = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, Math.max(0, ms)));
const now = () => performance.now();

class App {
	private process: ChildProcess | null = null;
	private constructor(
		readonly port: number,
		private readonly studios: string,
	) {}
	static async start(studios: string): Promise<App> {
		const app = new App(await freePort(), studios);
		await app.begin();
		return app;
	}
	get pid(): number {
		return this.process?.pid ?? 0;
	}
	async begin(): Promise<void> {
		this.process = spawn(
			process.execPath,
			[join("node_modules", "next", "dist", "bin", "next"), "start", "-H", "127.0.0.1", "-p", String(this.port)],
			{
				stdio: ["ignore", "ignore", "inherit"],
				env: {
					...process.env,
					PEG_STUDIOS: this.studios,
					PEG_OPEN_STUDIOS: "100",
					NODE_ENV: "production",
					NEXT_TELEMETRY_DISABLED: "1",
				},
			},
		);
		for (let i = 0; i < 200; i++) {
			if ((await ask(this.port, "c0.localhost", "/api/health").catch(() => null))?.status === 200) return;
			await sleep(100);
		}
		throw new Error("the app did not answer");
	}
	kill(): void {
		this.process?.kill("SIGKILL");
	}
}

const agent = new Agent({ keepAlive: true, maxSockets: 400 });

const ask = (port: number, host: string, path: string, body?: string) =>
	new Promise<{ status: number; body: string }>((resolve, reject) => {
		const asked = request(
			{
				agent,
				port,
				host: "127.0.0.1",
				path,
				method: body === undefined ? "GET" : "POST",
				headers: { host, ...(body === undefined ? {} : { "content-type": "application/json" }) },
				timeout: 60_000,
			},
			(answer) => {
				const pieces: Buffer[] = [];
				answer.on("data", (piece: Buffer) => pieces.push(piece));
				answer.on("end", () => resolve({ status: answer.statusCode ?? 0, body: Buffer.concat(pieces).toString() }));
				answer.on("error", reject);
			},
		);
		asked.on("timeout", () => asked.destroy(new Error("timeout")));
		asked.on("error", reject);
		asked.end(body);
	});

interface Tally {
	/** Milliseconds from a touch to its acknowledgement, of what was touched with a signal. */
	acknowledged: number[];
	/** Milliseconds of pages and packs. */
	pages: number[];
	packs: number[];
	/** Answers that were errors. */
	errors: string[];
	/** Requests that found nobody: the app process had been killed. They are made again, at the other. */
	away: number;
}
const tally = (): Tally => ({ acknowledged: [], pages: [], packs: [], errors: [], away: 0 });

/** A coach's phone: it keeps what it writes until it is acknowledged, and has one request under way at a time. */
class Phone {
	readonly device = uuid();
	readonly acked: string[] = [];
	private waiting: { event: LogEvent; at: number; counted: boolean }[] = [];
	private dseq = 0;
	private lamport = 100_000;
	private signal = true;
	private sending: Promise<void> | null = null;
	private studio = { id: "", epoch: 1 };

	constructor(
		readonly host: string,
		private readonly apps: readonly App[],
		private readonly of: Tally,
		private turn: number,
	) {}

	private get port(): number {
		return this.apps[this.turn % this.apps.length]?.port ?? 0;
	}

	async get(path: string, into: number[]): Promise<string> {
		for (const from = now(); ; ) {
			try {
				const { status, body } = await ask(this.port, this.host, path);
				if (status !== 200) this.of.errors.push(`${path.split("?")[0]} ${status}`);
				else into.push(now() - from);
				return body;
			} catch {
				this.of.away += 1;
				this.turn += 1;
				await sleep(200);
			}
		}
	}

	async pack(): Promise<Pack> {
		const pack = JSON.parse(await this.get(`/api/pack?lesson=${uuid()}`, this.of.packs)) as Pack;
		this.studio = pack.studio;
		this.lamport = Math.max(this.lamport, (pack as { lamport?: number }).lamport ?? 0);
		return pack;
	}

	write(drafts: readonly (EventDraft & { id: string; lesson: string })[]): void {
		const when = { at: new Date().toISOString(), tz: "UTC", localDay: today() };
		for (const draft of drafts) {
			this.dseq += 1;
			this.lamport += 1;
			const place = { act: drafts[0]?.id ?? "", device: this.device, dseq: this.dseq, lamport: this.lamport };
			this.waiting.push({ event: hashEvent(envelope(draft, place, when)), at: now(), counted: this.signal });
		}
		this.send();
	}

	hasSignal(signal: boolean): void {
		this.signal = signal;
		if (signal) {
			// Back on a network, as often as not by another way in.
			this.turn += 1;
			this.send();
		}
	}

	private send(): void {
		if (!this.signal || this.waiting.length === 0) return;
		this.sending ??= this.exchange().finally(() => {
			this.sending = null;
			if (this.signal && this.waiting.length > 0) this.send();
		});
	}

	private async exchange(): Promise<void> {
		const batch = this.waiting.slice(0, 200);
		const body = JSON.stringify({
			studio: this.studio.id,
			epoch: this.studio.epoch,
			device: this.device,
			after: (batch[0]?.event.dseq ?? 1) - 1,
			events: batch.map(({ event }) => event),
		});
		try {
			const answer = await ask(this.port, this.host, "/api/push", body);
			if (answer.status !== 200) {
				this.of.errors.push(`push ${answer.status} ${answer.body.slice(0, 120)}`);
				return await sleep(500);
			}
			const { upTo, setAside } = JSON.parse(answer.body) as { upTo: number; setAside: { reason: string }[] };
			for (const { reason } of setAside) this.of.errors.push(`set aside: ${reason}`);
			const done = this.waiting.filter(({ event }) => event.dseq <= upTo);
			this.waiting = this.waiting.filter(({ event }) => event.dseq > upTo);
			for (const { event, at, counted } of done) {
				this.acked.push(event.id);
				if (counted) this.of.acknowledged.push(now() - at);
			}
		} catch {
			this.of.away += 1;
			this.turn += 1;
			await sleep(200);
		}
	}

	/** Until everything is acknowledged. */
	async settled(): Promise<void> {
		this.hasSignal(true);
		while (this.waiting.length > 0) await sleep(50);
	}
}

type Dice = () => number;
function dice(seed: number): Dice {
	const rng = xoroshiro128plus(seed);
	return () => (rng.next() >>> 0) / 2 ** 32;
}

/** One lesson: begun on a peg, so many tries, closed; where the signal goes it comes back later. */
async function lesson(phone: Phone, roll: Dice, seconds: number, stop: () => boolean = () => false): Promise<void> {
	const pack = await phone.pack();
	const ladder = pack.ladders[Math.floor(roll() * pack.ladders.length)];
	if (!ladder) throw new Error("the studio has no ladder");
	const id = uuid();
	const rung = beginsOn(ladder);
	const drafts = beginLesson(
		uuid,
		id,
		{ minutes: 45, wish: "", quick: false },
		ladder.student,
		placeOn(ladder, rung),
		variationOn(ladder, rung),
	).map((draft) => ({ ...draft, id: draft.id ?? uuid(), lesson: id }));
	const set = drafts.find(({ kind }) => kind === "set.opened")?.id ?? "";
	phone.write(drafts);
	const gone = roll() < DROPPED ? Math.floor(roll() * TRIES * 0.5) : TRIES;
	const back = gone + Math.floor(TRIES * (0.1 + 0.3 * roll()));
	for (let i = 0; i < TRIES && !stop(); i++) {
		await sleep((seconds * 1000 * (0.5 + roll())) / TRIES);
		if (i === gone) phone.hasSignal(false);
		if (i === back) phone.hasSignal(true);
		const attempt = { result: roll() < 0.7 ? "hit" : "miss", off: [], judged: true };
		phone.write([
			{
				id: uuid(),
				lesson: id,
				kind: "attempt",
				set,
				student: ladder.student,
				ladder: ladder.id,
				rung,
				body: attempt,
			} as EventDraft & { id: string; lesson: string },
		]);
	}
	phone.hasSignal(true);
	phone.write([
		{
			id: uuid(),
			lesson: id,
			kind: "lesson.closed",
			student: ladder.student,
			body: { remark: "", note: "", next: null },
		} as EventDraft & { id: string; lesson: string },
	]);
}

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
		const made = await fetch(`${sqld.admin}/v1/namespaces/template/fork/c${i}`, { method: "POST" });
		if (!made.ok) throw new Error(`no studio ${i}: ${await made.text()}`);
		studios.push({ name: `Coach ${i}`, host: `c${i}.localhost`, database: await makeNamespace(sqld, `c${i}`) });
	}
	writeFileSync(join(folder, "studios.json"), JSON.stringify({ studios }));
	return join(folder, "studios.json");
}

const megabytes = (pid: number): number => {
	try {
		return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;
	} catch {
		return 0;
	}
};
const sockets = (pid: number): number => {
	try {
		return readdirSync(`/proc/${pid}/fd`).filter((fd) => {
			try {
				return readlinkSync(`/proc/${pid}/fd/${fd}`).startsWith("socket:");
			} catch {
				return false;
			}
		}).length;
	} catch {
		return 0;
	}
};

/** One coach alone, at the pace of the day. */
async function alone(apps: readonly App[], seed: number, phones: Phone[]): Promise<Tally> {
	const of = tally();
	const phone = new Phone("c0.localhost", apps, of, 0);
	phones.push(phone);
	const roll = dice(seed);
	const until = now() + ALONE_SECONDS * 1000;
	const seconds = ((MINUTES * 60) / (LESSONS * 2)) * 0.9;
	while (now() < until) await lesson(phone, roll, seconds, () => now() > until);
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
	const apps = [await App.start(directory), await App.start(directory)];
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
			(MINUTES * 60_000) / 2,
		);
		const from = now();
		await Promise.all(
			coaches.map(async (phone, i) => {
				const roll = dice(1000 + i);
				for (let n = 0; n < LESSONS; n++) {
					// Somewhere in its slot; a lesson takes half of it.
					await sleep(from + 1000 * slot * (n + 0.45 * roll()) - now());
					await lesson(phone, roll, 0.45 * slot);
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
