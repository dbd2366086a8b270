import { type ChildProcess, spawn } from "node:child_process";
import { readdirSync, readFileSync, readlinkSync } from "node:fs";
import { Agent, request } from "node:http";
import { join } from "node:path";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { v7 as uuid } from "uuid";
import { beginLesson } from "@/core/commands/begin";
import { type EventDraft, envelope, type LogEvent } from "@/core/log/event";
import { hashEvent } from "@/core/log/parseEvent";
import type { Pack } from "@/core/pack/pack";
import { beginsOn, placeOn, variationOn } from "@/core/pack/placing";
import { today } from "@/ui/dates";
import { freePort } from "../e2e/studio";

/** Phones that hold lessons against app processes, for the benches that last: as a device does, without a screen. */

/** One lesson in five is held where there is no signal for a part of it. */
const DROPPED = 0.2;

export const sleep = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, Math.max(0, ms)));
export const now = () => performance.now();

export class App {
	private process: ChildProcess | null = null;
	private constructor(
		readonly port: number,
		private readonly studios: string,
		private readonly accessFile: string | undefined,
	) {}
	/** @param accessFile where the database server's secret is kept */
	static async start(studios: string, accessFile?: string): Promise<App> {
		const app = new App(await freePort(), studios, accessFile);
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
					...(this.accessFile ? { PEG_SERVER_ACCESS: this.accessFile } : {}),
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

type Answer = { status: number; body: string };

/** The server closes a connection that nobody used for a while: one that was just taken up again is taken for none. */
export const ask = (port: number, host: string, path: string, body?: string): Promise<Answer> =>
	new Promise<Answer>((resolve, reject) => {
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
		asked.on("error", (error: NodeJS.ErrnoException) => {
			if (asked.reusedSocket && error.code === "ECONNRESET") resolve(ask(port, host, path, body));
			else reject(error);
		});
		asked.end(body);
	});

export interface Tally {
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
export const tally = (): Tally => ({ acknowledged: [], pages: [], packs: [], errors: [], away: 0 });

/** A coach's phone: it keeps what it writes until it is acknowledged, and has one request under way at a time. */
export class Phone {
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
export function dice(seed: number): Dice {
	const rng = xoroshiro128plus(seed);
	// The first numbers of neighbouring seeds are almost the same: everybody would begin in one instant.
	for (let i = 0; i < 20; i++) rng.next();
	return () => (rng.next() >>> 0) / 2 ** 32;
}

/** One lesson: begun on a peg, so many tries, closed; where the signal goes it comes back later. */
export async function lesson(
	phone: Phone,
	roll: Dice,
	seconds: number,
	tries: number,
	stop: () => boolean = () => false,
): Promise<void> {
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
	const gone = roll() < DROPPED ? Math.floor(roll() * tries * 0.5) : tries;
	const back = gone + Math.floor(tries * (0.1 + 0.3 * roll()));
	for (let i = 0; i < tries && !stop(); i++) {
		await sleep((seconds * 1000 * (0.5 + roll())) / tries);
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

/** What a process holds, in megabytes. */
export const megabytes = (pid: number): number => {
	try {
		return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;
	} catch {
		return 0;
	}
};
/** How many connections a process has open. */
export const sockets = (pid: number): number => {
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
