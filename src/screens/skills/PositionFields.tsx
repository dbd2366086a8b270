"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { moveItem, removeItem } from "@/core/editing/paths";
import { cueKinds } from "@/core/skill/cue";
import { type KeyPosition, senses, senseWords } from "@/core/skill/skill";
import type { OtherSkill } from "@/server/readSkills";
import { adding } from "@/ui/adding";
import { Complaint } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import { FaultFields } from "./FaultFields";
import { Amount, Choose, Line, SideHint, ToleranceFields, Words } from "./fields";
import { PictureField } from "./PictureField";
import own from "./skills.module.css";
import { useEdit, useRefusal } from "./useSkill";

/** The details of a key position, open under its row. */
export function PositionFields({
	index,
	position,
	earlier,
	others,
	onRemove,
}: {
	index: number;
	position: KeyPosition;
	earlier: readonly KeyPosition[];
	others: readonly OtherSkill[];
	onRemove: () => void;
}) {
	const edit = useEdit();
	const at = `positions.${index}`;
	return (
		<div className={css.details}>
			<Words at={`${at}.tell`} label="Sign: what you see" value={position.tell} className={css.full} />
			<FaultFields at={at} position={position} earlier={earlier} others={others} />
			{senses.map((sense) => (
				<Words
					key={sense}
					at={`${at}.tells.${sense}`}
					label={`Sign: ${senseWords[sense]}`}
					value={position.tells?.[sense]}
					optional
				/>
			))}
			<Words at={`${at}.forms`} label="Other right forms" value={position.forms} optional />
			<ToleranceFields at={`${at}.tolerance`} value={position.tolerance} />
			{position.tolerance?.by === "range" && ["angle", "distance"].includes(position.tolerance.of) && (
				<Words
					at={`${at}.measuredAt`}
					label={
						position.tolerance.of === "angle"
							? "Measured at: three points, separated by commas"
							: "Measured at: two points, separated by a comma"
					}
					value={position.measuredAt}
					optional
				/>
			)}
			<Words at={`${at}.toleranceByBeat`} label="Other tolerance on a beat" value={position.toleranceByBeat} optional />
			<CueFields index={index} position={position} />
			<div className={css.third}>
				<Form.Check
					id={`must-${position.id}`}
					type="checkbox"
					className="mt-4"
					label="a must: no try is good without it"
					checked={position.must === true}
					onChange={(event) => edit(["positions", index, "must"], event.target.checked ? true : undefined, "")}
				/>
			</div>
			<Amount at={`${at}.deduction`} label="Points lost when it is off" value={position.deduction} />
			<Words at={`${at}.protects`} label="What it protects" value={position.protects} className={css.third} optional />
			<Words at={`${at}.fault`} label="Usual fault, in a few words" value={position.fault} />
			<Choose
				at={`${at}.origin`}
				label="Usual cause"
				value={position.origin}
				className={css.half}
				options={[["", "none"], ...earlier.map((one) => [one.id, one.short || one.name] as const)]}
			/>
			<div className={`${css.full} ${own.pictures}`}>
				<PictureField at={`${at}.right`} label="right picture" value={position.right} />
				<PictureField at={`${at}.wrong`} label="wrong picture" value={position.wrong} />
			</div>
			<div className={css.full}>
				<Button variant="link" onClick={onRemove}>
					remove this position
				</Button>
			</div>
		</div>
	);
}

function CueFields({ index, position: { cues } }: { index: number; position: KeyPosition }) {
	const edit = useEdit();
	const path = ["positions", index, "cues"];
	return (
		<fieldset className={css.full}>
			<legend className="form-label m-0">Cues, first choice on top</legend>
			{cues.map((cue, i) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: a cue is its place in the list; its fields hold no state of their own
				<div key={i} className={own.line}>
					<Line aria-label={`Cue ${i + 1}`} value={cue.text} onChange={(text) => edit([...path, i, "text"], text)} />
					<Form.Select
						aria-label={`Kind of cue ${i + 1}`}
						value={cue.kind}
						onChange={(event) => edit([...path, i, "kind"], event.target.value, "")}
					>
						{cueKinds.map((kind) => (
							<option key={kind}>{kind}</option>
						))}
					</Form.Select>
					{i > 0 && (
						<Button variant="link" size="sm" onClick={() => edit(path, moveItem(cues, i, 0), "")}>
							move to the top<span className="visually-hidden">: cue {i + 1}</span>
						</Button>
					)}
					<Button variant="link" size="sm" onClick={() => edit(path, removeItem(cues, i), "")}>
						remove<span className="visually-hidden"> cue {i + 1}</span>
					</Button>
					<CueComplaint path={[...path, i, "text"]} />
					<SideHint text={cue.text} onMend={(text) => edit([...path, i, "text"], text, "")} />
				</div>
			))}
			<Button variant="link" size="sm" onClick={adding(() => edit(path, [...cues, { text: "", kind: "outside" }], ""))}>
				add a cue
			</Button>
		</fieldset>
	);
}

const CueComplaint = ({ path }: { path: (string | number)[] }) => <Complaint error={useRefusal(path)} />;
