"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type SharedSettings, setAll } from "@/core/ladder/edit";
import { looksAtForm } from "@/core/ladder/gate";
import type { Rung } from "@/core/ladder/ladder";
import { fewestOf } from "@/core/ladder/passable";
import { plural } from "@/core/text/lists";
import { FormRow } from "@/ui/FormRow";
import { LimitField } from "@/ui/LimitField";
import css from "@/ui/rows.module.css";
import own from "./ladders.module.css";

/** What can be made on many rungs as it is on one, and the settings it is made of. */
const alike = {
	rule: ["its rule", ["rule"]],
	gate: ["when a try is good", ["gate"]],
	watch: ["what is watched", ["watch", "musts"]],
	correct: ["when to correct", ["correctAfter", "secondCue"]],
	adjust: ["tries to adjust", ["adjust"]],
	easier: ["its easier form", ["easier"]],
	care: ["its checklist", ["care"]],
	loads: ["load of a try", ["loads"]],
} satisfies Record<string, [string, (keyof SharedSettings)[]]>;
type Alike = keyof typeof alike;

/** What stands in the way of settings on a rung, or null. */
function inTheWay({ settings }: Rung): string | null {
	const fewest = fewestOf(settings);
	if (fewest === null) return `the outcomes of "${settings.name}" can never meet its rule.`;
	if (settings.limit < fewest)
		return `"${settings.name}" would allow ${plural(settings.limit, "try")} a day, but its rule needs at least ${fewest}.`;
	if (settings.watch.length === 0 && looksAtForm(settings.gate))
		return `"${settings.name}" would ask for good form but watches nothing. Set what is watched first.`;
	return null;
}

/** The same for many rungs at once. What would leave one that cannot be passed is said before it is set. */
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
	const [what, setWhat] = useState<Alike>("rule");
	const [said, setSaid] = useState("");
	const last = Math.min(to ?? rungs.length - 1, rungs.length - 1);
	const set = (shared: SharedSettings, says: string) => {
		if (from > last)
			return setSaid(`Rung ${from + 1} is above rung ${last + 1}. Choose a first one at or below the last.`);
		const after = setAll(rungs, from, last, shared);
		const wrong = after
			.slice(from, last + 1)
			.map(inTheWay)
			.find((one) => one !== null);
		if (wrong) return setSaid(`Not changed: ${wrong}`);
		onSet((now) => setAll(now, from, last, shared));
		setSaid(`${says} set on ${plural(last - from + 1, "rung")}. You can undo it.`);
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
			<summary>the same for many rungs</summary>
			{open && (
				<div className={own.build}>
					{choose("bulk-from", "From rung", from, setFrom)}
					{choose("bulk-to", "to rung", last, setTo)}
					<LimitField id="bulk-limit" label="Tries a day, for these" value={limit} small onChange={setLimit} />
					<Button
						variant="outline-primary"
						className="align-self-end"
						disabled={!(Number.isInteger(limit) && limit >= 1 && limit <= 500)}
						onClick={() => set({ limit }, "The limit is")}
					>
						set the limit
					</Button>
					{choose("bulk-like", "Copy from rung", like, setLike)}
					<FormRow id="bulk-what" label="Setting" className="">
						<Form.Select size="sm" value={what} onChange={(event) => setWhat(event.target.value as Alike)}>
							{Object.entries(alike).map(([key, [words]]) => (
								<option key={key} value={key}>
									{words}
								</option>
							))}
						</Form.Select>
					</FormRow>
					<Button
						variant="outline-primary"
						className="align-self-end"
						onClick={() => {
							const { settings } = rungs[like] as Rung;
							const [words, names] = alike[what];
							set(Object.fromEntries(names.map((name) => [name, settings[name as "rule"]])), `As on it, ${words} is`);
						}}
					>
						copy the setting
					</Button>
				</div>
			)}
			<p className={`${css.plain} m-0`} role="status">
				{said}
			</p>
		</details>
	);
}
