"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { moveItem } from "@/core/editing/paths";
import { warmUpItem } from "@/core/practice/assignment";
import { drillFor } from "@/server/practice";
import type { HomeRung } from "@/server/readPractice";
import { adding } from "@/ui/adding";
import { FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import { Sortable } from "@/ui/Sortable";
import { useRefusals } from "@/ui/useRefusals";
import { DrillRow } from "./DrillRow";
import css from "./practice.module.css";
import type { usePracticeBench } from "./usePracticeBench";

type Bench = ReturnType<typeof usePracticeBench>;
const MOST = 8;

/** The drills, each in its row; and the rungs that may be added, or why they may not. */
export function Asked({ bench, rungs, student }: { bench: Bench; rungs: readonly HomeRung[]; student: string }) {
	const { assignment, edit, editItem } = bench;
	const { refused, ask } = useRefusals();
	const add = async (at: { ladder: string; rung: string } | null) => {
		const outcome = await ask(drillFor(student, at));
		if (outcome.ok) edit({ items: [...assignment.items, outcome.value] });
	};
	const taken = new Set(assignment.items.map(({ ladder, rung }) => `${ladder}/${rung}`));
	const open = rungs.filter(({ ladder, rung }) => !taken.has(`${ladder}/${rung}`));
	const full = assignment.items.length >= MOST;
	return (
		<>
			<FormRow id="practice-note" label="Message at the top of their page">
				<Form.Control
					value={assignment.note}
					maxLength={1000}
					dir="auto"
					onChange={(event) => edit({ note: event.target.value }, "note")}
				/>
			</FormRow>
			<Sortable
				ids={assignment.items.map(({ id }) => id)}
				onMove={(from, to) => edit({ items: moveItem(assignment.items, from, to) })}
				onStart={() => {}}
			>
				{assignment.items.map((item) => (
					<DrillRow
						key={item.id}
						item={item}
						onEdit={(part, what) => editItem(item.id, part, what)}
						onRemove={() => edit({ items: assignment.items.filter(({ id }) => id !== item.id) })}
					/>
				))}
			</Sortable>
			<div className={css.add}>
				<h3>Add</h3>
				{open
					.filter(({ why }) => why === null)
					.map((one) => (
						<Button
							key={`${one.ladder}/${one.rung}`}
							variant="outline-primary"
							disabled={full}
							onClick={adding(() => add({ ladder: one.ladder, rung: one.rung }))}
						>
							{one.name}
							{one.peg && " (the peg)"}
							<span className="visually-hidden"> of {one.called}</span>
						</Button>
					))}
				<Button variant="outline-primary" disabled={full} onClick={adding(() => add(null))}>
					add your own drill
				</Button>
				{!assignment.items.some(({ warmUp }) => warmUp) && (
					<Button
						variant="outline-primary"
						disabled={full}
						onClick={adding(() => edit({ items: [warmUpItem(uuid()), ...assignment.items] }))}
					>
						add a warm-up
					</Button>
				)}
				{open
					.filter(({ why }) => why !== null)
					.map((one) => (
						<p key={`${one.ladder}/${one.rung}`} className="mute m-0" dir="auto">
							{one.name}. {one.why}
						</p>
					))}
				{full && <p className="mute m-0">Eight drills is the most. Remove one first.</p>}
			</div>
			<Refusals refusals={refused} />
		</>
	);
}
