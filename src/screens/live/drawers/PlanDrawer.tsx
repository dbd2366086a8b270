"use client";

import type { LessonView } from "@/core/log/view";
import { planAnew } from "@/core/plan/anew";
import { minutesLeft, type PlanRun } from "@/core/plan/run";
import { list, plural } from "@/core/text/lists";
import { useDone, useLive } from "../LiveContext";
import { planOf, planSteps } from "../planSteps";
import { Choice, Drawer } from "./Drawer";
import css from "./drawer.module.css";

/** The rest of the plan: each thing done now, put off to the end, or left out, by one press. */
export function PlanDrawer() {
	const live = useLive();
	const done = useDone();
	const run = planOf(live);
	if (!run) return null;
	const { begin, skip, putOff, anew } = planSteps(live);
	const rest = planAnew(run, minutesToEnd(live.view, run));
	return (
		<Drawer title="The plan">
			{run.plan.watch.length > 0 && (
				<p className="m-0" dir="auto">
					Watch: <b>{run.plan.watch.join("; ")}</b>
				</p>
			)}
			{run.now && (
				<p className="m-0" dir="auto">
					Now: <b>{run.now.stretch.what}</b>, {leftWords(minutesLeft(run.now, Date.now()))}
				</p>
			)}
			{rest && (
				<Choice
					onClick={() => anew(rest)}
					small={
						rest.out.length > 0
							? `shorter, without ${list(rest.out.map(({ what }) => what))}`
							: "each item shorter, none left out"
					}
				>
					plan the rest again: {plural(Math.max(0, Math.floor(rest.there)), "minute")} left, {rest.planned} planned
				</Choice>
			)}
			{run.left.length === 0 && <p className="m-0">No more items planned.</p>}
			{run.left.map((one) => (
				<div key={one.id} className={css.planRow}>
					<Choice small={plural(one.minutes, "minute")} onClick={done(() => begin(one))}>
						<span dir="auto">{one.what}</span>
						<span className="visually-hidden">, now</span>
					</Choice>
					<Choice onClick={() => putOff(one.id)}>
						later<span className="visually-hidden">: {one.what}</span>
					</Choice>
					<Choice onClick={() => skip(one.id)}>
						leave out<span className="visually-hidden">: {one.what}</span>
					</Choice>
				</div>
			))}
		</Drawer>
	);
}

const MINUTE_MS = 60_000;

/** Minutes for what comes after the item in hand: to the end of the lesson, less what that one still takes. */
function minutesToEnd({ opened }: Pick<LessonView, "opened">, { now }: PlanRun): number {
	if (!opened?.body.minutes) return Number.POSITIVE_INFINITY;
	const end = Date.parse(opened.at) + opened.body.minutes * MINUTE_MS;
	const inHand = now ? Math.max(0, minutesLeft(now, Date.now())) : 0;
	return Math.floor((end - Date.now()) / MINUTE_MS) - inHand;
}

const leftWords = (minutes: number): string =>
	minutes < 0 ? `${plural(-minutes, "minute")} over` : `${plural(minutes, "minute")} left`;
