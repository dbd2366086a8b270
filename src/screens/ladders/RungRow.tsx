"use client";

import { memo } from "react";
import type { Step } from "@/core/build/steps";
import { limitWords } from "@/core/ladder/limits";
import type { HoleState } from "@/core/ladder/rail";
import { RailCell } from "@/ui/Rail";
import css from "@/ui/rows.module.css";
import { SortableRow } from "@/ui/Sortable";
import own from "./ladders.module.css";
import { StepBar } from "./Steps";

interface Props {
	id: string;
	index: number;
	name: string;
	/** The rule as it reads itself out. */
	rule: string;
	limit: number;
	hole: HoleState;
	peg: boolean;
	other: "left" | "right" | null;
	step: Step | undefined;
	/** Something in it is refused. */
	bad: boolean;
	/** It is not to be done as it stands, with this student. */
	limited: "taken out" | "eased" | null;
	isOpen: boolean;
	onToggle: (id: string) => void;
	onBetween: (index: number) => void;
	/** What is open under the row. */
	children: React.ReactNode;
}

/** A rung in its row on the rail; drawn anew only when it says something else. */
export const RungRow = memo(function RungRow({ id, index, name, rule, limit, hole, peg, other, ...row }: Props) {
	const { step, bad, limited, isOpen, onToggle, onBetween, children } = row;
	return (
		<SortableRow id={id} label={`rung ${index + 1}, ${name || "new"}`} className={`${css.row} ${css.onRail}`}>
			{(grip) => (
				<>
					<RailCell state={hole} peg={peg} other={other} />
					<div>
						<div className={`${css.summary} ${css.rung}`}>
							{grip}
							<span className={css.number}>{index + 1}</span>
							<div className={own.stepped}>
								<button
									type="button"
									className={css.open}
									aria-expanded={isOpen}
									onClick={() => onToggle(id)}
									dir="auto"
								>
									{name || "not named yet"} {bad && <span className="asks">check this rung</span>}
									{limited && <span className={own.limited}> {limitWords[limited]}</span>}
								</button>
								<StepBar step={step} onBetween={() => onBetween(index)} />
							</div>
							<span className={css.cell}>{rule}</span>
							<span className={`${css.cell} text-end`}>
								<span className={own.limitWord}>limit </span>
								{limit}
							</span>
						</div>
						{children}
					</div>
				</>
			)}
		</SortableRow>
	);
});
