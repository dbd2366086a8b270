import { and, asc, eq, gte, inArray, isNotNull, isNull, ne, or, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import type { LadderDigest } from "@/core/digest/ladderDigest";
import { LadderOrder } from "@/core/formats/workbook";
import { type Ladder, type Rung, watchRefusals } from "@/core/ladder/ladder";
import type { LastTime } from "@/core/ladder/lastTime";
import { foldRail, type Rail } from "@/core/ladder/rail";
import type { RungSettings } from "@/core/ladder/rung";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { readSides } from "@/core/skill/sides";
import { Skill } from "@/core/skill/skill";
import type { Store, Tx } from "./db";
import { beforeSaving, changedElsewhere, gone, type Saved, stamp } from "./documents";
import * as t from "./schema";
import { studentNames } from "./students";
import { mintLadder } from "./versions";

export interface LadderRow extends Saved {
	archived: boolean;
	student: string;
	skill: string;
	/** The skill as the ladder follows it. */
	skillVersion: string;
	followed: Skill;
	/** A newer version of the skill is there to be taken. */
	outdated: boolean;
	version: string;
	ladder: Ladder;
	/** The student's strong side: with the ladder's own it reads the sides in what is written. */
	strong: "left" | "right";
}

const joined = ({ db }: Pick<Store, "db">) =>
	db
		.select({
			row: t.ladder,
			followed: t.skillVersion.body,
			newest: t.skill.version,
			strong: sql<"left" | "right" | null>`json_extract(${t.student.body}, '$.strongSide')`,
		})
		.from(t.ladder)
		.innerJoin(t.skillVersion, eq(t.skillVersion.hash, t.ladder.skillVersion))
		.innerJoin(t.skill, eq(t.skill.id, t.ladder.skill))
		.leftJoin(t.student, eq(t.student.id, t.ladder.student));

type Joined = Awaited<ReturnType<typeof joined>>[number];

/**
 * A body as it was when it was written, and was checked then. What may be saved grows
 * stricter; one ladder that today would be refused must not shut the house.
 */
const kept = <T>(body: unknown): T => body as T;

const read = ({ row, followed, newest, strong }: Joined): LadderRow => ({
	id: row.id,
	rev: row.rev,
	archived: row.archivedAt !== null,
	student: row.student,
	skill: row.skill,
	skillVersion: row.skillVersion,
	followed: Skill.parse(followed),
	outdated: newest !== row.skillVersion,
	version: row.version,
	ladder: kept<Ladder>(row.body),
	strong: strong ?? "right",
});

export interface LadderFilter {
	students?: readonly string[];
	skills?: readonly string[];
	ids?: readonly string[];
}

export async function listLadders(store: Store, { students, skills, ids }: LadderFilter = {}): Promise<LadderRow[]> {
	const rows = await joined(store)
		.where(
			and(
				students ? inArray(t.ladder.student, [...students]) : undefined,
				skills ? inArray(t.ladder.skill, [...skills]) : undefined,
				ids ? inArray(t.ladder.id, [...ids]) : undefined,
			),
		)
		.orderBy(asc(t.ladder.createdAt), asc(t.ladder.id));
	return rows.map(read);
}

/** Students with a ladder to a skill in use; asked of the table alone, nothing of the ladders is read. */
export async function studentsOn({ db }: Store, skill: string): Promise<Set<string>> {
	const rows = await db
		.selectDistinct({ student: t.ladder.student })
		.from(t.ladder)
		.where(and(eq(t.ladder.skill, skill), isNull(t.ladder.archivedAt)));
	return new Set(rows.map(({ student }) => student));
}

/** What happened on these ladders, by their ids; one nobody tried is not among them. */
export async function ladderDigests({ db }: Store, ids: readonly string[]): Promise<Map<string, LadderDigest>> {
	if (ids.length === 0) return new Map();
	const rows = await db
		.select({ ladder: t.ladderDigest.ladder, body: t.ladderDigest.body })
		.from(t.ladderDigest)
		.where(inArray(t.ladderDigest.ladder, [...ids]));
	return new Map(rows.map((row) => [row.ladder, row.body]));
}

/**
 * Ladders with their rails: of one student, of these, or all. What is told of a rung is read here, with the student's
 * sides: nobody who shows a rail has to think of it.
 */
export async function railedLadders(store: Store, of: LadderFilter = {}): Promise<(LadderRow & Railed)[]> {
	const rows = await listLadders(store, of);
	const digests = await ladderDigests(
		store,
		rows.map((row) => row.id),
	);
	return rows.map((row) => {
		const digest = digests.get(row.id) ?? null;
		const rail = foldRail(row.id, row.ladder, digest);
		const read = (words: string) => readSides(words, { side: row.ladder.side, strong: row.strong });
		return {
			...row,
			rail: { ...rail, holes: rail.holes.map((hole) => ({ ...hole, name: read(hole.name) })) },
			last: digest?.last ? { ...digest.last, rung: read(digest.last.rung) } : null,
		};
	});
}

/** Ladders of students in use, with the student's name and the rail. */
export async function laddersInUse(store: Store): Promise<(LadderRow & Railed & { studentName: string })[]> {
	const [rows, people] = await Promise.all([railedLadders(store), studentNames(store)]);
	const names = new Map(people.filter(({ archived }) => !archived).map(({ id, name }) => [id, name]));
	return rows.flatMap((row) => {
		const studentName = names.get(row.student);
		return studentName === undefined ? [] : [{ ...row, studentName }];
	});
}

export interface Railed {
	rail: Rail;
	last: LastTime | null;
}

/**
 * Ladders in use that may want a decision: the peg on the top rung, a rule met and the peg
 * not moved, a skill revised since, or a move whose evidence was taken back. Read from stored columns only.
 */
export async function ladderQuestions({ db }: Store): Promise<string[]> {
	const rows = await db
		.select({ id: t.ladder.id })
		.from(t.ladder)
		.innerJoin(t.student, eq(t.student.id, t.ladder.student))
		.innerJoin(t.skill, eq(t.skill.id, t.ladder.skill))
		.leftJoin(t.ladderDigest, eq(t.ladderDigest.ladder, t.ladder.id))
		.where(
			and(
				isNull(t.ladder.archivedAt),
				isNull(t.student.archivedAt),
				isNull(t.student.deletedAt),
				or(
					ne(t.skill.version, t.ladder.skillVersion),
					isNotNull(t.ladderDigest.unfounded),
					sql`${t.ladderDigest.passed} = coalesce(${t.ladderDigest.standing}, json_extract(${t.ladder.body}, '$.start'), json_extract(${t.ladder.body}, '$.rungs[0].id'))`,
					sql`json_extract(${t.ladder.body}, '$.rungs[#-1].id') = coalesce(${t.ladderDigest.standing}, json_extract(${t.ladder.body}, '$.start'), json_extract(${t.ladder.body}, '$.rungs[0].id'))`,
				),
			),
		)
		.orderBy(asc(t.ladder.id));
	return rows.map((row) => row.id);
}

export async function findLadder(store: Store, id: string): Promise<LadderRow | null> {
	const [row] = await joined(store).where(eq(t.ladder.id, id));
	return row ? read(row) : null;
}

/** Makes a ladder on the skill as it now stands. */
export async function addLadder(
	{ write }: Store,
	student: string,
	skill: string,
	body: Ladder,
	id: string = uuid(),
): Promise<Outcome<Saved>> {
	return write(async (tx): Promise<Outcome<Saved>> => {
		const [from] = await tx.select().from(t.skill).where(eq(t.skill.id, skill));
		if (!from) return refuse("skill", "Skill: choose one from the list.");
		const [who] = await tx.select({ id: t.student.id }).from(t.student).where(eq(t.student.id, student));
		if (!who) return refuse("student", "Student: choose one from the list.");
		const bad = watchRefusals(body, Skill.parse(from.body));
		if (bad.length > 0) return { ok: false, refusals: bad };
		const version = await mintLadder(tx, body);
		await tx
			.insert(t.ladder)
			.values({ id, name: from.name, student, skill, skillVersion: from.version, version, body });
		await tx.insert(t.ladderRevision).values({ id: uuid(), ladder: id, version });
		return { ok: true, value: { id, rev: 1 } };
	});
}

export async function saveLadder({ write }: Store, body: Ladder, at: Saved): Promise<Outcome<Saved>> {
	return write(async (tx): Promise<Outcome<Saved>> => {
		const [row] = await tx.select().from(t.ladder).where(eq(t.ladder.id, at.id));
		const settled = beforeSaving("This ladder", at, row, body);
		if (settled || !row) return settled ?? gone("This ladder");
		const followed = await skillBody(tx, row.skillVersion);
		const bad = watchRefusals(body, followed);
		if (bad.length > 0) return { ok: false, refusals: bad };
		const version = await mintLadder(tx, body);
		await tx
			.update(t.ladder)
			.set({ body, version, rev: at.rev + 1, updatedAt: stamp() })
			.where(eq(t.ladder.id, at.id));
		if (version !== row.version) await noteRevision(tx, at.id, version);
		return { ok: true, value: { id: at.id, rev: at.rev + 1 } };
	});
}

/** What is typed within so long of the last change is one change of the ladder, though it was in force at every rest. */
const ONE_SITTING_MS = 10 * 60_000;

/** The ladder as it was built stays the first of its revisions. */
async function noteRevision(tx: Tx, ladder: string, version: string): Promise<void> {
	const rows = await tx
		.select({ id: t.ladderRevision.id, at: t.ladderRevision.createdAt })
		.from(t.ladderRevision)
		.where(eq(t.ladderRevision.ladder, ladder))
		.orderBy(asc(t.ladderRevision.createdAt), asc(t.ladderRevision.id));
	const last = rows.slice(1).at(-1);
	// Worked on since, it has been what it was: that stays.
	const [worked] = last
		? await tx
				.select({ lesson: t.lessonWork.lesson })
				.from(t.lessonWork)
				.where(and(eq(t.lessonWork.ladder, ladder), gte(t.lessonWork.day, last.at.slice(0, 10))))
				.limit(1)
		: [];
	if (last && !worked && Date.parse(stamp()) - Date.parse(last.at) < ONE_SITTING_MS)
		await tx.update(t.ladderRevision).set({ version }).where(eq(t.ladderRevision.id, last.id));
	else await tx.insert(t.ladderRevision).values({ id: uuid(), ladder, version });
}

/** Takes the skill over in the version that was looked at, whole or not at all; never one that lacks a watched position. */
export async function takeNewSkill({ write }: Store, at: Saved, seen: string): Promise<Outcome<Saved>> {
	return write(async (tx): Promise<Outcome<Saved>> => {
		const [row] = await tx.select().from(t.ladder).where(eq(t.ladder.id, at.id));
		if (!row) return gone("This ladder");
		if (row.rev !== at.rev) return changedElsewhere("This ladder");
		const [skill] = await tx.select().from(t.skill).where(eq(t.skill.id, row.skill));
		if (!skill) return gone("This ladder's skill");
		if (skill.version !== seen)
			return refuse(
				"version",
				"The skill changed again since you compared. Nothing was updated. Compare again, then use the new version.",
			);
		const bad = watchRefusals(kept<Ladder>(row.body), Skill.parse(skill.body));
		if (bad.length > 0) return { ok: false, refusals: bad };
		await tx
			.update(t.ladder)
			.set({ skillVersion: skill.version, rev: at.rev + 1, updatedAt: stamp() })
			.where(eq(t.ladder.id, at.id));
		return { ok: true, value: { id: at.id, rev: at.rev + 1 } };
	});
}

export interface LadderRevision {
	at: string;
	rungs: Rung[];
}

/** A ladder as it was built, and as it was at a moment; null where it was not there yet. */
export async function ladderThen(
	{ db }: Store,
	ladder: string,
	moment: string | null,
): Promise<{ built: LadderRevision | null; lately: LadderRevision | null }> {
	const rows = await db
		.select({ at: t.ladderRevision.createdAt, body: t.ladderVersion.body })
		.from(t.ladderRevision)
		.innerJoin(t.ladderVersion, eq(t.ladderVersion.hash, t.ladderRevision.version))
		.where(eq(t.ladderRevision.ladder, ladder))
		.orderBy(asc(t.ladderRevision.createdAt), asc(t.ladderRevision.id));
	const withRungs = async (row: (typeof rows)[number] | undefined): Promise<LadderRevision | null> => {
		if (!row) return null;
		const { order } = LadderOrder.parse(row.body);
		const settings = await db
			.select({ hash: t.rungVersion.hash, body: t.rungVersion.body })
			.from(t.rungVersion)
			.where(
				inArray(
					t.rungVersion.hash,
					order.map(({ version }) => version),
				),
			);
		const at = new Map(settings.map(({ hash, body }) => [hash, kept<RungSettings>(body)]));
		return {
			at: row.at,
			rungs: order.flatMap(({ id, version }) => {
				const found = at.get(version);
				return found ? [{ id, settings: found }] : [];
			}),
		};
	};
	const lately = moment === null ? undefined : rows.findLast((row) => row.at <= moment);
	return { built: await withRungs(rows[0]), lately: await withRungs(lately) };
}

export async function archiveLadder({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.ladder)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.ladder.id, id)),
	);
}

async function skillBody(tx: Tx, hash: string): Promise<Skill> {
	const [row] = await tx.select().from(t.skillVersion).where(eq(t.skillVersion.hash, hash));
	if (!row) throw new Error("a ladder follows a skill version that is not there");
	return Skill.parse(row.body);
}
