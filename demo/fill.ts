import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Booking } from "@/core/calendar/booking";
import type { Occasion } from "@/core/calendar/occasion";
import { freshCoach } from "@/core/coach/coach";
import { FORMAT, orderOf, type Rows, type Section, VERSION } from "@/core/formats/workbook";
import { hashOf } from "@/core/hash/hash";
import type { Ladder } from "@/core/ladder/ladder";
import { dayAfter } from "@/core/text/fields";
import { stageWorkbook } from "@/store/bulk/stage";
import { takeInStaged } from "@/store/bulk/takeIn";
import { openStore } from "@/store/db";
import { catchUpAfterwards } from "@/store/projection";
import { demoLog } from "./lessons";
import { demoPractice } from "./practice";
import { ladders, older, skills, students } from "./scenario";

const PLACES = ["Tannery hall", "Quay meadow"];
const TERM_WEEKS = 20;

const WEEK = 7;

/** What became of single dates of the series: one was ill last week, one comes an hour later the week after next. */
function changesOf(student: string, next: string): Booking["changes"] {
	const plain = { day: null, time: null };
	if (student === "odile")
		return [{ ...plain, on: dayAfter(next, -WEEK), skipped: true, reason: "ill, told the day before" }];
	const later = dayAfter(next, WEEK);
	return student === "pip"
		? [{ on: later, skipped: false, day: dayAfter(later, -1), time: "17:30", reason: "school play on the day" }]
		: [];
}

/** A show that three of them work towards, and the term that everybody is in. */
const occasionsOf = (today: string): (Occasion & { id: string })[] => [
	{
		id: "lantern-fair",
		name: "Lantern fair",
		kind: "show",
		day: dayAfter(today, 24),
		until: null,
		students: ["isolde", "odile", "kasimir"],
	},
	{
		id: "winter-term",
		name: "Winter term",
		kind: "term",
		day: dayAfter(today, -11 * WEEK),
		until: dayAfter(today, 17),
		students: [],
	},
];

/** The demo studio as a workbook: documents as a coach would have saved them, and everything that happened. */
export function demoWorkbook(today: string, progress?: (done: number, of: number) => void): string {
	const made = new Date(Date.parse(today) - 150 * 86_400_000).toISOString();
	const yesterday = new Date(Date.parse(today) - 86_400_000).toISOString();
	const taught = ladders.flatMap(({ ladder, before }) => (before ? [before, ladder] : [ladder]));
	const practice = demoPractice(today);
	const document = <T extends { id: string }>(rest: T) => ({ ...rest, made, archived: null });
	const sections: Rowsets = {
		students: students.map(({ id, student }) => document({ id, student })),
		gone: [],
		skillVersions: [...Object.values(skills), ...Object.values(older)].map((skill) => ({
			hash: hashOf(skill),
			made,
			skill,
		})),
		skills: Object.entries(skills).map(([id, skill]) => document({ id, version: hashOf(skill), skill })),
		skillRevisions: Object.entries(skills).flatMap(([id, skill]) =>
			older[id]
				? [
						{
							id: `${id}-revised`,
							made,
							skill: id,
							version: hashOf(skill),
							remark: "The catch on a slack string has a cue of its own.",
						},
					]
				: [],
		),
		pictures: [],
		stills: [],
		rungVersions: [
			...new Map(
				taught
					.flatMap(({ rungs }) => rungs)
					.map(({ settings }) => [hashOf(settings), { hash: hashOf(settings), made, settings }]),
			).values(),
		],
		ladderVersions: taught.map((ladder) => ({ hash: hashOf(orderOf(ladder)), made, ladder: orderOf(ladder) })),
		ladders: ladders.map(({ id, student, skill, ladder, followed }) =>
			document({
				id,
				student,
				skill,
				ladder,
				version: hashOf(orderOf(ladder)),
				skillVersion: hashOf(followed),
			}),
		),
		ladderRevisions: ladders.flatMap(({ id, ladder, before }) => {
			const revised = (name: string, on: string, as: Ladder) => ({
				id: `${id}-${name}`,
				made: on,
				ladder: id,
				version: hashOf(orderOf(as)),
			});
			return [revised("built", made, before ?? ladder), ...(before ? [revised("ruled", yesterday, ladder)] : [])];
		}),
		plans: [],
		assignments: practice.assignments.map((one) => document(one)),
		bookings: students.map(({ id, nextIn }, i) => ({
			...document({ id: `${id}-weekly` }),
			booking: {
				students: [id],
				place: PLACES[i % PLACES.length] as string,
				day: dayAfter(today, nextIn - 7 * TERM_WEEKS),
				time: `${14 + (i % 5)}:${i % 2 === 0 ? "00" : "45"}`,
				minutes: 45,
				zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
				repeats: "every week" as const,
				until: null,
				changes: changesOf(id, dayAfter(today, nextIn)),
			},
		})),
		occasions: occasionsOf(today).map(({ id, ...occasion }) => document({ id, occasion })),
		languages: [],
		practiceLinks: [],
		coach: [{ id: "coach" as const, made, coach: freshCoach }],
		events: [...demoLog(today, progress ? { progress } : {}), ...practice.events],
		setAside: [],
	};
	return JSON.stringify({ format: FORMAT, version: VERSION, scope: { of: "studio" }, ...sections });
}

type Rowsets = { [S in Section]: Rows[S][] };

/** Empties a database and fills it with the demo studio, through the same import as any workbook. */
export async function fillDemo(
	url: string,
	today: string,
	progress?: (done: number, of: number) => void,
): Promise<{ events: number }> {
	const folder = mkdtempSync(join(tmpdir(), "peg-demo-"));
	try {
		const store = await openStore(url);
		const workbook = join(folder, "demo.json");
		writeFileSync(workbook, demoWorkbook(today, progress));
		const preview = await stageWorkbook(workbook, join(folder, "staging.db"), url, () => {});
		const [wrong] = [...preview.refusals, ...preview.whole];
		if (wrong) throw new Error(`the demo was refused: ${wrong.path}: ${wrong.sentence}`);
		await takeInStaged(join(folder, "staging.db"), url, { mode: "whole", differing: "keep", demo: true });
		await catchUpAfterwards(store);
		store.close();
		return { events: preview.sections.events?.fresh ?? 0 };
	} finally {
		rmSync(folder, { recursive: true });
	}
}
