"use client";

import { memo, useMemo } from "react";
import { isPlain, type Marked, type Marks } from "@/core/commands/marks";
import type { Inputs } from "@/core/lesson/inputs";
import type { TouchField } from "@/core/lesson/layout";
import type { Mark } from "@/core/lesson/marks";
import type { Attempt } from "@/core/log/kinds";
import { late } from "@/ui/late";
import css from "./fields.module.css";
import type { PadProps } from "./NumberPad";
import { useTouch, type When } from "./useTouch";

/** Only what is measured needs it; where it cannot be fetched nothing else fails. */
export const NumberPad = late(
	() => import("./NumberPad").then((module) => module.NumberPad),
	({ onAgain }: PadProps & { onAgain: () => void }) => (
		<button type="button" className={css.field} onClick={onAgain}>
			load these keys again
		</button>
	),
);

/** The fields that never move. Painted on the way down, counted on the way up. */
export const Fields = memo(function Fields({
	layout,
	onAttempt,
	onCall,
	apart = false,
	counts = {},
	correcting = null,
}: {
	layout: Inputs;
	/** What was good of all at each target, by its name. */
	counts?: Readonly<Record<string, string>>;
	onAttempt: (attempt: Attempt, when?: When) => void;
	onCall?: (situation: string) => void;
	/** Another device counts: what is tapped is kept apart, and the fields look like it. */
	apart?: boolean;
	/** The number of the try that is open for correction: a press closes that, and counts nothing. */
	correcting?: number | null;
}) {
	const all = useMemo(() => [...layout.rows.flat(), ...layout.main], [layout]);
	const { held, handlers } = useTouch(all, onAttempt);
	if (layout.keypad)
		return <NumberPad key={layout.keypad.label} keypad={layout.keypad} onAttempt={onAttempt} apart={apart} />;
	const good = layout.main.at(-1)?.attempt.result !== "miss" ? layout.main.at(-1)?.id : undefined;
	const draw = (field: TouchField) => (
		<button
			key={field.id}
			type="button"
			className={`${css.field} ${field.id === good ? css.good : ""}`}
			data-field={field.id}
		>
			{apart && field.id === good && <small>counted apart</small>}{" "}
			{correcting !== null ? (
				<small>correcting try {correcting}</small>
			) : (
				field.small && <small>{held.includes(field.id) ? "too much" : field.small}</small>
			)}{" "}
			{field.label}
			{field.attempt.result !== "miss" && !layout.calls && field.attempt.called && counts[field.attempt.called] && (
				<small>{counts[field.attempt.called]}</small>
			)}
		</button>
	);
	return (
		<fieldset
			className={`${css.fields} ${apart || correcting !== null ? css.apart : ""}`}
			aria-label={correcting === null ? "What was that one?" : `Correcting try ${correcting}: a press closes it`}
			{...handlers}
		>
			{layout.calls && (
				<div className={css.calls}>
					{layout.calls.all.map((situation) => (
						<button
							key={situation}
							type="button"
							className={css.call}
							aria-pressed={situation === layout.calls?.now}
							onClick={() => onCall?.(situation)}
						>
							<small>called</small> {situation}
							{counts[situation] && <small>{counts[situation]}</small>}
						</button>
					))}
				</div>
			)}
			{layout.rows.map((row) => (
				<div key={row[0]?.id} className={css.row}>
					{row.map(draw)}
				</div>
			))}
			{layout.main.length > 0 && <div className={css.main}>{layout.main.map(draw)}</div>}
		</fieldset>
	);
});

const HOW: Record<Marked, string> = { off: "off", short: "not enough", beyond: "too much" };

/** Above the pad, the targets or the answers: what was off in the latest try, which is named; before the first, in that one. */
export const MarkFields = memo(function MarkRow({
	all,
	marks,
	of,
	onTouch,
}: {
	all: readonly Mark[];
	marks: Marks;
	/** The number of the try they belong to; null where they wait for the first. */
	of: number | null;
	onTouch: (id: string) => void;
}) {
	return (
		<fieldset className={css.marks} aria-label="What was off in it?">
			{all.map(({ id, label }) => {
				const how = marks[id];
				return (
					<button
						key={id}
						type="button"
						className={css.mark}
						aria-pressed={how !== undefined}
						onClick={() => onTouch(id)}
					>
						<small>
							{of === null ? "first try" : `try ${of}`}
							{how && !isPlain(id) ? ` ${HOW[how]}` : ""}
						</small>{" "}
						{label}
					</button>
				);
			})}
		</fieldset>
	);
});
