"use client";

/** With so many to choose from, one is looked for by its name. */
export const MANY = 6;

/** Whether the words are in it, letter case aside. */
export const isSought = (words: string, sought: string): boolean =>
	words.toLowerCase().includes(sought.trim().toLowerCase());

/** What a long list is searched by. */
export const Search = ({
	label,
	value,
	onChange,
}: {
	label: string;
	value: string;
	onChange: (sought: string) => void;
}) => (
	<input
		className="form-control"
		type="search"
		aria-label={label}
		placeholder="a name or a skill"
		value={value}
		onChange={(event) => onChange(event.target.value)}
		dir="auto"
	/>
);
