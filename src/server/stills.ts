"use server";

import { revalidatePath } from "next/cache";
import * as z from "zod/mini";
import { StillToKeep, stillLabels } from "@/core/position/still";
import { type Outcome, parse } from "@/core/refusals/refusals";
import { day, ident } from "@/core/text/fields";
import { addStill, archiveStill, listStills, noteConsent, type StillRow } from "@/store/stills";
import { store } from "./store";

/** What comes in of stills: parsed once here, kept whole or not at all. */

/**
 * @param id given where it was taken: the same one sent again is kept once
 * @param consent the day on which it was agreed to, where that is not noted yet
 */
export async function keepStill(id: unknown, body: unknown, consent: unknown): Promise<Outcome<{ id: string }>> {
	const about = parse(z.object({ id: ident, consent: z.nullable(day) }), { id, consent });
	if (!about.ok) return about;
	const read = parse(StillToKeep, body, stillLabels);
	if (!read.ok) return read;
	const open = await store();
	if (about.value.consent) await noteConsent(open, read.value.student, about.value.consent);
	const kept = await addStill(open, about.value.id, read.value);
	if (kept.ok) revalidatePath("/", "layout");
	return kept;
}

/** Stills of a student, the oldest first. */
export async function stillsOf(student: unknown): Promise<Outcome<StillRow[]>> {
	const read = parse(z.object({ student: ident }), { student });
	return read.ok ? { ok: true, value: await listStills(await store(), read.value.student) } : read;
}

export async function putStillAway(id: unknown, archived: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ id: ident, archived: z.boolean() }), { id, archived });
	if (!read.ok) return read;
	await archiveStill(await store(), read.value.id, read.value.archived);
	revalidatePath("/", "layout");
	return { ok: true, value: null };
}
