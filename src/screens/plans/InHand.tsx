"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { lasting, moveTo, pin, takeOut, unpin } from "@/core/plan/arrange";
import { minutesOf } from "@/core/plan/minutes";
import type { LessonPlan, PlannedItem } from "@/core/plan/plan";
import type { PlanView } from "@/core/plan/viewPlan";
import { minutesWords } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import css from "./plans.module.css";

/** What can be done with the stretch in hand: beside the line, on a phone at its foot, so that nothing moves when one is taken up. */
export function InHand({
	plan,
	view,
	id,
	onItems,
	onDone,
}: {
	plan: LessonPlan;
	view: PlanView;
	id: string | null;
	onItems: (items: PlannedItem[]) => void;
	onDone: () => void;
}) {
	const at = view.stretches.findIndex(({ item }) => item.id === id);
	const stretch = view.stretches[at];
	if (!stretch)
		return (
			<p className={`mute ${css.hint}`}>Press an item to change its time or order, or to remove it. Or drag it.</p>
		);
	const { item, minutes } = stretch;
	const { mean, spread } = minutesOf(stretch);
	const said = (words: string) => `${words}: ${item.what}`;
	const set = (to: number) => onItems(lasting(plan.items, item.id, Math.max(1, Math.min(240, to))));
	return (
		<section className={css.hand} aria-label="Chosen item">
			<p className="m-0">
				<b dir="auto">{item.what}</b> <span className="mute">{item.why}</span>
			</p>
			<div className={css.handRow}>
				<Button
					variant="outline-primary"
					aria-label={said("a minute less")}
					disabled={minutes < 2}
					onClick={() => set(minutes - 1)}
				>
					−
				</Button>
				<b className={css.handMinutes}>{plural(minutes, "min")}</b>
				<Button variant="outline-primary" aria-label={said("a minute more")} onClick={() => set(minutes + 1)}>
					+
				</Button>
				<Button
					variant="outline-primary"
					aria-label={said("earlier")}
					disabled={at === 0}
					onClick={() => onItems(moveTo(plan, view.stretches, at, at - 1))}
				>
					earlier
				</Button>
				<Button
					variant="outline-primary"
					aria-label={said("later")}
					disabled={at === view.stretches.length - 1}
					onClick={() => onItems(moveTo(plan, view.stretches, at, at + 1))}
				>
					later
				</Button>
				<Button
					variant={item.pinned ? "primary" : "outline-primary"}
					aria-pressed={Boolean(item.pinned)}
					aria-label={said("pin")}
					onClick={() => onItems(item.pinned ? unpin(plan.items, item.id) : pin(plan.items, stretch))}
				>
					pin
				</Button>
				<Button
					variant="outline-primary"
					aria-label={said("remove")}
					onClick={() => {
						onItems(takeOut(plan.items, item.id));
						onDone();
					}}
				>
					remove
				</Button>
			</div>
			<div className={css.handRow}>
				<span className="mute">
					{item.takes
						? `Likely ${minutesWords(mean - spread, mean + spread)}, from this student’s own lessons.`
						: `Likely ${minutesWords(mean - spread, mean + spread)}: a first guess.`}
				</span>
				<Form.Label className="m-0" htmlFor="effort">
					Effort out of 10
				</Form.Label>
				<Form.Control
					id="effort"
					type="number"
					min={0}
					max={10}
					className={css.effort}
					value={item.effort ?? ""}
					onChange={(event) => {
						const typed = event.target.value;
						const effort = typed === "" ? undefined : Math.max(0, Math.min(10, Math.round(Number(typed))));
						onItems(
							plan.items.map((one) => {
								const { effort: _, ...rest } = one;
								return one.id !== item.id ? one : effort === undefined ? rest : { ...rest, effort };
							}),
						);
					}}
				/>
			</div>
		</section>
	);
}
