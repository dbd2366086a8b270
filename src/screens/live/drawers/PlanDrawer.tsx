"use client";

import { minutesLeft } from "@/core/plan/run";
import { plural } from "@/core/text/lists";
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
	const { begin, skip, putOff } = planSteps(live);
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

const leftWords = (minutes: number): string =>
	minutes < 0 ? `${plural(-minutes, "minute")} over` : `${plural(minutes, "minute")} left`;
