"use client";

import { useId, useMemo, useState } from "react";
import Form from "react-bootstrap/Form";
import { railOn } from "@/core/insight/railOn";
import type { LadderProgress } from "@/server/readProgress";
import { dayWords } from "@/ui/dates";
import { Rail } from "@/ui/Rail";
import css from "./progress.module.css";

const HIGHEST = 220;

/** The rail as it stood after each lesson: drawn along the months, the peg moves. */
export function RailByDate({ ladder }: { ladder: LadderProgress }) {
	const { way, holes } = ladder;
	const [at, setAt] = useState(way.length - 1);
	const slider = useId();
	const day = way[at]?.day ?? "";
	const then = useMemo(() => railOn(day, ladder.ladder, ladder.holes, ladder.way), [day, ladder]);
	const name = holes[then.pegIndex]?.name ?? "";
	const said = `${dayWords(day)}: ${name}, rung ${then.pegIndex + 1} of ${holes.length}`;
	return (
		<div className={css.byDate}>
			<Rail
				holes={then.holes}
				pegIndex={then.pegIndex}
				pitch={Math.min(24, HIGHEST / holes.length)}
				width={52}
				label={`${ladder.called} on ${dayWords(day)}`}
			/>
			<div>
				<p className={css.said} dir="auto">
					<b>{name}</b>
					<span className="mute">
						{" "}
						rung {then.pegIndex + 1} of {holes.length}
					</span>
				</p>
				<p className="m-0">
					{dayWords(day)}
					{then.at && then.at.tries > 0 && `: ${then.at.good} of ${then.at.tries} good`}
				</p>
				{way.length > 1 && (
					<>
						<Form.Label htmlFor={slider} className="mt-2 mb-0">
							Lesson {at + 1} of {way.length}
						</Form.Label>
						<Form.Range
							id={slider}
							min={0}
							max={way.length - 1}
							value={at}
							aria-valuetext={said}
							onChange={(event) => setAt(Number(event.target.value))}
						/>
						<p className={css.ends}>
							<span>{dayWords(way[0]?.day ?? "")}</span>
							<span>{dayWords(way.at(-1)?.day ?? "")}</span>
						</p>
					</>
				)}
			</div>
		</div>
	);
}
