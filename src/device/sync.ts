import * as z from "zod/mini";
import type { LogEvent } from "@/core/log/event";
import { parseEvent } from "@/core/log/parseEvent";
import { Pack } from "@/core/pack/pack";
import type { Local, Outgoing } from "./local";
import { keepText, readKept } from "./localKeep";
import { now } from "./now";
import { StudioMark } from "./studio";

/** `more`: there are others after these, which are asked for next. */
const News = { events: z.array(z.unknown()), arrival: z.number(), more: z.optional(z.boolean()) };
export const Pushed = z.object({
	studio: StudioMark,
	upTo: z.number(),
	setAside: z.array(z.object({ dseq: z.number(), reason: z.string() })),
	news: z.optional(z.object(News)),
});
export const Moved = z.object({ studio: StudioMark });
const Pulled = z.object({ studio: StudioMark, lamport: z.optional(z.number()), ...News });

const BATCH = 200;
/** And no more than this at once: sets of a long ladder weigh a hundred times what a try does. */
const BATCH_CHARS = 1_500_000;

/** As many of these, from the first on, as go in one request; one always does. */
export function lightEnough<T>(events: readonly T[], most = BATCH_CHARS): T[] {
	let chars = 0;
	const over = events.findIndex((event) => {
		chars += JSON.stringify(event).length;
		return chars > most;
	});
	return over < 0 ? [...events] : events.slice(0, Math.max(1, over));
}
const PATIENCE_MS = 8000;
/** How often one exchange may be sent back to an earlier number, or to another epoch, before it gives up until the next. */
const SENT_BACK = 5;

/** The server says one thing and then another: nothing is gained by asking on. */
export class NoAgreement extends Error {
	constructor() {
		super("the server and this device do not agree on what was sent");
	}
}

/** The server says that nobody is signed in on this device any more. */
export class SignedOut extends Error {
	constructor() {
		super("the session has ended");
	}
}

/** The server belongs to another studio now: nothing of this one may go there. */
export class OtherStudio extends Error {
	constructor(readonly studio: StudioMark) {
		super("the server holds another studio");
	}
}

/** A question asked while there was no signal may hang long after there is one again: then it is given up, and asked anew. */
async function patiently(path: string, init: RequestInit, patience: number): Promise<Response> {
	const given = new AbortController();
	const giveUp = () => given.abort();
	const timer = setTimeout(giveUp, patience);
	globalThis.addEventListener?.("online", giveUp);
	try {
		return await fetch(path, { ...init, cache: "no-store", signal: given.signal });
	} finally {
		clearTimeout(timer);
		globalThis.removeEventListener?.("online", giveUp);
	}
}

async function ask(path: string, init?: RequestInit, patience = PATIENCE_MS): Promise<Response> {
	const response = await patiently(path, init ?? {}, patience);
	if (response.status === 401) throw new SignedOut();
	if (!response.ok && response.status !== 409) throw new Error(`${path} answered ${response.status}`);
	return response;
}

export interface PushReport {
	/** Everything up to this number is with the server. */
	acked: number;
	waiting: number;
	setAside: string[];
	/** What others wrote in the lesson that was asked for. */
	news: LogEvent[];
}

/** Sends what waits, oldest first, until nothing does. Sending twice does no harm. */
export const push = (local: Local): Promise<PushReport> => exchange(local);

/**
 * Sends what waits, and fetches what others wrote in a lesson since last time, in as few
 * questions as it takes. `known` is the last own number this page has seen: what another
 * page of this device wrote in the lesson comes along.
 *
 * @throws NoAgreement where the server goes back again and again
 */
export async function exchange(local: Local, lesson?: string, known = 0): Promise<PushReport> {
	const report: PushReport = { acked: 0, waiting: 0, setAside: [], news: [] };
	if (await local.isLocked()) await unlock(local);
	const asking: Asking = { lesson: lesson ?? null, known };
	for (let back = 0; back <= SENT_BACK; ) {
		const out = await local.outgoing(BATCH, lesson);
		Object.assign(report, { acked: out.acked, waiting: out.waiting });
		const went =
			out.events.length === 0
				? await fetchNews(local, out, asking, report)
				: await sendBatch(local, out, asking, report);
		if (went === "done") return report;
		// Every batch that goes forward brings the end nearer; only what goes back could go on for ever.
		if (went === "back") back += 1;
	}
	throw new NoAgreement();
}

/** Somebody left this device before all was sent: once the server answers whoever is here now, it goes on. */
async function unlock(local: Local): Promise<void> {
	await ask("/api/pull?lesson=none&after=0&order");
	for (const [name, text] of Object.entries(await local.unlock())) if (readKept(name) === null) keepText(name, text);
}

/** The lesson that news are still wanted of; null when they are here, or were not asked for. */
interface Asking {
	lesson: string | null;
	known: number;
}

async function fetchNews(local: Local, out: Outgoing, { lesson, known }: Asking, report: PushReport) {
	if (lesson === null) return "done";
	const news = await newsSince(out, local, lesson, known);
	// The answer told of a restore: what the server lacks now goes out at once.
	if (news === null) return "back";
	report.news = report.news.concat(news.events);
	return news.more ? "on" : "done";
}

async function sendBatch(local: Local, out: Outgoing, asking: Asking, report: PushReport) {
	const { lesson, known } = asking;
	const said = await send(local, out, lesson === null ? undefined : { lesson, after: out.arrival, known });
	if (said === null) return "back";
	report.setAside.push(...said.setAside.map((one) => one.reason));
	await local.acknowledged(said.upTo);
	if (said.news && lesson !== null) {
		report.news = report.news.concat(await takeNews(local, lesson, out.arrival, said.news));
		if (!said.news.more) asking.lesson = null;
	}
	return said.upTo > out.acked ? "on" : "back";
}

/** Sends one batch; null where the answer was that the server is in another epoch now. */
async function send(
	local: Local,
	out: Outgoing,
	wants: { lesson: string; after: number; known: number } | undefined,
): Promise<z.infer<typeof Pushed> | null> {
	const response = await ask("/api/push", {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: JSON.stringify({
			studio: local.studio,
			epoch: out.epoch || 1,
			device: local.device,
			key: local.key,
			after: out.acked,
			events: lightEnough(out.events),
			wants,
		}),
	});
	const answer: unknown = await response.json();
	if (response.status !== 409) return Pushed.parse(answer);
	const { studio } = Moved.parse(answer);
	if (studio.id !== local.studio) throw new OtherStudio(studio);
	// A device that never heard of an epoch sends its own as the first one.
	if (!(await local.meet(studio.epoch))) await local.acknowledged(0);
	return null;
}

/** Fetches what others wrote in a lesson since last time. Unreadable events are left out here; the server shows them. */
export async function pull(local: Local, lesson: string, known = 0): Promise<LogEvent[]> {
	for (let events: LogEvent[] = []; ; ) {
		const news = await newsSince(await local.outgoing(1, lesson), local, lesson, known);
		events = events.concat(news?.events ?? []);
		if (!news?.more) return events;
	}
}

/** Before an act that waits for nobody's answer longer than this. */
const SHORT_PATIENCE_MS = 1500;

/**
 * Asks how far the order has come everywhere, so that what is written next comes after it: a
 * peg that is moved on a device that saw nothing of the last move would else go back at once.
 * Without an answer nothing is learned, and nothing is held up.
 */
export async function learnOrder(local: Local): Promise<void> {
	try {
		const answer = Pulled.parse(
			await (await ask("/api/pull?lesson=none&after=0&order", undefined, SHORT_PATIENCE_MS)).json(),
		);
		if (answer.studio.id === local.studio) await local.comeAfter(answer.lamport ?? 0);
	} catch {
		// No signal: what this device has seen is what it knows.
	}
}

/** What arrived since; null where the answer tells of a restore. Asked often, so nothing is written unless something is new. */
async function newsSince(
	{ arrival, epoch }: Pick<Outgoing, "arrival" | "epoch">,
	local: Local,
	lesson: string,
	known: number,
): Promise<{ events: LogEvent[]; more: boolean } | null> {
	const query = new URLSearchParams({ lesson, after: String(arrival), device: local.device, known: String(known) });
	const answer = Pulled.parse(await (await ask(`/api/pull?${query}`)).json());
	if (answer.studio.id !== local.studio) throw new OtherStudio(answer.studio);
	if (answer.studio.epoch !== epoch && (await local.meet(answer.studio.epoch))) return null;
	// A server that says that there is more, and gives nothing of it, is not asked again.
	const more = answer.more === true && answer.arrival > arrival;
	return { events: await takeNews(local, lesson, arrival, answer), more };
}

async function takeNews(
	local: Local,
	lesson: string,
	after: number,
	news: { events: unknown[]; arrival: number },
): Promise<LogEvent[]> {
	const events = news.events.flatMap((raw) => {
		const parsed = parseEvent(raw);
		return parsed.ok ? [parsed.value] : [];
	});
	if (events.length > 0 || news.arrival > after) await local.take(events, lesson, news.arrival);
	return events;
}

/** A pack for a lesson. What of a rung's limit was used on another day than this device's is let go of. */
export async function fetchPack(lesson: string): Promise<Pack> {
	const pack = Pack.parse(await (await ask(`/api/pack?lesson=${encodeURIComponent(lesson)}`)).json());
	const { localDay } = now();
	return {
		...pack,
		ladders: pack.ladders.map(({ used, ...ladder }) => {
			const today = (used ?? []).filter(({ day }) => day === localDay);
			return today.length > 0 ? { ...ladder, used: today } : ladder;
		}),
	};
}
