"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { LessonPlan } from "@/core/plan/plan";
import { gatherPlan } from "@/server/planning";
import { DayField } from "@/ui/DayField";
import { FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
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
		<>
			<div className={css.head}>
				<FormRow id="day" label="Day" className="">
					<DayField value={plan.day} onChange={(day) => day && onChange({ day }, "day")} />
				</FormRow>
				<FormRow id="time" label="Begins" className="">
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
				<datalist id="usual-minutes">
					{USUAL_MINUTES.map((one) => (
						<option key={one} value={one} />
					))}
				</datalist>
				<FormRow id="who" label="And" className="">
					<Form.Select
						value=""
						disabled={busy || plan.students.length >= 10}
						onChange={(event) => void gather({ students: [...plan.students, event.target.value] })}
					>
						<option value="">nobody else</option>
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
				<p className="m-0">
					{plan.students.map((id) => (
						<Button
							key={id}
							variant="link"
							className="me-3"
							disabled={busy}
							onClick={() => void gather({ students: plan.students.filter((one) => one !== id) })}
						>
							without {names[id] ?? "somebody who is gone"}
						</Button>
					))}
				</p>
			)}
			<Refusals refusals={refused} />
		</>
	);
}
