"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { LessonPlan } from "@/core/plan/plan";
import type { PlanView } from "@/core/plan/viewPlan";
import { sum } from "@/core/statistics/sums";
import { dayAfter } from "@/core/text/fields";
import { copyPlan, putPlanAway } from "@/server/planning";
import type { PlanPageProps } from "@/server/readPlans";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { PlanHead } from "./PlanHead";
import css from "./plans.module.css";

/** What holds for the whole lesson: what to watch, the wish, kit, reminders; and the plan for another day or student. */
export function PlanMargin({
	id,
	plan,
	view,
	names,
	kits,
	enough,
	onChange,
	day,
}: {
	id: string;
	kits: PlanPageProps["kits"];
	enough: PlanPageProps["enough"];
	plan: LessonPlan;
	view: PlanView | null;
	names: Record<string, string>;
	onChange: (part: Partial<LessonPlan>, what?: string) => void;
	day: string;
}) {
	const kit = [...new Set((view?.stretches ?? []).flatMap(({ item }) => item.kit ?? []))];
	const watch = (i: number, words: string) => {
		const all = [0, 1].map((at) => (at === i ? words.slice(0, 120) : (plan.watch[at] ?? "")));
		onChange({ watch: all.filter((one) => one !== "") }, `watch ${i}`);
	};
	return (
		<>
			<PlanHead plan={plan} names={names} onChange={onChange} />
			{enough.map(({ name, reached }) => (
				<p key={name} className="asks" dir="auto">
					{name}:{" "}
					{reached
						.map(
							({ part, of, load, limit }) =>
								`enough for the ${part}, ${Math.round(load)} of ${limit} ${of === "day" ? "that day" : "in seven days"}`,
						)
						.join("; ")}
					. Rungs that load it are left out of the lesson.
				</p>
			))}
			<h2>Throughout the lesson</h2>
			<FormRow id="watch-0" label="Watch">
				<Form.Control dir="auto" value={plan.watch[0] ?? ""} onChange={(event) => watch(0, event.target.value)} />
			</FormRow>
			<FormRow id="watch-1" label="Also watch">
				<Form.Control
					dir="auto"
					value={plan.watch[1] ?? ""}
					disabled={(plan.watch[0] ?? "") === ""}
					onChange={(event) => watch(1, event.target.value)}
				/>
			</FormRow>
			<FormRow id="wish" label="The student’s wish for today">
				<Form.Control
					dir="auto"
					maxLength={400}
					value={plan.wish}
					onChange={(event) => onChange({ wish: event.target.value }, "wish")}
				/>
			</FormRow>
			<p className="hint">
				<Link href="/sums#tries">work out how many tries fit</Link>
			</p>
			<p className="m-0">
				<b>Bring:</b> {kit.length > 0 ? kit.join(", ") : "no kit on these rungs"}
			</p>
			{kits
				.filter((one) => one.kit || one.lacks.length > 0)
				.map((one) => (
					<p key={one.id} className="m-0" dir="auto">
						<b>{kits.length > 1 ? `${names[one.id] ?? "Somebody"} carries` : "They carry"}:</b>{" "}
						{one.kit || "no kit noted"}
						{one.lacks.length > 0 && `, without ${one.lacks.join(", ")}`}
					</p>
				))}
			<Effort view={view} />
			<Reminders plan={plan} onChange={onChange} />
			<Elsewhere id={id} plan={plan} names={names} day={day} />
		</>
	);
}

/** Effort of ten by stretch, one bar a stretch on the lesson's own line. */
function Effort({ view }: { view: PlanView | null }) {
	const told = (view?.stretches ?? []).filter(({ item }) => item.effort !== undefined);
	if (told.length === 0) return null;
	const most = Math.max(...told.map(({ item }) => item.effort ?? 0));
	const minutes = sum(told, (one) => one.minutes);
	const mean = sum(told, (one) => (one.item.effort ?? 0) * one.minutes) / Math.max(1, minutes);
	return (
		<figure className={css.efforts}>
			<figcaption>
				<b>Effort:</b> {mean.toFixed(1)} of 10 on average, highest {most}
			</figcaption>
			<div aria-hidden="true">
				{told.map(({ item, minutes: long }) => (
					<span key={item.id} style={{ flexGrow: long, height: `${(item.effort ?? 0) * 4 + 1}px` }} />
				))}
			</div>
		</figure>
	);
}

/** A rest, a drink, kit to check, every so many minutes or tries. */
function Reminders({
	plan,
	onChange,
}: {
	plan: LessonPlan;
	onChange: (part: Partial<LessonPlan>, what?: string) => void;
}) {
	const [words, setWords] = useState("");
	const [every, setEvery] = useState("15");
	const [of, setOf] = useState<"minutes" | "tries">("minutes");
	const n = Number(every);
	const fits = words.trim() !== "" && Number.isInteger(n) && n >= 1 && n <= 500 && plan.again.length < 4;
	return (
		<section aria-label="Reminders">
			<h3 className={css.small}>Reminders</h3>
			<ul className={css.plain}>
				{plan.again.map((one) => (
					<li key={`${one.words} ${one.every} ${one.of}`}>
						<span dir="auto">
							{one.words}, every {one.every} {one.every === 1 ? (one.of === "minutes" ? "minute" : "try") : one.of}
						</span>{" "}
						<Button
							variant="link"
							aria-label={`remove: ${one.words}`}
							onClick={() => onChange({ again: plan.again.filter((other) => other !== one) })}
						>
							remove
						</Button>
					</li>
				))}
			</ul>
			<Form
				className={css.again}
				onSubmit={(event) => {
					event.preventDefault();
					if (!fits) return;
					onChange({ again: [...plan.again, { words: words.trim().slice(0, 80), every: n, of }] });
					setWords("");
				}}
			>
				<Form.Control
					aria-label="Reminder"
					placeholder="drink, rest, check the kit"
					dir="auto"
					value={words}
					onChange={(event) => setWords(event.target.value)}
				/>
				<Form.Control
					aria-label="every"
					type="number"
					min={1}
					max={500}
					value={every}
					onChange={(event) => setEvery(event.target.value)}
				/>
				<Form.Select
					aria-label="minutes or tries"
					value={of}
					onChange={(event) => setOf(event.target.value === "tries" ? "tries" : "minutes")}
				>
					<option>minutes</option>
					<option>tries</option>
				</Form.Select>
				<Button type="submit" variant="outline-primary" disabled={!fits}>
					add<span className="visually-hidden"> the reminder</span>
				</Button>
			</Form>
		</section>
	);
}

/** The same plan a week later, or for somebody else; or put away. */
function Elsewhere({
	id,
	plan,
	names,
	day,
}: {
	id: string;
	plan: LessonPlan;
	names: Record<string, string>;
	day: string;
}) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const copy = async (to: { day: string; students: readonly string[] }) => {
		const outcome = await ask(copyPlan(id, to));
		if (outcome.ok) router.push(`/plans/${outcome.value.id}`);
	};
	const nextWeek = dayAfter(plan.day < day ? day : plan.day, 7);
	const others = Object.entries(names)
		.filter(([one]) => !plan.students.includes(one))
		.sort(([, a], [, b]) => a.localeCompare(b));
	return (
		<section aria-label="For another day or student">
			<h3 className={css.small}>Copy this plan</h3>
			<Button variant="outline-primary" onClick={() => void copy({ day: nextWeek, students: plan.students })}>
				copy to next week
			</Button>
			<FormRow id="copy-for" label="or to" className="mt-2">
				<Form.Select value="" onChange={(event) => void copy({ day: plan.day, students: [event.target.value] })}>
					<option value="">another student</option>
					{others.map(([one, name]) => (
						<option key={one} value={one}>
							{name}
						</option>
					))}
				</Form.Select>
			</FormRow>
			<Button
				variant="link"
				onClick={async () => {
					const outcome = await ask(putPlanAway(id, true));
					if (outcome.ok) router.push("/plans");
				}}
			>
				archive this plan
			</Button>
			<Refusals refusals={refused} />
		</section>
	);
}
