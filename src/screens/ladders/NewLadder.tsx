"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { wholeExtent } from "@/core/build/usual";
import type { Coach } from "@/core/coach/coach";
import { type Ladder, type Policy, policies, policyWords, threeRungs } from "@/core/ladder/ladder";
import type { Side, Student } from "@/core/people/student";
import type { Skill } from "@/core/skill/skill";
import type { Refusal } from "@/core/words/refuse";
import { begin } from "@/device/begin";
import { addSkill, keepLadder } from "@/doors/actions";
import { answered } from "@/ui/answered";
import { Bench } from "@/ui/Bench";
import { Refusals } from "@/ui/Refusals";
import { Row } from "@/ui/Row";
import { BuildLadder } from "./BuildLadder";
import { LadderBench } from "./LadderBench";

interface Props {
	coach: Coach;
	students: { id: string; student: Student }[];
	skills: { id: string; skill: Skill }[];
	student: string | null;
}

/** For whom, which skill, which side. Then three plain rungs at once, or rung by rung. */
export function NewLadder({ coach, students, skills, student }: Props) {
	const router = useRouter();
	const [who, setWho] = useState(student ?? students[0]?.id ?? "");
	const [what, setWhat] = useState(skills[0]?.id ?? "");
	const [name, setName] = useState("");
	const [side, setSide] = useState<Side>("none");
	const [policy, setPolicy] = useState<Policy>("mastery");
	const [refused, setRefused] = useState<Refusal[]>([]);
	const [byHand, setByHand] = useState<{
		skill: string;
		content: Skill;
		draft?: Pick<Ladder, "rungs" | "difficulties">;
	} | null>(null);
	const [building, setBuilding] = useState<{ skill: string; content: Skill } | null>(null);

	const chosenSkill = async (): Promise<{ skill: string; content: Skill } | null> => {
		const known = skills.find((s) => s.id === what);
		if (known) return { skill: known.id, content: known.skill };
		const content: Skill = { name: name.trim(), about: "", positions: [] };
		const made = await answered(addSkill(content.name));
		if (made.ok) return { skill: made.value.id, content };
		setRefused(made.refusals);
		return null;
	};
	const withThree = async (count: boolean) => {
		setRefused([]);
		const on = await chosenSkill();
		if (!on) return;
		const ladder: Ladder = { side, policy, start: null, rungs: threeRungs([uuid(), uuid(), uuid()], on.content.name) };
		const made = await answered(keepLadder(ladder, null, { student: who, skill: on.skill }));
		if (!made.ok) return setRefused(made.refusals);
		router.push(count ? await begin(made.value.id, { minutes: 45, wish: "" }) : `/ladders/${made.value.id}`);
		router.refresh();
	};

	const chosen = students.find((s) => s.id === who)?.student;
	const difficulties = byHand?.content.difficulties ?? building?.content.difficulties ?? coach.difficulties;
	if (byHand && chosen)
		return (
			<LadderBench
				at={null}
				owner={{ student: who, skill: byHand.skill }}
				student={chosen}
				skill={byHand.content}
				ladder={{
					...{ side, policy, start: null },
					...(byHand.draft ?? { rungs: [], difficulties: [wholeExtent, ...difficulties] }),
				}}
				newer={null}
				archived={false}
				rail={null}
				coach={coach}
				twin={null}
				built={null}
				lately={null}
			/>
		);
	if (building && chosen)
		return (
			<BuildLadder
				skill={building.content}
				side={side}
				policy={policy}
				who={chosen.name}
				usual={difficulties}
				onDraft={(draft) => {
					setByHand({ ...building, draft });
					window.scrollTo(0, 0);
				}}
				onBack={() => setBuilding(null)}
			/>
		);
	return (
		<Bench
			margin={
				<p className="mute">
					Three plain rungs: with help, alone and easy, the real thing; judged by whether it came off. Everything about
					them can be changed later, and nothing that was counted is lost by it.
				</p>
			}
		>
			<h1 className="mb-3">New ladder</h1>
			{students.length === 0 ? (
				<p>
					A ladder is one student’s. <a href="/students/new">Add a student</a> first.
				</p>
			) : (
				<Form onSubmit={(event) => event.preventDefault()} style={{ maxWidth: 560 }}>
					<Row id="who" label="Student">
						<Form.Select value={who} onChange={(e) => setWho(e.target.value)}>
							{students.map((s) => (
								<option key={s.id} value={s.id}>
									{s.student.name}
								</option>
							))}
						</Form.Select>
					</Row>
					<Row id="what" label="Skill">
						<Form.Select value={what} onChange={(e) => setWhat(e.target.value)}>
							{skills.map((s) => (
								<option key={s.id} value={s.id}>
									{s.skill.name}
								</option>
							))}
							<option value="">a new one</option>
						</Form.Select>
					</Row>
					{what === "" && (
						<Row id="new-skill" label="Name of the skill">
							<Form.Control value={name} onChange={(e) => setName(e.target.value)} dir="auto" />
						</Row>
					)}
					<Row id="side" label="Side">
						<Form.Select value={side} onChange={(e) => setSide(e.target.value as Side)}>
							<option value="none">both, or none</option>
							<option value="left">left{chosen?.strongSide === "left" ? ", the strong side" : ""}</option>
							<option value="right">right{chosen?.strongSide === "right" ? ", the strong side" : ""}</option>
						</Form.Select>
					</Row>
					<Row id="policy" label="Policy">
						<Form.Select value={policy} onChange={(e) => setPolicy(e.target.value as Policy)}>
							{policies.map((p) => (
								<option key={p} value={p}>
									{p}: {policyWords[p]}
								</option>
							))}
						</Form.Select>
					</Row>
					<Refusals refusals={refused} />
					<div className="d-flex gap-2 flex-wrap mt-3">
						<Button onClick={() => withThree(true)}>three rungs, and count at once</Button>
						<Button variant="outline-primary" onClick={() => withThree(false)}>
							start with three rungs
						</Button>
						<Button
							variant="outline-primary"
							onClick={async () => {
								setRefused([]);
								setBuilding(await chosenSkill());
							}}
						>
							build me a ladder
						</Button>
						<Button
							variant="outline-primary"
							onClick={async () => {
								setRefused([]);
								setByHand(await chosenSkill());
							}}
						>
							build it rung by rung
						</Button>
					</div>
				</Form>
			)}
		</Bench>
	);
}
