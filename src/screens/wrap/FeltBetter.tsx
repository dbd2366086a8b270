"use client";

import Button from "react-bootstrap/Button";
import { feltBetter, feltIn } from "@/core/commands/atTheEnd";
import { byLabel } from "@/core/log/terms";
import type { LessonView } from "@/core/log/view";
import type { RungWrap } from "@/core/log/wrap";
import type { LessonOnDevice } from "@/device/lesson";
import css from "@/ui/facts.module.css";

/** Of what was labelled on a rung, side by side: how each came off, and which felt better. */
export function FeltBetter({ lesson, view, rung }: { lesson: LessonOnDevice; view: LessonView; rung: RungWrap }) {
	const labels = byLabel(rung.visits);
	if (labels.length < 2) return null;
	const felt = feltIn(view, rung.student).get(rung.rung);
	return (
		<section className={css.rung} aria-label={`Which felt better on ${rung.name}`}>
			<h2>Which felt better?</h2>
			<table className={css.compared}>
				<tbody>
					{labels.map(({ label, good, of }) => (
						<tr key={label}>
							<th scope="row" dir="auto">
								{label}
							</th>
							<td>
								<b>{good}</b> of {of} good
							</td>
							<td>
								<Button
									variant="outline-primary"
									size="sm"
									aria-label={`choose this form: ${label}`}
									aria-pressed={felt === label}
									active={felt === label}
									onClick={() => lesson.write(feltBetter(lesson.snapshot().view, rung.student, rung.rung, label))}
								>
									choose this form
								</Button>
							</td>
						</tr>
					))}
				</tbody>
			</table>
		</section>
	);
}
