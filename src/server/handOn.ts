import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { revalidatePath } from "next/cache";
import { v7 as uuid } from "uuid";
import { copyLadder } from "@/core/ladder/twin";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { type Differences, differences, noDifference } from "@/core/skill/differ";
import type { Skill } from "@/core/skill/skill";
import { foldText } from "@/core/text/foldText";
import { addLadder } from "@/store/ladders";
import { keepPicture } from "@/store/pictures";
import { listSkills, saveSkill } from "@/store/skills";
import { findStudent } from "@/store/students";
import { readApart, type SharedFile } from "./readApart";
import { store } from "./store";

/** What comes in from another coach: looked at first, then taken whole or not at all. */

export interface HandedOn {
	author: string;
	day: string;
	skill: string;
	positions: number;
	/** Rungs of the ladder, where one came along. */
	rungs: string[] | null;
	pictures: number;
	/** The skill of the same name that is here, and what the new one says otherwise; none where it says the same. */
	here: { id: string; differs: Differences | null } | null;
}

/** Reads a file apart; its pictures lie in a folder meanwhile, which `work` may read from. */
async function withShared<T>(
	text: string,
	work: (told: SharedFile, picture: (hash: string) => Buffer) => Promise<Outcome<T>>,
): Promise<Outcome<T>> {
	const folder = mkdtempSync(join(tmpdir(), "peg-shared-"));
	try {
		const told = await readApart<SharedFile>("handOn", text, [folder]);
		return told.ok ? await work(told.value, (hash) => readFileSync(join(folder, hash))) : told;
	} finally {
		rmSync(folder, { recursive: true, force: true });
	}
}

/** The skill of the same name that is here, and what the one in the file says otherwise. */
async function hereLike(skill: Skill): Promise<HandedOn["here"]> {
	const twin = (await listSkills(await store())).find((one) => foldText(one.skill.name) === foldText(skill.name));
	if (!twin) return null;
	const differs = differences(twin.skill, skill);
	return { id: twin.id, differs: noDifference(differs) ? null : differs };
}

/** What is in the file, and how it differs from what is here. */
export const lookAtHandOn = (text: string): Promise<Outcome<HandedOn>> =>
	withShared(text, async ({ author, day, skill, ladder, pictures }) => ({
		ok: true,
		value: {
			author,
			day,
			skill: skill.name,
			positions: skill.positions.length,
			rungs: ladder ? ladder.rungs.map(({ settings }) => settings.name) : null,
			pictures: pictures.length,
			here: await hereLike(skill),
		},
	}));

/**
 * Takes it in: the skill as one more, or the one that is here where it says the same; the
 * ladder, as one of a student's own.
 *
 * @param student whose the ladder is to be; none for a skill alone
 */
export const takeHandOn = (text: string, student: string | null): Promise<Outcome<{ href: string }>> =>
	withShared(text, (told, picture) => takeShared(told, picture, student));

async function takeShared(
	{ skill, ladder, pictures }: SharedFile,
	picture: (hash: string) => Buffer,
	student: string | null,
): Promise<Outcome<{ href: string }>> {
	const open = await store();
	if (ladder && (!student || !(await findStudent(open, student))))
		return refuse("student", "Choose first whose ladder it will be. Nothing was imported.");
	const here = await hereLike(skill);
	for (const { hash, type } of pictures) await keepPicture(open, picture(hash), type);
	const kept =
		here && here.differs === null ? { ok: true as const, value: { id: here.id } } : await saveSkill(open, skill, null);
	if (!kept.ok) return kept;
	if (ladder && student) {
		const made = await addLadder(open, student, kept.value.id, copyLadder(ladder, uuid, null));
		if (!made.ok) return made;
		revalidatePath("/", "layout");
		return { ok: true, value: { href: `/ladders/${made.value.id}` } };
	}
	revalidatePath("/", "layout");
	return { ok: true, value: { href: `/skills/${kept.value.id}` } };
}
