import { v7 as uuid } from "uuid";
import type { Store, Tx } from "./db";
import * as t from "./schema";

export interface StudioMark {
	id: string;
	epoch: number;
	demo: boolean;
}

/** Whose record it is that holds what a student's page sent: another after each restore. */
export const holderOf = ({ id, epoch }: StudioMark): string => `${id}-${epoch}`;

/** Which studio this database is; one is made on first use. */
export async function studioMark({ db, write }: Store): Promise<StudioMark> {
	const [row] = await db.select().from(t.studio).limit(1);
	if (row) return { id: row.id, epoch: row.epoch, demo: row.demo };
	return write(async (tx) => {
		const [other] = await tx.select().from(t.studio).limit(1);
		const made = other ?? (await tx.insert(t.studio).values({ id: uuid() }).returning())[0];
		if (!made) throw new Error("the studio row could not be made");
		return { id: made.id, epoch: made.epoch, demo: made.demo };
	});
}

/** Tables that are worked out from the log, and made again where they are empty. */
export const projections = [
	...[t.projection, t.lessonDigest, t.lessonWork, t.ladderDigest, t.studentDigest, t.said, t.link],
];

/** Tables of what a studio holds: what names another comes before it. */
export const contents = [
	...[
		t.event,
		t.quarantine,
		t.still,
		t.practiceLink,
		t.assignment,
		t.plan,
		t.booking,
		t.feed,
		t.busy,
		t.coach,
		t.language,
	],
	...[t.ladderRevision, t.ladder, t.skillRevision, t.skillDraft, t.picture, t.skill, t.student],
	...[t.ladderVersion, t.rungVersion, t.skillVersion],
];

/** Throws away what was worked out from the log; it is made again when it is asked for. */
export async function clearProjections(tx: Tx): Promise<void> {
	for (const table of projections) await tx.delete(table);
}

/** Empties the database and gives it a new studio id, so that devices let go of what belonged to the old one. */
export async function newStudio(tx: Tx, demo: boolean): Promise<string> {
	await clearProjections(tx);
	for (const table of [...contents, t.deviceKey, t.studio]) await tx.delete(table);
	const id = uuid();
	await tx.insert(t.studio).values({ id, demo });
	return id;
}
