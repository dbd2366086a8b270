import { type ReactNode, useState } from "react";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import type { Difficulty } from "@/core/difficulty/difficulty";
import { groupWords, type RungGroup, rungGroupNames, rungGroups } from "@/core/ladder/groupWords";
import type { Ladder } from "@/core/ladder/ladder";
import type { RungSettings } from "@/core/ladder/rung";
import { usesRule } from "@/core/rules";
import { outcomesGone, outcomesNew } from "@/core/rules/outcomes";
import { scales } from "@/core/rules/scale";
import { targetsOf } from "@/core/rules/targets";
import type { KeyPosition } from "@/core/skill/skill";
import { FormRow } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import { CallerFields } from "./CallerFields";
import own from "./ladders.module.css";
import { OutcomeFields } from "./OutcomeFields";
import { RolesFields } from "./RolesFields";
import { NumberField, WordsField } from "./RungField";
import { DifficultyFields, LoadGroup, SafetyFields } from "./SetUpFields";

/** The settings whose refusals stand in each group. */
const fieldsIn: Record<RungGroup, readonly (keyof RungSettings)[]> = {
	"sets and cues": ["triesPerSet", "readyRate", "yes", "correctAfter", "adjust"],
	outcomes: ["scale", "unit", "second", "decisions", "callInTurn"],
	calls: ["caller"],
	forms: ["easier", "harder"],
	others: ["roles", "swapAfter"],
	difficulty: ["notches"],
	safety: ["care", "needs"],
	load: ["loads", "feederLoads"],
};

/** Whether the rule itself leads to this group: what it measures, aims at or decides is set there. */
function isAskedFor(group: RungGroup, { rule, scale, decisions }: RungSettings): boolean {
	if (group !== "outcomes") return false;
	const outcomes = scale ?? scales["hit or miss"];
	const needs = (["within", "length", "decision"] as const).some((kind) => usesRule(rule, kind));
	const codes = outcomes.map(({ code }) => code);
	return (
		needs ||
		targetsOf(rule).length > 0 ||
		(decisions ?? []).length > 0 ||
		outcomesGone(rule, codes).length + outcomesNew(rule, outcomes).length > 0
	);
}

interface Props {
	index: number;
	positions: readonly KeyPosition[];
	difficulties: readonly Difficulty[];
}

/** All that is rarely changed on a rung, in groups that say in a line what is set in them and open alone. */
export function RungGroups({ index, positions, difficulties }: Props) {
	const { control, formState } = useFormContext<Ladder>();
	const settings = useWatch({ control, name: `rungs.${index}.settings` }) as RungSettings;
	const errors = formState.errors.rungs?.[index]?.settings as Partial<Record<keyof RungSettings, unknown>> | undefined;
	const words = groupWords(settings, difficulties);
	const fields: Record<RungGroup, ReactNode> = {
		"sets and cues": <SetFields index={index} />,
		outcomes: <OutcomeFields index={index} />,
		calls: <CallerFields index={index} />,
		forms: (
			<>
				<WordsField index={index} field="easier" label="Easier form" />
				<WordsField index={index} field="harder" label="Harder form" />
			</>
		),
		others: <RolesFields index={index} positions={positions} />,
		difficulty: <DifficultyFields index={index} difficulties={difficulties} />,
		safety: <SafetyFields index={index} />,
		load: <LoadGroup index={index} />,
	};
	return rungGroups.map((group) => (
		<Group
			key={group}
			name={rungGroupNames[group]}
			words={words[group]}
			isForced={isAskedFor(group, settings) || fieldsIn[group].some((field) => errors?.[field] !== undefined)}
		>
			{fields[group]}
		</Group>
	));
}

/** Where something in it is asked for or refused it is open, whatever was chosen before. */
function Group({
	name,
	words,
	isForced,
	children,
}: {
	name: string;
	words: string;
	isForced: boolean;
	children: ReactNode;
}) {
	const [open, setOpen] = useState(false);
	return (
		<details
			className={`${css.full} ${own.aside}`}
			open={open || isForced}
			onToggle={(event) => setOpen(event.currentTarget.open)}
		>
			<summary>
				{name} <span className="mute">{words}</span>
			</summary>
			<div className={own.group}>{children}</div>
		</details>
	);
}

/** How many tries a set has, when it is ready, and when a cue is due. */
function SetFields({ index }: { index: number }) {
	const { register } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings` as const;
	const id = (field: string) => `rung-${index}-${field}`;
	return (
		<>
			<NumberField index={index} field="triesPerSet" label="Tries per set" />
			<FormRow id={id("ready")} label="Ready means" className={css.third ?? ""}>
				<Form.Select {...register(`${path}.readyRate`, { valueAsNumber: true })}>
					{[0.6, 0.65, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95].map((rate) => (
						<option key={rate} value={rate}>
							{rate * 10} in 10 good
						</option>
					))}
				</Form.Select>
			</FormRow>
			<FormRow id={id("yes")} label="A pass also needs" className={css.third ?? ""}>
				<Form.Select {...register(`${path}.yes`, { setValueAs: (value: string | undefined) => value || undefined })}>
					<option value="">nothing</option>
					<option value="student">the student’s yes</option>
					<option value="coach">your yes</option>
					<option value="both">both</option>
				</Form.Select>
			</FormRow>
			<NumberField index={index} field="correctAfter" label="Times a fault repeats before a cue" />
			<NumberField index={index} field="adjust" label="Tries to adjust after a cue" />
			<div className={css.third}>
				<Form.Check
					id={id("second-cue")}
					type="checkbox"
					className="mt-4"
					label="allow a second, different cue"
					{...register(`${path}.secondCue`)}
				/>
			</div>
		</>
	);
}
