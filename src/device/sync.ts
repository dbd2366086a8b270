import * as z from "zod/mini";
import { type LogEvent, parseEvent } from "@/core/log/event";
import { Pack } from "@/core/pack/pack";
import type { Local } from "./local";
import { StudioMark } from "./studio";

const Pushed = z.object({
	studio: StudioMark,
	upTo: z.number(),
	setAside: z.array(z.object({ dseq: z.number(), reason: z.string() })),
});
const Moved = z.object({ studio: StudioMark });
const Pulled = z.object({ studio: StudioMark, events: z.array(z.unknown()), arrival: z.number() });

const BATCH = 200;
const PATIENCE_MS = 8000;

/** The server belongs to another studio now: nothing of this one may go there. */
export class OtherStudio extends Error {
	constructor(readonly studio: StudioMark) {
		super("the server holds another studio");
	}
}

async function ask(path: string, init?: RequestInit): Promise<Response> {
	const response = await fetch(path, { ...init, cache: "no-store", signal: AbortSignal.timeout(PATIENCE_MS) });
	if (!response.ok && response.status !== 409) throw new Error(`${path} answered ${response.status}`);
	return response;
}

export interface PushReport {
	/** Everything up to this number is with the server. */
	acked: number;
	waiting: number;
	setAside: string[];
}

/** Sends the outbox, oldest first, until it is empty. Sending twice does no harm. */
export async function push(local: Local): Promise<PushReport> {
	const setAside: string[] = [];
	let { acked } = await local.counters();
	for (;;) {
		const events = await local.waiting(BATCH);
		if (events.length === 0) return { acked, waiting: 0, setAside };
		const { epoch } = await local.counters();
		const response = await ask("/api/push", {
			method: "POST",
			headers: { "content-type": "application/json" },
			body: JSON.stringify({ studio: local.studio, epoch: epoch || 1, device: local.device, events }),
		});
		const answer: unknown = await response.json();
		if (response.status === 409) {
			const { studio } = Moved.parse(answer);
			if (studio.id !== local.studio) throw new OtherStudio(studio);
			// Restored from a copy: it may lack what it once acknowledged.
			await local.setEpoch(studio.epoch);
			await local.sendAgain(1);
			continue;
		}
		const pushed = Pushed.parse(answer);
		setAside.push(...pushed.setAside.map((one) => one.reason));
		const first = events[0]?.dseq ?? 1;
		if (pushed.upTo < first - 1) await local.sendAgain(pushed.upTo + 1);
		else if (pushed.upTo < first) throw new Error("the server took none of what was sent");
		await local.acknowledged(pushed.upTo);
		acked = pushed.upTo;
	}
}

/** Fetches what others wrote in a lesson since last time. Unreadable events are left out here; the server shows them. */
export async function pull(local: Local, lesson: string): Promise<LogEvent[]> {
	const after = await local.arrivalOf(lesson);
	const answer = Pulled.parse(
		await (await ask(`/api/pull?lesson=${encodeURIComponent(lesson)}&after=${after}`)).json(),
	);
	if (answer.studio.id !== local.studio) throw new OtherStudio(answer.studio);
	const events = answer.events.flatMap((raw) => {
		const parsed = parseEvent(raw);
		return parsed.ok ? [parsed.value] : [];
	});
	if (events.length > 0 || answer.arrival > after) await local.take(events, lesson, answer.arrival);
	return events;
}

export async function fetchPack(lesson: string): Promise<Pack> {
	return Pack.parse(await (await ask(`/api/pack?lesson=${encodeURIComponent(lesson)}`)).json());
}
