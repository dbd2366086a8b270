"use server";

import { revalidatePath } from "next/cache";
import { v7 as uuid } from "uuid";
import * as z from "zod/mini";
import { Coach, coachLabels } from "@/core/coach/coach";
import { rungLabels } from "@/core/ladder/labels";
import { LadderToSave, threeRungs } from "@/core/ladder/ladder";
import { copyLadder, mirrorLadder } from "@/core/ladder/twin";
import { freshStudent, Student, studentLabels } from "@/core/people/student";
import { type Outcome, parse, type Refusal, refuse } from "@/core/refusals/refusals";
import { examples } from "@/core/skill/examples";
import { mergeSkills } from "@/core/skill/merge";
import { mapTexts, mirror } from "@/core/skill/sides";
import { Skill, skillLabels } from "@/core/skill/skill";
import { cutText, ident, text, whole } from "@/core/text/fields";
import { saveCoach } from "@/store/coach";
import type { Saved } from "@/store/documents";
import { addLadder, archiveLadder, findLadder, listLadders, saveLadder, takeNewSkill } from "@/store/ladders";
import { archiveSkill, findSkill, listSkills, reviseSkill, saveSkill } from "@/store/skills";
import { archiveStudent, findStudent, saveStudent } from "@/store/students";
import { store } from "./store";
import { WritingAt } from "./writingAt";

/** What comes in from the benches: parsed once here, written whole or not at all. */

const At = z.nullable(z.object({ id: ident, rev: whole(0, 2147483647) }));

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

const skillParts = { id: ident, at: WritingAt, remark: text(400) };

/** Makes what was typed into a skill its dated revision. */
export async function revise(id: unknown, at: unknown, remark: unknown): Promise<Outcome<Saved>> {
	const read = parse(z.object(skillParts), { id, at, remark }, { remark: "reason" });
	if (!read.ok) return read;
	const outcome = await reviseSkill(await store(), read.value.id, read.value.at, read.value.remark);
	if (outcome.ok) revalidatePath("/", "layout");
	return outcome;
}

/** The same, and every ladder that can takes it over: what a rung still watches and the skill no longer has is said. */
export async function reviseForAll(id: unknown, at: unknown, remark: unknown): Promise<Outcome<Saved>> {
	const made = await revise(id, at, remark);
	if (!made.ok) return made;
	const open = await store();
	const skill = await findSkill(open, made.value.id);
	const refusals: Refusal[] = [];
	for (const row of await listLadders(open, { skills: [made.value.id] })) {
		if (!skill || !row.outdated) continue;
		const taken = await takeNewSkill(open, { id: row.id, rev: row.rev }, skill.version);
		if (!taken.ok) refusals.push(...taken.refusals);
	}
	revalidatePath("/", "layout");
	return refusals.length > 0 ? { ok: false, refusals } : made;
}

const createSkill = async (skill: Skill): Promise<Outcome<Saved>> => {
	const outcome = await saveSkill(await store(), skill, null);
	if (outcome.ok) revalidatePath("/", "layout");
	return outcome;
};

/** A skill by its name alone; the rest grows. */
export async function addSkill(name: unknown): Promise<Outcome<Saved>> {
	const read = parse(Skill, { name, about: "", positions: [] }, skillLabels);
	return read.ok ? createSkill(read.value) : read;
}

/** Another skill that says the same, or the same for the other side, to be made different. */
export async function copySkill(id: unknown, mirrored: unknown): Promise<Outcome<Saved>> {
	const read = parse(ident, id);
	if (!read.ok) return read;
	const row = await findSkill(await store(), read.value);
	if (!row) return refuse("id", "This skill was deleted. Nothing was copied.");
	const name = `${cutText(row.skill.name, 66)}, ${mirrored === true ? "mirrored" : "a copy"}`;
	return createSkill({ ...(mirrored === true ? mapTexts(row.skill, mirror) : row.skill), name });
}

/** One of the two skills that show how far one can be broken down. */
export async function addExample(name: unknown): Promise<Outcome<Saved>> {
	const example = Object.entries(examples).find(([key]) => key === name)?.[1];
	return example ? createSkill(example) : refuse("example", "This example does not exist. Choose one of the two.");
}

/** The words of two skills in one, as a draft of the first: nothing is in force before it was looked at. */
export async function mergedSkill(typed: unknown, other: unknown): Promise<Outcome<Skill>> {
	const read = parse(z.object({ skill: Skill, other: ident }), { skill: typed, other }, skillLabels);
	if (!read.ok) return read;
	const second = await findSkill(await store(), read.value.other);
	return second
		? { ok: true, value: mergeSkills(read.value.skill, second.skill) }
		: refuse("other", "The other skill was deleted. Nothing was merged.");
}

const ladderLabels = { ...rungLabels, start: "starting rung", settings: "settings" };

export async function keepLadder(body: unknown, at: unknown, owner: unknown): Promise<Outcome<Saved>> {
	const who = parse(z.object({ student: ident, skill: ident }), owner, { student: "student", skill: "skill" });
	if (!who.ok) return who;
	return through(LadderToSave, ladderLabels, body, at, async (ladder, place) =>
		place
			? saveLadder(await store(), ladder, place)
			: addLadder(await store(), who.value.student, who.value.skill, ladder),
	);
}

/** Somebody new, a skill by its name, and three plain rungs for them: what a count for nobody leads on to. */
export async function makeSomebody(name: unknown, skillName: unknown): Promise<Outcome<Saved>> {
	const student = parse(Student, { ...freshStudent(""), name }, studentLabels);
	if (!student.ok) return student;
	const skill = parse(Skill, { name: skillName, about: "", positions: [] }, { ...skillLabels, name: "skill" });
	if (!skill.ok) return skill;
	const open = await store();
	const called = skill.value.name.toLocaleLowerCase();
	const known = (await listSkills(open)).find((row) => !row.archived && row.skill.name.toLocaleLowerCase() === called);
	const on = known ? { ok: true as const, value: { id: known.id, rev: known.rev } } : await createSkill(skill.value);
	if (!on.ok) return on;
	const who = await saveStudent(open, student.value, null);
	if (!who.ok) return who;
	const rungs = threeRungs([uuid(), uuid(), uuid()], known?.skill ?? skill.value);
	const made = await addLadder(open, who.value.id, on.value.id, {
		side: "none",
		policy: "mastery",
		start: null,
		rungs,
	});
	revalidatePath("/", "layout");
	return made;
}

/** The same ladder on the other side, as one more of the student's ladders. */
export async function makeMirror(id: unknown): Promise<Outcome<Saved>> {
	const read = parse(ident, id, { "": "ladder" });
	if (!read.ok) return read;
	const open = await store();
	const row = await findLadder(open, read.value);
	if (!row) return refuse("id", "This ladder was deleted. Nothing was made.");
	const theirs = await listLadders(open, { students: [row.student] });
	const there = theirs.find(({ ladder }) => ladder.twin?.ladder === row.id);
	if (there) return { ok: true, value: { id: there.id, rev: there.rev } };
	const made = mirrorLadder(row.ladder, row.id, uuid);
	if (!made) return refuse("side", "This ladder has no side. Choose left or right first.");
	return through(LadderToSave, ladderLabels, made, null, async (ladder) =>
		addLadder(open, row.student, row.skill, ladder),
	);
}

/** A ladder given to other students: to each a copy of their own, mirrored by their strong side where that is asked for. */
export async function giveLadder(id: unknown, students: unknown, mirrored: unknown): Promise<Outcome<number>> {
	const read = parse(
		z.object({ id: ident, students: z.array(ident).check(z.minLength(1), z.maxLength(60)) }),
		{ id, students },
		{ id: "ladder", students: "students" },
	);
	if (!read.ok) return read;
	const open = await store();
	const row = await findLadder(open, read.value.id);
	const owner = row && (await findStudent(open, row.student));
	if (!row || !owner) return refuse("id", "This ladder was deleted. No student got a copy.");
	let given = 0;
	for (const student of read.value.students) {
		const them = await findStudent(open, student);
		if (!them) continue;
		const strong = mirrored === true ? { from: owner.student.strongSide, to: them.student.strongSide } : null;
		const made = await addLadder(open, student, row.skill, copyLadder(row.ladder, uuid, strong));
		if (!made.ok) return made;
		given += 1;
	}
	revalidatePath("/", "layout");
	return { ok: true, value: given };
}

/** What holds for the whole studio. */
export async function keepCoach(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	return through(Coach, coachLabels, body, at, async (coach, place) =>
		place ? saveCoach(await store(), coach, place) : refuse("id", "The change has no name. Reload the page."),
	);
}

const TakenRules = z
	.array(z.object({ rung: ident, rule: z.unknown(), limit: z.optional(whole(1, 500)) }))
	.check(z.minLength(1), z.maxLength(200));

/** Puts other rules, and limits where they are named, into rungs of a ladder: new versions of them, all or none. */
export async function takeRules(taken: unknown, at: unknown): Promise<Outcome<Saved>> {
	return through(TakenRules, { ...ladderLabels, rung: "rung" }, taken, at, async (all, place) => {
		const open = await store();
		const row = place && (await findLadder(open, place.id));
		if (!place || !row || all.some(({ rung }) => !row.ladder.rungs.some(({ id }) => id === rung)))
			return { ok: false, refusals: [{ path: "rung", sentence: "This rung was deleted. Reload the page." }] };
		const rungs = row.ladder.rungs.map((one) => {
			const next = all.find(({ rung }) => rung === one.id);
			if (!next) return one;
			const limit = next.limit ?? one.settings.limit;
			return { ...one, settings: { ...one.settings, rule: next.rule, limit } };
		});
		// Another rule may not fit the rung's other settings: the whole ladder is read again.
		const fits = parse(LadderToSave, { ...row.ladder, rungs }, ladderLabels);
		return fits.ok ? saveLadder(open, fits.value, place) : fits;
	});
}

export async function takeSkill(at: unknown, version: unknown): Promise<Outcome<Saved>> {
	return through(z.string(), { "": "version" }, version, at, async (seen, place) =>
		place
			? takeNewSkill(await store(), place, seen)
			: { ok: false, refusals: [{ path: "id", sentence: "Ladder is missing." }] },
	);
}

const archivers = { student: archiveStudent, skill: archiveSkill, ladder: archiveLadder };

/** Puts a document away, or brings it back; nothing is deleted. */
export async function archive(what: unknown, id: unknown, archived: unknown): Promise<void> {
	const read = parse(z.object({ what: z.enum(["student", "skill", "ladder"]), id: ident }), { what, id });
	if (!read.ok) return;
	await archivers[read.value.what](await store(), read.value.id, archived === true);
	revalidatePath("/", "layout");
}
