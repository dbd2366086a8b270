import type { ReportInput, ReportLadder } from "@/core/formats/report";
import { forecast } from "@/core/insight/forecast";
import { railOn } from "@/core/insight/railOn";
import { loadOn } from "@/core/load/load";
import { amountOf, amountWords } from "@/core/practice/amount";
import { journalOf } from "@/core/practice/journal";
import { drillsOn } from "@/core/practice/phases";
import { dayAfter } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { studentDigests } from "@/store/lessons";
import { loadSince } from "@/store/loads";
import { currentPages } from "@/store/pages";
import { type AssignmentRow, listAssignments } from "@/store/practice";
import { latestActs } from "@/store/practiceEntries";
import { findStudent } from "@/store/students";
import { type LadderProgress, readProgress } from "./readProgress";
import { upToDate } from "./store";

const AHEAD = 4;
const WEEK = 7;

/** A season as the report tells it. */
export async function readReport(id: string): Promise<ReportInput | null> {
	const open = await upToDate();
	const [progress, who] = await Promise.all([readProgress(id), findStudent(open, id)]);
	if (!progress || !who) return null;
	const day = serverDay();
	const [digests, load, assignments] = await Promise.all([
		studentDigests(open),
		loadSince(open, id, dayAfter(day, -WEEK)),
		listAssignments(open, id),
	]);
	const limits = new Map((who.student.loadLimits ?? []).map(({ part, week }) => [part, week]));
	const parts = [...new Set(load.flatMap((one) => Object.keys(one.parts) as (keyof typeof one.parts)[]))];
	const days = progress.ladders.flatMap(({ way }) => way.map((one) => one.day)).sort();
	return {
		name: who.student.name,
		day,
		since: days[0] ?? null,
		lessons: progress.lessons,
		ladders: progress.ladders.map(ladderOf),
		cues: digests.get(id)?.worked?.slice(0, 4) ?? [],
		load: parts.map((part) => ({ part, week: loadOn(load, part, day).week, limit: limits.get(part) ?? null })),
		practise: (await Promise.all(currentPages(assignments).map((row) => practiseOn(open, row, day)))).flat(),
		next: progress.next ?? digests.get(id)?.next ?? null,
	};
}

/** What a page asks for on a day, in words: in its phase, with targets as they were moved since. */
async function practiseOn(open: Store, row: AssignmentRow, day: string): Promise<ReportInput["practise"]> {
	const { items } = journalOf(row.assignment, await latestActs(open, row));
	const asked = items.map(({ item, target }) => ({ ...item, target }));
	return drillsOn(asked, row.assignment.phases, day)
		.filter(({ warmUp }) => !warmUp)
		.map((item) => ({ name: item.name, much: amountWords(amountOf(item)) }));
}

function ladderOf(one: LadderProgress): ReportLadder {
	const { called, holes, way, rungs, ladder } = one;
	const { above, passes, others } = one.outlook;
	const [first] = way;
	const start = first && railOn(first.day, ladder, holes, way).pegIndex;
	const now = holes.length - 1 - above;
	const named = (states: readonly string[]) =>
		holes.filter(({ state }) => states.includes(state)).map(({ name }) => name);
	const ahead = above > 0 ? forecast(passes, AHEAD, others) : null;
	return {
		called,
		rungs: holes.length,
		start: first && start !== undefined ? { at: start + 1, name: holes[start]?.name ?? "", day: first.day } : null,
		now: { at: now + 1, name: holes[now]?.name ?? "" },
		passed: holes.flatMap(({ name, state }) =>
			state === "eased" ? [`${name} (easier form)`] : ["passed", "held", "settled"].includes(state) ? [name] : [],
		),
		held: named(["held", "settled"]),
		scores: [...rungs]
			.reverse()
			.map(({ name, first: then, latest, change }) => ({ name, first: then, latest, change })),
		ahead: ahead?.ok
			? { lessons: AHEAD, low: Math.min(above, ahead.value.low), high: Math.min(above, ahead.value.high) }
			: null,
	};
}
