"use client";

import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { AROUND, daysOn, shareLessons } from "@/core/plan/lessonsOn";
import { lessonsUntil } from "@/core/plan/season";
import type { Given } from "@/core/plan/shareOut";
import { dayAfter } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import type { SeasonLadder, SeasonPageProps } from "@/server/readSeason";
import { BenchPage } from "@/ui/BenchPage";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Beside } from "./Beside";
import { PracticePlan } from "./PracticePlan";
import css from "./season.module.css";

/** A lesson that is not in the calendar. */
const MINUTES = 45;
const HALF_A_YEAR = 180;

const nameOf = ({ skill, side }: SeasonLadder): string => (side === "none" ? skill : `${skill}, ${side}`);

/** How many lessons that is, or why it cannot be said. */
const Until = ({ wrong, held, booked }: { wrong: string | null; held: number; booked: boolean }) => (
	<p className={css.until}>
		{wrong ? (
			<span className="asks">{wrong}</span>
		) : (
			<>
				<b>{held}</b> {held === 1 ? "lesson" : "lessons"} until then{booked && " in the calendar"}
			</>
		)}
	</p>
);

const SHOWN = 6;

/** Their shows and terms, each a day to look ahead to. */
const Dates = ({
	dates,
	to,
	day,
	onTo,
}: Pick<SeasonPageProps, "dates" | "day"> & { to: string; onTo: (day: string) => void }) =>
	dates.length > 0 && (
		<p className={css.dates}>
			{dates.slice(0, SHOWN).map((one) => (
				<Button
					key={`${one.day} ${one.name}`}
					variant={one.day === to ? "primary" : "outline-primary"}
					size="sm"
					aria-pressed={one.day === to}
					onClick={() => onTo(one.day)}
				>
					look ahead to <span dir="auto">{one.name}</span>, {dayWords(one.day, day)}
				</Button>
			))}
		</p>
	);

/** To a day: what every ladder asks for, how likely it is to be there, which lessons hold which, and what to practise. */
export function Season(props: SeasonPageProps) {
	const { student, day, ladders, lessons } = props;
	const [to, setTo] = useState(props.dates[0]?.day ?? dayAfter(day, HALF_A_YEAR));
	const [perWeek, setPerWeek] = useState("1");
	const [weights, setWeights] = useState<Record<string, string>>({});
	const weekly = Number(perWeek);
	const wrong =
		to <= day
			? "Choose a date after today."
			: !(weekly > 0 && weekly <= 14)
				? "Lessons a week: enter a number above 0, at most 14."
				: null;
	const held = useMemo(() => {
		if (wrong) return [];
		const known = lessons.filter((one) => one.day < to);
		if (known.length > 0) return known;
		return Array.from({ length: lessonsUntil(day, to, weekly) }, (_, i) => ({
			day: dayAfter(day, Math.round(((i + 1) * 7) / weekly)),
			minutes: MINUTES,
		}));
	}, [lessons, to, day, weekly, wrong]);
	const given = useMemo(() => {
		const shared = ladders.map(({ id, twin, pegIndex }) => ({
			id,
			twin,
			pegIndex,
			weight: Math.max(0, Number(weights[id] ?? 1)),
		}));
		return shareLessons(shared, held);
	}, [ladders, weights, held]);
	return (
		<BenchPage
			wide
			margin={
				<>
					<HowItWorks />
					<Button variant="outline-primary" onClick={() => window.print()}>
						print, or PDF
					</Button>
				</>
			}
		>
			<h1>
				Season: <span dir="auto">{student.name}</span>
			</h1>
			<div className={css.head}>
				<FormRow id="season-to" label="By (date)" className="">
					<DayField value={to} onChange={(next) => next && setTo(next)} />
				</FormRow>
				{lessons.length === 0 && (
					<FormRow id="season-week" label="Lessons a week" className="">
						<Form.Control
							type="number"
							inputMode="decimal"
							step={0.25}
							value={perWeek}
							onChange={(event) => setPerWeek(event.target.value)}
						/>
					</FormRow>
				)}
				<Until wrong={wrong} held={held.length} booked={lessons.length > 0} />
			</div>
			<Dates dates={props.dates} to={to} day={day} onTo={setTo} />
			{ladders.length === 0 ? (
				<p>
					No ladders yet. <Link href={`/ladders/new?student=${student.id}`}>Make a ladder</Link> to plan the season.
				</p>
			) : (
				!wrong && (
					<>
						<Beside
							ladders={ladders}
							coach={props.coach}
							day={day}
							nameOf={nameOf}
							holds={(id) => daysOn(id, given, held)}
							weights={weights}
							onWeight={(id, weight) => setWeights({ ...weights, [id]: weight })}
						/>
						<Lessons ladders={ladders} held={held} given={given} day={day} />
						<PracticePlan student={student} ladders={ladders.map((one) => ({ ...one, name: nameOf(one) }))} day={day} />
					</>
				)
			)}
		</BenchPage>
	);
}

/** Which lessons hold which ladder, and for how many minutes. */
function Lessons({
	ladders,
	held,
	given,
	day,
}: {
	ladders: readonly SeasonLadder[];
	held: readonly { day: string; minutes: number }[];
	given: readonly (readonly Given[])[];
	day: string;
}) {
	const FEW = 8;
	const rows = held.map((lesson, i) => ({ ...lesson, parts: given[i] ?? [] }));
	const line = ({ day: on, parts }: (typeof rows)[number]) => (
		<li key={on}>
			<span className="mute">{dayWords(on, day)}</span>
			<span dir="auto">
				{parts
					.map(({ id, minutes }) => {
						const ladder = ladders.find((one) => one.id === id);
						return `${ladder ? nameOf(ladder) : ""} ${minutes} min`;
					})
					.join(" · ") || "no shares set"}
			</span>
		</li>
	);
	return (
		<section aria-label="Lessons for each ladder">
			<h2>Lessons for each ladder</h2>
			<p className="mute m-0">
				Time is shared as you set above. {AROUND} minutes of each lesson stay free for warm-up, talk and wrap-up. A side
				two rungs or more behind gets more.
			</p>
			<ul className={css.lessons}>{rows.slice(0, FEW).map(line)}</ul>
			{rows.length > FEW && (
				<details>
					<summary>show {plural(rows.length - FEW, "more lesson")}</summary>
					<ul className={css.lessons}>{rows.slice(FEW).map(line)}</ul>
				</details>
			)}
		</section>
	);
}

const HowItWorks = () => (
	<>
		<h2>How it works</h2>
		<ul className="mute">
			<li>The same forecast as on the student’s pages.</li>
			<li>It uses passes so far, slowing or speeding up as on your other ladders.</li>
			<li>Before the fifth lesson it uses your other ladders.</li>
			<li>Without those you see the best and the worst case.</li>
		</ul>
		<p>
			<Link href="/rules/assumes">What this assumes</Link>
		</p>
	</>
);
