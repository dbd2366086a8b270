"use client";

import { memo, useMemo, useState } from "react";
import { isPlain, type Marked, type Marks } from "@/core/commands/marks";
import type { Inputs } from "@/core/lesson/inputs";
import { namedMust, OTHER, ROOM, type TouchField } from "@/core/lesson/layout";
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
	/** The *other* that was held: one of the musts behind it is named next. */
	const [naming, setNaming] = useState<{ field: TouchField; when: When } | null>(null);
	const { held, handlers } = useTouch(all, onAttempt, (field, when) => {
		if (!layout.behind || field.position !== OTHER.id) return false;
		setNaming({ field, when });
		return true;
	});
	if (naming && layout.behind)
		return (
			<Behind
				of={layout.behind}
				small={naming.field.small}
				onName={(position) => {
					onAttempt(position ? namedMust(naming.field, position) : naming.field.attempt, naming.when);
					setNaming(null);
				}}
				onBack={() => setNaming(null)}
			/>
		);
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
				field.small && <small>{held.includes(field.id) && !isMore(field, layout) ? "too much" : field.small}</small>
			)}{" "}
			{field.label}
			{isMore(field, layout) && <small>hold: {layout.behind?.length} more</small>}
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
			onKeyDown={(event) => {
				const id = (event.target as HTMLElement).dataset.field;
				const field = all.find((one) => one.id === id);
				if (event.key !== "ArrowDown" || !field || !isMore(field, layout)) return;
				event.preventDefault();
				setNaming({ field, when: { down: event.timeStamp, up: event.timeStamp } });
			}}
		>
			<Calls layout={layout} counts={counts} onCall={onCall} />
			{layout.rows.map((row) => (
				<div key={row[0]?.id} className={css.row}>
					{row.map(draw)}
				</div>
			))}
			{layout.main.length > 0 && <div className={css.main}>{layout.main.map(draw)}</div>}
		</fieldset>
	);
});

/** Whether holding this field names a must that has no field of its own. */
const isMore = ({ position }: TouchField, { behind }: Inputs) => position === OTHER.id && behind !== undefined;

/** What is called, where a call is in hand. */
const Calls = ({
	layout: { calls },
	counts,
	onCall,
}: {
	layout: Inputs;
	counts: Readonly<Record<string, string>>;
	onCall: ((situation: string) => void) | undefined;
}) =>
	calls && (
		<div className={css.calls}>
			{calls.all.map((situation) => (
				<button
					key={situation}
					type="button"
					className={css.call}
					aria-pressed={situation === calls.now}
					onClick={() => onCall?.(situation)}
				>
					<small>called</small> {situation}
					{counts[situation] && <small>{counts[situation]}</small>}
				</button>
			))}
		</div>
	);

/** The finger or key that opened them goes on here. */
const focus = (button: HTMLButtonElement | null) => button?.focus();

/** The musts that have no field: one is named, or it is another thing after all. */
function Behind({
	of,
	small,
	onName,
	onBack,
}: {
	of: readonly { id: string; name: string }[];
	small: string;
	onName: (position: string | null) => void;
	onBack: () => void;
}) {
	return (
		<fieldset className={`${css.fields} ${css.behind}`} aria-label="Which one was off?">
			<div>
				{of.map(({ id, name }, i) => (
					<button
						key={id}
						type="button"
						className={css.field}
						onClick={() => onName(id)}
						ref={i === 0 ? focus : undefined}
						dir="auto"
					>
						<small>{small}</small> {name}
					</button>
				))}
			</div>
			<div className={css.main}>
				<button type="button" className={css.field} onClick={onBack}>
					back, nothing counted
				</button>
				<button type="button" className={css.field} onClick={() => onName(null)}>
					{OTHER.short}
				</button>
			</div>
		</fieldset>
	);
}

/** So many marks stand side by side; more are turned to by a press. */
const MARKS = ROOM;

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
	const [from, setFrom] = useState(0);
	const isMany = all.length > MARKS + 1;
	const shown = isMany ? all.slice(from, from + MARKS) : all;
	return (
		<fieldset className={css.marks} aria-label="What was off in it?">
			{shown.map(({ id, label }) => {
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
			{isMany && (
				<button
					type="button"
					className={css.mark}
					onClick={() => setFrom(from + MARKS < all.length ? from + MARKS : 0)}
				>
					show more
				</button>
			)}
		</fieldset>
	);
});
