"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type SharedSettings, setAll } from "@/core/ladder/edit";
import type { Rung } from "@/core/ladder/ladder";
import { fewestOf } from "@/core/ladder/passable";
import { plural } from "@/core/text/lists";
import { FormRow } from "@/ui/FormRow";
import { LimitField } from "@/ui/LimitField";
import css from "@/ui/rows.module.css";
import own from "./ladders.module.css";

/** The same rule or limit for many rungs at once. What a rule cannot be met within is said before it is set. */
export function Bulk({
	rungs,
	onSet,
}: {
	rungs: readonly Rung[];
	onSet: (to: (rungs: Rung[]) => readonly Rung[]) => void;
}) {
	// Closed, it lists no rung: a long ladder's names are drawn only for whoever looks.
	const [open, setOpen] = useState(false);
	const [from, setFrom] = useState(0);
	const [to, setTo] = useState<number | null>(null);
	const [limit, setLimit] = useState(30);
	const [like, setLike] = useState(0);
	const [said, setSaid] = useState("");
	const last = Math.min(to ?? rungs.length - 1, rungs.length - 1);
	const set = (shared: SharedSettings, what: string) => {
		if (from > last)
			return setSaid(`Rung ${from + 1} is above rung ${last + 1}; choose a first one at or below the last.`);
		const after = setAll(rungs, from, last, shared);
		const bad = after.findIndex(
			({ settings }, i) => i >= from && i <= last && settings.limit < (fewestOf(settings) ?? Number.POSITIVE_INFINITY),
		);
		if (bad >= 0) {
			const { settings } = after[bad] as Rung;
			const fewest = fewestOf(settings);
			return setSaid(
				fewest === null
					? `Nothing was set: the outcomes of "${settings.name}" can never meet that rule.`
					: `Nothing was set: "${settings.name}" would allow ${settings.limit} tries a lesson, and its rule cannot be met in fewer than ${fewest}.`,
			);
		}
		onSet((now) => setAll(now, from, last, shared));
		setSaid(`${what} set on ${plural(last - from + 1, "rung")}; undo takes it back.`);
	};
	if (rungs.length < 2) return null;
	const choose = (id: string, label: string, value: number, onChange: (i: number) => void) => (
		<FormRow id={id} label={label} className="">
			<Form.Select size="sm" value={value} onChange={(event) => onChange(Number(event.target.value))}>
				{rungs.map((rung, i) => (
					<option key={rung.id} value={i}>
						{i + 1}, {rung.settings.name}
					</option>
				))}
			</Form.Select>
		</FormRow>
	);
	return (
		<details className={own.aside} onToggle={(event) => setOpen(event.currentTarget.open)}>
			<summary>the same rule or limit for many rungs</summary>
			{open && (
				<div className={own.build}>
					{choose("bulk-from", "From rung", from, setFrom)}
					{choose("bulk-to", "to rung", last, setTo)}
					<LimitField id="bulk-limit" label="Tries per lesson, for these" value={limit} small onChange={setLimit} />
					<Button
						variant="outline-primary"
						className="align-self-end"
						disabled={!(Number.isInteger(limit) && limit >= 1 && limit <= 500)}
						onClick={() => set({ limit }, "The limit is")}
					>
						set the limit
					</Button>
					{choose("bulk-like", "The rule of rung", like, setLike)}
					<Button
						variant="outline-primary"
						className="align-self-end"
						onClick={() => set({ rule: (rungs[like] as Rung).settings.rule }, "The rule is")}
					>
						set its rule
					</Button>
				</div>
			)}
			<p className={`${css.plain} m-0`} role="status">
				{said}
			</p>
		</details>
	);
}
