import type { PlanTaken } from "@/core/log/kinds";
import type { LiveEvent } from "@/core/log/resolve";
import type { LessonView } from "@/core/log/view";
import { sum } from "@/core/statistics/sums";

export type Planned = PlanTaken["stretches"][number];

/** A stretch of the plan that was begun, at which moment, and how it ended, if it did. */
export interface Begun {
	stretch: Planned;
	from: number;
	to: number | null;
}

export interface PlanRun {
	plan: PlanTaken;
	/** In the order in which they were begun; one begun twice stands there twice. */
	begun: Begun[];
	/** What is in hand; null before the lesson began and after all of it. */
	now: Begun | null;
	/** Still to come, what was put off where it was put. */
	left: Planned[];
	skipped: Planned[];
}

const WRAP_UP = "wrap-up";

/** What an event begins: what it names, or the stretch whose rung is turned to, or tried. */
function begins(event: LiveEvent, plan: PlanTaken, sets: Map<string, string>): string | undefined {
	if (event.kind === "plan.step") return event.body.act === "begun" ? event.body.item : undefined;
	if (event.kind === "attempt") return sets.get(event.set ?? "");
	if (event.kind !== "set.opened") return undefined;
	const { ladder, rung } = event.body.placing;
	const on = plan.stretches.find((one) => one.rung !== undefined && one.ladder === ladder && one.rung === rung);
	const first = sets.size === 0;
	sets.set(event.id, on?.id ?? "");
	// The set a lesson opens with stands on the peg before anything was said: only a try begins its stretch.
	return first ? undefined : on?.id;
}

/**
 * A planned lesson as far as it has come. The first stretch begins with the lesson; another
 * when the coach says so, or when its rung is turned to; nothing has to be said for a try to
 * count. Null for a lesson without a plan.
 *
 * @param nameOf whose a stretch is, in a lesson for several
 */
export function runPlan(
	{ opened, closed, events }: Pick<LessonView, "opened" | "closed" | "events">,
	nameOf: (student: string) => string | undefined = () => undefined,
): PlanRun | null {
	if (!opened?.body.plan) return null;
	const whose = (one: Planned) => (one.student ? `${nameOf(one.student) ?? "somebody"}: ${one.what}` : one.what);
	const plan = {
		...opened.body.plan,
		stretches: opened.body.plan.stretches.map((one) => ({ ...one, what: whose(one) })),
	};
	let left: Planned[] = [...plan.stretches];
	const begun: Begun[] = [];
	const skipped: Planned[] = [];
	const begin = (stretch: Planned, at: string) => {
		const last = begun.at(-1);
		if (last?.stretch.id === stretch.id && last.to === null) return;
		const from = Date.parse(at);
		if (last && last.to === null) last.to = from;
		begun.push({ stretch, from, to: null });
		left = left.filter(({ id }) => id !== stretch.id);
	};
	const { anew } = plan;
	const asNow = (one: Planned): Planned =>
		anew?.[one.id] === undefined ? one : { ...one, minutes: anew[one.id] ?? one.minutes };
	const [first] = left;
	if (first) begin(first, opened.at);
	const byId = new Map(plan.stretches.map((one) => [one.id, one]));
	const sets = new Map<string, string>();
	for (const event of events) {
		const stretch = byId.get(begins(event, plan, sets) ?? "");
		if (stretch) begin(stretch, event.at);
		if (event.kind !== "plan.step" || event.body.act === "begun") continue;
		const at = left.findIndex(({ id }) => id === event.body.item);
		const one = left[at];
		if (!one) continue;
		left = left.toSpliced(at, 1);
		if (event.body.act === "skipped") skipped.push(one);
		else {
			const end = left.findIndex(({ id }) => id === WRAP_UP);
			left = left.toSpliced(end < 0 ? left.length : end, 0, one);
		}
	}
	const last = begun.at(-1) ?? null;
	if (last && closed) last.to = Date.parse(closed.at);
	const now = last && { ...last, stretch: asNow(last.stretch) };
	return { plan, begun, now: closed ? null : now, left: left.map(asNow), skipped };
}

const MINUTE_MS = 60_000;

/** Minutes left of what is in hand; under nought when it is over. */
export const minutesLeft = ({ stretch, from }: Begun, now: number): number =>
	Math.ceil(stretch.minutes - (now - from) / MINUTE_MS);

/** What is to be said again at a moment: every so many minutes of the lesson, or tries. */
export function dueAgain(
	{ plan }: { plan: Pick<PlanTaken, "again"> },
	opened: string,
	now: number,
	tries: number,
): string | null {
	const gone = (now - Date.parse(opened)) / MINUTE_MS;
	const due = plan.again.find(({ every, of }) =>
		of === "minutes" ? gone >= every && gone % every < 1 : tries > 0 && tries % every === 0,
	);
	return due?.words ?? null;
}

/** Planned beside done, in the order of the plan. */
export interface PlannedDone {
	stretch: Planned;
	/** Minutes it took, all times it was begun together; null where it was not. */
	done: number | null;
	skipped: boolean;
}

export function plannedBesideDone(run: PlanRun, now: number): PlannedDone[] {
	return run.plan.stretches.map((stretch) => {
		const times = run.begun.filter((one) => one.stretch.id === stretch.id);
		const done = sum(times, ({ from, to }) => Math.max(0, (to ?? now) - from)) / MINUTE_MS;
		return {
			stretch,
			done: times.length > 0 ? done : null,
			skipped: run.skipped.some(({ id }) => id === stretch.id),
		};
	});
}
