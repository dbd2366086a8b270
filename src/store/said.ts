import { and, asc, desc, eq, isNull, like, sql } from "drizzle-orm";
import type { Body, causeMarks as causeMarkWords } from "@/core/log/kinds";
import type { Reminder, SaidKind } from "@/core/log/reminders";
import type { Store } from "./db";
import * as t from "./schema";

const kept = {
	id: t.said.id,
	student: t.said.student,
	text: t.said.text,
	day: t.said.day,
	due: t.said.due,
	closedBy: t.said.closedBy,
};

/** Promises not kept yet, by their due day: of one student, or all. */
export async function openPromises({ db }: Store, student?: string, atMost = 200): Promise<Reminder[]> {
	return db
		.select(kept)
		.from(t.said)
		.where(open("promise", student))
		.orderBy(asc(t.said.due), asc(t.said.lamport))
		.limit(atMost);
}

/** What is parked and still there, newest first. */
export async function openParked({ db }: Store, student?: string, atMost = 200): Promise<Reminder[]> {
	return db.select(kept).from(t.said).where(open("parked", student)).orderBy(desc(t.said.lamport)).limit(atMost);
}

/** What is open of one kind: of one student, or of everybody who is not put away. */
const open = (kind: SaidKind, student?: string) =>
	and(
		eq(t.said.kind, kind),
		isNull(t.said.closedBy),
		student
			? eq(t.said.student, student)
			: sql`(${t.said.student} is null or ${t.said.student} in (select ${t.student.id} from ${t.student} where ${t.student.archivedAt} is null and ${t.student.deletedAt} is null))`,
	);

export interface SaidHit {
	id: string;
	kind: SaidKind;
	student: string | null;
	lesson: string | null;
	day: string;
	text: string;
}

/** Everything said that holds all these words, newest first. `words` are folded already. */
export async function searchSaid({ db }: Store, words: readonly string[], atMost: number): Promise<SaidHit[]> {
	const holds = words.map((word) => like(t.said.folded, sql`${`%${word.replace(/[\\%_]/g, "\\$&")}%`} escape '\\'`));
	return db
		.select()
		.from(t.said)
		.where(and(...holds))
		.orderBy(desc(t.said.day), desc(t.said.lamport))
		.limit(atMost);
}

export type CauseMarks = Record<string, (typeof causeMarkWords)[number]>;

/** What was found of the candidate causes of a skill's faults: by student, by cause; the latest word holds. */
export async function causeMarks({ db }: Store, skill: string): Promise<Map<string, CauseMarks>> {
	const rows = await db
		.select({ student: t.event.student, body: t.event.body })
		.from(t.event)
		.where(and(eq(t.event.kind, "cause.marked"), sql`json_extract(${t.event.body}, '$.skill') = ${skill}`))
		.orderBy(asc(t.event.lamport), asc(t.event.device), asc(t.event.dseq));
	const marks = new Map<string, CauseMarks>();
	for (const { student, body } of rows) {
		const { cause, mark } = body as Body<"cause.marked">;
		if (student) marks.set(student, { ...marks.get(student), [cause]: mark });
	}
	return marks;
}

export interface SaidOften {
	cue: string;
	times: number;
	students: number;
}

/** The cues that were given most since a day. */
export async function saidOften({ db }: Store, since: string, atMost: number): Promise<SaidOften[]> {
	const cue = sql<string>`json_extract(${t.event.body}, '$.cue.text')`;
	return db
		.select({
			cue,
			times: sql<number>`count(*)`,
			students: sql<number>`count(distinct ${t.event.student})`,
		})
		.from(t.event)
		.where(and(eq(t.event.kind, "feedback"), sql`${t.event.localDay} >= ${since}`, sql`${cue} is not null`))
		.groupBy(cue)
		.orderBy(sql`count(*) desc`)
		.limit(atMost);
}
