"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { giveBack, putIn, takeOut } from "@/core/plan/arrange";
import { type PlanClass, planClasses } from "@/core/plan/item";
import { type LessonPlan, MOST_ITEMS, type PlannedItem } from "@/core/plan/plan";
import type { PlanView } from "@/core/plan/viewPlan";
import { minutesWords } from "@/core/text/figures";
import { FormRow } from "@/ui/FormRow";
import { clockOf } from "./clock";
import css from "./plans.module.css";

interface Props {
	plan: LessonPlan;
	view: PlanView;
	onItems: (items: PlannedItem[]) => void;
}

/** What is not in the lesson: what did not fit, with its reason and what it would push out, and what was taken out. Own items come in here. */
export function Left({ plan, view, onItems }: Props) {
	return (
		<>
			{view.leftOut.length > 0 && (
				<section aria-label="Did not fit">
					<h2>Did not fit</h2>
					<ul className={css.left}>
						{view.leftOut.map(({ item, why, at }) => (
							<li key={item.id}>
								<span>
									<b dir="auto">{item.what}</b>, {minutesWords(item.least, item.wish)}
									{at !== null && `, would begin at ${clockOf(plan.time, at)}`}
									<br />
									{why} <span className="mute">{item.why}</span>
								</span>
								<span className={css.acts}>
									<Button
										variant="outline-primary"
										aria-label={`add: ${item.what}`}
										onClick={() => onItems(putIn(plan.items, item.id))}
									>
										add
									</Button>
									<Button
										variant="link"
										aria-label={`leave out: ${item.what}`}
										onClick={() => onItems(takeOut(plan.items, item.id))}
									>
										leave out
									</Button>
								</span>
							</li>
						))}
					</ul>
				</section>
			)}
			{view.out.length > 0 && (
				<section aria-label="Left out">
					<h2>Left out</h2>
					<ul className={css.left}>
						{view.out.map((item) => (
							<li key={item.id}>
								<span dir="auto">
									{item.what}, {minutesWords(item.least, item.wish)}
								</span>
								<Button
									variant="link"
									aria-label={`allow the item again: ${item.what}`}
									onClick={() => onItems(giveBack(plan.items, item.id))}
								>
									allow the item again
								</Button>
							</li>
						))}
					</ul>
				</section>
			)}
			<OwnItem plan={plan} onItems={onItems} />
		</>
	);
}

/** Something of the coach's own: words and minutes. */
function OwnItem({ plan, onItems }: Pick<Props, "plan" | "onItems">) {
	const [what, setWhat] = useState("");
	const [minutes, setMinutes] = useState("5");
	const [kind, setKind] = useState<PlanClass>("current");
	const long = Number(minutes);
	const wrong =
		what !== "" && !(Number.isInteger(long) && long >= 1 && long <= 240)
			? "Minutes: enter a whole number from 1 to 240."
			: plan.items.length >= MOST_ITEMS
				? `A plan holds ${MOST_ITEMS} items. Delete one of your own first.`
				: null;
	const add = (event: React.FormEvent) => {
		event.preventDefault();
		if (what.trim() === "" || wrong) return;
		const item: PlannedItem = {
			id: uuid(),
			class: kind,
			what: what.trim().slice(0, 160),
			why: "Your own item.",
			least: long,
			wish: long,
			value: 8,
			always: true,
			own: true,
		};
		onItems([...plan.items, item]);
		setWhat("");
	};
	const own = plan.items.filter((item) => item.own);
	return (
		<Form onSubmit={add} className={css.own} aria-label="Add your own item">
			<FormRow id="own-what" label="Your own item" className="">
				<Form.Control value={what} maxLength={160} dir="auto" onChange={(event) => setWhat(event.target.value)} />
			</FormRow>
			<FormRow id="own-minutes" label="Minutes" className="">
				<Form.Control
					type="number"
					inputMode="numeric"
					min={1}
					max={240}
					value={minutes}
					onChange={(event) => setMinutes(event.target.value)}
				/>
			</FormRow>
			<FormRow id="own-kind" label="Kind" className="">
				<Form.Select
					value={kind}
					onChange={(event) => setKind(planClasses.find((one) => one === event.target.value) ?? "current")}
				>
					{planClasses.map((one) => (
						<option key={one}>{one}</option>
					))}
				</Form.Select>
			</FormRow>
			<Button type="submit" variant="outline-primary" disabled={what.trim() === "" || wrong !== null}>
				add the item
			</Button>
			<p role="status" className={css.wrong}>
				{wrong}
			</p>
			{own.map((item) => (
				<Button key={item.id} variant="link" onClick={() => onItems(plan.items.filter((one) => one.id !== item.id))}>
					delete “{item.what}”
				</Button>
			))}
		</Form>
	);
}
