"use client";

import type { Attempt } from "@/core/log/kinds";
import type { Field, FieldLayout } from "./fields";
import css from "./live.module.scss";
import { useTouch } from "./useTouch";

/** The fields that never move. Painted on the way down, counted on the way up. */
export function Fields({ layout, onAttempt }: { layout: FieldLayout; onAttempt: (attempt: Attempt) => void }) {
	const all = [...layout.rows.flat(), ...layout.main];
	const { pressed, handlers } = useTouch(all, onAttempt);
	const draw = (field: Field, className = "") => {
		const on = pressed.ids.includes(field.id);
		return (
			<button
				key={field.id}
				type="button"
				className={`${css.field} ${className}`}
				data-field={field.id}
				data-pressed={on}
			>
				{field.small && <small>{on && pressed.held ? "beyond" : field.small}</small>} {field.label}
			</button>
		);
	};
	return (
		<fieldset className={css.fields} aria-label="What was that one?" {...handlers}>
			{layout.rows.map((row) => (
				<div key={row[0]?.id} className={css.row}>
					{row.map((field) => draw(field))}
				</div>
			))}
			<div className={css.main}>
				{layout.main.map((field, i) => draw(field, i === layout.main.length - 1 ? css.good : ""))}
			</div>
		</fieldset>
	);
}
