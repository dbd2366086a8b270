"use client";

import Button from "react-bootstrap/Button";
import type { Skill } from "@/core/skill/skill";
import { Columns } from "./Columns";
import { Words } from "./fields";
import { useEdit } from "./useSkill";

/** Rival ways, side by side, each with its reasons: nobody has to be right. */
export function Schools({ skill }: { skill: Skill }) {
	const edit = useEdit();
	return (
		<Columns
			field={"schools"}
			one={"School"}
			fresh={{ name: "", reason: "" }}
			skill={skill}
			columns={skill.schools ?? []}
			none="One way only. Where coaches disagree, add each way as a school, with its reason."
			head={({ reason }, i) => <Words at={`schools.${i}.reason`} label="Reason" value={reason} className="" />}
			cell={(position, i, { id, name }) => {
				const path = ["positions", i, "ways", id];
				const way = position.ways?.[id];
				const of = <span className="visually-hidden">{` for ${position.short}, ${name}`}</span>;
				return way ? (
					<>
						<Words at={`${path.join(".")}.words`} label="How" value={way.words} className="" />
						<Words at={`${path.join(".")}.reason`} label="Why" value={way.reason} className="" />
						<Button variant="link" size="sm" onClick={() => edit(path, undefined, "")}>
							remove its own way{of}
						</Button>
					</>
				) : (
					<Button variant="link" size="sm" onClick={() => edit(path, { words: "", reason: "" }, "")}>
						add its own way{of}
					</Button>
				);
			}}
		/>
	);
}
