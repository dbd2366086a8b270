"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { watchNext } from "@/server/planning";
import type { LadderProgress, ProgressProps } from "@/server/readProgress";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./progress.module.css";

const inTen = ({ times, of }: { times: number; of: number }) => ((10 * times) / of).toFixed(1);

/** Which later fault goes with which earlier one. What causes what is not in the record, and is not said. */
export function GoesTogether({ ladder, student }: { ladder: LadderProgress; student: ProgressProps["student"] }) {
	const { goesWith, asked } = ladder;
	if (asked === 0) return null;
	return (
		<div className={css.together}>
			{goesWith.length === 0 && (
				<p className="mute m-0">
					Of {asked === 1 ? "one pair" : `${asked} pairs`} of positions that were watched together enough, none goes
					with the other more than chance.
				</p>
			)}
			{goesWith.map((one) => (
				<div key={`${one.earlier} ${one.later}`}>
					<p className="m-0" dir="auto">
						<b>{one.names[1]}</b> off goes with <b>{one.names[0]}</b> off: {inTen(one.where.off)} in 10 where it was
						off, {inTen(one.where.on)} in 10 where it was on, compared within the same stretch of the same lesson.{" "}
						<span className="mute">
							{one.tries.length} tries.{" "}
							{one.believed
								? "So does the skill say."
								: "The skill does not say so; it goes with it, which is no cause."}
						</span>
					</p>
					{one.causes.length > 0 && (
						<p className="m-0" dir="auto">
							Other causes that the skill names:{" "}
							{one.causes.map(({ words, mark }) => `${words} (${mark ?? "not looked into"})`).join("; ")}.
						</p>
					)}
					<Watch student={student.id} words={one.names[0]} />
				</div>
			))}
		</div>
	);
}

/** The earlier one is watched in the next lesson, by a press. */
function Watch({ student, words }: { student: string; words: string }) {
	const { refused, ask } = useRefusals();
	const [planned, setPlanned] = useState<{ id: string; day: string } | null>(null);
	return (
		<>
			{planned ? (
				<Link href={`/plans/${planned.id}`}>watched in the lesson of {dayWords(planned.day)}</Link>
			) : (
				<Button
					size="sm"
					variant="outline-primary"
					onClick={async () => {
						const outcome = await ask(watchNext(student, words));
						if (outcome.ok) setPlanned(outcome.value);
					}}
				>
					watch {words} next lesson
				</Button>
			)}
			<Refusals refusals={refused} />
		</>
	);
}
