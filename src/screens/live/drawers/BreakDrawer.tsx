"use client";

import { useState } from "react";
import { readOn, variationWords } from "@/core/pack/placing";
import { plural } from "@/core/text/lists";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";

const minutes = [1, 2, 3, 5, 10, 15];
const forms = [
	["own", "as it is"],
	["easier", "easier"],
	["harder", "harder"],
] as const;

/** A rest with its minutes, and what to come back with. */
export function BreakDrawer() {
	const { board, acts } = useLive();
	const done = useDone();
	const { placing, variation } = board.set;
	const [back, setBack] = useState(variation);
	return (
		<Drawer title="A break">
			<h2>Come back with</h2>
			<Choices>
				{forms.map(([form, words]) => (
					<Choice
						key={form}
						aria-pressed={back === form}
						small={readOn(board.ladder, variationWords(placing, form))}
						onClick={() => setBack(form)}
					>
						{words}
					</Choice>
				))}
			</Choices>
			<h2>How long</h2>
			<Choices>
				{minutes.map((n) => (
					<Choice key={n} onClick={done(() => acts.takeBreak(n, back))}>
						{plural(n, "minute")}
					</Choice>
				))}
			</Choices>
		</Drawer>
	);
}
