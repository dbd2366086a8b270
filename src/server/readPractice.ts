import { difficultiesOn } from "@/core/difficulty/usual";
import { limitsOf } from "@/core/ladder/limits";
import { easedNow } from "@/core/ladder/rail";
import type { Spoken } from "@/core/languages/spoken";
import { wholeLocaleOf } from "@/core/languages/wholeLocale";
import { sideWords } from "@/core/people/student";
import type { PracticeAct } from "@/core/practice/acts";
import { whyNotAlone } from "@/core/practice/alone";
import { daysAsked, inOrder } from "@/core/practice/askedOn";
import type { Assignment, PracticeItem } from "@/core/practice/assignment";
import { itemFromRung, saidInTheirs } from "@/core/practice/fromRung";
import { type Journal, journalOf, sumOf } from "@/core/practice/journal";
import { changesIn } from "@/core/practice/page";
import type { PageData } from "@/core/practice/pageData";
import { drillsOn } from "@/core/practice/phases";
import { readSides } from "@/core/skill/sides";
import { cutText, dayAfter } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { type LadderRow, type Railed, railedLadders } from "@/store/ladders";
import { spokenFor, spokenOf } from "@/store/languages";
import { currentPages } from "@/store/pages";
import { findPicture } from "@/store/pictures";
import { type AssignmentRow, findAssignment, listAssignments } from "@/store/practice";
import { floodedDays, LOOKED_AT, latestActs } from "@/store/practiceEntries";
import { linksOf, type OpenLink, openLinks, type PracticeLink } from "@/store/practiceLinks";
import { findStudent, studentNames } from "@/store/students";
import { holderOf, studioMark } from "@/store/studio";
import { store, upToDate } from "./store";

/** A rung that may be practised at home, or why it may not. */
export interface HomeRung {
	ladder: string;
	rung: string;
	called: string;
	name: string;
	/** Where the peg stands on its ladder. */
	peg: boolean;
	why: string | null;
}

type Known = NonNullable<Awaited<ReturnType<typeof findStudent>>>["student"];

const difficultiesOf = ({ ladder, followed }: LadderRow) => difficultiesOn(ladder, followed);

/** Rungs around a peg: what is done, what is in hand, and the next. */
const BELOW = 3;
const ABOVE = 1;

function homeRungs(rows: readonly (LadderRow & Railed)[], student: Known): HomeRung[] {
	return rows
		.filter((row) => !row.archived)
		.flatMap((row) => {
			const { ladder, rail, followed } = row;
			const sees = { side: ladder.side, strong: student.strongSide };
			const limits = limitsOf(ladder.rungs, student, [], easedNow(row.rail));
			const called =
				ladder.side === "none" ? followed.name : `${followed.name}, ${sideWords(ladder.side, student.strongSide)}`;
			return ladder.rungs
				.map((rung, i) => ({ rung, i }))
				.filter(({ i }) => i >= rail.pegIndex - BELOW && i <= rail.pegIndex + ABOVE)
				.reverse()
				.map(({ rung, i }) => ({
					ladder: row.id,
					rung: rung.id,
					called,
					name: readSides(rung.settings.name, sees),
					peg: i === rail.pegIndex,
					why:
						whyNotAlone(rung.settings, difficultiesOf(row)) ??
						limits.find((limit) => limit.rung === rung.id && limit.what === "taken out")?.reason ??
						null,
				}));
		});
}

/** A rung as a drill for home; a sentence where it is none, null where it is not there. */
export async function drillOf(
	open: Store,
	student: string,
	at: { ladder: string; rung: string },
	newId: string,
): Promise<PracticeItem | string | null> {
	const who = await findStudent(open, student);
	const row = (await railedLadders(open, { students: [student] })).find(({ id }) => id === at.ladder);
	const rung = row?.ladder.rungs.find(({ id }) => id === at.rung);
	if (!who || !row || !rung) return null;
	const why = homeRungs([row], who.student).find((one) => one.rung === at.rung)?.why;
	const alone = why ?? whyNotAlone(rung.settings, difficultiesOf(row));
	if (alone) return alone;
	const sides = { side: row.ladder.side, strong: who.student.strongSide };
	const item = itemFromRung(rung, { ladder: row.id, of: row.ladder, skill: row.followed, sides }, newId);
	const limit = limitsOf([rung], who.student, [], easedNow(row.rail))[0];
	return limit?.what === "eased" ? easedItem(item, readSides(rung.settings.easier, sides)) : item;
}

/** A drill in the form that is the rung for this student. */
const easedItem = (item: PracticeItem, easier: string): PracticeItem => ({
	...item,
	name: cutText(`${item.name}, easier form`, 80),
	drill: cutText([easier, item.drill].filter(Boolean).join(". "), 2000),
});

/** Sentences about drills that must not be done at home as their rungs stand now. */
export async function notForHome(
	open: Store,
	{ student, items }: Assignment,
): Promise<{ path: string; sentence: string }[]> {
	const rows = await railedLadders(open, { students: [student] });
	return items.flatMap((item, i) => {
		const row = rows.find(({ id }) => id === item.ladder);
		const rung = row?.ladder.rungs.find(({ id }) => id === item.rung);
		const why = row && rung ? whyNotAlone(rung.settings, difficultiesOf(row)) : null;
		return why ? [{ path: `items.${i}.name`, sentence: `"${item.name}": ${why} Remove it.` }] : [];
	});
}

export interface PracticeLine {
	id: string;
	who: string;
	drills: string;
	/** What was done in the seven days up to today, and on how many of them something was asked for. */
	week: { days: number; asked: number; tries: number; minutes: number };
	last: string | null;
	toAnswer: number;
	suggestions: number;
}

const WEEK = 7;

/** Everybody's practice, what is to be answered first. */
export async function readPracticeList(): Promise<{
	day: string;
	lines: PracticeLine[];
	/** Links that open, with the address each was made under. */
	links: (OpenLink & { who: string })[];
	students: { id: string; name: string }[];
}> {
	const open = await upToDate();
	const day = serverDay();
	const [rows, people, links] = await Promise.all([listAssignments(open), studentNames(open), openLinks(open)]);
	const names = new Map(people.map(({ id, name }) => [id, name]));
	const lines = await Promise.all(
		currentPages(rows).map(async (row) => {
			const journal = journalOf(row.assignment, await latestActs(open, row, LOOKED_AT));
			return lineOf(row, journal, names.get(row.student) ?? "somebody", day);
		}),
	);
	return {
		day,
		links: links.map((link) => ({ ...link, who: names.get(link.student) ?? "" })),
		lines: lines.sort((a, b) => b.toAnswer + b.suggestions - (a.toAnswer + a.suggestions)),
		students: people.filter(({ archived }) => !archived).map(({ id, name }) => ({ id, name })),
	};
}

function lineOf(row: AssignmentRow, journal: Journal, who: string, day: string): PracticeLine {
	const from = dayAfter(day, 1 - WEEK);
	const asked = daysAsked(row.assignment, from, day, journal.away);
	const { days: on, tries, minutes } = sumOf(journal.entries.filter((entry) => entry.day >= from && entry.day <= day));
	return {
		id: row.id,
		who,
		drills: row.assignment.items.map(({ name }) => name).join(" · "),
		week: { days: on, asked, tries, minutes },
		last: journal.entries.at(-1)?.day ?? null,
		toAnswer: journal.toAnswer.length,
		suggestions: journal.items.filter(({ suggestion }) => suggestion !== null).length,
	};
}

export interface PracticePageProps {
	at: { id: string; rev: number };
	student: { id: string; name: string };
	archived: boolean;
	assignment: Assignment;
	/** Beside the student's own page: a second home, a camp. */
	apart: boolean;
	/** What was asked for from which day on, the newest first. */
	changes: { day: string; words: string }[];
	/** The latest of them: the tables hold all. */
	acts: PracticeAct[];
	/** Days that far more came of by the link than anybody practises. */
	floods: { day: string; entries: number }[];
	links: PracticeLink[];
	rungs: HomeRung[];
	/** The same student's other assignments, the newest first. */
	others: { id: string; from: string; drills: string; archived: boolean }[];
	day: string;
}

/** The same, with what counts on each drill as it is printed. */
export async function readPaper(id: string): Promise<(PracticePageProps & { language: Spoken | null }) | null> {
	const page = await readPractice(id);
	const open = await store();
	const row = page && (await findAssignment(open, id));
	if (!row) return null;
	const language = await spokenFor(open, row.student);
	const items = drillsOn(await withCounts(open, row, language), page.assignment.phases, page.day);
	return { ...page, language, assignment: { ...page.assignment, items } };
}

export async function readPractice(id: string): Promise<PracticePageProps | null> {
	const open = await upToDate();
	const row = await findAssignment(open, id);
	const who = row && (await findStudent(open, row.student));
	if (!row || !who) return null;
	const [acts, floods, links, ladders, all] = await Promise.all([
		latestActs(open, row, LOOKED_AT),
		floodedDays(open, row),
		linksOf(open, id),
		railedLadders(open, { students: [row.student] }),
		listAssignments(open, row.student),
	]);
	return {
		at: { id: row.id, rev: row.rev },
		student: { id: who.id, name: who.student.name },
		archived: row.archived,
		assignment: row.assignment,
		apart: row.apart,
		changes: changesIn(row.history),
		acts,
		floods,
		links,
		rungs: homeRungs(ladders, who.student),
		others: all
			.filter((one) => one.id !== id)
			.map(({ id: other, archived, assignment }) => ({
				id: other,
				from: assignment.from,
				drills: assignment.items.map(({ name }) => name).join(", "),
				archived,
			})),
		day: serverDay(),
	};
}

/** Pictures of an assignment, each once. */
export const picturesIn = ({ items }: Pick<Assignment, "items">): string[] => [
	...new Set(items.flatMap(({ pictures }) => pictures.map(({ hash }) => hash))),
];

/** What the student's page is given: what is in the assignment, and its own entries. */
export async function pageDataOf(
	open: Store,
	row: AssignmentRow,
	how: { ends: string | null; pictures: (hash: string) => Promise<string | null> },
): Promise<PageData> {
	const who = await findStudent(open, row.student);
	const { note, from, words, most, helper, thresholds, feelings, phases } = row.assignment;
	const language = await spokenOf(open, who?.student.language);
	const items = inOrder(await withCounts(open, row, language));
	const pictures = await Promise.all(
		picturesIn(row.assignment).map(async (hash) => [hash, await how.pictures(hash)] as const),
	);
	return {
		id: row.id,
		key: row.key,
		name: who?.student.name ?? "",
		note,
		from,
		items,
		words,
		most,
		helper,
		thresholds,
		...(feelings ? { feelings } : {}),
		...(phases ? { phases } : {}),
		...(language ? { language } : {}),
		...(how.ends === null ? {} : { served: Date.now() }),
		acts: await latestActs(open, row),
		holder: holderOf(await studioMark(open)),
		pictures: Object.fromEntries(pictures.flatMap(([hash, at]) => (at ? [[hash, at]] : []))),
		ends: how.ends,
		made: serverDay(),
	};
}

/** The drills in their student's language, with what makes a try count: of those that were written before it was said, as their rungs stand now. */
async function withCounts(
	open: Store,
	{ student, assignment }: AssignmentRow,
	spoken: Spoken | null,
): Promise<PracticeItem[]> {
	const { items } = assignment;
	if (!spoken && items.every((item) => item.counts !== undefined || item.rung === null)) return items;
	const locale = wholeLocaleOf(spoken);
	const [who, rows] = await Promise.all([findStudent(open, student), railedLadders(open, { students: [student] })]);
	return items.map((item) => {
		const row = rows.find(({ id }) => id === item.ladder);
		const rung = row?.ladder.rungs.find(({ id }) => id === item.rung);
		if (!row || !rung || !who) return item;
		const sides = { side: row.ladder.side, strong: who.student.strongSide };
		const from = { ladder: row.id, of: row.ladder, skill: row.followed, sides };
		return saidInTheirs(item, itemFromRung(rung, from, item.id), itemFromRung(rung, from, item.id, locale));
	});
}

/** A picture as it stands in a file. */
export async function pictureInside(open: Store, hash: string): Promise<string | null> {
	const found = await findPicture(open, hash);
	return found && `data:${found.type};base64,${Buffer.from(found.bytes).toString("base64")}`;
}
