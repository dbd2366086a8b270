"use client";

import { useId, useState } from "react";
import Form from "react-bootstrap/Form";
import type { Forecast } from "@/core/insight/forecast";
import type { LadderCost, OpenRung } from "@/core/plan/cost";
import type { LadderOutlook } from "@/core/plan/outlook";
import { dayAt, endsWords, likelyWords, rangeWords } from "@/core/plan/outlookWords";
import { lessonsUntil } from "@/core/plan/season";
import type { Outcome } from "@/core/refusals/refusals";
import { plural } from "@/core/text/lists";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { FiguresTable } from "@/ui/FiguresTable";
import { FormRow } from "@/ui/FormRow";
import type { Told } from "@/workers/forecasts";
import css from "./outlook.module.css";
import { type Past, useCosts, useForecasts } from "./useForecasts";

/** So many lessons ahead are looked at. */
export const AHEAD = [4, 8, 16];
/** Lessons a week on a ladder of which nothing is in the calendar. */
const PER_WEEK = 1;

const inTen = (chance: number) => (chance > 0.97 ? "sure" : `${Math.round(10 * chance)} in 10`);
/** No more can be passed than are left. */
const within = (one: Forecast, above: number): string => {
	const [low, high] = [Math.min(one.low, above), Math.min(one.high, above)];
	return low === high ? `${low}` : `${low} to ${high}`;
};

interface Asked {
	called: string;
	outlook: LadderOutlook;
	/** Rungs to pass on the way to the top, with their rates: the two ends are told of these before there is a pace. */
	open: readonly OpenRung[];
	past: Past | null;
	day: string;
}

/** Lessons to the top and rungs in the next lessons, and the chance by a day; beside it how past forecasts fared. */
export function HowLong({ called, outlook, open, past, day }: Asked) {
	const { above, days } = outlook;
	const told = useForecasts([{ ...outlook, lessons: AHEAD }])?.[0];
	if (above === 0) return <p className="mute m-0">The peg is on the top rung. No rung is left above it.</p>;
	if (!told) return <p className="mute m-0">Working out how long.</p>;
	if (!told.ok) return <TwoEnds open={open} why={told.refusals[0]?.sentence ?? ""} />;
	const { own, top, ahead } = told.value;
	const range = rangeWords(top);
	return (
		<div className={css.long}>
			<p className="m-0">
				<span className="mute">To the top, {plural(above, "rung")}: </span>
				<b className={css.large}>{likelyWords(top)}</b>
				{range !== null && top.likely !== null && <span className="mute"> · likely {range}</span>}
			</p>
			{top.likely !== null && (
				<p className="m-0 mute">
					That is {dayWords(dayAt(top.likely, days, day, PER_WEEK), day)}
					{days.length >= top.likely ? " by the calendar." : ", at one lesson a week."}
				</p>
			)}
			<Table called={called} above={above} ahead={ahead.flatMap((one) => (one.ok ? [one.value] : []))} />
			<p className="hint m-0">
				{own
					? "From the pace on this ladder, slowing or picking up as on your other ladders."
					: "From the pace on your other ladders, with what was passed on this one."}{" "}
				Forecasts end at {plural(top.horizon, "lesson")}, {dayWords(dayAt(top.horizon, days, day, PER_WEEK), day)}.{" "}
				{past && past.made > 0
					? `Earlier forecasts, ${AHEAD[0]} lessons ahead: ${past.held} of ${past.made} came true.`
					: "No earlier forecast could be checked yet."}
			</p>
			<ToADay called={called} outlook={outlook} today={day} />
		</div>
	);
}

/** Before there is a pace: why not, and the two ends at the rates to be expected. */
function TwoEnds({ open, why }: { open: readonly OpenRung[]; why: string }) {
	const cost = useCosts(open.length > 0 ? [open] : [])?.[0];
	return (
		<div className={css.long}>
			<p className="m-0">{why}</p>
			{cost && <Ends cost={cost} />}
		</div>
	);
}

const Ends = ({ cost }: { cost: LadderCost }) => (
	<p className="m-0">
		<span className="mute">Lessons to the top rung: </span>
		<b>{endsWords(cost)}</b>
		<span className="hint d-block">
			From the lowest and highest expected score on each rung, if scores stay the same.
		</span>
	</p>
);

const Table = ({ called, above, ahead }: { called: string; above: number; ahead: readonly Forecast[] }) => (
	<FiguresTable
		label={`How long: ${called}`}
		head={[
			"next lessons",
			"likely rungs",
			...(above > 1 ? ["one or more"] : []),
			above === 1 ? "the top rung" : `all ${above} to the top`,
		]}
		rows={ahead.map((one) => [
			one.lessons,
			within(one, above),
			...(above > 1 ? [inTen(one.atLeast[1] ?? 0)] : []),
			inTen(one.atLeast[above] ?? 0),
		])}
	/>
);

const MOST_A_WEEK = 14;

/** A day, a show for one, against what comes until then; and with one more lesson a week. */
function ToADay({ called, outlook, today }: { called: string; outlook: LadderOutlook; today: string }) {
	const { above, days } = outlook;
	const [day, setDay] = useState("");
	const [perWeek, setPerWeek] = useState(PER_WEEK);
	const id = useId();
	const weeks = lessonsUntil(today, day, 1);
	const until = days.filter((one) => one < day).length;
	const count = !day || day <= today ? 0 : until > 0 ? until : lessonsUntil(today, day, perWeek);
	const told = useForecasts(count > 0 ? [{ ...outlook, lessons: [count, count + weeks] }] : [])?.[0];
	const beyond = (top: Told["top"]) => dayWords(dayAt(top.horizon, days, today, perWeek), today);
	return (
		<details className="mt-2">
			<summary>check a date, or one more lesson a week</summary>
			<div className={css.toDay}>
				<FormRow id={`${id}day`} label="Date of the show" className="">
					<DayField id={`${id}day`} value={day} onChange={setDay} aria-label={`Date of the show: ${called}`} />
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
			{day !== "" && day <= today && <p className="asks m-0">Choose a date after today ({today}).</p>}
			{day > today && count === 0 && <p className="asks m-0">No lesson before that date. Choose a later one.</p>}
			{told?.ok && (
				<div role="status">
					<p className="m-0">
						{plural(count, "lesson")} on this ladder until then{until > 0 ? ", by the calendar" : ""}:{" "}
						<Until told={told.value.ahead[0]} above={above} beyond={beyond(told.value.top)} />
					</p>
					{weeks > 0 && (
						<p className="m-0">
							With one more a week, {plural(count + weeks, "lesson")}:{" "}
							<Until told={told.value.ahead[1]} above={above} beyond={beyond(told.value.top)} />{" "}
							<span className="mute">Assumes each lesson helps as much as now.</span>
						</p>
					)}
				</div>
			)}
		</details>
	);
}

function Until({ told, above, beyond }: { told: Outcome<Forecast> | undefined; above: number; beyond: string }) {
	if (!told?.ok) return <b>no forecast after {beyond}.</b>;
	return (
		<>
			likely <b>{within(told.value, above)}</b> of {plural(above, "rung")}. Chance of the top:{" "}
			<b>{inTen(told.value.atLeast[above] ?? 0)}</b>.
		</>
	);
}
