import type { LessonView } from "@/core/log/view";
import { plannedBesideDone, runPlan } from "@/core/plan/run";
import { plural } from "@/core/text/lists";
import css from "./facts.module.css";

/** What was planned beside what was done, in minutes by item; nothing where nothing was planned. */
export function PlannedDone({ view, nameOf }: { view: LessonView; nameOf: (student: string) => string | undefined }) {
	const run = runPlan(view, nameOf);
	if (!run) return null;
	const end = Date.parse(view.closed?.at ?? view.events.at(-1)?.at ?? view.opened?.at ?? "");
	const rows = plannedBesideDone(run, end);
	const total = rows.reduce(
		(sum, { stretch, done }) => ({ planned: sum.planned + stretch.minutes, done: sum.done + (done ?? 0) }),
		{
			planned: 0,
			done: 0,
		},
	);
	const over = view.closed && view.opened?.body.minutes ? Math.round(total.done) - view.opened.body.minutes : null;
	return (
		<section aria-label="Planned and done">
			<h2>Planned and done</h2>
			{over !== null && (
				<p className="m-0">
					{over === 0
						? "The lesson ended in time."
						: over > 0
							? `The lesson ran ${plural(over, "minute")} over.`
							: `The lesson ended ${plural(-over, "minute")} early.`}
				</p>
			)}
			<table className={css.planned}>
				<thead>
					<tr>
						<td />
						<th scope="col">planned, min</th>
						<th scope="col">done, min</th>
					</tr>
				</thead>
				<tbody>
					{rows.map(({ stretch, done, skipped }) => (
						<tr key={stretch.id}>
							<th scope="row" dir="auto">
								{stretch.what}
							</th>
							<td>{stretch.minutes}</td>
							<td>{done === null ? (skipped ? "left out" : "not started") : Math.round(done)}</td>
						</tr>
					))}
					<tr>
						<th scope="row">total</th>
						<td>{total.planned}</td>
						<td>{Math.round(total.done)}</td>
					</tr>
				</tbody>
			</table>
		</section>
	);
}
