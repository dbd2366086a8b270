import { and, eq, isNull, sql } from "drizzle-orm";
import type { Pack } from "@/core/pack/pack";
import { homeNews } from "@/core/practice/homeNews";
import { journalOf } from "@/core/practice/journal";
import type { HomeNews } from "@/core/practice/news";
import { asAsked } from "@/core/practice/page";
import { serverDay } from "./days";
import type { Store } from "./db";
import { type AssignmentRow, listAssignments, pageOf } from "./practice";
import { latestActs } from "./practiceEntries";
import * as t from "./schema";

/** Students' own pages, for what is read of many at once. */

/** Of a list of assignments, the newest first: those that are asked for now, which are each student's own page and those beside it. */
export function currentPages<T extends Pick<AssignmentRow, "student" | "apart" | "archived">>(rows: readonly T[]): T[] {
	const seen = new Set<string>();
	return rows.filter(({ student, apart, archived }) => {
		if (archived || (!apart && seen.has(student))) return false;
		if (!apart) seen.add(student);
		return true;
	});
}

/** Entries and targets of a page that a pack looks at. */
const LATEST = 40;

type PackPage = NonNullable<Pack["students"][number]["page"]>;

/** What came from home to one student's own page since a day; null where they have none, or nothing came. */
export async function newsFor(
	store: Store,
	student: string,
	since: string | null,
): Promise<{ page: string; news: HomeNews } | null> {
	const row = await pageOf(store, student);
	if (!row) return null;
	const news = homeNews(journalOf(row.assignment, await latestActs(store, row, LATEST)), since ?? row.assignment.from);
	return news && { page: row.id, news };
}

/**
 * What a device needs of the pages: what they ask for, until when a link opens, and what came from home.
 *
 * @param since the day of each student's last lesson; of one who had none all that came is told
 */
export async function packPages(store: Store, since: ReadonlyMap<string, string>): Promise<Map<string, PackPage>> {
	const pages = currentPages(await listAssignments(store)).filter(({ apart }) => !apart);
	const links = await linksUntil(store, pages);
	return new Map(
		await Promise.all(
			pages.map(async (row) => {
				const journal = journalOf(row.assignment, await latestActs(store, row, LATEST));
				const drills = journal.items.map(({ item, target }) => asAsked({ ...item, target }));
				const news = homeNews(journal, since.get(row.student) ?? row.assignment.from);
				return [row.student, { id: row.id, drills, link: links.get(row.student) ?? null, news }] as const;
			}),
		),
	);
}

/** The last day on which a link to a student's own page opens, by the student. */
async function linksUntil({ db }: Store, pages: readonly AssignmentRow[]): Promise<Map<string, string>> {
	if (pages.length === 0) return new Map();
	const rows = await db
		.select({ student: t.assignment.student, ends: sql<string>`max(${t.practiceLink.ends})` })
		.from(t.practiceLink)
		.innerJoin(t.assignment, eq(t.assignment.id, t.practiceLink.assignment))
		.where(and(isNull(t.practiceLink.withdrawnAt), eq(t.assignment.apart, false)))
		.groupBy(t.assignment.student);
	return new Map(rows.flatMap(({ student, ends }) => (ends >= serverDay() ? [[student, ends] as const] : [])));
}
