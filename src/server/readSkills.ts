import type { Difficulty } from "@/core/difficulty/difficulty";
import { type Differences, differences } from "@/core/skill/differ";
import type { Skill } from "@/core/skill/skill";
import { findCoach } from "@/store/coach";
import { listLadders } from "@/store/ladders";
import { type CauseMarks, causeMarks } from "@/store/said";
import {
	findDraft,
	findSkill,
	listBegun,
	listSkills,
	type Revision,
	revisionsOf,
	type WritingAt,
	watchesAny,
	writingAt,
} from "@/store/skills";
import { studentNames } from "@/store/students";
import { studioMark } from "@/store/studio";
import { store } from "./store";

export type { KeptSkill, Revision, WritingAt } from "@/store/skills";

export interface SkillLine {
	id: string;
	name: string;
	archived: boolean;
	shorts: string[];
	/** Begun, and not to be read yet. */
	begun: boolean;
}

export async function readSkills(): Promise<SkillLine[]> {
	const open = await store();
	const [skills, begun] = await Promise.all([listSkills(open), listBegun(open)]);
	return [
		...begun.map(({ id, typed }) => ({
			id,
			archived: false,
			begun: true,
			shorts: [],
			name: String((typed as { name?: unknown }).name ?? "").trim() || "Not named yet",
		})),
		...skills.map(({ id, archived, skill }) => ({
			id,
			archived,
			begun: false,
			name: skill.name,
			shorts: skill.positions.map((position) => position.short),
		})),
	];
}

export interface OtherSkill {
	id: string;
	name: string;
	positions: { id: string; short: string }[];
}

export interface SkillPage {
	id: string;
	studio: string;
	at: WritingAt;
	/** In force; null while it cannot be read for the first time. */
	inForce: Skill | null;
	/** What was typed since, as it was typed. */
	typed: unknown;
	archived: boolean;
	/** Ladders that follow it, as it was before, and those of which a rung watches a position. */
	followed: { ladders: number; older: number; watching: number };
	revisions: Revision[];
	/** Rungs of ladders in use that watch a position, by its id. */
	watched: Record<string, string[]>;
	/** All other skills in use. */
	others: OtherSkill[];
	/** The studio's difficulties, which hold where the skill has none of its own. */
	usual: Difficulty[];
	students: { id: string; name: string; strongSide: "left" | "right"; marks: CauseMarks }[];
}

/** A skill as it is written; null when nobody ever began it. */
export async function readSkill(id: string): Promise<SkillPage | null> {
	const open = await store();
	const [row, draft] = await Promise.all([findSkill(open, id), findDraft(open, id)]);
	if (!row && !draft) return null;
	return { ...(await around(id)), ...written(id, row, draft) };
}

/** The empty page of a skill nobody began. */
export async function readNewSkill(id: string): Promise<SkillPage> {
	return { ...(await around(id)), ...written(id, null, null) };
}

const written = (
	id: string,
	row: Awaited<ReturnType<typeof findSkill>>,
	draft: Awaited<ReturnType<typeof findDraft>>,
) => ({
	id,
	at: writingAt(row, draft),
	inForce: row?.skill ?? null,
	typed: draft?.typed ?? null,
	archived: row?.archived ?? false,
});

async function around(id: string) {
	const open = await store();
	const [all, skills, people, studio, revisions, { coach }] = await Promise.all([
		listLadders(open, { skills: [id] }),
		listSkills(open),
		studentNames(open),
		studioMark(open),
		revisionsOf(open, id),
		findCoach(open),
	]);
	const marks = await causeMarks(open, id);
	const ladders = all.filter((ladder) => !ladder.archived);
	const watched: Record<string, string[]> = {};
	for (const { ladder } of ladders)
		for (const { settings } of ladder.rungs)
			for (const position of settings.watch) watched[position] = [...(watched[position] ?? []), settings.name];
	return {
		studio: studio.id,
		followed: {
			ladders: ladders.length,
			older: ladders.filter((ladder) => ladder.outdated).length,
			watching: all.filter(({ ladder }) => watchesAny(ladder)).length,
		},
		revisions,
		watched,
		usual: coach.difficulties,
		others: skills
			.filter((skill) => skill.id !== id && !skill.archived)
			.map(({ id: other, skill }) => ({
				id: other,
				name: skill.name,
				positions: skill.positions.map((position) => ({ id: position.id, short: position.short })),
			})),
		students: people
			.filter((one) => !one.archived && ladders.some((ladder) => ladder.student === one.id))
			.map((one) => ({ id: one.id, name: one.name, strongSide: one.strongSide, marks: marks.get(one.id) ?? {} })),
	};
}

/** What a ladder would take over: the newer version's address, and what reads otherwise, position by position. */
export interface Newer {
	version: string;
	says: Differences;
}

export async function readNewer(skill: string, followed: Skill): Promise<Newer | null> {
	const row = await findSkill(await store(), skill);
	return row && { version: row.version, says: differences(followed, row.skill) };
}
