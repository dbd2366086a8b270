"use client";

import { useState } from "react";
import { readOn, variationWords } from "@/core/pack/pack";
import { plural } from "@/core/words/numbers";
import type { Board } from "../model";
import type { Acts } from "../useActs";
import { Choice, Choices, Drawer } from "./Drawer";

const minutes = [1, 2, 3, 5, 10, 15];
const forms = [
	["own", "as it is"],
	["easier", "easier"],
	["harder", "harder"],
] as const;

/** A rest with its minutes, and what to come back with. */
export function BreakDrawer({ board, acts, onClose }: { board: Board; acts: Acts; onClose: () => void }) {
	const { placing, variation } = board.set;
	const [back, setBack] = useState(variation);
	return (
		<Drawer title="A break" onClose={onClose}>
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
					<Choice
						key={n}
						onClick={() => {
							acts.takeBreak(n, back);
							onClose();
						}}
					>
						{plural(n, "minute")}
					</Choice>
				))}
			</Choices>
		</Drawer>
	);
}
