"use client";

import { useId, useState } from "react";
import Form from "react-bootstrap/Form";
import type { Forecast } from "@/core/insight/forecast";
import { lessonsUntil } from "@/core/plan/season";
import type { Outcome } from "@/core/refusals/refusals";
import { plural } from "@/core/text/lists";
import type { LadderProgress } from "@/server/readProgress";
import { DayField } from "@/ui/DayField";
import { FormRow } from "@/ui/FormRow";
import css from "./progress.module.css";
import { type Past, useForecasts } from "./useForecasts";

/** So many lessons ahead are looked at. */
export const AHEAD = [4, 8, 16];

const inTen = (chance: number) => (chance > 0.97 ? "sure" : `${Math.round(10 * chance)} in 10`);
/** No more can be passed than are left. */
const within = (one: Forecast, above: number): string => {
	const [low, high] = [Math.min(one.low, above), Math.min(one.high, above)];
	return low === high ? `${low}` : `${low} to ${high}`;
};

interface Asked {
	ladder: LadderProgress;
	/** The student's other ladders, and those of the coach's other students. */
	others: readonly (readonly number[])[];
	past: Past | null;
	booked: readonly string[];
	day: string;
}

/** Rungs in the next lessons as a band, the chance to come to the top, and to a day; beside it how past ones fared. */
export function HowLong({ ladder, others, past, booked, day }: Asked) {
	const { above, passes } = ladder;
	const told = useForecasts(passes, AHEAD, others);
	if (above === 0) return <p className="mute m-0">The peg is on the top rung. No rung is left above it.</p>;
	if (!told) return <p className="mute m-0">Working out how long.</p>;
	const [first] = told;
	if (!first?.ok) return <p className="mute m-0">How long: {first?.refusals[0]?.sentence ?? "not told yet."}</p>;
	return (
		<div className={css.long}>
			<p className="m-0">
				In the next {first.value.lessons} lessons <b className={css.large}>{within(first.value, above)}</b>{" "}
				{Math.min(first.value.high, above) === 1 ? "rung" : "rungs"}, of {above} to the top, eight times in ten.
			</p>
			<Table ladder={ladder} ahead={told.flatMap((one) => (one.ok ? [one.value] : []))} />
			<p className="hint m-0">
				As if the pace goes on as it did, slowing or picking up as it did on this coach’s ladders.{" "}
				{past && past.made > 0
					? `Of ${past.made} such forecasts that could have been made before, ${AHEAD[0]} lessons ahead, ${past.held} held.`
					: "None of them could be held against what came yet."}
			</p>
			<ToADay ladder={ladder} others={others} booked={booked} today={day} />
		</div>
	);
}

const Table = ({ ladder: { above, called }, ahead }: { ladder: LadderProgress; ahead: readonly Forecast[] }) => (
	<table className={css.table} aria-label={`How long: ${called}`}>
		<thead>
			<tr>
				<th scope="col">lessons</th>
				<th scope="col">rungs</th>
				{above > 1 && <th scope="col">one or more</th>}
				<th scope="col">{above === 1 ? "the top rung" : `all ${above} to the top`}</th>
			</tr>
		</thead>
		<tbody>
			{ahead.map((one) => (
				<tr key={one.lessons}>
					<th scope="row">{one.lessons}</th>
					<td>
						{within(one, above)}, {Math.min(one.middle, above)} in the middle
					</td>
					{above > 1 && <td>{inTen(one.atLeast[1] ?? 0)}</td>}
					<td>{inTen(one.atLeast[above] ?? 0)}</td>
				</tr>
			))}
		</tbody>
	</table>
);

const MOST_A_WEEK = 14;

/** A day, a show for one, against what comes until then: with the lessons that are booked, or so many a week; and with one more. */
function ToADay({
	ladder: { above, passes, called },
	others,
	booked,
	today,
}: Pick<Asked, "ladder" | "others" | "booked"> & { today: string }) {
	const [day, setDay] = useState("");
	const [perWeek, setPerWeek] = useState(1);
	const id = useId();
	const weeks = lessonsUntil(today, day, 1);
	const until = booked.filter((one) => one < day).length;
	const count = !day || day <= today ? 0 : until > 0 ? until : lessonsUntil(today, day, perWeek);
	const told = useForecasts(passes, count > 0 ? [count, count + weeks] : [], others);
	return (
		<details className="mt-2">
			<summary>to a day, and with one more lesson a week</summary>
			<div className={css.toDay}>
				<FormRow id={`${id}day`} label="The day of the show" className="">
					<DayField id={`${id}day`} value={day} onChange={setDay} aria-label={`The day of the show: ${called}`} />
				</FormRow>
				{until === 0 && (
					<FormRow id={`${id}week`} label="Lessons a week" className="">
						<Form.Control
							type="number"
							inputMode="decimal"
							min={0.25}
							max={MOST_A_WEEK}
							step={0.25}
							value={perWeek || ""}
							onChange={(event) => setPerWeek(Math.min(MOST_A_WEEK, Math.max(0, Number(event.target.value))))}
						/>
					</FormRow>
				)}
			</div>
			{day !== "" && day <= today && (
				<p className="asks m-0">That day is not to come; choose one after today, {today}.</p>
			)}
			{day > today && count === 0 && <p className="asks m-0">No lesson before that date. Choose a later one.</p>}
			{told && (
				<div role="status">
					<p className="m-0">
						{plural(count, "lesson")} until then{until > 0 ? ", as booked" : ""}: <Until told={told[0]} above={above} />
					</p>
					{weeks > 0 && (
						<p className="m-0">
							What if there were one more a week, {plural(count + weeks, "lesson")}:{" "}
							<Until told={told[1]} above={above} />{" "}
							<span className="mute">As if a lesson gave as much as now; nobody has tried it.</span>
						</p>
					)}
				</div>
			)}
		</details>
	);
}

function Until({ told, above }: { told: Outcome<Forecast> | undefined; above: number }) {
	if (!told?.ok) return <>{told?.refusals[0]?.sentence}</>;
	return (
		<>
			<b>{within(told.value, above)}</b> of {plural(above, "rung")} eight times in ten; the top{" "}
			<b>{inTen(told.value.atLeast[above] ?? 0)}</b>.
		</>
	);
}
