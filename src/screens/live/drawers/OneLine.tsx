"use client";

import { useState } from "react";
import css from "./drawer.module.css";

/** A line to type into, taken by Enter or by its button; an empty one is not taken. */
export function OneLine({
	label,
	placeholder,
	most,
	does,
	focus = false,
	onTake,
}: {
	label: string;
	placeholder: string;
	/** Characters that fit. */
	most: number;
	/** The word on its button; without one, Enter takes it. */
	does?: string;
	focus?: boolean;
	onTake: (words: string) => void;
}) {
	const [words, setWords] = useState("");
	return (
		<form
			className="d-flex gap-2"
			onSubmit={(event) => {
				event.preventDefault();
				if (words.trim()) onTake(words.trim());
			}}
		>
			<input
				className="form-control"
				aria-label={label}
				placeholder={placeholder}
				maxLength={most}
				value={words}
				onChange={(event) => setWords(event.target.value)}
				ref={focus ? (input) => input?.focus() : undefined}
				dir="auto"
			/>
			{does && (
				<button type="submit" className={css.choice}>
					{does}
				</button>
			)}
		</form>
	);
}
