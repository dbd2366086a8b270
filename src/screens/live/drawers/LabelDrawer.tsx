"use client";

import { useDone, useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";
import { OneLine } from "./OneLine";

/** Which grip, which object, the old way or the new: said once, it holds for every try until it is changed. */
export function LabelDrawer() {
	const { board, label, setLabel } = useLive();
	const done = useDone();
	const used = [...new Set([...board.visit.tries.flatMap(({ body }) => body.label ?? []), ...(label ? [label] : [])])];
	const choose = (to: string) => done(() => setLabel(to))();
	return (
		<Drawer title="Label the next tries">
			<p className="m-0">Every try gets this label until you change it. The wrap-up compares labels.</p>
			<Choices>
				{[...used, ...["old", "new"].filter((word) => !used.includes(word))].map((word) => (
					<Choice key={word} aria-pressed={word === label} onClick={() => choose(word)}>
						<span dir="auto">{word}</span>
					</Choice>
				))}
				<Choice aria-pressed={label === ""} onClick={() => choose("")}>
					no label
				</Choice>
			</Choices>
			<OneLine label="New label" placeholder="new label" most={40} does="use the label" onTake={choose} />
		</Drawer>
	);
}
