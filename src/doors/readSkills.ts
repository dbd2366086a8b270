import type { Skill } from "@/core/skill/skill";
import { store } from "@/store/db";
import { listLadders } from "@/store/ladders";
import { findSkill, listSkills } from "@/store/skills";

export interface SkillLine {
	id: string;
	name: string;
	archived: boolean;
	shorts: string[];
}

export async function readSkills(): Promise<SkillLine[]> {
	return (await listSkills(await store())).map(({ id, archived, skill }) => ({
		id,
		archived,
		name: skill.name,
		shorts: skill.positions.map((position) => position.short),
	}));
}

export interface SkillPage {
	at: { id: string; rev: number };
	skill: Skill;
	archived: boolean;
	followed: { ladders: number; older: number };
}

export async function readSkill(id: string): Promise<SkillPage | null> {
	const open = await store();
	const row = await findSkill(open, id);
	if (!row) return null;
	const ladders = (await listLadders(open)).filter((ladder) => ladder.skill === id && !ladder.archived);
	return {
		at: { id: row.id, rev: row.rev },
		skill: row.skill,
		archived: row.archived,
		followed: { ladders: ladders.length, older: ladders.filter((ladder) => ladder.outdated).length },
	};
}
