import { getTableColumns, getTableName } from "drizzle-orm";
import type { SQLiteTable } from "drizzle-orm/sqlite-core";
import type { Rows, Section } from "@/core/formats/workbook";
import { compileLanguage } from "@/core/languages/language";
import * as t from "../schema";

/**
 * Where each section of a workbook lives: its table, and its rows as that table's
 * columns and back. Bulk work speaks SQL to the client directly, a few hundred rows a
 * statement; everything else goes through the noun's own file.
 */

type Value = string | number | null;
export type SqlRow = Record<string, Value>;

interface Home<S extends Section> {
	table: string;
	columns: readonly string[];
	/** What one row is known by. */
	key: string;
	/** Rows of this section among the table's. */
	where: string;
	toSql(row: Rows[S]): SqlRow;
	fromSql(row: SqlRow): unknown;
}

/** SQL names of a table's columns. The database writes names in snake case. */
export const columnsOf = (table: SQLiteTable): string[] =>
	Object.entries(getTableColumns(table)).map(([key, column]) =>
		column.name === key ? key.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`) : column.name,
	);

const json = (value: unknown): string => JSON.stringify(value);
const read = (value: Value | undefined): unknown => JSON.parse(String(value));

const home = <S extends Section>(
	table: SQLiteTable,
	rest: Pick<Home<S>, "toSql" | "fromSql"> & Partial<Pick<Home<S>, "key" | "where">>,
): Home<S> => ({
	table: getTableName(table),
	columns: columnsOf(table).filter((column) => column !== "arrival" && column !== "n"),
	key: "id",
	where: "1",
	...rest,
});

const documentRow = (id: string, made: string, archived: string | null, body: unknown) => ({
	id,
	rev: 1,
	name: "",
	body: json(body),
	archived_at: archived,
	created_at: made,
	updated_at: made,
});

const envelope = [
	...["id", "act", "device", "dseq", "lamport", "at", "tz"],
	...["actor", "kind", "lesson", "student", "ladder", "rung", "hash"],
];

/** An event whose student was deleted: its place stays, its words are gone. */
export const ERASED = "erased";

export const homes: { [S in Section]: Home<S> } = {
	students: home(t.student, {
		where: "deleted_at is null",
		toSql: ({ id, made, archived, student }) => ({
			id,
			rev: 1,
			name: student.name,
			body: json(student),
			archived_at: archived,
			created_at: made,
			updated_at: made,
			deleted_at: null,
		}),
		fromSql: (row) => ({
			id: row.id,
			made: row.created_at,
			archived: row.archived_at,
			student: read(row.body),
		}),
	}),
	gone: home(t.student, {
		where: "deleted_at is not null",
		toSql: ({ id, at }) => ({
			id,
			rev: 1,
			name: "",
			body: "{}",
			archived_at: null,
			created_at: at,
			updated_at: at,
			deleted_at: at,
		}),
		fromSql: (row) => ({ id: row.id, at: row.deleted_at }),
	}),
	skillVersions: home(t.skillVersion, {
		key: "hash",
		toSql: ({ hash, made, skill }) => ({ hash, body: json(skill), created_at: made }),
		fromSql: (row) => ({ hash: row.hash, made: row.created_at, skill: read(row.body) }),
	}),
	skills: home(t.skill, {
		toSql: ({ id, made, archived, version, skill }) => ({
			id,
			rev: 1,
			name: skill.name,
			body: json(skill),
			archived_at: archived,
			created_at: made,
			updated_at: made,
			version,
		}),
		fromSql: (row) => ({
			id: row.id,
			made: row.created_at,
			archived: row.archived_at,
			version: row.version,
			skill: read(row.body),
		}),
	}),
	skillRevisions: home(t.skillRevision, {
		toSql: ({ id, made, skill, version, remark }) => ({ id, skill, version, remark, created_at: made }),
		fromSql: (row) => ({
			id: row.id,
			made: row.created_at,
			skill: row.skill,
			version: row.version,
			remark: row.remark,
		}),
	}),
	pictures: home(t.picture, {
		key: "hash",
		toSql: ({ hash, made, type, body }) => ({ hash, type, body, created_at: made }),
		fromSql: (row) => ({ hash: row.hash, made: row.created_at, type: row.type, body: row.body }),
	}),
	rungVersions: home(t.rungVersion, {
		key: "hash",
		toSql: ({ hash, made, settings }) => ({ hash, body: json(settings), created_at: made }),
		fromSql: (row) => ({ hash: row.hash, made: row.created_at, settings: read(row.body) }),
	}),
	ladderVersions: home(t.ladderVersion, {
		key: "hash",
		toSql: ({ hash, made, ladder }) => ({ hash, body: json(ladder), created_at: made }),
		fromSql: (row) => ({ hash: row.hash, made: row.created_at, ladder: read(row.body) }),
	}),
	ladders: home(t.ladder, {
		toSql: ({ id, made, archived, student, skill, skillVersion, version, ladder }) => ({
			id,
			rev: 1,
			name: "",
			body: json(ladder),
			archived_at: archived,
			created_at: made,
			updated_at: made,
			student,
			skill,
			skill_version: skillVersion,
			version,
		}),
		fromSql: (row) => ({
			id: row.id,
			made: row.created_at,
			archived: row.archived_at,
			student: row.student,
			skill: row.skill,
			skillVersion: row.skill_version,
			version: row.version,
			ladder: read(row.body),
		}),
	}),
	ladderRevisions: home(t.ladderRevision, {
		toSql: ({ id, made, ladder, version }) => ({ id, ladder, version, created_at: made }),
		fromSql: (row) => ({ id: row.id, made: row.created_at, ladder: row.ladder, version: row.version }),
	}),
	plans: home(t.plan, {
		toSql: ({ id, made, archived, plan }) => ({ ...documentRow(id, made, archived, plan), day: plan.day }),
		fromSql: (row) => ({ id: row.id, made: row.created_at, archived: row.archived_at, plan: read(row.body) }),
	}),
	bookings: home(t.booking, {
		toSql: ({ id, made, archived, booking }) => documentRow(id, made, archived, booking),
		fromSql: (row) => ({ id: row.id, made: row.created_at, archived: row.archived_at, booking: read(row.body) }),
	}),
	occasions: home(t.occasion, {
		toSql: ({ id, made, archived, occasion }) => ({
			...documentRow(id, made, archived, occasion),
			name: occasion.name,
		}),
		fromSql: (row) => ({ id: row.id, made: row.created_at, archived: row.archived_at, occasion: read(row.body) }),
	}),
	assignments: home(t.assignment, {
		toSql: ({ id, made, archived, key, assignment, apart = false, history = [] }) => ({
			...documentRow(id, made, archived, assignment),
			student: assignment.student,
			key,
			apart: apart ? 1 : 0,
			history: json(history),
		}),
		fromSql: (row) => ({
			id: row.id,
			made: row.created_at,
			archived: row.archived_at,
			key: row.key,
			assignment: read(row.body),
			...(row.apart ? { apart: true } : {}),
			...(row.history === "[]" ? {} : { history: read(row.history) }),
		}),
	}),
	practiceLinks: home(t.practiceLink, {
		toSql: ({ id, made, assignment, name, hash, address, ends, withdrawn }) => ({
			id,
			assignment,
			name,
			hash,
			address,
			ends,
			withdrawn_at: withdrawn,
			created_at: made,
		}),
		fromSql: (row) => ({
			id: row.id,
			made: row.created_at,
			assignment: row.assignment,
			name: row.name,
			hash: row.hash,
			address: row.address,
			ends: row.ends,
			withdrawn: row.withdrawn_at,
		}),
	}),
	stills: home(t.still, {
		toSql: ({ id, made, archived, still }) => ({
			...documentRow(id, made, archived, still),
			name: still.name,
			student: still.student,
			picture: still.picture,
		}),
		fromSql: (row) => ({ id: row.id, made: row.created_at, archived: row.archived_at, still: read(row.body) }),
	}),
	languages: home(t.language, {
		toSql: ({ id, made, archived, language }) => ({
			...documentRow(id, made, archived, language),
			name: language.name,
			compiled: json(compileLanguage(language).spoken),
		}),
		fromSql: (row) => ({ id: row.id, made: row.created_at, archived: row.archived_at, language: read(row.body) }),
	}),
	coach: home(t.coach, {
		toSql: ({ id, made, coach }) => ({ id, rev: 1, body: json(coach), created_at: made, updated_at: made }),
		fromSql: (row) => ({ id: row.id, made: row.created_at, coach: read(row.body) }),
	}),
	events: home(t.event, {
		toSql: (row) => {
			if ("erased" in row) return erasedRow(row.id, row.device, row.dseq);
			const { localDay, set, body, ...rest } = row;
			return { ...rest, local_day: localDay, set_id: set, body: json(body) };
		},
		fromSql: (row) => {
			if (row.kind === ERASED) return { id: row.id, device: row.device, dseq: row.dseq, erased: true };
			const named = Object.fromEntries(envelope.map((name) => [name, row[name]]));
			return { ...named, localDay: row.local_day, set: row.set_id, body: read(row.body) };
		},
	}),
	setAside: home(t.quarantine, {
		key: "raw",
		toSql: ({ eventId, device, dseq, reason, raw, at }) => ({
			event_id: eventId,
			device,
			dseq,
			reason,
			raw,
			arrived_at: at,
		}),
		fromSql: (row) => ({
			eventId: row.event_id,
			device: row.device,
			dseq: row.dseq,
			reason: row.reason,
			raw: row.raw,
			at: row.arrived_at,
		}),
	}),
};

export const erasedRow = (id: string, device: string, dseq: number): SqlRow => ({
	id,
	device,
	dseq,
	act: id,
	lamport: dseq,
	at: "",
	tz: "",
	local_day: "",
	actor: "coach",
	kind: ERASED,
	lesson: null,
	set_id: null,
	student: null,
	ladder: null,
	rung: null,
	body: "{}",
	hash: "",
});
