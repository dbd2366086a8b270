import { and, asc, desc, eq, isNull, ne, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { canonicalForm, hashOf } from "@/core/hash/hash";
import type { Ladder } from "@/core/ladder/ladder";
import { type Outcome, parse, type Refusal, refuse } from "@/core/refusals/refusals";
import { originCircle, skillCircle } from "@/core/skill/origins";
import { causeWords, Skill, SkillToKeep, skillLabels } from "@/core/skill/skill";
import type { Store, Tx } from "./db";
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

export async function skillNames({ db }: Store): Promise<Map<string, string>> {
	return new Map(
		(await db.select({ id: t.skill.id, name: t.skill.name }).from(t.skill)).map((row) => [row.id, row.name]),
	);
}

export async function findSkill({ db }: Store, id: string): Promise<SkillRow | null> {
	const [row] = await db.select().from(t.skill).where(eq(t.skill.id, id));
	return row ? read(row) : null;
}

/** What the causes of these skills' faults say, by their ids. */
export async function causesOf(store: Store, skills: readonly string[]): Promise<Record<string, string>> {
	const rows = await Promise.all(skills.map((skill) => findSkill(store, skill)));
	return Object.fromEntries(
		rows
			.flatMap((row) => row?.skill.positions ?? [])
			.flatMap(({ faults = [] }) => faults.flatMap((fault) => fault.causes))
			.map((cause) => [cause.id, cause.words || causeWords[cause.kind]]),
	);
}

/** Saves a skill and mints its version; ladders made with an older one keep theirs. */
export async function saveSkill(
	{ write }: Store,
	body: Skill,
	at: Saved | null,
	id: string = uuid(),
): Promise<Outcome<Saved>> {
	return write((tx) => putInForce(tx, body, at, id));
}

async function putInForce(tx: Tx, body: Skill, at: Saved | null, id: string): Promise<Outcome<Saved>> {
	const circle = await circleWith(tx, id, body);
	if (circle) return circle;
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
	const [other] = await tx.select({ id: t.skill.id }).from(t.skill).where(eq(t.skill.id, at.id));
	return other ? changedElsewhere("This skill") : gone("This skill");
}

/** What a skill says of others must not lead back to itself. */
async function circleWith(tx: Tx, id: string, body: Skill): Promise<{ ok: false; refusals: Refusal[] } | null> {
	const speaksOfOthers =
		(body.prerequisites ?? []).length + (body.chain ?? []).length > 0 ||
		body.positions.some(({ faults = [] }) => faults.some(({ causes }) => causes.some(({ skill }) => skill !== null)));
	if (!speaksOfOthers) return null;
	const others = await tx.select({ id: t.skill.id, body: t.skill.body }).from(t.skill).where(ne(t.skill.id, id));
	const all = new Map([...others.map((one) => [one.id, Skill.parse(one.body)] as const), [id, body] as const]);
	for (const [path, sentence] of [
		["positions", originCircle(all)],
		["prerequisites", skillCircle(all, "prerequisites")],
		["chain", skillCircle(all, "chain")],
	] as const)
		if (sentence) return refuse(path, sentence);
	return null;
}

/** Where the writing of a skill stands: its revision, and how often its draft was kept; nought where there is none. */
export interface WritingAt {
	rev: number;
	draft: number;
}

export const writingAt = (
	skill: Pick<Saved, "rev"> | null | undefined,
	draft: { n: number } | null | undefined,
): WritingAt => ({
	rev: skill?.rev ?? 0,
	draft: draft?.n ?? 0,
});

export interface KeptSkill {
	at: WritingAt;
	/** In force at once, or waiting as a draft: for its refusals, or for a revision. */
	inForce: boolean;
	refusals: Refusal[];
}

/**
 * Keeps what is typed, right or not. A skill of which no ladder watches a position takes it
 * on as soon as it can be read, and its ladders with it; another keeps it as a draft until
 * it is made a revision.
 */
export async function keepSkill(
	{ write }: Store,
	id: string,
	seen: WritingAt,
	typed: unknown,
): Promise<Outcome<KeptSkill>> {
	return write(async (tx): Promise<Outcome<KeptSkill>> => {
		const now = await standing(tx, id);
		const { at } = now;
		// What stands here already was sent twice: nobody else wrote.
		if ((at.rev !== seen.rev || at.draft !== seen.draft) && !(await says(tx, id, typed)))
			return changedElsewhere("This skill");
		const read = parse(SkillToKeep, typed, skillLabels);
		const circle = read.ok ? await circleWith(tx, id, read.value) : null;
		const refusals = read.ok ? (circle?.refusals ?? []) : read.refusals;
		if (read.ok && refusals.length === 0 && !now.inUse) {
			const saved = await putInForce(tx, read.value, at.rev === 0 ? null : { id, rev: at.rev }, id);
			if (!saved.ok) return saved;
			await tx.delete(t.skillDraft).where(eq(t.skillDraft.skill, id));
			await tx
				.update(t.ladder)
				.set({ skillVersion: hashOf(read.value) })
				.where(eq(t.ladder.skill, id));
			if (now.version) await forget(tx, now.version);
			return { ok: true, value: { at: { rev: saved.value.rev, draft: 0 }, inForce: true, refusals } };
		}
		if (read.ok && now.version && hashOf(read.value) === now.version) {
			await tx.delete(t.skillDraft).where(eq(t.skillDraft.skill, id));
			return { ok: true, value: { at: { rev: at.rev, draft: 0 }, inForce: true, refusals: [] } };
		}
		const draft = { n: at.draft + 1, body: typed, updatedAt: stamp() };
		await tx
			.insert(t.skillDraft)
			.values({ skill: id, ...draft })
			.onConflictDoUpdate({ target: t.skillDraft.skill, set: draft });
		return { ok: true, value: { at: { rev: at.rev, draft: draft.n }, inForce: false, refusals } };
	});
}

/** Whether a skill stands as these words would have been kept. */
async function says(tx: Tx, id: string, words: unknown): Promise<boolean> {
	const [draft] = await tx.select({ body: t.skillDraft.body }).from(t.skillDraft).where(eq(t.skillDraft.skill, id));
	const [row] = await tx.select({ body: t.skill.body }).from(t.skill).where(eq(t.skill.id, id));
	const asKept = (typed: unknown) => {
		const read = parse(Skill, typed);
		return canonicalForm(read.ok ? read.value : typed);
	};
	const there = draft ?? row;
	return there !== undefined && asKept(there.body) === asKept(words);
}

/** Makes the draft the skill, dated and with its reason; ladders keep what they follow. */
export async function reviseSkill(
	{ write }: Store,
	id: string,
	at: WritingAt,
	remark: string,
): Promise<Outcome<Saved>> {
	return write(async (tx): Promise<Outcome<Saved>> => {
		const now = await standing(tx, id);
		if (now.at.rev !== at.rev || now.at.draft !== at.draft) return changedElsewhere("This skill");
		const [draft] = await tx.select().from(t.skillDraft).where(eq(t.skillDraft.skill, id));
		if (!draft) return refuse("", "No changes since the last version.");
		const read = parse(SkillToKeep, draft.body, skillLabels);
		if (!read.ok) return read;
		const saved = await putInForce(tx, read.value, { id, rev: at.rev }, id);
		if (!saved.ok) return saved;
		const [row] = await tx.select({ version: t.skill.version }).from(t.skill).where(eq(t.skill.id, id));
		if (!row) throw new Error("a skill just saved is not there");
		await tx.insert(t.skillRevision).values({ id: uuid(), skill: id, version: row.version, remark });
		await tx.delete(t.skillDraft).where(eq(t.skillDraft.skill, id));
		return saved;
	});
}

async function standing(tx: Tx, id: string): Promise<{ at: WritingAt; inUse: boolean; version: string | null }> {
	const [row] = await tx.select({ rev: t.skill.rev, version: t.skill.version }).from(t.skill).where(eq(t.skill.id, id));
	const [draft] = await tx.select({ n: t.skillDraft.n }).from(t.skillDraft).where(eq(t.skillDraft.skill, id));
	const ladders = await tx.select({ body: t.ladder.body }).from(t.ladder).where(eq(t.ladder.skill, id));
	return {
		at: writingAt(row, draft),
		inUse: ladders.some(({ body }) => watchesAny(body as Ladder)),
		version: row?.version ?? null,
	};
}

/** As long as no rung watches any position, nothing a ladder stands on can change under it. */
export const watchesAny = ({ rungs }: Pick<Ladder, "rungs">): boolean =>
	rungs.some(({ settings }) => settings.watch.length > 0);

/** A version that nothing names any more was only a stop on the way. */
async function forget(tx: Tx, hash: string): Promise<void> {
	await tx
		.delete(t.skillVersion)
		.where(
			and(
				eq(t.skillVersion.hash, hash),
				sql`not exists (select 1 from skill where version = ${hash})`,
				sql`not exists (select 1 from ladder where skill_version = ${hash})`,
				sql`not exists (select 1 from skill_revision where version = ${hash})`,
			),
		);
}

export interface DraftRow {
	id: string;
	n: number;
	typed: unknown;
}

export async function findDraft({ db }: Store, id: string): Promise<DraftRow | null> {
	const [row] = await db.select().from(t.skillDraft).where(eq(t.skillDraft.skill, id));
	return row ? { id: row.skill, n: row.n, typed: row.body } : null;
}

/** Skills that were begun and cannot be read yet. */
export async function listBegun({ db }: Store): Promise<DraftRow[]> {
	const rows = await db
		.select({ id: t.skillDraft.skill, n: t.skillDraft.n, typed: t.skillDraft.body })
		.from(t.skillDraft)
		.leftJoin(t.skill, eq(t.skill.id, t.skillDraft.skill))
		.where(isNull(t.skill.id))
		.orderBy(desc(t.skillDraft.updatedAt));
	return rows;
}

export interface Revision {
	id: string;
	at: string;
	remark: string;
}

/** Revisions of a skill, the latest first. */
export async function revisionsOf({ db }: Store, skill: string): Promise<Revision[]> {
	return db
		.select({ id: t.skillRevision.id, at: t.skillRevision.createdAt, remark: t.skillRevision.remark })
		.from(t.skillRevision)
		.where(eq(t.skillRevision.skill, skill))
		.orderBy(desc(t.skillRevision.createdAt), desc(t.skillRevision.id));
}

export async function archiveSkill({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.skill)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.skill.id, id)),
	);
}
