import type { LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import { takenBackIn } from "@/core/log/resolve";
import type { Pack } from "@/core/pack/pack";
import { sum } from "@/core/statistics/sums";
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
 * Where what waits to be sent leaves the pegs: moved on, or back where a move was taken
 * back that the server knows of, or both, the later holding.
 */
function pegsMovedIn(waiting: readonly LogEvent[], own: readonly LogEvent[]): Map<string, string> {
	const pegs = new Map<string, string>();
	const dead = takenBackIn(waiting);
	const known = new Map(own.map((event) => [event.id, event]));
	const unsent = new Set(waiting.map(({ id }) => id));
	for (const event of waiting) {
		if (dead.has(event.id)) continue;
		if (event.kind === "peg.moved" && event.ladder) pegs.set(event.ladder, event.body.to);
		if (event.kind !== "void") continue;
		// The earliest of several moves says where they all began.
		for (const move of event.body.targets.flatMap((id) => known.get(id) ?? []).reverse())
			if (move.kind === "peg.moved" && move.ladder && move.body.from && !unsent.has(move.id))
				pegs.set(move.ladder, move.body.from);
	}
	return pegs;
}

/**
 * The pack kept ahead, with the pegs where the lessons that were not sent yet left
 * them; null where none was ever kept.
 */
export async function packAhead(): Promise<Pack | null> {
	const local = await lastLocal();
	const pack = await local?.packOf(AHEAD);
	if (!local || !pack) return null;
	const moved = pegsMovedIn(await local.waiting(EVERYTHING), await local.eventsSince(""));
	return {
		...pack,
		ladders: pack.ladders.map((ladder) => ({ ...ladder, peg: moved.get(ladder.id) ?? ladder.peg })),
	};
}

export interface HeldLesson {
	lesson: string;
	student: string | null;
	/** Everybody who was worked with, that one included. */
	students: string[];
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
	const held = await Promise.all(
		lessons.map(async (lesson) => {
			const view = foldLesson(await local.eventsOf(lesson));
			// Let go of before anything was tried: as if it was never begun.
			if (!view.opened && view.visits.length === 0) return [];
			return {
				lesson,
				student: view.opened?.student ?? null,
				students: [...new Set([view.opened?.student, ...view.visits.map(({ student }) => student)])].filter(
					(id): id is string => Boolean(id),
				),
				tries: sum(view.visits, (visit) => visit.tries.length),
				closed: view.closed !== null,
				waiting: waiting.filter((event) => event.lesson === lesson).length,
			};
		}),
	);
	return held.flat();
}
