import type { InValue, Transaction } from "@libsql/client";
import { FORMAT, type Scope, type Section, sectionNames, VERSION } from "@/core/formats/workbook";
import type { Store } from "../db";
import { inPages } from "./pages";
import { homes, type SqlRow } from "./tables";

/** Rows a read: enough to be quick, few enough that nobody else waits for long. */
const PAGE = 400;

/**
 * A workbook as text, piece by piece, one row a line. Everything is read in one
 * transaction, so the file is consistent while lessons run; rows stand in the order
 * of their keys, so the same studio always makes the same file.
 */
export async function* exportWorkbook({ client }: Store, scope: Scope): AsyncGenerator<string> {
	const tx = await client.transaction("read");
	try {
		yield `{"format":${JSON.stringify(FORMAT)},"version":${VERSION},"scope":${JSON.stringify(scope)}`;
		for (const section of sectionNames) {
			yield `,\n${JSON.stringify(section)}:[`;
			let first = true;
			for await (const rows of pages(tx, section, await within(tx, section, scope))) {
				const lines = rows.map((row) => JSON.stringify(homes[section].fromSql(row))).join(",\n");
				yield `${first ? "\n" : ",\n"}${lines}`;
				first = false;
			}
			yield first ? "]" : "\n]";
		}
		yield "}\n";
	} finally {
		tx.close();
	}
}

interface Filter {
	sql: string;
	args: (string | number)[];
}

const pages = (tx: Transaction, section: Section, { sql, args }: Filter): AsyncGenerator<SqlRow[]> => {
	const { table, columns, where } = homes[section];
	// Words set aside have no short key of their own: their number stands in for it.
	const key = section === "setAside" ? "n" : homes[section].key;
	const read = (after: InValue, limit: number) =>
		tx.execute({
			sql: `select ${columns.join(", ")}, ${key} as "at_key" from ${table}
				where ${where} and (${sql}) and ${key} > ? order by ${key} limit ${limit}`,
			args: [...args, after],
		});
	return inPages(read, section === "setAside" ? 0 : "", PAGE);
};

const none: Filter = { sql: "0", args: [] };
const among = (column: string, values: readonly string[]): Filter =>
	values.length === 0 ? none : { sql: `${column} in (${values.map(() => "?").join(",")})`, args: [...values] };

/** Which rows of a section belong to the scope. */
async function within(tx: Transaction, section: Section, scope: Scope): Promise<Filter> {
	if (scope.of === "studio") return { sql: "1", args: [] };
	const id = scope.id ?? "";
	const column = async (sql: string): Promise<string[]> =>
		(await tx.execute({ sql, args: [id] })).rows.flatMap((row) => (row[0] === null ? [] : [String(row[0])]));
	const ladders =
		scope.of === "skill" ? [] : scope.of === "ladder" ? [id] : await column(`select id from ladder where student = ?`);
	const ofLadders = async (name: string): Promise<string[]> =>
		scope.of === "skill"
			? []
			: column(`select distinct ${name} from ladder where ${scope.of === "ladder" ? "id" : "student"} = ?`);
	/** Of the ladders as they stand and as they once stood. */
	const versionsOf = async (): Promise<string[]> => {
		const of = among("ladder", ladders);
		const { rows } = await tx.execute({ sql: `select version from ladder_revision where ${of.sql}`, args: of.args });
		return [...new Set([...(await ofLadders("version")), ...rows.map((row) => String(row[0]))])];
	};
	switch (section) {
		case "students":
			return among("id", scope.of === "student" ? [id] : await ofLadders("student"));
		case "skills":
			return among("id", scope.of === "skill" ? [id] : await ofLadders("skill"));
		case "skillVersions": {
			const skills = scope.of === "skill" ? [id] : await ofLadders("skill");
			const of = among("id", skills);
			const now = (await tx.execute({ sql: `select version from skill where ${of.sql}`, args: of.args })).rows;
			const revised = scope.of === "skill" ? await column("select version from skill_revision where skill = ?") : [];
			return among("hash", [
				...new Set([...now.map((row) => String(row[0])), ...revised, ...(await ofLadders("skill_version"))]),
			]);
		}
		case "skillRevisions":
			return scope.of === "skill" ? { sql: "skill = ?", args: [id] } : none;
		case "pictures": {
			const versions = await within(tx, "skillVersions", scope);
			const stills =
				scope.of === "student"
					? { sql: " or hash in (select picture from still where student = ?)", args: [id] }
					: { sql: "", args: [] };
			return {
				sql: `hash in (select j.value from skill_version v, json_tree(v.body) j where j.key = 'hash' and v.hash in (select hash from skill_version where ${versions.sql}))${stills.sql}`,
				args: [...versions.args, ...stills.args],
			};
		}
		case "ladders":
			return among("id", ladders);
		case "ladderVersions":
			return among("hash", await versionsOf());
		case "ladderRevisions":
			return among("ladder", ladders);
		case "rungVersions": {
			const versions = among("v.hash", await versionsOf());
			return {
				sql: `hash in (select json_extract(o.value, '$.version') from ladder_version v, json_each(v.body, '$.order') o where ${versions.sql})`,
				args: versions.args,
			};
		}
		case "plans":
		case "bookings":
		case "occasions":
			// One for several says who else comes: it goes with the studio only.
			return scope.of === "student" ? { sql: "json_extract(body, '$.students') = json_array(?)", args: [id] } : none;
		case "assignments":
		case "stills":
			return scope.of === "student" ? { sql: "student = ?", args: [id] } : none;
		case "practiceLinks": {
			const pages = await within(tx, "assignments", scope);
			return { sql: `assignment in (select id from assignment where ${pages.sql})`, args: pages.args };
		}
		case "events":
			// What was written in a lesson that only this student (or ladder) had is theirs too, whoever it names.
			if (scope.of === "skill") return none;
			return {
				sql: `${scope.of} = ? or lesson in (
					select lesson from lesson_work where ${scope.of} = ?
					except select lesson from lesson_work where ${scope.of} not in (?, ''))`,
				args: [id, id, id],
			};
		default:
			return none;
	}
}
