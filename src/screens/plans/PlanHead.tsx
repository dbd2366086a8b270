"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { USUALLY_SURE } from "@/core/plan/item";
import type { LessonPlan } from "@/core/plan/plan";
import { usualLimits } from "@/core/plan/planLimits";
import { gatherPlan } from "@/server/planning";
import { DayField } from "@/ui/DayField";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { LimitFields, SureField } from "./LimitFields";
import css from "./plans.module.css";

const USUAL_MINUTES = [30, 45, 60];

/** When, how long, for whom; and the candidates gathered anew. */
export function PlanHead({
	plan,
	names,
	onChange,
}: {
	plan: LessonPlan;
	names: Record<string, string>;
	onChange: (part: Partial<LessonPlan>, what?: string) => void;
}) {
	const { refused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	const gather = async (part: Partial<LessonPlan>) => {
		setBusy(true);
		const outcome = await ask(gatherPlan({ ...plan, ...part }));
		setBusy(false);
		onChange(outcome.ok ? { ...part, items: outcome.value } : part);
	};
	const others = Object.entries(names)
		.filter(([id]) => !plan.students.includes(id))
		.sort(([, a], [, b]) => a.localeCompare(b));
	return (
		<section aria-label="The lesson">
			<h2>The lesson</h2>
			<div className={css.head}>
				<FormRow id="day" label="Day" className="">
					<DayField value={plan.day} onChange={(day) => day && onChange({ day }, "day")} />
				</FormRow>
				<FormRow id="time" label="Start" className="">
					<Form.Control
						type="time"
						value={plan.time}
						onChange={(event) => onChange({ time: event.target.value }, "time")}
					/>
				</FormRow>
				<FormRow id="minutes" label="Minutes" className="">
					<Form.Control
						type="number"
						inputMode="numeric"
						min={1}
						max={240}
						list="usual-minutes"
						value={plan.minutes || ""}
						onChange={(event) => onChange({ minutes: Math.round(Number(event.target.value)) }, "minutes")}
					/>
				</FormRow>
				<SureField sure={plan.sure ?? USUALLY_SURE} onSure={(sure) => onChange({ sure }, "sure")} />
				<datalist id="usual-minutes">
					{USUAL_MINUTES.map((one) => (
						<option key={one} value={one} />
					))}
				</datalist>
				<FormRow id="who" label="Second student" className="">
					<Form.Select
						value=""
						disabled={busy || plan.students.length >= 10}
						onChange={(event) => void gather({ students: [...plan.students, event.target.value] })}
					>
						<option value="">no second student</option>
						{others.map(([id, name]) => (
							<option key={id} value={id}>
								{name}
							</option>
						))}
					</Form.Select>
				</FormRow>
				<Button variant="outline-primary" disabled={busy} onClick={() => void gather({})}>
					fill the plan again
				</Button>
			</div>
			{plan.students.length > 1 && (
				<Without plan={plan} names={names} busy={busy} onWithout={(students) => void gather({ students })} />
			)}
			<Limits plan={plan} onChange={onChange} />
			<Refusals refusals={refused} />
		</section>
	);
}

/** What this plan keeps to, folded away: most plans keep to the coach's own. A new least length of drills needs its items gathered anew. */
const Limits = ({
	plan,
	onChange,
}: {
	plan: LessonPlan;
	onChange: (part: Partial<LessonPlan>, what?: string) => void;
}) => (
	<details className={css.more}>
		<summary>Limits of this plan</summary>
		<div className={css.limits}>
			<LimitFields
				limits={plan.limits ?? usualLimits}
				onLimits={(limits, what) => onChange({ limits }, `limit ${what}`)}
			/>
		</div>
		<Ticked plan={plan} onChange={onChange} />
		<p className="hint">
			Minutes of drills and talk apply when you fill the plan again.{" "}
			<Link href="/plans/limits">change the limits of new plans</Link>
		</p>
	</details>
);

/** Ladders whose pegs have a part of the lesson: all, until one is unticked. Of one ladder there is nothing to tick. */
function Ticked({
	plan: { items, ladders },
	onChange,
}: {
	plan: LessonPlan;
	onChange: (part: Partial<LessonPlan>, what?: string) => void;
}) {
	const pegs = items.flatMap(({ peg, ladder, what }) => (peg && ladder ? [{ ladder, what }] : []));
	if (pegs.length < 2) return null;
	const ticked = ladders ?? pegs.map(({ ladder }) => ladder);
	return (
		<fieldset>
			<legend className={css.small}>Pegs with a part of the lesson</legend>
			{pegs.map(({ ladder, what }) => (
				<Form.Check
					key={ladder}
					id={`peg-${ladder}`}
					label={<span dir="auto">{what}</span>}
					checked={ticked.includes(ladder)}
					onChange={(event) =>
						onChange(
							{ ladders: event.target.checked ? [...ticked, ladder] : ticked.filter((one) => one !== ladder) },
							`peg ${ladder}`,
						)
					}
				/>
			))}
		</fieldset>
	);
}

/** Those it is for, each to be left out of it. */
const Without = ({
	plan: { students },
	names,
	busy,
	onWithout,
}: {
	plan: LessonPlan;
	names: Record<string, string>;
	busy: boolean;
	onWithout: (students: string[]) => void;
}) => (
	<p className="m-0">
		{students.map((id) => (
			<Button
				key={id}
				variant="link"
				className="me-3"
				disabled={busy}
				onClick={() => onWithout(students.filter((one) => one !== id))}
			>
				leave out {names[id] ?? "a deleted student"}
			</Button>
		))}
	</p>
);
