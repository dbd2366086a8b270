"use client";

import { useEffect, useState } from "react";
import Form from "react-bootstrap/Form";
import { ofHundred } from "@/core/analysis/readings";
import type { Prediction } from "@/core/build/predict";
import type { Rung } from "@/core/ladder/ladder";
import type { Hole } from "@/core/ladder/rail";
import type { LadderCost } from "@/core/plan/cost";
import { lessonsWords } from "@/core/plan/lessonsWords";
import { openRungs } from "@/core/plan/openRungs";
import { lessonsUntil, seasonTo } from "@/core/plan/season";
import type { Skill } from "@/core/skill/skill";
import { list, plural } from "@/core/text/lists";
import { DayField } from "@/ui/DayField";
import { today } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import { engine } from "@/workers/client";
import own from "./ladders.module.css";

const ends = [
	["high", "if it goes well"],
	["middle", "as is to be expected"],
	["low", "if it goes badly"],
] as const;

/** What the rest of the ladder costs, as a band of lessons, and the chance to be through by a day. */
export function Cost({
	rungs,
	from,
	expected,
	...on
}: {
	rungs: readonly Rung[];
	/** The rung the peg is on: it and those above are still to be passed. */
	from: number;
	expected: readonly Prediction[] | null;
	/** What was counted on each rung, and the skill's positions: how tries come out. */
	holes: readonly Hole[];
	positions: Skill["positions"];
}) {
	const [open, setOpen] = useState(false);
	return (
		<details className={own.aside} onToggle={(event) => setOpen(event.currentTarget.open)}>
			<summary>how many lessons it takes, and to a day</summary>
			{open && (expected ? <Costs rungs={rungs} from={from} expected={expected} {...on} /> : <NothingToGoBy />)}
		</details>
	);
}

const NothingToGoBy = () => (
	<p className="mute m-0">Not enough to estimate yet. On each rung, choose its notch under “how hard it is”.</p>
);

function Costs({
	rungs,
	from,
	expected,
	holes,
	positions,
}: {
	rungs: readonly Rung[];
	from: number;
	expected: readonly Prediction[];
	holes: readonly Hole[];
	positions: Skill["positions"];
}) {
	const [cost, setCost] = useState<LadderCost | null>(null);
	const [day, setDay] = useState("");
	const [perWeek, setPerWeek] = useState(1);
	const ahead = JSON.stringify(openRungs({ rungs, holes, positions }, from, expected));
	useEffect(() => {
		let current = true;
		void engine()
			.ladderCost(JSON.parse(ahead))
			.then((made) => current && setCost(made));
		return () => {
			current = false;
		};
	}, [ahead]);
	if (!cost) return <p className="mute m-0">Working it out.</p>;
	const count = rungs.length - from;
	const lessons = day && day > today() ? lessonsUntil(today(), day, perWeek) : null;
	const season = lessons === null ? null : seasonTo(cost, count, lessons);
	return (
		<div data-testid="cost">
			{cost.never.middle.length > 0 ? (
				<p className="asks m-0">
					{list(cost.never.middle.map((i) => rungs[from + i]?.settings.name || "A rung without a name"))} cannot be
					passed at the rate to be expected, so no number of lessons is enough. Look at the rule, the limit, or what
					counts as good.
				</p>
			) : (
				<p className={own.cost}>
					<b>{cost.middle ?? "more than 500"}</b> {cost.middle === 1 ? "lesson is" : "lessons are"} enough one time in
					two, for the {plural(count, "rung")} from the peg up
				</p>
			)}
			<div className={own.build}>
				<FormRow id="season-day" label="By the day of" className="">
					<DayField value={day} onChange={setDay} />
				</FormRow>
				<FormRow id="season-week" label="Lessons a week" className="">
					<Form.Control
						type="number"
						inputMode="decimal"
						min={0.25}
						max={14}
						step={0.25}
						value={perWeek || ""}
						onChange={(event) => setPerWeek(Math.min(14, Math.max(0, Number(event.target.value))))}
					/>
				</FormRow>
			</div>
			{day !== "" && day <= today() && <p className="asks m-0">That day is not to come; choose one after today.</p>}
			{season && (
				<p className="m-0">
					{plural(season.lessons, "lesson")} until then
					{season.lessons > 0
						? `: ${season.pace <= 1 ? `a rung in ${(1 / season.pace).toFixed(1)} lessons` : `${season.pace.toFixed(1)} rungs a lesson`} would have to be passed.`
						: ", so nothing can be passed by it."}
				</p>
			)}
			<table className={own.band}>
				<thead>
					<tr>
						<td />
						<th scope="col">lessons</th>
						{season && <th scope="col">there by the day, in 100</th>}
					</tr>
				</thead>
				<tbody>
					{ends.map(([end, words]) => (
						<tr key={end}>
							<th scope="row">{words}</th>
							<td>{lessonsWords(cost, end)}</td>
							{season && <td>{ofHundred(season.chance[end])}</td>}
						</tr>
					))}
				</tbody>
			</table>
			<p className="hint m-0">
				From the rates to be expected on each rung, low, middle and high, under its rule and limit. It takes a rung’s
				rate to stay what it is while it is worked on, and a rung a lesson: a band, not a date.
			</p>
		</div>
	);
}
