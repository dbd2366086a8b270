"use client";

import { useState } from "react";
import { cutText } from "@/core/words/text";
import css from "../live.module.scss";
import type { Board } from "../model";
import type { Acts } from "../useActs";
import { Choice, Choices, Drawer } from "./Drawer";

/** Noticed and left alone for now. */
export function ParkDrawer({ board, acts, onClose }: { board: Board; acts: Acts; onClose: () => void }) {
	const [text, setText] = useState("");
	const park = (words: string) => {
		if (words.trim()) acts.park(cutText(words.trim(), 1000));
		onClose();
	};
	return (
		<Drawer title="Park what was noticed" onClose={onClose}>
			<Choices>
				{board.set.placing.positions.map((position) => (
					<Choice key={position.id} onClick={() => park(`Look at ${position.name}: ${position.fault || "off"}`)}>
						{position.short}
					</Choice>
				))}
				<Choice onClick={() => park("Kit: have a look at it")}>kit</Choice>
				<Choice onClick={() => park("Talk about confidence")}>confidence</Choice>
			</Choices>
			<form
				className="d-flex gap-2"
				onSubmit={(event) => {
					event.preventDefault();
					park(text);
				}}
			>
				<input
					className="form-control"
					aria-label="In your own words"
					placeholder="in your own words"
					maxLength={1000}
					value={text}
					onChange={(event) => setText(event.target.value)}
					dir="auto"
				/>
				<button type="submit" className={css.choice}>
					park
				</button>
			</form>
		</Drawer>
	);
}
