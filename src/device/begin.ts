import { v7 as uuid } from "uuid";
import { beginLesson } from "@/core/acts/acts";
import type { Body } from "@/core/log/kinds";
import { beginsOn, type Pack, placeOn, placeQuick, variationOn } from "@/core/pack/pack";
import { packAhead } from "./ahead";
import { record } from "./record";
import { openLocal } from "./studio";
import { fetchPack } from "./sync";

/** Fresh from the server; without a signal, what was kept ahead. */
async function packFor(lesson: string): Promise<Pack> {
	try {
		return await fetchPack(lesson);
	} catch (error) {
		const ahead = await packAhead();
		if (!ahead) throw error;
		return ahead;
	}
}

/** Begins a lesson on a ladder's peg, or a quick count for nobody yet. Answers with its address. */
export async function begin(
	ladder: string | null,
	opening: Omit<Body<"lesson.opened">, "quick">,
	/** Another rung than the peg's. */
	onRung?: string,
): Promise<string> {
	const lesson = uuid();
	const pack = await packFor(lesson);
	const on = pack.ladders.find((one) => one.id === ladder) ?? null;
	const local = await openLocal(pack.studio.id);
	await local.keepPack(lesson, pack);
	const rung = on ? (onRung ?? beginsOn(on)) : "";
	const placing = on ? placeOn(on, rung) : placeQuick();
	await record(
		pack.studio.id,
		beginLesson(
			uuid,
			lesson,
			{ ...opening, quick: on === null },
			on?.student ?? null,
			placing,
			on ? variationOn(on, rung) : "own",
		),
	);
	return `/live?lesson=${lesson}`;
}
