import type { Pack } from "@/core/pack/pack";
import { now } from "./local";
import { lastStudio, openLocal, rememberStudio } from "./studio";
import { fetchPack, push } from "./sync";

/** The place of the pack that is kept for lessons nobody has begun yet. */
const AHEAD = "ahead";

/** Every studio's pack holds all its ladders: one, kept ahead, serves any lesson that is begun without a signal. */
export async function keepAhead(): Promise<void> {
	const pack = await fetchPack(AHEAD);
	rememberStudio(pack.studio.id);
	const local = await openLocal(pack.studio.id);
	if ((await local.counters()).epoch === 0) await local.setEpoch(pack.studio.epoch);
	await local.keepPack(AHEAD, pack);
}

/** Sends what waits here; for pages that hold no lesson. Says how much is left. */
export async function sendWaiting(): Promise<number> {
	const studio = lastStudio();
	if (!studio) return 0;
	const local = await openLocal(studio);
	if ((await local.countWaiting()) === 0) return 0;
	return (await push(local)).waiting;
}

/**
 * The pack kept ahead, with the pegs where the lessons that were not sent yet left
 * them; null where none was ever kept.
 */
export async function packAhead(): Promise<Pack | null> {
	const studio = lastStudio();
	if (!studio) return null;
	const local = await openLocal(studio);
	const pack = await local.packOf(AHEAD);
	if (!pack) return null;
	const moved = new Map<string, string>();
	for (const event of await local.waiting(100_000))
		if (event.kind === "peg.moved" && event.ladder) moved.set(event.ladder, event.body.to);
	return {
		...pack,
		ladders: pack.ladders.map((ladder) => ({ ...ladder, peg: moved.get(ladder.id) ?? ladder.peg })),
	};
}

export interface HeldLesson {
	lesson: string;
	day: string;
	student: string | null;
	tries: number;
	closed: boolean;
	/** Events of it that the server does not have yet. */
	waiting: number;
}

/** The lessons of today that are on this device, the latest first. */
export async function lessonsHere(): Promise<HeldLesson[]> {
	const studio = lastStudio();
	if (!studio) return [];
	const local = await openLocal(studio);
	const waiting = new Set((await local.waiting(100_000)).map(({ id }) => id));
	const lessons = new Map<string, HeldLesson>();
	for (const event of await local.eventsSince(now().localDay)) {
		if (!event.lesson) continue;
		const one = lessons.get(event.lesson) ?? {
			...{ lesson: event.lesson, day: event.localDay, student: null, tries: 0, closed: false, waiting: 0 },
		};
		lessons.set(event.lesson, {
			...one,
			student: one.student ?? event.student,
			tries: one.tries + (event.kind === "attempt" ? 1 : 0),
			closed: one.closed || event.kind === "lesson.closed",
			waiting: one.waiting + (waiting.has(event.id) ? 1 : 0),
		});
	}
	return [...lessons.values()].reverse();
}
