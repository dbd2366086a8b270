"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { inTen } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import { watchNext } from "@/server/planning";
import type { LadderProgress, ProgressProps } from "@/server/readProgress";
import { dayWords } from "@/ui/dates";
import { FiguresTable } from "@/ui/FiguresTable";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./progress.module.css";

const rateOf = ({ times, of }: { times: number; of: number }) => inTen(times / of);

/** Which later fault goes with which earlier one. What causes what is not in the record, and is not said. */
export function GoesTogether({ ladder, student }: { ladder: LadderProgress; student: ProgressProps["student"] }) {
	const { goesWith, asked } = ladder;
	if (asked === 0) return null;
	return (
		<div className={css.together}>
			{goesWith.length === 0 && (
				<p className="mute m-0">
					Of {plural(asked, "pair")} of positions watched together often enough, none go wrong together more than by
					chance.
				</p>
			)}
			{goesWith.map((one) => (
				<div key={`${one.earlier} ${one.later}`}>
					<FiguresTable
						label={`${one.names[1]} with ${one.names[0]}`}
						head={[
							<>
								<b>{one.names[0]}</b> was …
							</>,
							<>
								<b>{one.names[1]}</b> off in
							</>,
						]}
						rows={[
							["off", `${rateOf(one.where.off)} of 10 tries`],
							["right", `${rateOf(one.where.on)} of 10 tries`],
						]}
						note={`Same lesson, same part. ${plural(one.tries.length, "try")}. ${one.believed ? "The skill says so too." : "Going together does not prove a cause."}`}
					/>
					{one.causes.length > 0 && (
						<p className="m-0" dir="auto">
							Other causes in the skill:{" "}
							{one.causes.map(({ words, mark }) => `${words} (${mark ?? "not checked"})`).join(", ")}.
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
				<Link href={`/plans/${planned.id}`}>see the lesson of {dayWords(planned.day)}</Link>
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
