"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { plural } from "@/core/text/lists";
import { makePlan } from "@/server/planning";
import type { PlanLine, PlansPageProps } from "@/server/readPlans";
import { BenchPage } from "@/ui/BenchPage";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./plans.module.css";

/** Lessons that are planned, the nearest first, and a new plan. */
export function PlanList({ day, coming, past, students, student }: PlansPageProps & { student: string }) {
	return (
		<BenchPage wide>
			<h1>Plans</h1>
			<NewPlan students={students} student={student} day={day} />
			<Rows name="Coming up" lines={coming} day={day} />
			{coming.length === 0 && (
				<p>
					No lessons planned. Choose a student above. The plan fills itself from pegs, promises and rungs due for a
					check.
				</p>
			)}
			{past.length > 0 && <Rows name="Past" lines={past} day={day} />}
		</BenchPage>
	);
}

const Rows = ({ name, lines, day }: { name: string; lines: readonly PlanLine[]; day: string }) =>
	lines.length > 0 && (
		<section aria-label={name}>
			<h2>{name}</h2>
			<div className={css.rows}>
				{lines.map((line) => (
					<div key={line.id} className={css.row}>
						<span className="mute">
							{dayWords(line.day, day)}
							{line.time && `, ${line.time}`}
						</span>
						<Link href={`/plans/${line.id}`} dir="auto">
							<b>{line.who}</b>
						</Link>
						<span className={line.amiss ? "asks" : "mute"}>
							{line.amiss ?? `${plural(line.minutes, "minute")}, ${plural(line.items, "item")}`}
						</span>
					</div>
				))}
			</div>
		</section>
	);

function NewPlan({ students, student, day }: { students: PlansPageProps["students"]; student: string; day: string }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [who, setWho] = useState(students.some(({ id }) => id === student) ? student : "");
	const [on, setOn] = useState(day);
	const [minutes, setMinutes] = useState("");
	const [busy, setBusy] = useState(false);
	const make = async (event: React.FormEvent) => {
		event.preventDefault();
		setBusy(true);
		const outcome = await ask(
			makePlan({ students: who ? [who] : [], day: on, minutes: minutes === "" ? null : Number(minutes), time: "" }),
		);
		setBusy(false);
		if (outcome.ok) router.push(`/plans/${outcome.value.id}`);
	};
	return (
		<Form onSubmit={make} className={css.own} aria-label="A new plan" noValidate>
			<FormRow id="plan-who" label="Student" className="">
				<Form.Select value={who} onChange={(event) => setWho(event.target.value)}>
					<option value="">choose a student</option>
					{students.map(({ id, name }) => (
						<option key={id} value={id}>
							{name}
						</option>
					))}
				</Form.Select>
			</FormRow>
			<FormRow id="plan-day" label="Day" className="">
				<DayField value={on} onChange={setOn} />
			</FormRow>
			<FormRow id="plan-minutes" label="Minutes" className="">
				<Form.Control
					type="number"
					inputMode="numeric"
					placeholder="as last time"
					value={minutes}
					onChange={(event) => setMinutes(event.target.value)}
				/>
			</FormRow>
			<Button type="submit" disabled={busy || who === "" || on === ""}>
				plan the lesson
			</Button>
			<div className={css.wrong}>
				<Refusals refusals={refused} />
			</div>
		</Form>
	);
}
