import { useDeferredValue, useEffect, useState } from "react";
import { dueAgain, minutesLeft } from "@/core/plan/run";
import { sum } from "@/core/statistics/sums";
import { useLive } from "./LiveContext";
import css from "./plan.module.css";
import { planOf, planSteps } from "./planSteps";

/** Often enough for minutes, and nothing for a battery. */
const TICK_MS = 10_000;

/** What of the plan is in hand, how many minutes are left of it, and what comes then: always in this place. */
export function PlanLine() {
	const live = useLive();
	// After what a touch changes, never before it.
	const view = useDeferredValue(live.view);
	const [time, setTime] = useState(() => Date.now());
	useEffect(() => {
		const timer = setInterval(() => setTime(Date.now()), TICK_MS);
		return () => clearInterval(timer);
	}, []);
	const run = planOf({ pack: live.pack, view });
	const tries = sum(view.visits, (visit) => visit.tries.length);
	const openedAt = view.opened?.at ?? "";
	if (!run) {
		const due = dueAgain({ plan: { again: view.opened?.body.again ?? [] } }, openedAt, time, tries);
		return (
			<p className={css.alone} role="status" dir="auto" data-due={due ? true : undefined}>
				{due ?? ""}
			</p>
		);
	}
	const { now, left } = run;
	const minutes = now ? minutesLeft(now, time) : 0;
	const again = dueAgain(run, openedAt, time, tries);
	const next = left[0];
	return (
		<div className={css.line} data-over={minutes < 0 || undefined}>
			<button type="button" className={css.now} onClick={() => live.open("plan")}>
				<b className={css.minutes}>
					{minutes < 0 ? `+${-minutes}` : minutes}
					<span className="visually-hidden"> minutes {minutes < 0 ? "over" : "left"}</span>
				</b>
				<span className={css.what} dir="auto">
					{now?.stretch.what ?? "Plan finished"}
				</span>
				<span className={css.then} dir="auto" role={again ? "status" : undefined}>
					{again ?? (next ? `then ${next.what}` : minutes < 0 ? "min over" : "min left")}
				</span>
			</button>
			<button type="button" className={css.next} disabled={!next} onClick={() => next && planSteps(live).begin(next)}>
				next<span className="visually-hidden">{next ? `: ${next.what}` : ""}</span>
			</button>
		</div>
	);
}
