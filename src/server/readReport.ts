import type { ReportInput, ReportLadder } from "@/core/formats/report";
import { forecast } from "@/core/insight/forecast";
import { railOn } from "@/core/insight/railOn";
import { loadOn } from "@/core/load/load";
import { amountOf, amountWords } from "@/core/practice/amount";
import { dayAfter } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import { studentDigests } from "@/store/lessons";
import { loadSince } from "@/store/loads";
import { currentPages } from "@/store/pages";
import { listAssignments } from "@/store/practice";
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
		practise: currentPages(assignments).flatMap(({ assignment }) =>
			assignment.items.flatMap((item) => (item.warmUp ? [] : [{ name: item.name, much: amountWords(amountOf(item)) }])),
		),
		next: progress.next ?? digests.get(id)?.next ?? null,
	};
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
