"use client";

import { useFormState } from "react-hook-form";
import { v7 as uuid } from "uuid";
import type { stepsOf } from "@/core/build/steps";
import type { LengthUnit } from "@/core/coach/lengths";
import { moveItem, removeItem } from "@/core/editing/paths";
import { duplicate, mergeDown, split } from "@/core/ladder/edit";
import type { Ladder, Rung } from "@/core/ladder/ladder";
import type { Limit } from "@/core/ladder/limits";
import type { Rail } from "@/core/ladder/rail";
import type { Twin } from "@/core/ladder/twin";
import type { Skill } from "@/core/skill/skill";
import { Sortable } from "@/ui/Sortable";
import { RungFields } from "./RungFields";
import { RungRow } from "./RungRow";
import { readRule } from "./readRule";
import type { LadderDocument } from "./useLadder";
import type { RungEditing } from "./useRungEditing";

/** A row for each rung, the top rung on top; the open one with its fields under it. */
export function RungRows({
	editing: { rungs, difficulties, ids, add, toggle, putBetween, reshape },
	open,
	setOpen,
	setRungs,
	skill,
	unit,
	rail,
	twin,
	steps,
	limits,
	taken,
	onRemoved,
}: {
	editing: RungEditing;
	open: string | null;
	setOpen: (to: string | null) => void;
	setRungs: LadderDocument["setRungs"];
	skill: Skill;
	unit: LengthUnit;
	rail: Rail | null;
	twin: Twin | null;
	steps: ReturnType<typeof stepsOf>;
	limits: readonly Limit[];
	/** Raised when a rule is put in whole. */
	taken: number;
	onRemoved: (name: string) => void;
}) {
	const { errors, isDirty } = useFormState<Ladder>();
	const count = rungs.length;
	const fieldsOf = (i: number) => (
		<RungFields
			// Inputs belong to a place in the list: a row that moved gets new ones.
			key={`place ${i} ${taken}`}
			index={i}
			positions={skill.positions}
			difficulties={difficulties}
			unit={unit}
			onAbove={() => add(i)}
			onCopy={() => reshape((now) => duplicate(now, i, uuid))}
			onSplit={() => reshape((now) => split(now, i, uuid))}
			onMerge={i > 0 ? () => reshape((now) => mergeDown(now, i)) : null}
			onRemove={() => {
				onRemoved(rungs[i]?.settings.name || "A rung");
				setRungs((now) => removeItem(now, i));
			}}
		/>
	);
	return (
		<Sortable
			ids={ids}
			onStart={() => setOpen(null)}
			onMove={(from, to) => setRungs((now) => moveItem(now, count - 1 - from, count - 1 - to))}
		>
			{ids.map((id, row) => {
				const i = count - 1 - row;
				const { settings } = rungs[i] as Rung;
				return (
					<RungRow
						key={id}
						id={id}
						isOpen={open === id}
						index={i}
						name={settings.name}
						rule={readRule(settings)}
						limit={settings.limit}
						hole={rail?.holes.find((hole) => hole.rung === id)?.state ?? "open"}
						peg={rail?.peg === id}
						other={twin?.pegIndex === i && !isDirty ? twin.side : null}
						step={steps[i]}
						bad={Boolean(errors.rungs?.[i])}
						limited={limits.find(({ rung }) => rung === id)?.what ?? null}
						onToggle={toggle}
						onBetween={putBetween}
					>
						{open === id && fieldsOf(i)}
					</RungRow>
				);
			})}
		</Sortable>
	);
}
