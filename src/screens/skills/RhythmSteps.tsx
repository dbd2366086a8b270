"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { breaths, type OwnRhythm, type RhythmStep, stepsOf } from "@/core/skill/rhythm";
import type { Skill } from "@/core/skill/skill";
import { adding } from "@/ui/adding";
import { Complaint } from "@/ui/FormRow";
import { useRowKeys } from "@/ui/useRowKeys";
import own from "./skills.module.css";
import { useEdit, useRefusal } from "./useSkill";

const freshStep: RhythmStep = { position: null, beats: 1, seconds: 0.5, voice: "" };

/** Where the beats do not come in the order of the positions: from what is there, as steps of their own. */
export function OwnOrder({ skill }: { skill: Skill }) {
	const edit = useEdit();
	const steps = stepsOf(skill);
	return (
		<Button
			variant="link"
			size="sm"
			className="ps-0"
			onClick={() => edit(["rhythm"], { steps: steps.length > 0 ? steps : [freshStep] })}
		>
			use your own order of beats: silent ones, repeats, breath
		</Button>
	);
}

/** The rhythm step by step: a key position may come twice, and a step may be silent. */
export function RhythmSteps({ skill, rhythm }: { skill: Skill; rhythm: OwnRhythm }) {
	const edit = useEdit();
	const { steps } = rhythm;
	const keys = useRowKeys(steps.length);
	return (
		<>
			<div className={own.line}>
				<Form.Label htmlFor="rhythm-lead" className="m-0">
					Seconds from the start signal to the first beat
				</Form.Label>
				<Form.Control
					id="rhythm-lead"
					type="number"
					inputMode="decimal"
					min={0}
					max={20}
					step={0.1}
					style={{ width: 80 }}
					value={rhythm.lead || ""}
					onChange={(event) => edit(["rhythm", "lead"], Number(event.target.value) || undefined, "lead")}
				/>
			</div>
			<table className={own.table}>
				<thead>
					<tr>
						<th scope="col">step</th>
						<th scope="col">beats</th>
						<th scope="col">seconds</th>
						<th scope="col">words</th>
						<th scope="col">breath</th>
						<th scope="col">
							<span className="visually-hidden">silent, or remove</span>
						</th>
					</tr>
				</thead>
				<tbody>
					{steps.map((step, i) => (
						<StepRow
							key={keys.keyAt(i)}
							index={i}
							step={step}
							skill={skill}
							alone={steps.length === 1}
							onOut={() => {
								keys.removed(i);
								edit(
									["rhythm", "steps"],
									steps.filter((_, n) => n !== i),
								);
							}}
						/>
					))}
				</tbody>
			</table>
			<Button
				variant="outline-primary"
				size="sm"
				onClick={adding(() => edit(["rhythm", "steps"], [...steps, freshStep]))}
			>
				add a step
			</Button>{" "}
			<Button variant="link" size="sm" onClick={() => edit(["rhythm"], undefined)}>
				use the order of the key positions
			</Button>
		</>
	);
}

function StepRow({
	index,
	step,
	skill,
	alone,
	onOut,
}: {
	index: number;
	step: RhythmStep;
	skill: Skill;
	alone: boolean;
	onOut: () => void;
}) {
	const edit = useEdit();
	const path = ["rhythm", "steps", index];
	const refused = useRefusal([...path, "position"]);
	const set = (name: keyof RhythmStep, to: unknown) => edit([...path, name], to, `step ${index} ${name}`);
	const number = (name: "beats" | "seconds", by: number) => (
		<Form.Control
			type="number"
			inputMode="decimal"
			min={0}
			step={by}
			aria-label={`${name} of step ${index + 1}`}
			value={step[name] || ""}
			onChange={(event) => set(name, Number(event.target.value))}
		/>
	);
	return (
		<tr>
			<td>
				<Form.Select
					aria-label={`Step ${index + 1}`}
					value={step.position ?? ""}
					onChange={(event) => set("position", event.target.value || null)}
				>
					<option value="">none</option>
					{skill.positions.map(({ id, short, name }) => (
						<option key={id} value={id}>
							{short || name}
						</option>
					))}
				</Form.Select>
				<Complaint error={refused} />
			</td>
			<td>{number("beats", 1)}</td>
			<td>{number("seconds", 0.1)}</td>
			<td>
				<Form.Control
					aria-label={`Said at step ${index + 1}`}
					value={step.voice}
					maxLength={40}
					dir="auto"
					onChange={(event) => set("voice", event.target.value)}
				/>
			</td>
			<td>
				<Form.Select
					aria-label={`Breath at step ${index + 1}`}
					value={step.breath ?? ""}
					onChange={(event) => set("breath", event.target.value || undefined)}
				>
					<option value="">as it is</option>
					{breaths.map((one) => (
						<option key={one}>{one}</option>
					))}
				</Form.Select>
			</td>
			<td>
				<Form.Check
					id={`silent-${index}`}
					type="checkbox"
					label="silent"
					checked={step.silent === true}
					onChange={(event) => set("silent", event.target.checked || undefined)}
				/>
				{!alone && (
					<Button variant="link" size="sm" className="p-0" onClick={onOut}>
						remove<span className="visually-hidden"> step {index + 1}</span>
					</Button>
				)}
			</td>
		</tr>
	);
}
