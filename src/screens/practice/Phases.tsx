"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Assignment, Phases as PhasesOf } from "@/core/practice/assignment";
import { minutesOf, phaseOn } from "@/core/practice/phases";
import { adding } from "@/ui/adding";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import css from "./practice.module.css";

const MOST_PHASES = 8;
const USUAL_MINUTES = 15;
const USUAL_WEEKS = 2;

type Part = PhasesOf["parts"][number];

/** A day's minutes over the drills, otherwise every few weeks: a column a phase, a row a drill, and the minutes each comes to. */
export function Phases({
	assignment: { items, phases },
	day,
	onChange,
}: {
	assignment: Pick<Assignment, "items" | "phases">;
	day: string;
	onChange: (part: Partial<Assignment>, what?: string) => void;
}) {
	if (items.length < 2 && !phases) return null;
	if (!phases) return <NoPhases items={items} day={day} onChange={onChange} />;
	const set = (part: Partial<PhasesOf>, what: string) => onChange({ phases: { ...phases, ...part } }, `phases ${what}`);
	const setPart = (n: number, part: Partial<Part>, what: string) =>
		set({ parts: phases.parts.map((one, i) => (i === n ? { ...one, ...part } : one)) }, `${n} ${what}`);
	const now = phaseOn(phases, day);
	return (
		<section aria-label="Phases">
			<h3 className={css.small}>Phases</h3>
			<p className="m-0">
				Phase {now.n + 1} of {phases.parts.length}, {dayWords(now.from, day)} to {dayWords(now.to, day)}. The last phase
				goes on until you change it.
			</p>
			<div className={css.numbers}>
				<FormRow id="phase-minutes" label="minutes a day" className="">
					<Form.Control
						type="number"
						inputMode="numeric"
						value={phases.minutes}
						onChange={(event) => set({ minutes: numberIn(event.target.value) }, "minutes")}
					/>
				</FormRow>
				<FormRow id="phase-from" label="first day" className="">
					<DayField value={phases.from} onChange={(from) => set({ from }, "from")} />
				</FormRow>
			</div>
			<Shares items={items} phases={phases} onPart={setPart} />
			<p className="mt-2">
				<Button
					variant="outline-primary"
					disabled={phases.parts.length >= MOST_PHASES}
					onClick={adding(() =>
						set({ parts: [...phases.parts, { weeks: USUAL_WEEKS, shares: { ...phases.parts.at(-1)?.shares } }] }, ""),
					)}
				>
					add a phase
				</Button>{" "}
				{phases.parts.length > 1 && (
					<Button variant="link" onClick={() => set({ parts: phases.parts.slice(0, -1) }, "")}>
						remove the last phase
					</Button>
				)}
				<Button variant="link" onClick={() => onChange({ phases: undefined })}>
					remove all phases
				</Button>
			</p>
		</section>
	);
}

/** Two phases of two weeks to begin with. */
function NoPhases({
	items,
	day,
	onChange,
}: {
	items: Assignment["items"];
	day: string;
	onChange: (part: Partial<Assignment>) => void;
}) {
	return (
		<p>
			<Button
				variant="outline-primary"
				onClick={adding(() =>
					onChange({
						phases: {
							from: day,
							minutes: USUAL_MINUTES,
							parts: [
								{ weeks: USUAL_WEEKS, shares: evenly(items) },
								{ weeks: USUAL_WEEKS, shares: evenly(items) },
							],
						},
					}),
				)}
			>
				plan phases over weeks
			</Button>{" "}
			<span className="mute">Each phase gives the drills other shares of the minutes.</span>
		</p>
	);
}

/** A column a phase, a row a drill: how much of the minutes each has. */
function Shares({
	items,
	phases,
	onPart,
}: {
	items: Assignment["items"];
	phases: PhasesOf;
	onPart: (n: number, part: Partial<Part>, what: string) => void;
}) {
	return (
		<div className={css.wide}>
			<table className={css.phases}>
				<thead>
					<tr>
						<th scope="col">share of the minutes</th>
						{phases.parts.map((part, n) => (
							// biome-ignore lint/suspicious/noArrayIndexKey: a phase is its place
							<th key={n} scope="col">
								<label htmlFor={`phase-${n}-weeks`}>phase {n + 1}, weeks</label>
								<Form.Control
									id={`phase-${n}-weeks`}
									type="number"
									inputMode="numeric"
									value={part.weeks}
									onChange={(event) => onPart(n, { weeks: numberIn(event.target.value) }, "weeks")}
								/>
							</th>
						))}
					</tr>
				</thead>
				<tbody>
					{items.map((item) => (
						<tr key={item.id}>
							<th scope="row" dir="auto">
								{item.name}
							</th>
							{phases.parts.map((part, n) => (
								<Share
									// biome-ignore lint/suspicious/noArrayIndexKey: a phase is its place
									key={n}
									label={`${item.name}, phase ${n + 1}`}
									share={part.shares[item.id]}
									minutes={minutesIn(part, items, phases.minutes).get(item.id) ?? 0}
									onShare={(share) => onPart(n, { shares: { ...part.shares, [item.id]: share } }, item.id)}
								/>
							))}
						</tr>
					))}
				</tbody>
			</table>
		</div>
	);
}

function Share({
	label,
	share,
	minutes,
	onShare,
}: {
	label: string;
	share: number | undefined;
	minutes: number;
	onShare: (share: number) => void;
}) {
	return (
		<td>
			<Form.Control
				type="number"
				inputMode="numeric"
				aria-label={`Share: ${label}`}
				value={share ?? ""}
				onChange={(event) => onShare(numberIn(event.target.value))}
			/>
			<span className="mute">{minutes > 0 ? `${minutes} min` : "not in it"}</span>
		</td>
	);
}

const numberIn = (typed: string): number => Math.round(Number(typed));

const evenly = (items: Assignment["items"]): Part["shares"] => Object.fromEntries(items.map(({ id }) => [id, 1]));

const minutesIn = ({ shares }: Part, items: Assignment["items"], minutes: number): Map<string, number> =>
	minutesOf(
		shares,
		items.map(({ id }) => id),
		minutes,
	);
