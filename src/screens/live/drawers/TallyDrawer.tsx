"use client";

import { useState } from "react";
import { type Tally, tallyRefusal } from "@/core/rules/tally";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";
import css from "./drawer.module.css";

const parts = [
	["tries", "tries"],
	["good", "good"],
	["longest", "longest run"],
] as const;

/** A set that was counted in the head: three numbers, by thumb. */
export function TallyDrawer() {
	const { acts } = useLive();
	const done = useDone();
	const [tally, setTally] = useState<Required<{ [K in keyof Tally]: number }>>({ tries: 10, good: 5, longest: 2 });
	const wrong = tallyRefusal(tally);
	const step = (name: keyof Tally, by: number) =>
		setTally({ ...tally, [name]: Math.min(500, Math.max(name === "tries" ? 1 : 0, tally[name] + by)) });
	return (
		<Drawer title="A set as numbers">
			{parts.map(([name, words]) => (
				<div key={name} className={css.tally}>
					<span>{words}</span>
					<button type="button" className={css.choice} onClick={() => step(name, -1)}>
						−<span className="visually-hidden"> one: {words}</span>
					</button>
					<b data-testid={`tally-${name}`}>{tally[name]}</b>
					<button type="button" className={css.choice} onClick={() => step(name, 1)}>
						+<span className="visually-hidden"> one: {words}</span>
					</button>
				</div>
			))}
			<p role="status" className="m-0">
				{wrong ?? "It counts for the limit. It meets the rule only if every order of these tries would."}
			</p>
			<Choices>
				<Choice disabled={wrong !== null} onClick={done(() => acts.tally(tally))}>
					enter the tally
				</Choice>
			</Choices>
		</Drawer>
	);
}
