"use client";

import { useState } from "react";
import css from "../live.module.scss";
import type { Board } from "../model";
import { Choice, Choices, Drawer } from "./Drawer";

/** Which grip, which object, the old way or the new: said once, it holds for every try until it is changed. */
export function LabelDrawer({
	board,
	label,
	onLabel,
	onClose,
}: {
	board: Board;
	label: string;
	onLabel: (label: string) => void;
	onClose: () => void;
}) {
	const [own, setOwn] = useState("");
	const used = [...new Set([...board.visit.tries.flatMap(({ body }) => body.label ?? []), ...(label ? [label] : [])])];
	const choose = (to: string) => {
		onLabel(to);
		onClose();
	};
	return (
		<Drawer title="Label what comes" onClose={onClose}>
			<p className="m-0">It holds for every try until it is changed; the wrap-up compares.</p>
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
			<form
				className="d-flex gap-2"
				onSubmit={(event) => {
					event.preventDefault();
					if (own.trim()) choose(own.trim());
				}}
			>
				<input
					className="form-control"
					aria-label="Another label"
					placeholder="another one"
					maxLength={40}
					value={own}
					onChange={(event) => setOwn(event.target.value)}
					dir="auto"
				/>
				<button type="submit" className={css.choice}>
					use it
				</button>
			</form>
		</Drawer>
	);
}
