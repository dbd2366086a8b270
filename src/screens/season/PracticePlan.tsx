"use client";

import { useState } from "react";
import Form from "react-bootstrap/Form";
import { shareOut } from "@/core/plan/shareOut";
import { dayAfter, weekdayOf } from "@/core/text/fields";
import { CopyButton } from "@/ui/CopyButton";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import css from "./season.module.css";

const SHORTEST = 3;
const MOST_A_DAY = 3;

/** The names of the week's days where the coach is, Monday first. */
const weekdays = (): string[] =>
	Array.from({ length: 7 }, (_, i) =>
		new Date(Date.UTC(2024, 0, 1 + i, 12)).toLocaleDateString(undefined, { weekday: "short", timeZone: "UTC" }),
	);

interface Alone {
	id: string;
	name: string;
	alone: readonly { id: string; name: string }[];
}

/** Minutes a day between lessons, split over drills by weight; days off left out. */
export function PracticePlan({
	student,
	ladders,
	day,
}: {
	student: { name: string };
	ladders: readonly Alone[];
	day: string;
}) {
	const [minutes, setMinutes] = useState("10");
	const [days, setDays] = useState("30");
	const [off, setOff] = useState<readonly number[]>([6]);
	const [weights, setWeights] = useState<Record<string, string>>({});
	const parts = ladders.flatMap((ladder) =>
		ladder.alone.map((rung, i) => ({
			id: `${ladder.id} ${rung.id}`,
			name: rung.name,
			of: ladder.name,
			usual: i === 0 ? "2" : i === 1 ? "1" : "0",
		})),
	);
	const [long, count] = [Number(minutes), Number(days)];
	const wrong = !(Number.isInteger(long) && long >= SHORTEST && long <= 120)
		? `Minutes a day: enter a whole number from ${SHORTEST} to 120.`
		: !(Number.isInteger(count) && count >= 1 && count <= 60)
			? "Days: enter a whole number from 1 to 60."
			: off.length === 7
				? "Every day is a day off. Leave at least one day."
				: null;
	const on = wrong
		? []
		: Array.from({ length: count }, (_, i) => dayAfter(day, i + 1)).filter((one) => !off.includes(weekdayOf(one)));
	const given = shareOut(
		parts.map(({ id, usual }) => ({ id, weight: Math.max(0, Number(weights[id] ?? usual)) })),
		on.map(() => long),
		MOST_A_DAY,
		SHORTEST,
	);
	const wordsOn = (i: number): string =>
		(given[i] ?? []).map((one) => `${parts.find(({ id }) => id === one.id)?.name ?? ""} ${one.minutes} min`).join(", ");
	const all = on.map((one, i) => `${dayWords(one, day)}: ${wordsOn(i)}`);
	return (
		<section aria-label="A little practice every day">
			<h2>A little practice every day</h2>
			{parts.length === 0 ? (
				<p className="mute">No rung near the pegs may be practised alone: each is high, or has a checklist.</p>
			) : (
				<>
					<div className={css.head}>
						<FormRow id="practice-minutes" label="Minutes a day" className="">
							<Form.Control
								type="number"
								inputMode="numeric"
								value={minutes}
								onChange={(event) => setMinutes(event.target.value)}
							/>
						</FormRow>
						<FormRow id="practice-days" label="Days" className="">
							<Form.Control
								type="number"
								inputMode="numeric"
								value={days}
								onChange={(event) => setDays(event.target.value)}
							/>
						</FormRow>
						<fieldset className={css.off}>
							<legend className="form-label m-0">Days off</legend>
							{weekdays().map((name, i) => (
								<Form.Check
									inline
									key={name}
									id={`off-${i}`}
									label={name}
									checked={off.includes(i)}
									onChange={() => setOff(off.includes(i) ? off.filter((one) => one !== i) : [...off, i])}
								/>
							))}
						</fieldset>
					</div>
					<ul className={css.parts}>
						{parts.map(({ id, name, of, usual }) => (
							<li key={id}>
								<span>
									<span dir="auto">{name}</span>{" "}
									<span className="mute" dir="auto">
										{of}
									</span>
								</span>
								<Form.Control
									type="number"
									inputMode="decimal"
									min={0}
									max={9}
									aria-label={`share of ${name}, ${of}`}
									value={weights[id] ?? usual}
									onChange={(event) => setWeights({ ...weights, [id]: event.target.value })}
								/>
							</li>
						))}
					</ul>
					<p role="status" className={css.wrong}>
						{wrong}
					</p>
					{all.length > 0 && (
						<details>
							<summary>
								{all.length} days for {student.name}
							</summary>
							<ol className={css.lessons}>
								{on.map((one, i) => (
									<li key={one}>
										<span className="mute">{dayWords(one, day)}</span>
										<span dir="auto">{wordsOn(i) || "no shares set"}</span>
									</li>
								))}
							</ol>
							<CopyButton text={all.join("\n")} words="copy as text" variant="outline-primary" />
						</details>
					)}
				</>
			)}
		</section>
	);
}
