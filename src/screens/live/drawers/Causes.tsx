"use client";

import { useState } from "react";
import { useLive } from "../LiveContext";
import { causeMarksOf } from "./causeMarks";
import { Choice } from "./Drawer";
import css from "./drawer.module.css";

/** Where a fault may come from: a drill that would show it, how the student can tell, and what was found. */
export function Causes({ position }: { position: string }) {
	const { view, acts, board } = useLive();
	const { ladder } = board;
	const marks = causeMarksOf(view, ladder);
	const [open, setOpen] = useState(false);
	const causes = ladder?.positions.find(({ id }) => id === position)?.causes ?? [];
	if (causes.length === 0) return null;
	const left = causes.filter(({ id }) => marks[id] !== "ruled out").length;
	return (
		<>
			<Choice
				aria-expanded={open}
				small={left === causes.length ? undefined : `${causes.length - left} ruled out`}
				onClick={() => setOpen(!open)}
			>
				possible causes
			</Choice>
			{open &&
				causes.map(({ id, words, who, drill, check }) => (
					<div key={id} className={css.cause}>
						<p className="m-0" dir="auto">
							<b>{words}</b>
							{who && ` (${who})`}
							{drill && ` · Test: ${drill}`}
							{check && ` · Alone: ${check}`}
						</p>
						<div className={`${css.choices} ${css.four}`}>
							{(["tried", "ruled out"] as const).map((mark) => (
								<Choice
									key={mark}
									aria-label={`${mark}: ${words}`}
									aria-pressed={marks[id] === mark}
									onClick={() => acts.cause(id, marks[id] === mark ? "open" : mark)}
								>
									{mark}
								</Choice>
							))}
						</div>
					</div>
				))}
		</>
	);
}
