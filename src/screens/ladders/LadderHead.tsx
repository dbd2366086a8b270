"use client";

import { useRouter } from "next/navigation";
import { memo } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import { policyNames, policyWords } from "@/core/ladder/labels";
import { type Ladder, lessonStarts, policies } from "@/core/ladder/ladder";
import type { Twin } from "@/core/ladder/twin";
import type { Side } from "@/core/people/body";
import { type Student, sideWords } from "@/core/people/student";
import type { Refusal } from "@/core/refusals/refusals";
import type { Skill } from "@/core/skill/skill";
import { useSettled } from "@/screens/rules/useCurve";
import { makeMirror } from "@/server/actions";
import { orRefusal } from "@/ui/answered";
import { FirstUse } from "@/ui/FirstUse";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import css from "@/ui/rows.module.css";
import { UndoRedo, type UndoSteps } from "@/ui/UndoRedo";
import { FollowFields } from "./FollowFields";
import own from "./ladders.module.css";

/** Whose ladder, to what, on which side; undo and redo; what holds for the whole of it. */
export function LadderHead({
	student,
	skill,
	steps,
}: {
	student: Pick<Student, "name" | "strongSide">;
	skill: Skill;
	steps: UndoSteps;
}) {
	const form = useFormContext<Ladder>();
	const side = useWatch({ control: form.control, name: "side" }) as Side;
	return (
		<>
			<div className={`${css.head} ${own.title}`}>
				<h1 className={css.title}>
					<span dir="auto">{student.name}</span> · <span dir="auto">{skill.name}</span> ·{" "}
					{sideWords(side, student.strongSide)}
				</h1>
				<UndoRedo className={own.undo} {...steps} />
			</div>
			<FirstUse of={["rung", "peg", "pass rule", "limit", "set", "check"]} />
			<Settings skill={skill} strong={student.strongSide} />
		</>
	);
}

/** What holds for the whole ladder: a line that says it, and opens. Where one of it is refused, it is open. */
function Settings({ skill, strong }: { skill: Skill; strong: Student["strongSide"] }) {
	const form = useFormContext<Ladder>();
	const [side, policy, start, begins, rungs] = useWatch({
		control: form.control,
		name: ["side", "policy", "start", "begins", "rungs"],
	});
	const { errors } = form.formState;
	const isRefused = Boolean(errors.side ?? errors.policy ?? errors.start ?? errors.begins ?? errors.name);
	const first = rungs?.find(({ id }) => id === start)?.settings.name;
	return (
		<details className={own.whole} open={isRefused || undefined}>
			<summary>
				<b>Settings</b>{" "}
				<span className="mute">
					{sideWords(side as Side, strong)} · moves up {policyNames[policy]} · starts at {first ?? "the lowest rung"} ·
					a lesson starts {(begins ?? "at the peg").replace("'", "’")}
				</span>
			</summary>
			<div className={css.settings}>
				<FormRow id="side" label="Side" className="">
					<Form.Select {...form.register("side")}>
						<option value="left">left</option>
						<option value="right">right</option>
						<option value="none">both sides, or no side</option>
					</Form.Select>
				</FormRow>
				<FormRow id="policy" label="How they move up" className="" hint={policyWords[policy]}>
					<Form.Select {...form.register("policy")}>
						{policies.map((one) => (
							<option key={one} value={one}>
								{policyNames[one]}
							</option>
						))}
					</Form.Select>
				</FormRow>
				<StartsAt />
				<FormRow id="begins" label="A lesson starts" className="">
					<Form.Select {...form.register("begins", { setValueAs: (typed) => typed || undefined })}>
						{lessonStarts.map((one) => (
							<option key={one} value={one === "at the peg" ? "" : one}>
								{one.replace("'", "’")}
							</option>
						))}
					</Form.Select>
				</FormRow>
				<FollowFields skill={skill} />
				<FormRow
					id="ladder-name"
					label="Name of this ladder"
					hint="Only where the student has two of the same skill."
					className=""
				>
					<Form.Control
						dir="auto"
						maxLength={40}
						{...form.register("name", { setValueAs: (typed) => typed || undefined })}
					/>
				</FormRow>
			</div>
		</details>
	);
}

/** The rung the peg is put on first. Two hundred names are not listed anew at each letter of one of them. */
function StartsAt() {
	const form = useFormContext<Ladder>();
	const rungs = useWatch({ control: form.control, name: "rungs" }) ?? [];
	const start = useWatch({ control: form.control, name: "start" });
	const names = useSettled(rungs.map(({ id, settings }) => [id, settings.name] as const));
	return (
		<FormRow id="start" label="Starts at" error={form.formState.errors.start as { message?: string }} className="">
			<Options
				names={names}
				value={start ?? ""}
				onChange={(id) => form.setValue("start", id || null, { shouldDirty: true })}
			/>
		</FormRow>
	);
}

const Options = memo(
	function Options({
		names,
		value,
		onChange,
	}: {
		names: readonly (readonly [id: string, name: string])[];
		value: string;
		onChange: (id: string) => void;
	}) {
		return (
			<Form.Select value={value} onChange={(event) => onChange(event.target.value)}>
				<option value="">the lowest rung</option>
				{names.map(([id, name]) => (
					<option key={id} value={id}>
						{name}
					</option>
				))}
			</Form.Select>
		);
	},
	(before, after) => before.names === after.names && before.value === after.value,
);

/** The mirror ladder: where its peg stands beside this one's, or how to make it. */
export function OtherSide({
	id,
	side,
	twin,
	onRefused,
}: {
	id: string;
	side: Side;
	twin: Twin | null;
	onRefused: (refusals: Refusal[]) => void;
}) {
	const router = useRouter();
	if (side === "none") return null;
	if (twin)
		return (
			<p className="m-0" data-testid="other-side">
				<Link href={`/ladders/${twin.ladder}`}>The {twin.side} side’s ladder</Link>: its peg is level with rung{" "}
				{twin.pegIndex + 1}
				{twin.ahead === 0 ? ", where this one is" : `, ${Math.abs(twin.ahead)} ${twin.ahead > 0 ? "above" : "below"}`}.{" "}
				{twin.gap && <b className="asks">{twin.gap}</b>}
			</p>
		);
	return (
		<Button
			variant="link"
			onClick={async () => {
				const made = await orRefusal(makeMirror(id));
				if (!made.ok) return onRefused(made.refusals);
				router.push(`/ladders/${made.value.id}`);
				router.refresh();
			}}
		>
			make the mirrored ladder for the {side === "left" ? "right" : "left"} side
		</Button>
	);
}
