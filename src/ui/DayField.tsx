"use client";

import { useId, useState } from "react";
import Form from "react-bootstrap/Form";
import { dayWords } from "./dates";
import css from "./keep.module.css";

const THIS_CENTURY = 2000;
const THE_LAST = 1900;
/** A day nobody plans for: a year half typed, or in two digits. */
const isStrange = (day: string): boolean => day !== "" && (day < `${THE_LAST}-01-01` || day > "2199-12-31");

/** The years that two digits may have meant. */
export function yearsMeant(day: string, least = ""): string[] {
	const year = Number(day.slice(0, 4));
	if (year >= 100) return [];
	return [THE_LAST + year, THIS_CENTURY + year]
		.map((meant) => `${meant}${day.slice(4)}`)
		.filter((meant) => meant >= least);
}

/**
 * A day, typed or picked. A year that nobody means is asked about before it is taken, and
 * so is a day before the least one; until then the field holds what was typed, and its
 * owner knows nothing of it. The question's place is kept, so that nothing moves; while nothing
 * is asked it says the day as the rest of the page says days, whatever order the browser writes them in.
 */
export function DayField({
	value,
	onChange,
	least,
	...rest
}: {
	value: string;
	onChange: (day: string) => void;
	/** The earliest day that makes sense. */
	least?: string;
	required?: boolean;
	disabled?: boolean;
	"aria-label"?: string;
	id?: string;
}) {
	const [typed, setTyped] = useState<string | null>(null);
	const question = useId();
	const day = typed ?? value;
	const wrong = isStrange(day) || (least !== undefined && day !== "" && day < least);
	const take = (next: string) => {
		const odd = isStrange(next) || (least !== undefined && next !== "" && next < least);
		setTyped(odd ? next : null);
		if (!odd) onChange(next);
		else if (value !== "") onChange("");
	};
	const meant = isStrange(day) ? yearsMeant(day, least) : [];
	return (
		<>
			<Form.Control
				{...rest}
				type="date"
				min={least}
				value={day}
				onChange={(event) => take(event.target.value)}
				aria-invalid={wrong || undefined}
				aria-describedby={wrong ? question : undefined}
			/>
			<div id={question} className={`asks ${css.question}`} aria-live="polite">
				{!wrong && day !== "" && <span className="mute">{dayWords(day)}</span>}
				{wrong &&
					(meant.length > 0 ? (
						<>
							The year {Number(day.slice(0, 4))}?{" "}
							{meant.map((one, i) => (
								<span key={one}>
									{i > 0 && ", "}
									<button type="button" className={css.meant} onClick={() => take(one)}>
										{one.slice(0, 4)}
									</button>
								</span>
							))}
						</>
					) : isStrange(day) ? (
						`The year ${Number(day.slice(0, 4))}? Choose one from 1900 to 2199.`
					) : (
						`${dayWords(day)} is before ${dayWords(least ?? "")}. Choose a later day.`
					))}
			</div>
		</>
	);
}
