"use server";

import { revalidatePath } from "next/cache";
import * as z from "zod/mini";
import { rungLabels } from "@/core/ladder/labels";
import { type Ladder, LadderToSave } from "@/core/ladder/ladder";
import { Rung } from "@/core/ladder/rung";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { ident } from "@/core/text/fields";
import type { Saved } from "@/store/documents";
import { findLadder, saveLadder } from "@/store/ladders";
import { store } from "./store";

/** What was made up in a lesson, taken onto its ladder afterwards. */

async function change(id: string, made: (ladder: Ladder) => Ladder | null): Promise<Outcome<Saved>> {
	const open = await store();
	const row = await findLadder(open, id);
	const next = row && made(row.ladder);
	if (!row || !next) return refuse("rung", "This rung or its ladder was deleted. Nothing was changed.");
	const fits = parse(LadderToSave, next, { ...rungLabels, start: "starting rung", settings: "settings" });
	if (!fits.ok) return fits;
	const outcome = await saveLadder(open, fits.value, row);
	if (outcome.ok) revalidatePath("/", "layout");
	return outcome;
}

/** The rung watches from now on what was watched in the lesson. */
export async function keepWatched(ladder: unknown, rung: unknown, watch: unknown): Promise<Outcome<Saved>> {
	const read = parse(z.object({ ladder: ident, rung: ident, watch: z.array(ident) }), { ladder, rung, watch });
	if (!read.ok) return read;
	const { value } = read;
	return change(value.ladder, (was) =>
		was.rungs.some(({ id }) => id === value.rung)
			? {
					...was,
					rungs: was.rungs.map((one) =>
						one.id === value.rung ? { ...one, settings: { ...one.settings, watch: value.watch } } : one,
					),
				}
			: null,
	);
}

/** A drill thought of in the lesson becomes a rung of its own, under the one that is named. */
export async function keepRung(ladder: unknown, rung: unknown, above: unknown): Promise<Outcome<Saved>> {
	const read = parse(z.object({ ladder: ident, rung: Rung, above: ident }), { ladder, rung, above }, rungLabels);
	if (!read.ok) return read;
	const { value } = read;
	return change(value.ladder, (was) => {
		const at = was.rungs.findIndex(({ id }) => id === value.above);
		// Pressed twice, it is there once.
		if (was.rungs.some(({ id }) => id === value.rung.id)) return was;
		return at < 0 ? null : { ...was, rungs: was.rungs.toSpliced(at, 0, value.rung) };
	});
}
