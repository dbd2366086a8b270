"use client";

import { memo, useMemo, useState } from "react";
import type { Attempt } from "@/core/log/kinds";
import { useKeys } from "@/ui/useKeys";
import css from "./fields.module.css";
import type { Inputs, Keypad } from "./inputs";
import type { TouchField } from "./layout";
import { isPlain, type Mark, type Marked, type Marks } from "./marks";
import { useTouch } from "./useTouch";

/** The fields that never move. Painted on the way down, counted on the way up. */
export const Fields = memo(function Fields({
	layout,
	onAttempt,
	onCall,
	apart = false,
	counts = {},
}: {
	layout: Inputs;
	/** What was good of all at each target, by its name. */
	counts?: Readonly<Record<string, string>>;
	onAttempt: (attempt: Attempt) => void;
	onCall?: (situation: string) => void;
	/** Another device counts: what is tapped is kept apart, and the fields look like it. */
	apart?: boolean;
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
			{apart && field.id === good && <small>kept apart</small>}{" "}
			{field.small && <small>{held.includes(field.id) ? "beyond" : field.small}</small>} {field.label}
			{field.attempt.result !== "miss" && !layout.calls && field.attempt.called && counts[field.attempt.called] && (
				<small>{counts[field.attempt.called]}</small>
			)}
		</button>
	);
	return (
		<fieldset className={`${css.fields} ${apart ? css.apart : ""}`} aria-label="What was that one?" {...handlers}>
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

const HOW: Record<Marked, string> = { off: "off", short: "short of", beyond: "beyond" };

/** Above the pad, the targets or the answers: what was off in the try that comes next. */
export const MarkFields = memo(function MarkRow({
	all,
	marks,
	onTouch,
}: {
	all: readonly Mark[];
	marks: Marks;
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
						{!isPlain(id) && <small>{how ? HOW[how] : "off?"}</small>} {label}
					</button>
				);
			})}
		</fieldset>
	);
});

/** Large keys for a number: tapped in, then logged. A keyboard types it and presses g. */
function NumberPad({
	keypad,
	onAttempt,
	apart,
}: {
	keypad: Keypad;
	onAttempt: (attempt: Attempt) => void;
	apart: boolean;
}) {
	const { second } = keypad;
	const [typed, setTyped] = useState("");
	/** The first number as it was typed, while the second is typed in. */
	const [before, setBefore] = useState<string | null>(null);
	/** Both numbers are there, and how hard it was is asked for. */
	const [asking, setAsking] = useState(false);
	const inSecond = before !== null;
	const isNumber = typed !== "" && Number.isFinite(Number(typed));
	const ready = isNumber && (inSecond || Number(typed) <= keypad.most);
	const clear = () => {
		setTyped("");
		setBefore(null);
		setAsking(false);
	};
	const log = (effort?: number) => {
		if (!ready) return;
		if (second && !inSecond) {
			setBefore(typed);
			setTyped("");
			return;
		}
		if (keypad.effort && effort === undefined) {
			setAsking(true);
			return;
		}
		onAttempt({
			...keypad.attempt(Number(before ?? typed)),
			...(second && inSecond ? { second: { value: Number(typed), of: second } } : {}),
			...(effort === undefined ? {} : { effort }),
		});
		clear();
	};
	const backToFirst = () => {
		setTyped(before ?? "");
		setBefore(null);
	};
	const type = (key: string) => {
		if (asking) {
			if (key === "back") setAsking(false);
			else if (key !== ".") log(Number(key));
			return;
		}
		if (key === "back" && typed === "" && inSecond) return backToFirst();
		setTyped((so) => {
			if (key === "back") return so.slice(0, -1);
			if (key === "." && (so.includes(".") || !(keypad.decimals || inSecond))) return so;
			return (so + key).slice(0, 8);
		});
	};
	useKeys({
		...Object.fromEntries([..."0123456789."].map((key) => [key, () => type(key)])),
		Backspace: () => type("back"),
		g: () => log(asking ? 10 : undefined),
		PageDown: () => log(asking ? 10 : undefined),
	});
	if (asking)
		return (
			<fieldset
				className={`${css.fields} ${css.pad} ${apart ? css.apart : ""}`}
				aria-label={`${typed}: how hard was it, of ten?`}
			>
				{[..."123456789", "back", "0"].map((key) => (
					<button key={key} type="button" className={css.field} onClick={() => type(key)}>
						{key !== "back" && <small>effort</small>} {key}
					</button>
				))}
				<button type="button" className={css.field} onClick={() => log(10)}>
					<small>effort</small> 10
				</button>
				<div className={`${css.field} ${css.log}`}>
					<small>{keypad.label}</small> {before === null ? typed : `${before}, ${typed}`}
				</div>
			</fieldset>
		);
	return (
		<fieldset className={`${css.fields} ${css.pad} ${apart ? css.apart : ""}`} aria-label="What was that one?">
			{[..."123456789", keypad.decimals || inSecond ? "." : "", "0", "back"].map((key) =>
				key === "" ? (
					<span key="none" />
				) : (
					<button key={key} type="button" className={css.field} onClick={() => type(key)}>
						{key}
					</button>
				),
			)}
			<button
				type="button"
				className={`${css.field} ${css.good} ${css.log}`}
				disabled={!ready}
				data-field="log"
				onClick={() => log()}
			>
				<small>
					{apart ? "kept apart, " : ""}
					{second && !inSecond ? "then " : "log "}
					{second && !inSecond ? second : inSecond ? `${before}, ${second}` : keypad.label}
				</small>{" "}
				{typed || "–"}
			</button>
		</fieldset>
	);
}
