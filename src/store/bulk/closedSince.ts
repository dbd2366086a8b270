import { and, eq, inArray, isNotNull, isNull, notInArray } from "drizzle-orm";
import type { Store } from "../db";
import { eraseStudent } from "../erase";
import { catchUp } from "../projection";
import * as t from "../schema";

/** What was closed here since a backup was made, and would be open again once it is restored. */
export interface ClosedSince {
	/** Private links that were switched off here, by the name they were given. */
	links: { id: string; name: string }[];
	/** Addresses of the calendar that were switched off here. */
	feeds: { id: string; name: string }[];
	/** Students who were deleted here; their names as the backup has them. */
	students: { id: string; name: string }[];
}

export const closedKinds = ["links", "feeds", "students"] as const;
export type ClosedKind = (typeof closedKinds)[number];

const AT_ONCE = 400;

/** Asks in pieces: a statement holds only so many values. */
async function inPieces<T>(ids: readonly string[], ask: (some: string[]) => Promise<T[]>): Promise<T[]> {
	const found: T[] = [];
	for (let i = 0; i < ids.length; i += AT_ONCE) found.push(...(await ask(ids.slice(i, i + AT_ONCE))));
	return found;
}

/**
 * What of a backup is closed in the studio it would replace, as far as that one knows: a studio that was emptied, or
 * another one, says nothing of it.
 */
export async function closedSince(backup: Store, here: Store): Promise<ClosedSince> {
	const gone = await here.db.select({ id: t.student.id }).from(t.student).where(isNotNull(t.student.deletedAt));
	const off = await here.db
		.select({ id: t.practiceLink.id })
		.from(t.practiceLink)
		.where(isNotNull(t.practiceLink.withdrawnAt));
	const open = await here.db.select({ id: t.feed.id }).from(t.feed);
	const [mine] = await here.db.select({ id: t.studio.id }).from(t.studio);
	const [theirs] = await backup.db.select({ id: t.studio.id }).from(t.studio);
	return {
		links: await inPieces(
			off.map(({ id }) => id),
			(some) =>
				backup.db
					.select({ id: t.practiceLink.id, name: t.practiceLink.name })
					.from(t.practiceLink)
					.where(and(inArray(t.practiceLink.id, some), isNull(t.practiceLink.withdrawnAt))),
		),
		// A calendar's address leaves nothing behind: one the studio of the same name does not have any more was switched off.
		feeds:
			mine && mine.id === theirs?.id
				? await backup.db
						.select({ id: t.feed.id, name: t.feed.name })
						.from(t.feed)
						.where(
							notInArray(
								t.feed.id,
								open.map(({ id }) => id),
							),
						)
				: [],
		students: await inPieces(
			gone.map(({ id }) => id),
			(some) =>
				backup.db
					.select({ id: t.student.id, name: t.student.name })
					.from(t.student)
					.where(and(inArray(t.student.id, some), isNull(t.student.deletedAt))),
		),
	};
}

/** Closes in a copy of a backup, before it is restored, what is closed in the studio it replaces. */
export async function keepClosed(backup: Store, here: Store, reopen: readonly ClosedKind[]): Promise<void> {
	const { links, feeds, students } = await closedSince(backup, here);
	if (!reopen.includes("links") && links.length > 0)
		await backup.write(async (tx) => {
			for (const { id } of links)
				await tx.update(t.practiceLink).set({ withdrawnAt: new Date().toISOString() }).where(eq(t.practiceLink.id, id));
		});
	if (!reopen.includes("feeds") && feeds.length > 0)
		await backup.write(async (tx) => {
			for (const { id } of feeds) await tx.delete(t.feed).where(eq(t.feed.id, id));
		});
	if (reopen.includes("students") || students.length === 0) return;
	await catchUp(backup);
	for (const { id } of students) await eraseStudent(backup, id);
}
