"use client";

import { useState } from "react";
import type { Keypad } from "@/core/lesson/inputs";
import type { Attempt } from "@/core/log/kinds";
import { useKeys } from "@/ui/useKeys";
import css from "./fields.module.css";

export interface PadProps {
	keypad: Keypad;
	onAttempt: (attempt: Attempt) => void;
	/** Another device counts. */
	apart: boolean;
}

/** Large keys for a number: tapped in, then logged. A keyboard types it and presses g. */
export function NumberPad({ keypad, onAttempt, apart }: PadProps) {
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
				aria-label={`${before ?? typed}: how hard was it, out of 10?`}
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
					{apart ? "counted apart, " : ""}
					{second && !inSecond ? "then " : "log "}
					{second && !inSecond ? second : inSecond ? `${before}, ${second}` : keypad.label}
				</small>{" "}
				{typed || "–"}
			</button>
		</fieldset>
	);
}
