import { createHash, randomBytes } from "node:crypto";
import { and, asc, eq, inArray, isNull, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { serverDay } from "./days";
import type { Store } from "./db";
import { stamp } from "./documents";
import { type AssignmentRow, findAssignment, listAssignments, pageOf } from "./practice";
import * as t from "./schema";

/** Private links to a student's page: which open, which lead on, and until when. */

/** What is kept of a link: what opens it is written down nowhere. */
export const hashOfToken = (token: string) => createHash("sha256").update(token).digest("hex");

export interface PracticeLink {
	id: string;
	name: string;
	ends: string;
	withdrawn: boolean;
}

/** Links to a page: to a student's own page those of their older pages too, which lead here. */
export async function linksOf(store: Store, assignment: string): Promise<PracticeLink[]> {
	const rows = await store.db
		.select()
		.from(t.practiceLink)
		.where(inArray(t.practiceLink.assignment, await leadingTo(store, assignment)))
		.orderBy(asc(t.practiceLink.createdAt));
	return rows.map(({ id, name, ends, withdrawnAt }) => ({ id, name, ends, withdrawn: withdrawnAt !== null }));
}

/** The pages whose links open this one. */
async function leadingTo(store: Store, assignment: string): Promise<string[]> {
	const row = await findAssignment(store, assignment);
	const own = row && !row.apart ? await pageOf(store, row.student) : null;
	if (!row || own?.id !== row.id) return [assignment];
	const all = await listAssignments(store, row.student);
	return all.flatMap(({ id, apart }) => (apart ? [] : [id]));
}

/** Every link to a student's own page that is not switched off opens for so long at least. */
export async function renewLinks(store: Store, student: string, until: string): Promise<void> {
	const own = await pageOf(store, student);
	if (!own) return;
	const pages = await leadingTo(store, own.id);
	await store.write((tx) =>
		tx
			.update(t.practiceLink)
			.set({ ends: until })
			.where(
				and(
					inArray(t.practiceLink.assignment, pages),
					isNull(t.practiceLink.withdrawnAt),
					sql`${t.practiceLink.ends} < ${until}`,
				),
			),
	);
}

/** Opens an assignment to whoever has the token, which is answered once and not kept. */
export async function addLink(
	{ write }: Store,
	assignment: string,
	{ name, ends, address = null }: { name: string; ends: string; address?: string | null },
): Promise<string> {
	const token = randomBytes(32).toString("base64url");
	await write((tx) =>
		tx.insert(t.practiceLink).values({ id: uuid(), assignment, name, ends, address, hash: hashOfToken(token) }),
	);
	return token;
}

export async function withdrawLink({ write }: Store, id: string, withdrawn: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.practiceLink)
			.set({ withdrawnAt: withdrawn ? stamp() : null })
			.where(eq(t.practiceLink.id, id)),
	);
}

/** A link that still opens, with the address it was made under. */
export interface OpenLink {
	id: string;
	assignment: string;
	student: string;
	name: string;
	address: string;
}

/** Links that have not ended and are not switched off, of which the address is known: where the studio is found at another one, they open nothing. */
export async function openLinks({ db }: Store, day: string = serverDay()): Promise<OpenLink[]> {
	const rows = await db
		.select({
			id: t.practiceLink.id,
			assignment: t.practiceLink.assignment,
			student: t.assignment.student,
			name: t.practiceLink.name,
			address: t.practiceLink.address,
		})
		.from(t.practiceLink)
		.innerJoin(t.assignment, eq(t.assignment.id, t.practiceLink.assignment))
		.where(and(isNull(t.practiceLink.withdrawnAt), sql`${t.practiceLink.ends} >= ${day}`))
		.orderBy(asc(t.practiceLink.createdAt));
	return rows.flatMap(({ address, ...row }) => (address === null ? [] : [{ ...row, address }]));
}

/** Makes links anew under another address, each for the same page, name and days; the old ones are switched off. */
export async function renewAt(
	store: Store,
	ids: readonly string[],
	address: string,
): Promise<{ name: string; token: string }[]> {
	const rows = (
		await store.db
			.select()
			.from(t.practiceLink)
			.where(inArray(t.practiceLink.id, [...ids]))
	).filter(({ withdrawnAt }) => withdrawnAt === null);
	const made = rows.map((row) => ({ ...row, token: randomBytes(32).toString("base64url") }));
	await store.write(async (tx) => {
		for (const { id, assignment, name, ends, token } of made) {
			await tx.update(t.practiceLink).set({ withdrawnAt: stamp() }).where(eq(t.practiceLink.id, id));
			await tx.insert(t.practiceLink).values({ id: uuid(), assignment, name, ends, address, hash: hashOfToken(token) });
		}
	});
	return made.map(({ name, token }) => ({ name, token }));
}

/** Links that are known to open under this address too. */
export async function keepAt({ write }: Store, ids: readonly string[], address: string): Promise<void> {
	await write((tx) =>
		tx
			.update(t.practiceLink)
			.set({ address })
			.where(inArray(t.practiceLink.id, [...ids])),
	);
}

/** What a token opens: an assignment, or why it opens nothing any more; null for one that never did. */
export type Opened =
	| { row: AssignmentRow; ends: string }
	| { closed: "withdrawn" | "ended" | "put away"; student: string };

export async function openLink(store: Store, token: string, day: string = serverDay()): Promise<Opened | null> {
	if (!/^[\w-]{43}$/.test(token)) return null;
	const [link] = await store.db
		.select()
		.from(t.practiceLink)
		.where(eq(t.practiceLink.hash, hashOfToken(token)));
	const made = link && (await findAssignment(store, link.assignment));
	if (!link || !made) return null;
	// Where a student has several pages of before, the newest is theirs, and every link leads there.
	const row = made.apart ? made : ((await pageOf(store, made.student)) ?? made);
	const closed = link.withdrawnAt !== null ? "withdrawn" : link.ends < day ? "ended" : row.archived ? "put away" : null;
	return closed ? { closed, student: row.student } : { row, ends: link.ends };
}
