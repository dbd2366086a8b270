"use client";

import Button from "react-bootstrap/Button";
import { NOT_JUDGED } from "@/core/skill/look";
import type { KeyPosition, Skill } from "@/core/skill/skill";
import { toleranceWords } from "@/core/skill/tolerance";
import { adding } from "@/ui/adding";
import { Columns } from "./Columns";
import { Amount, Line } from "./fields";
import own from "./skills.module.css";
import { useEdit } from "./useSkill";

/** What holds at which stage: a first model, then a better one. What a stage says nothing of is not judged yet. */
export function Stages({ skill }: { skill: Skill }) {
	return (
		<Columns
			field={"stages"}
			one={"Stage"}
			fresh={{ name: "" }}
			skill={skill}
			columns={skill.stages ?? []}
			none="One stage only. Add a stage for a first, simpler version."
			corner={({ tolerance }) => <div className="hint">{toleranceWords(tolerance)}</div>}
			cell={(position, i, stage) => <AtStage position={position} index={i} stage={stage} />}
		/>
	);
}

function AtStage({
	position,
	index,
	stage: { id, name },
}: {
	position: KeyPosition;
	index: number;
	stage: { id: string; name: string };
}) {
	const edit = useEdit();
	const path = ["positions", index, "stages", id];
	const at = position.stages?.[id];
	const of = <span className="visually-hidden">{` for ${position.short} at ${name}`}</span>;
	if (!at)
		return (
			<>
				<span className="mute">{NOT_JUDGED}</span>{" "}
				<Button variant="link" size="sm" onClick={adding(() => edit(path, { words: "" }, ""))}>
					judge this stage{of}
				</Button>
			</>
		);
	const range = at.tolerance?.by === "range" ? at.tolerance : null;
	const measured = position.tolerance?.by === "range" ? position.tolerance : null;
	const called = `${position.short} at ${name}`;
	return (
		<>
			<Line aria-label={called} value={at.words} onChange={(words) => edit([...path, "words"], words)} />
			{range ? (
				<span className={own.line}>
					<Amount hidden at={`${path.join(".")}.tolerance.low`} label={`${called}, from`} value={range.low} />
					to
					<Amount hidden at={`${path.join(".")}.tolerance.high`} label={`${called}, to`} value={range.high} />
					{range.unit}
				</span>
			) : (
				measured && (
					<Button variant="link" size="sm" onClick={adding(() => edit([...path, "tolerance"], measured, ""))}>
						set its own tolerance{of}
					</Button>
				)
			)}
			<Button variant="link" size="sm" onClick={() => edit(path, undefined, "")}>
				leave out{of}
			</Button>
		</>
	);
}
