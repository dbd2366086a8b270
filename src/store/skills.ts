import { and, asc, eq, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { Skill } from "@/core/skill/skill";
import type { Outcome } from "@/core/words/refuse";
import type { Store } from "./db";
import { changedElsewhere, gone, type Saved, stamp } from "./documents";
import * as t from "./schema";
import { mintSkill } from "./versions";

export interface SkillRow extends Saved {
	archived: boolean;
	version: string;
	skill: Skill;
}

const read = (row: typeof t.skill.$inferSelect): SkillRow => ({
	id: row.id,
	rev: row.rev,
	archived: row.archivedAt !== null,
	version: row.version,
	skill: Skill.parse(row.body),
});

export async function listSkills({ db }: Store): Promise<SkillRow[]> {
	return (
		await db
			.select()
			.from(t.skill)
			.orderBy(asc(sql`lower(${t.skill.name})`))
	).map(read);
}

export async function findSkill({ db }: Store, id: string): Promise<SkillRow | null> {
	const [row] = await db.select().from(t.skill).where(eq(t.skill.id, id));
	return row ? read(row) : null;
}

/** Saves a skill and mints its version; ladders made with an older one keep theirs. */
export async function saveSkill(
	{ write }: Store,
	body: Skill,
	at: Saved | null,
	id: string = uuid(),
): Promise<Outcome<Saved>> {
	return write(async (tx): Promise<Outcome<Saved>> => {
		const version = await mintSkill(tx, body);
		if (!at) {
			await tx.insert(t.skill).values({ id, name: body.name, body, version });
			return { ok: true, value: { id, rev: 1 } };
		}
		const [row] = await tx
			.update(t.skill)
			.set({ name: body.name, body, version, rev: at.rev + 1, updatedAt: stamp() })
			.where(and(eq(t.skill.id, at.id), eq(t.skill.rev, at.rev)))
			.returning({ id: t.skill.id, rev: t.skill.rev });
		if (row) return { ok: true, value: row };
		const [other] = await tx.select().from(t.skill).where(eq(t.skill.id, at.id));
		return other ? changedElsewhere("This skill") : gone("This skill");
	});
}

export async function archiveSkill({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.skill)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.skill.id, id)),
	);
}
