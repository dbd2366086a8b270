"use client";

import { useContext } from "react";
import Button from "react-bootstrap/Button";
import type { Difficulty } from "@/core/difficulty/difficulty";
import type { Skill } from "@/core/skill/skill";
import { DifficultyList } from "@/screens/ladders/DifficultyList";
import { RefusalContext, useEdit } from "./useSkill";

/** The skill's own difficulties: a juggler's objects are scarves, balls, clubs. Without them the studio's hold. */
export function SkillDifficulties({ skill, usual }: { skill: Skill; usual: readonly Difficulty[] }) {
	const edit = useEdit();
	const said = useContext(RefusalContext);
	return (
		<section aria-label="Difficulty scales">
			{skill.difficulties ? (
				<>
					<p className="mute">
						For ladders built from this skill, instead of the studio’s scales.{" "}
						<Button variant="link" onClick={() => edit(["difficulties"], undefined, "")}>
							use the studio’s scales
						</Button>
					</p>
					<DifficultyList
						value={skill.difficulties}
						onChange={(next, what) => edit(["difficulties"], next, what && `difficulties ${what}`)}
						refusal={(path) => said.get(`difficulties.${path}`)}
					/>
				</>
			) : (
				<>
					<p>Ladders built from this skill use the studio’s scales: {usual.map(({ name }) => name).join(", ")}.</p>
					<Button variant="outline-primary" onClick={() => edit(["difficulties"], usual, "")}>
						give the skill its own scales
					</Button>
				</>
			)}
		</section>
	);
}
