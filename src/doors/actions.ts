"use server";

import { revalidatePath } from "next/cache";
import * as z from "zod/mini";
import { Ladder } from "@/core/ladder/ladder";
import { rungLabels } from "@/core/ladder/rung";
import { Student, studentLabels } from "@/core/people/student";
import { Rule } from "@/core/rules";
import { Skill, skillLabels } from "@/core/skill/skill";
import { type Outcome, parse } from "@/core/words/refuse";
import { ident, whole } from "@/core/words/text";
import { store } from "@/store/db";
import type { Saved } from "@/store/documents";
import { addLadder, archiveLadder, findLadder, saveLadder, takeNewSkill } from "@/store/ladders";
import { archiveSkill, saveSkill } from "@/store/skills";
import { archiveStudent, saveStudent } from "@/store/students";

/** What comes in from the benches: parsed once here, written whole or not at all. */

const At = z.nullable(z.object({ id: ident, rev: whole(1, 2147483647) }));

async function through<B>(
	schema: z.ZodMiniType<B>,
	labels: Readonly<Record<string, string>>,
	body: unknown,
	at: unknown,
	save: (body: B, at: Saved | null) => Promise<Outcome<Saved>>,
): Promise<Outcome<Saved>> {
	const place = parse(At, at);
	if (!place.ok) return place;
	const read = parse(schema, body, labels);
	if (!read.ok) return read;
	const outcome = await save(read.value, place.value);
	if (outcome.ok) revalidatePath("/", "layout");
	return outcome;
}

export async function keepStudent(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	return through(Student, studentLabels, body, at, async (student, place) =>
		saveStudent(await store(), student, place),
	);
}

export async function keepSkill(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	return through(Skill, skillLabels, body, at, async (skill, place) => saveSkill(await store(), skill, place));
}

const ladderLabels = { ...rungLabels, start: "starting rung", settings: "settings" };

export async function keepLadder(body: unknown, at: unknown, owner: unknown): Promise<Outcome<Saved>> {
	const who = parse(z.object({ student: ident, skill: ident }), owner, { student: "student", skill: "skill" });
	if (!who.ok) return who;
	return through(Ladder, ladderLabels, body, at, async (ladder, place) =>
		place
			? saveLadder(await store(), ladder, place)
			: addLadder(await store(), who.value.student, who.value.skill, ladder),
	);
}

/** Puts another rule into one rung of a ladder, as a new version of it. */
export async function takeRule(rung: unknown, rule: unknown, at: unknown): Promise<Outcome<Saved>> {
	const named = parse(ident, rung, { rung: "rung" });
	if (!named.ok) return named;
	return through(Rule, ladderLabels, rule, at, async (taken, place) => {
		const open = await store();
		const row = place && (await findLadder(open, place.id));
		if (!place || !row?.ladder.rungs.some(({ id }) => id === named.value))
			return { ok: false, refusals: [{ path: "rung", sentence: "This rung is not there any more; reload the page." }] };
		const rungs = row.ladder.rungs.map((one) =>
			one.id === named.value ? { ...one, settings: { ...one.settings, rule: taken } } : one,
		);
		// Another rule may not fit the rung's other settings: the whole ladder is read again.
		const fits = parse(Ladder, { ...row.ladder, rungs }, ladderLabels);
		return fits.ok ? saveLadder(open, fits.value, place) : fits;
	});
}

export async function takeSkill(at: unknown): Promise<Outcome<Saved>> {
	return through(z.null(), {}, null, at, async (_, place) =>
		place
			? takeNewSkill(await store(), place)
			: { ok: false, refusals: [{ path: "id", sentence: "Ladder is missing." }] },
	);
}

const archivers = { student: archiveStudent, skill: archiveSkill, ladder: archiveLadder };

/** Puts a document away, or brings it back; nothing is deleted. */
export async function archive(what: "student" | "skill" | "ladder", id: string, archived: boolean): Promise<void> {
	const place = parse(ident, id);
	if (!place.ok || !Object.hasOwn(archivers, what)) return;
	await archivers[what](await store(), place.value, archived === true);
	revalidatePath("/", "layout");
}
