import { v7 as uuid } from "uuid";
import { beginLesson } from "@/core/acts/acts";
import type { Body } from "@/core/log/kinds";
import { placeOn, placeQuick } from "@/core/pack/pack";
import { record } from "./record";
import { openLocal } from "./studio";
import { fetchPack } from "./sync";

/** Begins a lesson on a ladder's peg, or a quick count for nobody yet. Answers with its address. */
export async function begin(ladder: string | null, opening: Omit<Body<"lesson.opened">, "quick">): Promise<string> {
	const lesson = uuid();
	const pack = await fetchPack(lesson);
	const on = pack.ladders.find((one) => one.id === ladder) ?? null;
	const local = await openLocal(pack.studio.id);
	await local.keepPack(lesson, pack);
	const placing = on ? placeOn(on, on.peg) : placeQuick();
	await record(
		pack.studio.id,
		beginLesson(uuid, lesson, { ...opening, quick: on === null }, on?.student ?? null, placing),
	);
	return `/live?lesson=${lesson}`;
}
