import { rmSync } from "node:fs";
import type { Client, InStatement } from "@libsql/client";
import { type Scope, type Section, sectionNames } from "@/core/formats/workbook";
import type { Refusal } from "@/core/refusals/refusals";
import { connect, placeOf } from "@/store/engine/connect";
import { backUp } from "./backup";
import { readWorkbook } from "./readWorkbook";
import { homes, type SqlRow } from "./tables";

/** Rows put away at once. */
const BATCH = 500;
const LISTED = 500;

/** What taking a file in would do, and what stands in its way. */
export interface Preview {
	scope: Scope | null;
	/** What stands in the way of any taking in. */
	refusals: Refusal[];
	/** What is odd and comes in all the same. */
	remarks: Refusal[];
	/** What stands in the way of a merge only, and of taking it in whole only. */
	merge: Refusal[];
	whole: Refusal[];
	/** Refusals beyond those listed. */
	more: number;
	/** By section: rows not here yet, here with the same words, here with others. */
	sections: Partial<Record<Section, { fresh: number; same: number; other: number }>>;
	/** Students deleted here who would come back. */
	back: number;
}

/**
 * Reads a workbook into a staging file beside the studio's database and holds it
 * against itself and, for a merge, against what is here. Nothing of it can be seen
 * until it is taken in; the studio's database at `url` is only read (of one on a server, a
 * copy made beside the staging file for the while).
 */
export async function stageWorkbook(
	file: string,
	staging: string,
	url: string,
	progress: (bytes: number, of: number) => void,
): Promise<Preview> {
	for (const end of ["", "-wal", "-shm"]) rmSync(staging + end, { force: true });
	const client = connect(`file:${staging}`);
	const { file: here } = placeOf(url);
	const copy = `${staging}-here`;
	try {
		await client.executeMultiple(
			`pragma journal_mode = memory; pragma synchronous = off; begin; ${sectionNames.map((name) => tableFor(name)).join(";")}; commit`,
		);
		const waiting = new Map<Section, SqlRow[]>();
		const put = async (section: Section) => {
			const rows = waiting.get(section) ?? [];
			waiting.set(section, []);
			if (rows.length > 0) await client.batch(inserts(section, rows), "write");
		};
		const report = await readWorkbook(file, {
			row(section, n, row) {
				const rows = waiting.get(section);
				const staged = { ...homes[section].toSql(row), at_row: n };
				if (rows) rows.push(staged);
				else waiting.set(section, [staged]);
			},
			async rest(bytes, of) {
				for (const [section, rows] of waiting) if (rows.length >= BATCH) await put(section);
				progress(bytes, of);
			},
		});
		for (const section of waiting.keys()) await put(section);
		const preview: Preview = { ...report, merge: [], whole: [], sections: {}, back: 0 };
		const indexes = sectionNames.map((name) => `create index "${name}_key" on "${name}"(${homes[name].key})`);
		await client.executeMultiple(
			`begin; ${indexes.join(";")}; create index events_number on events(device, dseq); commit`,
		);
		if (here === null) await backUp(url, copy);
		await client.execute({ sql: "attach ? as here", args: [here ?? copy] });
		await judge(client, new Set(waiting.keys()), preview);
		return preview;
	} finally {
		client.close();
		rmSync(copy, { force: true });
	}
}

/** A staged section has its table's columns, and no conditions: what is wrong is told, not thrown. */
const tableFor = (section: Section): string =>
	`create table "${section}" (at_row integer, ${homes[section].columns.join(", ")})`;

function inserts(section: Section, rows: readonly SqlRow[]): InStatement[] {
	const columns = ["at_row", ...homes[section].columns];
	const statements: InStatement[] = [];
	for (let i = 0; i < rows.length; i += 200) {
		const some = rows.slice(i, i + 200);
		statements.push({
			sql: `insert into "${section}" (${columns.join(",")}) values ${some.map(() => `(${columns.map(() => "?").join(",")})`).join(",")}`,
			args: some.flatMap((row) => columns.map((column) => row[column] ?? null)),
		});
	}
	return statements;
}

/** @param staged sections the file has rows of: nothing is to be asked of the others */
async function judge(client: Client, staged: ReadonlySet<Section>, preview: Preview): Promise<void> {
	const refuse = async (
		sql: string,
		say: (row: Record<string, unknown>) => Refusal,
		list: "refusals" | "merge" | "whole" = "refusals",
	) => {
		const { rows } = await client.execute(sql);
		for (const row of rows) {
			if (preview[list].length < LISTED) preview[list].push(say(row as Record<string, unknown>));
			else preview.more += 1;
		}
	};
	for (const section of sectionNames) {
		if (!staged.has(section)) continue;
		const { table, key, where } = homes[section];
		const words = sameWords(section);
		if (section !== "setAside")
			await refuse(
				`select b.at_row as n, min(a.at_row) as first from "${section}" a join "${section}" b on a.${key} = b.${key} and a.at_row < b.at_row
					where not (${words}) group by b.at_row`,
				({ n, first }) => ({
					path: `${section}[${n}].${key}`,
					sentence: `${section}[${n}] has the ${key} of ${section}[${first}] and different content. Remove one of them.`,
				}),
			);
		// Twice the same is once.
		await client.execute(
			`delete from "${section}" where rowid not in (select min(rowid) from "${section}" group by ${section === "setAside" ? "device, dseq, raw" : key})`,
		);
		const { rows } = await client.execute(
			`select count(*) as n, coalesce(sum(b.${key} is not null and (${words})), 0) as same, coalesce(sum(b.${key} is not null and not (${words})), 0) as other
				from "${section}" a left join here.${table} b on a.${key} = b.${key} and (${where.replace("deleted_at", "b.deleted_at")})
				${section === "setAside" ? "and a.device = b.device and a.dseq = b.dseq" : ""}`,
		);
		const [n, same, other] = ["n", "same", "other"].map((name) => Number(rows[0]?.[name] ?? 0)) as [
			number,
			number,
			number,
		];
		if (n > 0) preview.sections[section] = { fresh: n - same - other, same, other };
	}
	for (const { section, column, field, what, sets } of references) {
		if (!staged.has(section)) continue;
		const lacking = (...from: string[]) =>
			`select at_row as n, ${column} as id from "${section}" where ${column} is not null
				and ${from.map((set) => `${column} not in (${set})`).join(" and ")}`;
		const say = (where: string) => (row: Record<string, unknown>) => ({
			path: `${section}[${row.n}].${field}`,
			sentence: `${section}[${row.n}] names ${what} ${String(row.id).slice(0, 64)}, which ${where}.`,
		});
		await refuse(lacking(...sets), say("is neither in the file nor here"));
		await refuse(
			`${lacking(sets[0] as string)} and ${column} in (${sets[1]})`,
			say("is here but not in the file"),
			"whole",
		);
	}
	await refuse(
		`select b.at_row as n, min(a.at_row) as first from events a join events b on a.device = b.device and a.dseq = b.dseq and a.id <> b.id and a.at_row < b.at_row group by b.at_row`,
		({ n, first }) => ({
			path: `events[${n}].dseq`,
			sentence: `events[${n}] has the number that events[${first}] of the same device has; each number is given once.`,
		}),
	);
	// An erased event's place may be filled again; any other event keeps its words.
	await refuse(
		`select a.at_row as n from events a join here.event b on a.id = b.id where a.hash <> b.hash and a.kind <> 'erased' and b.kind <> 'erased'`,
		({ n }) => ({
			path: `events[${n}].id`,
			sentence: `events[${n}] has the id of an event that is here with other words. Bring the file in whole, in place of what is here, or leave that event out.`,
		}),
		"merge",
	);
	await refuse(
		`select a.at_row as n from events a join here.event b on a.device = b.device and a.dseq = b.dseq where a.id <> b.id`,
		({ n }) => ({
			path: `events[${n}].dseq`,
			sentence: `events[${n}] has the number of another event of that device that is here. Bring the file in whole, or leave that event out.`,
		}),
		"merge",
	);
	const { rows } = await client.execute(
		"select count(*) as n from students a join here.student b on a.id = b.id where b.deleted_at is not null",
	);
	preview.back = Number(rows[0]?.n ?? 0);
}

/** A document says the same in the same words, as long as both are in use, or neither is. */
const SAME_DOCUMENT = "a.body = b.body and a.archived_at is b.archived_at";

/** The condition under which rows a and b of a section say the same; where nothing is listed, their words are the same. */
const sameIn: Partial<Record<Section, string>> = {
	events: "a.hash = b.hash",
	gone: "1",
	setAside: "1",
	ladders: `a.student = b.student and a.skill = b.skill and a.skill_version = b.skill_version and ${SAME_DOCUMENT}`,
	ladderRevisions: "a.ladder = b.ladder and a.version = b.version",
	skillRevisions: "a.skill = b.skill and a.version = b.version and a.remark = b.remark",
	practiceLinks: "a.hash = b.hash and a.assignment = b.assignment",
	students: SAME_DOCUMENT,
	skills: SAME_DOCUMENT,
	plans: SAME_DOCUMENT,
	bookings: SAME_DOCUMENT,
	occasions: SAME_DOCUMENT,
	assignments: SAME_DOCUMENT,
	stills: SAME_DOCUMENT,
	languages: SAME_DOCUMENT,
};
const sameWords = (section: Section): string => sameIn[section] ?? "a.body = b.body";

/** What rows name, and where it may be: in the file, or here. */
const references: { section: Section; column: string; field: string; what: string; sets: [string, string] }[] = (
	[
		["skills", "version", "the skill version", "skillVersions", "hash from here.skill_version"],
		["skillRevisions", "skill", "the skill", "skills", "id from here.skill"],
		["skillRevisions", "version", "the skill version", "skillVersions", "hash from here.skill_version"],
		["ladders", "student", "the student", "students", "id from here.student where deleted_at is null"],
		["ladders", "skill", "the skill", "skills", "id from here.skill"],
		["ladders", "skill_version", "the skill version", "skillVersions", "hash from here.skill_version"],
		["ladders", "version", "the ladder version", "ladderVersions", "hash from here.ladder_version"],
		["ladderRevisions", "ladder", "the ladder", "ladders", "id from here.ladder"],
		["ladderRevisions", "version", "the ladder version", "ladderVersions", "hash from here.ladder_version"],
		["assignments", "student", "the student", "students", "id from here.student where deleted_at is null"],
		["practiceLinks", "assignment", "the practice", "assignments", "id from here.assignment"],
		["stills", "student", "the student", "students", "id from here.student where deleted_at is null"],
		["stills", "picture", "the picture", "pictures", "hash from here.picture"],
		["events", "student", "the student", "students", "id from here.student where deleted_at is null"],
		["events", "ladder", "the ladder", "ladders", "id from here.ladder"],
	] as const
).map(([section, column, what, of, here]) => ({
	section,
	column,
	what,
	field: column === "skill_version" ? "skillVersion" : column,
	sets: [`select ${homes[of].key} from "${of}"`, `select ${here}`],
}));
