import { sql } from "drizzle-orm";
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import type { LadderDigest } from "@/core/digest/ladderDigest";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import type { Spoken } from "@/core/languages/spoken";
import type { SaidKind } from "@/core/log/reminders";
import type { SolvedPlan } from "@/core/plan/solved";
import type { AskedFrom } from "@/core/practice/page";

/**
 * Three sorts of data: documents (a row each, with a revision number), versions
 * (immutable, addressed by the hash of their content) and events (append-only).
 * Bodies are JSON, parsed by their schema in `core` whenever they are read.
 */

const now = sql`(strftime('%Y-%m-%dT%H:%M:%fZ','now'))`;

/** One row: which studio this is. A restore changes the epoch, a demo reset the id. */
export const studio = sqliteTable("studio", {
	id: text().primaryKey(),
	epoch: integer().notNull().default(1),
	demo: integer({ mode: "boolean" }).notNull().default(false),
	createdAt: text().notNull().default(now),
});

const document = {
	id: text().primaryKey(),
	rev: integer().notNull().default(1),
	name: text().notNull(),
	body: text({ mode: "json" }).notNull().$type<unknown>(),
	archivedAt: text(),
	createdAt: text().notNull().default(now),
	updatedAt: text().notNull().default(now),
};

export const student = sqliteTable("student", {
	...document,
	/** A deleted student leaves this behind, and nothing else. */
	deletedAt: text(),
});

export const skill = sqliteTable("skill", {
	...document,
	/** Hash of the version that holds what the body says now. */
	version: text()
		.notNull()
		.references(() => skillVersion.hash),
});

/** What is typed into a skill and not in force yet: as it was typed, right or not. */
export const skillDraft = sqliteTable("skill_draft", {
	skill: text().primaryKey(),
	/** Raised at each keeping, so that two windows do not write over each other. */
	n: integer().notNull(),
	body: text({ mode: "json" }).notNull().$type<unknown>(),
	updatedAt: text().notNull().default(now),
});

/** When a skill in use was changed, and why. */
export const skillRevision = sqliteTable(
	"skill_revision",
	{
		id: text().primaryKey(),
		skill: text()
			.notNull()
			.references(() => skill.id),
		version: text()
			.notNull()
			.references(() => skillVersion.hash),
		remark: text().notNull(),
		createdAt: text().notNull().default(now),
	},
	(t) => [index("skill_revision_skill").on(t.skill, t.createdAt)],
);

/** Pictures and clips, by the hash of their bytes. */
export const picture = sqliteTable("picture", {
	hash: text().primaryKey(),
	type: text().notNull(),
	/** In base64, so that a workbook holds it as it stands. */
	body: text().notNull(),
	createdAt: text().notNull().default(now),
});

export const ladder = sqliteTable(
	"ladder",
	{
		...document,
		student: text()
			.notNull()
			.references(() => student.id),
		skill: text()
			.notNull()
			.references(() => skill.id),
		/** The skill version the ladder follows; it never changes under it. */
		skillVersion: text()
			.notNull()
			.references(() => skillVersion.hash),
		version: text()
			.notNull()
			.references(() => ladderVersion.hash),
	},
	(t) => [index("ladder_student").on(t.student), index("ladder_skill").on(t.skill)],
);

/** What a ladder said from when on. The first row is the ladder as it was built. */
export const ladderRevision = sqliteTable(
	"ladder_revision",
	{
		id: text().primaryKey(),
		ladder: text()
			.notNull()
			.references(() => ladder.id),
		version: text()
			.notNull()
			.references(() => ladderVersion.hash),
		createdAt: text().notNull().default(now),
	},
	(t) => [index("ladder_revision_ladder").on(t.ladder, t.createdAt)],
);

/** A lesson before it is held; its name is its day, for its place in lists. */
export const plan = sqliteTable("plan", { ...document, day: text().notNull() }, (t) => [index("plan_day").on(t.day)]);

/** Plans worked out, each once for what it says. */
export const solvedPlan = sqliteTable("solved_plan", {
	plan: text()
		.primaryKey()
		.references(() => plan.id, { onDelete: "cascade" }),
	/** Hash of what it was worked out from. */
	mark: text().notNull(),
	solved: text({ mode: "json" }).notNull().$type<SolvedPlan>(),
});

/** Lessons in the calendar: single ones and series. */
export const booking = sqliteTable("booking", { ...document });

/** Shows, terms and other dates. */
export const occasion = sqliteTable("occasion", { ...document });

/** Languages of students, by their code; what pages carry of each is compiled once, when it is saved. */
export const language = sqliteTable("language", {
	...document,
	compiled: text({ mode: "json" }).notNull().$type<Spoken>(),
});

/** Addresses under which the calendar may be subscribed to: of each long random token only its hash. */
export const feed = sqliteTable("feed", {
	id: text().primaryKey(),
	name: text().notNull(),
	hash: text().notNull().unique(),
	createdAt: text().notNull().default(now),
});

/** What a student is to practise; `key` signs what their page hands back as text. */
export const assignment = sqliteTable(
	"assignment",
	{
		...document,
		student: text()
			.notNull()
			.references(() => student.id),
		key: text().notNull(),
		/** One beside the student's own page: a second home, a camp. No wrap-up changes it. */
		apart: integer({ mode: "boolean" }).notNull().default(false),
		/** What was asked for from which day on, oldest first. */
		history: text({ mode: "json" }).notNull().$type<AskedFrom[]>().default([]),
		/** The latest wrap-up it was changed by: its event, and when that was said. */
		wrapUp: text({ mode: "json" }).$type<{ event: string; at: string }>(),
	},
	(t) => [index("assignment_student").on(t.student)],
);

/** Stills of held positions, with what was measured on them. */
export const still = sqliteTable(
	"still",
	{
		...document,
		student: text()
			.notNull()
			.references(() => student.id),
		picture: text()
			.notNull()
			.references(() => picture.hash),
	},
	(t) => [index("still_student").on(t.student), index("still_picture").on(t.picture)],
);

/** Private links to one assignment each: of the long random token only its hash. */
export const practiceLink = sqliteTable(
	"practice_link",
	{
		id: text().primaryKey(),
		assignment: text()
			.notNull()
			.references(() => assignment.id),
		/** For whom it was made. */
		name: text().notNull(),
		hash: text().notNull().unique(),
		/** The address of the studio it was made under; null where older builds did not ask. */
		address: text(),
		/** The last day on which it opens. */
		ends: text().notNull(),
		withdrawnAt: text(),
		createdAt: text().notNull().default(now),
	},
	(t) => [index("practice_link_assignment").on(t.assignment)],
);

/** Times that somebody else's calendar file says are taken; a file is one source. */
export const busy = sqliteTable(
	"busy",
	{
		n: integer().primaryKey({ autoIncrement: true }),
		source: text().notNull(),
		begins: integer().notNull(),
		ends: integer().notNull(),
		what: text().notNull(),
	},
	(t) => [index("busy_begins").on(t.begins)],
);

/** One row: the passcode, as scrypt leaves it, and what its sessions are hashed with. It leaves this machine in no file but a backup. */
export const access = sqliteTable("access", {
	id: text().primaryKey(),
	hash: text().notNull(),
	salt: text().notNull(),
	secret: text().notNull(),
	createdAt: text().notNull().default(now),
});

/**
 * What takes long and is under way, or ended lately: the process that does it says here how
 * far it is, so that every process of the studio can tell.
 */
export const job = sqliteTable("job", {
	id: text().primaryKey(),
	kind: text().notNull(),
	state: text().notNull(),
	/** What it says of itself, as JSON; parsed where it is read. */
	body: text({ mode: "json" }).notNull().$type<unknown>(),
	/** Milliseconds since 1970 when it was last heard of. */
	heardAt: integer().notNull(),
});

/** What a device proves to be itself by: the hash of a key that it made. */
export const deviceKey = sqliteTable("device_key", {
	device: text().primaryKey(),
	hash: text().notNull(),
});

/** How often somebody may still ask: counted here, so that two processes count together. Columns as the limiter has them. */
export const allowance = sqliteTable("allowance", {
	key: text().primaryKey(),
	points: integer().notNull().default(0),
	expire: integer(),
});

/** One row: what holds for the whole studio. */
export const coach = sqliteTable("coach", {
	id: text().primaryKey(),
	rev: integer().notNull().default(1),
	body: text({ mode: "json" }).notNull().$type<unknown>(),
	createdAt: text().notNull().default(now),
	updatedAt: text().notNull().default(now),
});

export const skillVersion = sqliteTable("skill_version", {
	hash: text().primaryKey(),
	body: text({ mode: "json" }).notNull().$type<unknown>(),
	createdAt: text().notNull().default(now),
});

export const rungVersion = sqliteTable("rung_version", {
	hash: text().primaryKey(),
	body: text({ mode: "json" }).notNull().$type<unknown>(),
	createdAt: text().notNull().default(now),
});

/** An order of rung versions. */
export const ladderVersion = sqliteTable("ladder_version", {
	hash: text().primaryKey(),
	body: text({ mode: "json" }).notNull().$type<unknown>(),
	createdAt: text().notNull().default(now),
});

export const event = sqliteTable(
	"event",
	{
		arrival: integer().primaryKey({ autoIncrement: true }),
		id: text().notNull(),
		act: text().notNull(),
		device: text().notNull(),
		dseq: integer().notNull(),
		lamport: integer().notNull(),
		at: text().notNull(),
		tz: text().notNull(),
		localDay: text().notNull(),
		actor: text().notNull(),
		kind: text().notNull(),
		lesson: text(),
		set: text("set_id"),
		student: text(),
		ladder: text(),
		rung: text(),
		body: text({ mode: "json" }).notNull().$type<unknown>(),
		hash: text().notNull(),
	},
	(t) => [
		uniqueIndex("event_id").on(t.id),
		uniqueIndex("event_device").on(t.device, t.dseq),
		index("event_lesson").on(t.lesson, t.arrival),
		index("event_student").on(t.student, t.arrival),
		index("event_ladder").on(t.ladder, t.arrival),
		index("event_kind").on(t.kind, t.arrival),
	],
);

/** What could not be taken in, with its reason: kept and shown, never dropped. */
export const quarantine = sqliteTable(
	"quarantine",
	{
		n: integer().primaryKey({ autoIncrement: true }),
		eventId: text(),
		device: text().notNull(),
		dseq: integer().notNull(),
		reason: text().notNull(),
		raw: text().notNull(),
		arrivedAt: text().notNull().default(now),
	},
	(t) => [uniqueIndex("quarantine_device").on(t.device, t.dseq, t.raw)],
);

/**
 * Projections: folds of the log that would be slow to work out for every page. Each
 * row can be thrown away at any time; `projection` names what they were made by and
 * the last event they include.
 */
export const projection = sqliteTable("projection", {
	name: text().primaryKey(),
	/** Studio, epoch, and the meaning of the fold. */
	madeFor: text().notNull(),
	upTo: integer().notNull(),
});

export const lessonDigest = sqliteTable(
	"lesson_digest",
	{
		lesson: text().primaryKey(),
		day: text().notNull(),
		opened: integer({ mode: "boolean" }).notNull(),
		closed: integer({ mode: "boolean" }).notNull(),
		/** The last event it includes. */
		upTo: integer().notNull(),
		body: text({ mode: "json" }).notNull().$type<LessonDigest>(),
	},
	(t) => [index("lesson_digest_open").on(t.closed, t.opened), index("lesson_digest_day").on(t.day)],
);

/** Who worked on what in a lesson; the empty word where nobody or nothing is named. */
export const lessonWork = sqliteTable(
	"lesson_work",
	{
		lesson: text().notNull(),
		student: text().notNull(),
		ladder: text().notNull(),
		day: text().notNull(),
	},
	(t) => [
		primaryKey({ columns: [t.lesson, t.student, t.ladder] }),
		index("lesson_work_student").on(t.student, t.day, t.lesson),
		index("lesson_work_ladder").on(t.ladder, t.day, t.lesson),
	],
);

export const ladderDigest = sqliteTable("ladder_digest", {
	ladder: text().primaryKey(),
	standing: text(),
	/** The lesson of a peg move whose evidence was taken back. */
	unfounded: text(),
	/** The rung whose rule was met, where nobody has claimed or declined it since. */
	passed: text(),
	body: text({ mode: "json" }).notNull().$type<LadderDigest>(),
});

export const studentDigest = sqliteTable("student_digest", {
	student: text().primaryKey(),
	lessons: integer().notNull(),
	/** Day of the last lesson, and the day set for the next. */
	last: text(),
	next: text(),
	/** When on that day, where it was said. */
	nextTime: text(),
	/** The zone that day and hour were said in. */
	nextZone: text(),
	/** Cues that worked for them lately, the best first. */
	worked: text({ mode: "json" }).$type<{ text: string; share: number }[]>(),
});

/** What was promised, parked, noted, remarked and wished: kept in sight, and searched. */
export const said = sqliteTable(
	"said",
	{
		id: text().primaryKey(),
		kind: text().notNull().$type<SaidKind>(),
		student: text(),
		lesson: text(),
		day: text().notNull(),
		due: text(),
		closedBy: text(),
		lamport: integer().notNull(),
		text: text().notNull(),
		/** Without case and accents. */
		folded: text().notNull(),
	},
	(t) => [
		index("said_kind").on(t.kind, t.closedBy, t.lamport),
		index("said_student").on(t.student, t.kind, t.closedBy),
		index("said_lesson").on(t.lesson),
	],
);

/** Which events speak of which: taking back, amending, closing. */
export const link = sqliteTable("link", { source: text().notNull(), target: text().notNull() }, (t) => [
	primaryKey({ columns: [t.target, t.source] }),
	index("link_source").on(t.source),
]);
