import { foldLesson } from "@/core/log/lesson";
import type { Pack } from "@/core/pack/pack";
import { lastStudio, rememberStudio } from "./last";
import type { Local } from "./local";
import { now } from "./now";
import { openLocal } from "./studio";
import { fetchPack, push } from "./sync";

/** More than a device ever holds back. */
const EVERYTHING = 100_000;

/** The place of the pack that is kept for lessons nobody has begun yet. */
const AHEAD = "ahead";

/** Every studio's pack holds all its ladders: one, kept ahead, serves any lesson that is begun without a signal. */
export async function keepAhead(): Promise<void> {
	const pack = await fetchPack(AHEAD);
	rememberStudio(pack.studio.id);
	const local = await openLocal(pack.studio.id);
	await local.keepPack(AHEAD, pack);
	if (await local.meet(pack.studio.epoch)) await push(local);
}

/** The store of the studio this device last spoke to; null where it never spoke to any. */
async function lastLocal(): Promise<Local | null> {
	const studio = lastStudio();
	return studio === null ? null : openLocal(studio);
}

/** Sends what waits here; for pages that hold no lesson. */
export async function sendWaiting(): Promise<void> {
	const local = await lastLocal();
	if (local) await push(local);
}

/**
 * The pack kept ahead, with the pegs where the lessons that were not sent yet left
 * them; null where none was ever kept.
 */
export async function packAhead(): Promise<Pack | null> {
	const local = await lastLocal();
	const pack = await local?.packOf(AHEAD);
	if (!local || !pack) return null;
	const moved = new Map<string, string>();
	for (const event of await local.waiting(EVERYTHING))
		if (event.kind === "peg.moved" && event.ladder) moved.set(event.ladder, event.body.to);
	return {
		...pack,
		ladders: pack.ladders.map((ladder) => ({ ...ladder, peg: moved.get(ladder.id) ?? ladder.peg })),
	};
}

export interface HeldLesson {
	lesson: string;
	student: string | null;
	tries: number;
	closed: boolean;
	/** Events of it that the server does not have yet. */
	waiting: number;
}

/** The lessons of today that are on this device, the latest first, as the lesson itself counts them. */
export async function lessonsHere(): Promise<HeldLesson[]> {
	const local = await lastLocal();
	if (!local) return [];
	const waiting = await local.waiting(EVERYTHING);
	const today = await local.eventsSince(now().localDay);
	const lessons = [...new Set(today.flatMap(({ lesson }) => lesson ?? []))].reverse();
	return Promise.all(
		lessons.map(async (lesson) => {
			const view = foldLesson(await local.eventsOf(lesson));
			return {
				lesson,
				student: view.opened?.student ?? null,
				tries: view.visits.reduce((sum, visit) => sum + visit.tries.length, 0),
				closed: view.closed !== null,
				waiting: waiting.filter((event) => event.lesson === lesson).length,
			};
		}),
	);
}
