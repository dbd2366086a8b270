import { createHash, randomBytes } from "node:crypto";
import { and, asc, desc, eq, inArray, isNull, type SQL, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import type { EventDraft, LogEvent } from "@/core/log/event";
import { envelope } from "@/core/log/event";
import { byOrder } from "@/core/log/order";
import { hashEvent } from "@/core/log/parseEvent";
import { resolve } from "@/core/log/resolve";
import { actsOf, type PracticeAct, type StudentAct } from "@/core/practice/acts";
import { Assignment } from "@/core/practice/assignment";
import { entryOf, isNewer } from "@/core/practice/counting";
import type { Practised, ways } from "@/core/practice/kinds";
import { type AskedFrom, nameOnPage, withChange } from "@/core/practice/page";
import type { Outcome } from "@/core/refusals/refusals";
import { dayAfter, dayTrouble } from "@/core/text/fields";
import { type Allowance, allowance } from "./allowance";
import { serverDay } from "./days";
import type { Store, Tx } from "./db";
import { addOrRevise, type Saved, stamp } from "./documents";
import { appendHere, asEvent } from "./events";
import { lastKnown } from "./known";
import * as t from "./schema";
import { putAside } from "./setAside";
import { holds } from "./takenBack";

/** Assignments, their private links, and what came back. */

export interface AssignmentRow extends Saved {
	student: string;
	archived: boolean;
	/** Signs what the student's page hands back. */
	key: string;
	assignment: Assignment;
	/** Beside the student's own page: a second home, a camp. */
	apart: boolean;
	/** What was asked for from which day on, oldest first. */
	history: AskedFrom[];
	/** The latest wrap-up it was changed by. */
	wrapUp: { event: string; at: string } | null;
}

const read = (row: typeof t.assignment.$inferSelect): AssignmentRow => ({
	id: row.id,
	rev: row.rev,
	student: row.student,
	archived: row.archivedAt !== null,
	key: row.key,
	assignment: Assignment.parse(row.body),
	apart: row.apart,
	history: row.history,
	wrapUp: row.wrapUp ?? null,
});

const here = and(isNull(t.student.deletedAt), eq(t.student.id, t.assignment.student));

export async function findAssignment({ db }: Store, id: string): Promise<AssignmentRow | null> {
	const [row] = await db
		.select({ row: t.assignment })
		.from(t.assignment)
		.innerJoin(t.student, here)
		.where(eq(t.assignment.id, id));
	return row ? read(row.row) : null;
}

/** Assignments, the newest first: of one student, or of everybody who is not put away. */
export async function listAssignments({ db }: Store, student?: string): Promise<AssignmentRow[]> {
	const rows = await db
		.select({ row: t.assignment })
		.from(t.assignment)
		.innerJoin(t.student, here)
		.where(
			student ? eq(t.assignment.student, student) : and(isNull(t.assignment.archivedAt), isNull(t.student.archivedAt)),
		)
		.orderBy(desc(t.assignment.createdAt), desc(t.assignment.id));
	return rows.map(({ row }) => read(row));
}

/**
 * A student's own page: of those that are not put away and not beside it the newest. Null where there is none.
 * Older pages lead to it.
 */
export async function pageOf({ db }: Store | { db: Tx }, student: string): Promise<AssignmentRow | null> {
	const [row] = await db
		.select()
		.from(t.assignment)
		.where(and(eq(t.assignment.student, student), eq(t.assignment.apart, false), isNull(t.assignment.archivedAt)))
		.orderBy(desc(t.assignment.createdAt), desc(t.assignment.id))
		.limit(1);
	return row ? read(row) : null;
}

/** Adds an assignment, or saves one against the revision it was opened at; what it asks for from today on is kept by its day. */
export async function saveAssignment(
	{ write }: Store,
	body: Assignment,
	at: Saved | null,
	{ apart = false }: { apart?: boolean } = {},
): Promise<Outcome<Saved>> {
	const id = uuid();
	const day = serverDay();
	return write((tx) =>
		addOrRevise(id, at, body, {
			what: "This practice",
			add: () =>
				tx.insert(t.assignment).values({
					id,
					name: "",
					student: body.student,
					key: randomBytes(32).toString("base64url"),
					body,
					apart,
					history: withChange([], day, body),
				}),
			// Whose it is never changes.
			stands: (one) =>
				tx
					.select({ rev: t.assignment.rev, body: t.assignment.body })
					.from(t.assignment)
					.where(and(eq(t.assignment.id, one), eq(t.assignment.student, body.student))),
			revise: async (one, changed) => {
				const history = withChange(await historyOf(tx, one), day, body);
				await tx
					.update(t.assignment)
					.set({ body, history, ...changed })
					.where(eq(t.assignment.id, one));
			},
		}),
	);
}

/** What a page asked for when; of one from before that was kept, as it stands. */
async function historyOf(tx: Tx, id: string): Promise<AskedFrom[]> {
	const [row] = await tx.select().from(t.assignment).where(eq(t.assignment.id, id));
	if (!row) return [];
	const { assignment, history } = read(row);
	return history.length > 0 ? history : withChange([], assignment.from, assignment);
}

/**
 * Changes a student's own page as a wrap-up says, once: a wrap-up that was applied before, or is
 * older than the latest, changes nothing. Where there is no page yet, one is made.
 *
 * @returns the page's id and what it says now; null where nothing was changed
 */
export async function changePage(
	{ write }: Store,
	student: string,
	wrapUp: { event: string; at: string; day: string },
	change: (before: AssignmentRow | null) => Assignment,
): Promise<string | null> {
	return write(async (tx) => {
		const before = await pageOf({ db: tx }, student);
		if (before?.wrapUp && (before.wrapUp.event === wrapUp.event || before.wrapUp.at > wrapUp.at)) return null;
		const body = change(before);
		const said = { event: wrapUp.event, at: wrapUp.at };
		if (!before) {
			const id = uuid();
			await tx.insert(t.assignment).values({
				...{ id, name: "", student, body, wrapUp: said },
				key: randomBytes(32).toString("base64url"),
				history: withChange([], wrapUp.day, body),
			});
			return id;
		}
		const history = withChange(await historyOf(tx, before.id), wrapUp.day, body);
		await tx
			.update(t.assignment)
			.set({ body, history, wrapUp: said, rev: before.rev + 1, updatedAt: stamp() })
			.where(eq(t.assignment.id, before.id));
		return before.id;
	});
}

export async function archiveAssignment({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.assignment)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.assignment.id, id)),
	);
}

/** What a student was to practise goes with them, and so do its links. */
export async function leavePractice(tx: Tx, student: string): Promise<void> {
	const theirs = tx.select({ id: t.assignment.id }).from(t.assignment).where(eq(t.assignment.student, student));
	await tx.delete(t.practiceLink).where(inArray(t.practiceLink.assignment, theirs));
	await tx.delete(t.assignment).where(eq(t.assignment.student, student));
}

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
	{ name, ends }: { name: string; ends: string },
): Promise<string> {
	const token = randomBytes(32).toString("base64url");
	await write((tx) =>
		tx.insert(t.practiceLink).values({ id: uuid(), assignment, name, ends, hash: hashOfToken(token) }),
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

/** What a token opens: an assignment, or why it opens nothing any more; null for one that never did. */
export type Opened = { row: AssignmentRow; ends: string } | "withdrawn" | "ended" | "put away";

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
	if (link.withdrawnAt !== null) return "withdrawn";
	if (link.ends < day) return "ended";
	return row.archived ? "put away" : { row, ends: link.ends };
}

const kinds = ["practice", "practice.target", "practice.answered", "void"] as const;

/** Everything that was written of a student's practice, oldest first, taken-back ones and all. */
async function practiceLog(db: Pick<Store["db"], "select">, student: string): Promise<LogEvent[]> {
	const rows = await db
		.select()
		.from(t.event)
		.where(and(eq(t.event.student, student), inArray(t.event.kind, [...kinds])));
	return rows.map(asEvent).sort(byOrder);
}

/** What came of an assignment, in its order. */
export async function practiceActs(
	{ db }: Store,
	{ id, student }: Pick<AssignmentRow, "id" | "student">,
): Promise<PracticeAct[]> {
	return actsOf(id, resolve(await practiceLog(db, student)) as LogEvent[]);
}

/** What the student's page is told of: the latest, and no more of them however many there are. */
const TOLD = 300;
/** What the coach looks at: a year of three drills a day. The tables hold all. */
export const LOOKED_AT = 1000;

/** The latest of what came of an assignment, in its order, and its latest targets: at the same cost however much there is. */
export async function latestActs(
	{ db }: Store,
	{ id }: Pick<AssignmentRow, "id">,
	most = TOLD,
): Promise<PracticeAct[]> {
	const own = (kind: SQL | undefined) =>
		db
			.select()
			.from(t.event)
			.where(and(eq(t.event.device, id), kind))
			.orderBy(desc(t.event.dseq))
			.limit(most);
	const [all, targets] = await Promise.all([own(undefined), own(eq(t.event.kind, "practice.target"))]);
	const rows = [...new Map([...targets, ...all].map((row) => [row.id, row])).values()];
	return actsOf(id, resolve(rows.map(asEvent).sort(byOrder)) as LogEvent[]);
}

/** A link opens to one student; what a program could write through it is bounded. */
export const MOST_A_DAY = 200;
export const MOST_ENTRIES = 5000;

/** Sendings of one entry that take each other's place: so many a day, and all events of a page together. */
export const MOST_SENDINGS = 2000;
const MOST_EVENTS = 60_000;

const shared = globalThis as { pegLadderEntries?: WeakMap<Store, Record<"entries" | "sendings", Allowance>> };
/** How many entries of an assignment may still come today, and how often they may be sent anew, from wherever they come. */
function allowedToday(store: Store): Record<"entries" | "sendings", Allowance> {
	shared.pegLadderEntries ??= new WeakMap();
	const known = shared.pegLadderEntries.get(store);
	if (known) return known;
	const made = {
		entries: allowance(store, "entries", { points: MOST_A_DAY, duration: 86_400 }),
		sendings: allowance(store, "sendings", { points: MOST_SENDINGS, duration: 86_400 }),
	};
	shared.pegLadderEntries.set(store, made);
	return made;
}

/** How many more an assignment takes now, of new ones and of those sent anew, and why no more. */
async function roomFor(store: Store, id: string): Promise<{ room: number; again: number; why: string }> {
	const [counted] = await store.db
		.select({
			events: sql<number>`count(*)`,
			// One that was replaced, or taken back, is no entry any more.
			gone: sql<number>`coalesce(sum(case when ${t.event.kind} = 'void' then json_array_length(${t.event.body}, '$.targets') + 1 end), 0)`,
		})
		.from(t.event)
		.where(eq(t.event.device, id));
	const { events = 0, gone = 0 } = counted ?? {};
	const entries = Math.max(0, events - gone);
	const { entries: news, sendings } = allowedToday(store);
	const [today, resent] = (await Promise.all([news.get(id), sendings.get(id)])).map(
		(used) => used?.consumedPoints ?? 0,
	);
	const left = Math.max(0, MOST_EVENTS - events);
	const again = Math.min(left, Math.max(0, MOST_SENDINGS - (resent ?? 0)));
	const a = Math.max(0, MOST_ENTRIES - entries);
	const b = Math.max(0, MOST_A_DAY - (today ?? 0));
	return a < b || left === 0
		? {
				room: Math.min(a, left),
				again,
				why: `This page has sent ${MOST_ENTRIES} entries, the most it can. Ask your coach for a new one. This entry stays on your phone.`,
			}
		: {
				room: b,
				again,
				why: `${MOST_A_DAY} entries came today, the most in one day. This entry stays on your phone and is sent tomorrow.`,
			};
}

/** Counts what came against the day's most. */
async function use(store: Store, id: string, came: Record<"entries" | "sendings", number>): Promise<void> {
	const allowed = allowedToday(store);
	for (const what of ["entries", "sendings"] as const)
		if (came[what] > 0) await allowed[what].consume(id, came[what]).catch(() => undefined);
}

export interface TakenIn {
	/** Acts that are here now, whether they just came or were here before. */
	kept: string[];
	/** Of those, the ones that were not here before. */
	fresh: number;
	refused: { id: string; sentence: string }[];
	/** Those there is no room for now: they stay where they are, and are sent again. */
	later: { id: string; sentence: string }[];
}

/** Those of these ids that are in the record. */
async function knownActs(db: Pick<Store["db"], "select">, ids: readonly string[]): Promise<Map<string, LogEvent>> {
	const known = new Map<string, LogEvent>();
	for (let i = 0; i < ids.length; i += 500)
		for (const row of await db
			.select()
			.from(t.event)
			.where(inArray(t.event.id, ids.slice(i, i + 500))))
			known.set(row.id, asEvent(row));
	return known;
}

/**
 * Takes in what a student's page wrote for its own assignment: once each, however often it
 * comes. Whose it is, which rung and which ladder is read from the assignment, never from
 * what was sent. What comes by a link or as text is bounded ({@link MOST_A_DAY}, {@link MOST_ENTRIES}).
 */
export async function takeActs(
	store: Store,
	row: AssignmentRow,
	acts: readonly StudentAct[],
	by: (typeof ways)[number],
): Promise<TakenIn> {
	const { id, student } = row;
	const own = by === "link" || by === "file";
	const before = await knownActs(
		store.db,
		acts.map(({ id: act }) => act),
	);
	const endless = Number.POSITIVE_INFINITY;
	const { room, again, why } = own ? await roomFor(store, id) : { room: endless, again: endless, why: "" };
	const here = await sendingsOf(store.db, id, acts);
	const isAgain = (act: StudentAct) => act.kind === "done" && (here.get(entryOf(act))?.rev ?? -1) >= 0;
	const coming = [...new Map(acts.flatMap((act) => (before.has(act.id) ? [] : [[act.id, act] as const]))).values()];
	const fits = new Set(
		[
			...coming.filter((act) => !isAgain(act)).slice(0, room),
			...coming.filter((act) => isAgain(act)).slice(0, again),
		].map(({ id: act }) => act),
	);
	const later = acts
		.filter((act) => !before.has(act.id) && !fits.has(act.id))
		.map((act) => ({ id: act.id, sentence: why }));
	const taken = await store.write(async (tx) => {
		const ids = acts.flatMap((act) => (act.kind === "back" ? [act.id, act.body.entry] : [act.id]));
		const known = await knownActs(tx, ids);
		const kept = new Set<string>();
		const refused: TakenIn["refused"] = [];
		const fresh = new Map<string, StudentAct>();
		const sendings = await sendingsOf(tx, id, acts);
		for (const act of acts) {
			if (!known.has(act.id) && !fits.has(act.id)) continue;
			const why = kept.has(act.id) ? null : whyNotTaken(act, row, known, fresh, sendings);
			if (why !== null) refused.push({ id: act.id, sentence: why });
			else kept.add(act.id);
			if (why === null && !known.has(act.id) && isLatest(act, sendings)) fresh.set(act.id, act);
		}
		const replaced = replacedBy([...fresh.values()], sendings);
		const actor = own ? "link" : "coach";
		const foreign = await appendHere(
			store,
			tx,
			id,
			[
				...[...fresh.values()].map((act) => ({
					draft: draftOf(act, row, by, takenBackBy(act, fresh.values(), sendings)),
					act,
				})),
				...replaced.map(({ targets, act }) => ({
					draft: { id: uuid(), student, kind: "void" as const, body: { targets } },
					act,
				})),
			].map(({ draft, act }) => ({
				id: draft.id,
				make: (place) => hashEvent(envelope(draft, place, { at: act.at, tz: act.tz, localDay: dayOf(act) }, actor)),
			})),
		);
		// An id that is somebody else's in the record: it was guessed, or copied.
		for (const one of foreign) {
			kept.delete(one);
			fresh.delete(one);
			refused.push({ id: one, sentence: NOT_OURS });
		}
		const resent = [...fresh.values()].filter(isAgain).length;
		return { kept: [...kept], fresh: fresh.size, resent, refused };
	});
	const { resent, ...rest } = taken;
	if (own) await use(store, id, { entries: taken.fresh - resent, sendings: resent });
	return { ...rest, later };
}

type Done = Extract<StudentAct, { kind: "done" }>;

/** What is here of an entry: the newest sending's number, and the events of those that hold. */
interface Sendings {
	rev: number;
	holding: string[];
}

/** What is here of the entries these acts send again, by the entry. */
async function sendingsOf(
	db: Pick<Store["db"], "select">,
	device: string,
	acts: readonly StudentAct[],
): Promise<Map<string, Sendings>> {
	const entries = new Set(
		acts.flatMap((act) =>
			act.kind === "done" && act.body.entry ? [act.body.entry] : act.kind === "back" ? [act.body.entry] : [],
		),
	);
	const sendings = new Map([...entries].map((entry) => [entry, { rev: -1, holding: [] as string[] }]));
	if (entries.size === 0) return sendings;
	const rows = await db
		.select({ id: t.event.id, kind: t.event.kind, body: t.event.body })
		.from(t.event)
		.where(and(eq(t.event.device, device), inArray(t.event.kind, ["practice", "void"])));
	const gone = new Set(
		rows.flatMap(({ kind, body }) => (kind === "void" ? (body as { targets: string[] }).targets : [])),
	);
	for (const { id, kind, body } of rows) {
		if (kind !== "practice") continue;
		const { entry, rev = 0 } = body as Practised;
		for (const key of new Set([entry ?? id, id])) {
			const known = sendings.get(key);
			if (!known) continue;
			known.rev = Math.max(known.rev, rev);
			if (!gone.has(id)) known.holding.push(id);
		}
	}
	return sendings;
}

/** Sendings of an entry, or the one act of that id, among acts that have just come. */
const freshOf = (entry: string, fresh: Iterable<StudentAct>): string[] =>
	[...fresh].flatMap((one) => (one.id === entry || (one.kind === "done" && entryOf(one) === entry) ? [one.id] : []));

/** What an act takes back: all that holds of its entry, here and just come. */
function takenBackBy(act: StudentAct, fresh: Iterable<StudentAct>, sendings: ReadonlyMap<string, Sendings>): string[] {
	if (act.kind !== "back") return [];
	const { entry } = act.body;
	const all = [...new Set([...(sendings.get(entry)?.holding ?? []), ...freshOf(entry, fresh)])];
	return all.length > 0 ? all : [entry];
}

/** An older sending that comes late changes nothing: what it says was replaced on the phone already. */
function isLatest(act: StudentAct, sendings: Map<string, Sendings>): boolean {
	const known = act.kind === "done" ? sendings.get(entryOf(act)) : undefined;
	return !known || act.kind !== "done" || (act.body.rev ?? 0) > known.rev;
}

/** What is taken back, because these take its place; of several sendings of one entry that came together the newest stays. */
function replacedBy(fresh: readonly StudentAct[], sendings: Map<string, Sendings>): { targets: string[]; act: Done }[] {
	const latest = new Map<string, Done>();
	const targets = new Map<string, string[]>();
	for (const act of fresh) {
		if (act.kind !== "done") continue;
		const entry = entryOf(act);
		const before = latest.get(entry);
		const old = before ? [isNewer(act.body, before.body) ? before.id : act.id] : (sendings.get(entry)?.holding ?? []);
		targets.set(entry, [...(targets.get(entry) ?? []), ...old]);
		if (!before || isNewer(act.body, before.body)) latest.set(entry, act);
	}
	return [...latest].flatMap(([entry, act]) => {
		const old = targets.get(entry) ?? [];
		return old.length > 0 ? [{ targets: old, act }] : [];
	});
}

/** The name under which is set aside what came in the name of an assignment and is none of its entries. */
export const asideOf = (assignment: string): string => `aside-${assignment}`;

/** Sets aside, whole, what a student's page sent and no database keeps: bounded as its entries are. */
export async function setActsAside(
	store: Store,
	{ id }: Pick<AssignmentRow, "id">,
	raws: readonly { raw: unknown; reason: string }[],
): Promise<void> {
	if (raws.length === 0) return;
	const { room } = await roomFor(store, id);
	const some = raws.slice(0, room);
	await store.write(async (tx) => {
		const device = asideOf(id);
		const last = await lastKnown(tx, device);
		await putAside(
			tx,
			device,
			some.map(({ raw, reason }, i) => ({ dseq: last + 1 + i, reason, raw })),
		);
	});
	await use(store, id, { entries: some.length, sendings: 0 });
}

const NOT_OURS = "This entry belongs to another page.";

/** Null: it is here, or may come. Otherwise what is wrong with it. */
function whyNotTaken(
	act: StudentAct,
	row: Pick<AssignmentRow, "id" | "student" | "apart">,
	known: ReadonlyMap<string, LogEvent>,
	fresh: ReadonlyMap<string, StudentAct>,
	sendings: ReadonlyMap<string, Sendings>,
): string | null {
	const before = known.get(act.id);
	// The same one again: from a second sending, or from the file and the link both.
	if (before) return before.device === row.id || isTheirs(before, row) ? null : NOT_OURS;
	if (act.kind === "back") {
		const target = known.get(act.body.entry);
		const ours = target !== undefined && isTheirs(target, row);
		const isHere = (sendings.get(act.body.entry)?.rev ?? -1) >= 0;
		return ours || isHere || freshOf(act.body.entry, fresh.values()).length > 0
			? null
			: "The entry to undo is missing, or belongs to another page.";
	}
	if (act.kind !== "done") return null;
	const latest = dayAfter(serverDay(), 1);
	return act.body.day > latest ? `${act.body.day} is in the future.` : dayTrouble("Day", act.body.day);
}

/** Written on this page, or on an older one of the student's, whose links lead here. */
const isTheirs = (
	{ device, kind, student, actor }: LogEvent,
	row: Pick<AssignmentRow, "id" | "student" | "apart">,
): boolean =>
	(row.apart ? device === row.id : student === row.student) &&
	(kind === "practice" || (kind === "practice.target" && actor === "link"));

/** The day of the record is the day it was done; of anything else, the day it came. */
const dayOf = (act: StudentAct): string => (act.kind === "done" ? act.body.day : serverDay());

function draftOf(
	act: StudentAct,
	{ id, student, assignment, history }: AssignmentRow,
	by: (typeof ways)[number],
	targets: string[],
): EventDraft & { id: string } {
	const whose = { id: act.id, student };
	if (act.kind === "back") return { ...whose, kind: "void", body: { targets } };
	const item = assignment.items.find((one) => one.id === act.body.item);
	const where = { ...whose, ladder: item?.ladder ?? undefined, rung: item?.rung ?? undefined } as const;
	return act.kind === "target"
		? {
				...clean(where),
				kind: "practice.target",
				body: { assignment: id, ...act.body, by: by === "told" || by === "paper" ? "coach" : "student" },
			}
		: {
				...clean(where),
				kind: "practice",
				body: { assignment: id, ...act.body, what: nameOnPage(act.body.item, assignment, history) || "a drill", by },
			};
}

const clean = <T extends { ladder?: string | undefined; rung?: string | undefined }>({ ladder, rung, ...rest }: T) => ({
	...rest,
	...(ladder === undefined ? {} : { ladder }),
	...(rung === undefined ? {} : { rung }),
});

/** So many entries of one day by one link are no practice. */
const FLOOD = 60;
/** As many as one taking-back names. */
const VOIDED_AT_ONCE = 50;

const sentOn = ({ id }: Pick<AssignmentRow, "id">, day?: string) =>
	and(
		eq(t.event.device, id),
		eq(t.event.kind, "practice"),
		eq(t.event.actor, "link"),
		...(day === undefined ? [] : [eq(t.event.localDay, day)]),
		holds,
	);

/** Days that far more came of than anybody practises, the latest first. Needs the projections up to date. */
export function floodedDays(
	{ db }: Store,
	row: Pick<AssignmentRow, "id">,
): Promise<{ day: string; entries: number }[]> {
	const entries = sql<number>`count(*)`;
	return db
		.select({ day: t.event.localDay, entries })
		.from(t.event)
		.where(sentOn(row))
		.groupBy(t.event.localDay)
		.having(sql`count(*) > ${FLOOD}`)
		.orderBy(desc(t.event.localDay))
		.limit(20);
}

/** Takes back all that came of one day by a link; the record keeps it. Answers how many there were. */
export async function clearDay(
	store: Store,
	row: Pick<AssignmentRow, "id" | "student">,
	day: string,
	when: { at: string; tz: string },
): Promise<number> {
	const ids = (await store.db.select({ id: t.event.id }).from(t.event).where(sentOn(row, day))).map(({ id }) => id);
	const pieces = Array.from({ length: Math.ceil(ids.length / VOIDED_AT_ONCE) }, (_, i) =>
		ids.slice(i * VOIDED_AT_ONCE, (i + 1) * VOIDED_AT_ONCE),
	);
	await store.write((tx) =>
		appendHere(
			store,
			tx,
			row.id,
			pieces.map((targets) => {
				const id = uuid();
				const draft = { kind: "void", body: { targets }, id, student: row.student } as const;
				return { id, make: (place) => hashEvent(envelope(draft, place, { ...when, localDay: serverDay() })) };
			}),
		),
	);
	return ids.length;
}

/** Writes the coach's word to an entry, or a target the coach sets. */
export async function writeForPractice(
	store: Store,
	{ id, student }: Pick<AssignmentRow, "id" | "student">,
	draft: Extract<EventDraft, { kind: "practice.answered" | "practice.target" }>,
	when: { at: string; tz: string },
): Promise<void> {
	const event = uuid();
	await store.write((tx) =>
		appendHere(store, tx, id, [
			{
				id: event,
				make: (place) =>
					hashEvent(envelope({ ...draft, id: event, student }, place, { ...when, localDay: serverDay() })),
			},
		]),
	);
}

export interface WaitingRemark {
	assignment: string;
	student: string;
	day: string;
	remark: string;
}

/** What students said with their entries since a day, and nobody answered: the latest first. Needs the projections up to date. */
export async function waitingRemarks({ db }: Store, since: string, atMost: number): Promise<WaitingRemark[]> {
	const said = (of: typeof t.event.body, name: string) => sql<string>`json_extract(${of}, ${`$.${name}`})`;
	const rows = await db
		.select({
			assignment: said(t.event.body, "assignment"),
			student: t.event.student,
			day: t.event.localDay,
			remark: said(t.event.body, "remark"),
		})
		.from(t.event)
		.innerJoin(
			t.assignment,
			sql`${t.assignment.id} = ${said(t.event.body, "assignment")} and ${t.assignment.archivedAt} is null`,
		)
		.where(
			and(
				eq(t.event.kind, "practice"),
				sql`${t.event.localDay} >= ${since}`,
				sql`${said(t.event.body, "remark")} <> ''`,
				sql`not exists (select 1 from ${t.event} a where a.student = ${t.event.student} and a.kind = 'practice.answered' and json_extract(a.body, '$.entry') in (${t.event.id}, ${said(t.event.body, "entry")}))`,
				holds,
			),
		)
		.orderBy(desc(t.event.localDay), desc(t.event.arrival))
		.limit(atMost);
	return rows.map((row) => ({ ...row, student: row.student ?? "" }));
}
