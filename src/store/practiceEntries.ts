import { and, desc, eq, inArray, type SQL, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { type WholeLocale, wholeLocaleOf } from "@/core/languages/wholeLocale";
import type { EventDraft, LogEvent } from "@/core/log/event";
import { envelope } from "@/core/log/event";
import { byOrder } from "@/core/log/order";
import { hashEvent } from "@/core/log/parseEvent";
import { resolve } from "@/core/log/resolve";
import { actsOf, type PracticeAct, type StudentAct } from "@/core/practice/acts";
import { entryOf } from "@/core/practice/counting";
import type { ways } from "@/core/practice/kinds";
import { nameOnPage } from "@/core/practice/page";
import { dayAfter, dayTrouble } from "@/core/text/fields";
import { type Allowance, allowance } from "./allowance";
import { serverDay } from "./days";
import type { Store } from "./db";
import { appendHere, asEvent } from "./events";
import { lastKnown } from "./known";
import type { AssignmentRow } from "./practice";
import * as t from "./schema";
import { freshOf, isLatest, replacedBy, type Sendings, sendingsOf, takenBackBy } from "./sendings";
import { putAside } from "./setAside";
import { holds } from "./takenBack";

/** What came of a page: its entries and targets, as they arrive and as they are read. */

const kinds = ["practice", "practice.target", "practice.away", "practice.answered", "void"] as const;

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
	const [all, standing] = await Promise.all([
		own(undefined),
		own(inArray(t.event.kind, ["practice.target", "practice.away"])),
	]);
	const rows = [...new Map([...standing, ...all].map((row) => [row.id, row])).values()];
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
async function roomFor(
	store: Store,
	id: string,
	{ say }: Pick<WholeLocale, "say"> = wholeLocaleOf(),
): Promise<{ room: number; again: number; why: string }> {
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
				why: say("refused.most ever", { n: MOST_ENTRIES }),
			}
		: {
				room: b,
				again,
				why: say("refused.most today", { n: MOST_A_DAY }),
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
	locale: WholeLocale = wholeLocaleOf(),
): Promise<TakenIn> {
	const { id, student } = row;
	const own = by === "link" || by === "file";
	const before = await knownActs(
		store.db,
		acts.map(({ id: act }) => act),
	);
	const endless = Number.POSITIVE_INFINITY;
	const { room, again, why } = own ? await roomFor(store, id, locale) : { room: endless, again: endless, why: "" };
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
			const why = kept.has(act.id) ? null : whyNotTaken(act, row, { known, fresh, sendings }, locale);
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
			refused.push({ id: one, sentence: locale.say("refused.not ours") });
		}
		const resent = [...fresh.values()].filter(isAgain).length;
		return { kept: [...kept], fresh: fresh.size, resent, refused };
	});
	const { resent, ...rest } = taken;
	if (own) await use(store, id, { entries: taken.fresh - resent, sendings: resent });
	return { ...rest, later };
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

/** Null: it is here, or may come. Otherwise what is wrong with it. */
function whyNotTaken(
	act: StudentAct,
	row: Pick<AssignmentRow, "id" | "student" | "apart">,
	{
		known,
		fresh,
		sendings,
	}: {
		known: ReadonlyMap<string, LogEvent>;
		fresh: ReadonlyMap<string, StudentAct>;
		sendings: ReadonlyMap<string, Sendings>;
	},
	{ say, day: dayWords }: WholeLocale,
): string | null {
	const before = known.get(act.id);
	// The same one again: from a second sending, or from the file and the link both.
	if (before) return before.device === row.id || isTheirs(before, row) ? null : say("refused.not ours");
	if (act.kind === "back") {
		const target = known.get(act.body.entry);
		const ours = target !== undefined && isTheirs(target, row);
		const isHere = (sendings.get(act.body.entry)?.rev ?? -1) >= 0;
		return ours || isHere || freshOf(act.body.entry, fresh.values()).length > 0 ? null : say("refused.undo");
	}
	if (act.kind !== "done") return null;
	const latest = dayAfter(serverDay(), 1);
	if (act.body.day > latest) return say("refused.future", { day: dayWords(act.body.day, serverDay()) });
	return dayTrouble("", act.body.day) ? say("refused.day") : null;
}

/** Written on this page, or on an older one of the student's, whose links lead here. */
const isTheirs = (
	{ device, kind, student, actor }: LogEvent,
	row: Pick<AssignmentRow, "id" | "student" | "apart">,
): boolean =>
	(row.apart ? device === row.id : student === row.student) &&
	(kind === "practice" || kind === "practice.away" || (kind === "practice.target" && actor === "link"));

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
	if (act.kind === "away") return { ...whose, kind: "practice.away", body: { assignment: id, ...act.body } };
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
