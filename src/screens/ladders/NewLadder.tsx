"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import type { Coach } from "@/core/coach/coach";
import { wholeExtent } from "@/core/difficulty/usual";
import { policyNames, policyWords } from "@/core/ladder/labels";
import { type Ladder, type Policy, policies, threeRungs } from "@/core/ladder/ladder";
import type { Side } from "@/core/people/body";
import type { Student } from "@/core/people/student";
import type { Refusal } from "@/core/refusals/refusals";
import type { Skill } from "@/core/skill/skill";
import { begin } from "@/device/begin";
import { addSkill, keepLadder } from "@/server/actions";
import { adding } from "@/ui/adding";
import { orRefusal } from "@/ui/answered";
import { BenchPage } from "@/ui/BenchPage";
import { FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import { BuildLadder } from "./BuildLadder";
import { LadderBench } from "./LadderBench";

interface Props {
	coach: Coach;
	students: { id: string; student: Student }[];
	skills: { id: string; skill: Skill }[];
	/** Where students stand on the skills they have a ladder to. */
	standing: { ladder: string; student: string; skill: string; side: Side; rung: number; of: number; done: boolean }[];
	student: string | null;
}

/** The skill a ladder is to follow, and what it says. */
interface Chosen {
	skill: string;
	content: Skill;
}

/** What stands behind a ladder that is only being made. */
const nothingYet = { newer: null, archived: false, rail: null, twin: null, others: [], built: null, lately: null };

const plainRungs = (
	<p className="mute">
		Three simple rungs: with help, alone and easy, the real thing. A try is good if it comes off. You can change it all
		later. No count is lost.
	</p>
);

/** For whom, which skill, which side. Then three plain rungs at once, or rung by rung. */
export function NewLadder({ coach, students, skills, standing, student }: Props) {
	const router = useRouter();
	const [choice, setChoice] = useState<Choice>({
		who: student ?? students[0]?.id ?? "",
		what: skills[0]?.id ?? "",
		name: "",
		side: "none",
		policy: "mastery",
	});
	const { who, what, name, side, policy } = choice;
	const [refused, setRefused] = useState<Refusal[]>([]);
	const [byHand, setByHand] = useState<(Chosen & { draft?: Pick<Ladder, "rungs" | "difficulties"> }) | null>(null);
	const [building, setBuilding] = useState<Chosen | null>(null);

	const chosenSkill = async (): Promise<Chosen | null> => {
		const known = skills.find((s) => s.id === what);
		if (known) return { skill: known.id, content: known.skill };
		const content: Skill = { name: name.trim(), about: "", positions: [] };
		const made = await orRefusal(addSkill(content.name));
		if (made.ok) return { skill: made.value.id, content };
		setRefused(made.refusals);
		return null;
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
					side,
					policy,
					start: null,
					...(byHand.draft ?? { rungs: [], difficulties: [wholeExtent, ...difficulties] }),
				}}
				coach={coach}
				{...nothingYet}
			/>
		);
	if (building && chosen)
		return (
			<BuildLadder
				skill={building.content}
				side={side}
				policy={policy}
				who={chosen.name}
				strong={chosen.strongSide}
				usual={difficulties}
				onDraft={(draft) => {
					setByHand({ ...building, draft });
					window.scrollTo(0, 0);
				}}
				onBack={() => setBuilding(null)}
			/>
		);
	return (
		<BenchPage margin={plainRungs}>
			<h1 className="mb-3">New ladder</h1>
			{students.length === 0 ? (
				<p>
					A ladder belongs to one student. <a href="/students/new">Add a student</a> first.
				</p>
			) : (
				<Form onSubmit={(event) => event.preventDefault()} style={{ maxWidth: 560 }}>
					<Choices
						choice={choice}
						students={students}
						skills={skills}
						onChange={(to) => setChoice({ ...choice, ...to })}
					/>
					<ComingIn choice={choice} skills={skills} standing={standing} />
					<Refusals refusals={refused} />
					<Ways
						onThree={async (count) => {
							setRefused([]);
							const on = await chosenSkill();
							const made = on && (await withThreeRungs(choice, on));
							if (!made) return;
							if (!made.ok) return setRefused(made.refusals);
							const { id } = made.value;
							router.push(count ? await begin(id) : `/ladders/${id}`);
							router.refresh();
						}}
						onBuild={async () => {
							setRefused([]);
							setBuilding(await chosenSkill());
						}}
						onByHand={async () => {
							setRefused([]);
							setByHand(await chosenSkill());
						}}
					/>
				</Form>
			)}
		</BenchPage>
	);
}

/** A ladder of three plain rungs, saved. */
function withThreeRungs({ who, side, policy }: Choice, on: Chosen) {
	const rungs = threeRungs([uuid(), uuid(), uuid()], on.content);
	return orRefusal(keepLadder({ side, policy, start: null, rungs }, null, { student: who, skill: on.skill }));
}

interface Choice {
	who: string;
	/** The skill; empty for a new one. */
	what: string;
	/** Of a new skill. */
	name: string;
	side: Side;
	policy: Policy;
}

function Choices({
	choice: { who, what, name, side, policy },
	students,
	skills,
	onChange,
}: Pick<Props, "students" | "skills"> & { choice: Choice; onChange: (to: Partial<Choice>) => void }) {
	const chosen = students.find((s) => s.id === who)?.student;
	return (
		<>
			<FormRow id="who" label="Student">
				<Form.Select value={who} onChange={(e) => onChange({ who: e.target.value })}>
					{students.map((s) => (
						<option key={s.id} value={s.id}>
							{s.student.name}
						</option>
					))}
				</Form.Select>
			</FormRow>
			<FormRow id="what" label="Skill">
				<Form.Select value={what} onChange={(e) => onChange({ what: e.target.value })}>
					{skills.map((s) => (
						<option key={s.id} value={s.id}>
							{s.skill.name}
						</option>
					))}
					<option value="">a new skill</option>
				</Form.Select>
			</FormRow>
			{what === "" && (
				<FormRow id="new-skill" label="Name of the skill">
					<Form.Control value={name} onChange={(e) => onChange({ name: e.target.value })} dir="auto" />
				</FormRow>
			)}
			<FormRow id="side" label="Side">
				<Form.Select value={side} onChange={(e) => onChange({ side: e.target.value as Side })}>
					<option value="none">both sides, or no side</option>
					<option value="left">left{chosen?.strongSide === "left" ? ", the strong side" : ""}</option>
					<option value="right">right{chosen?.strongSide === "right" ? ", the strong side" : ""}</option>
				</Form.Select>
			</FormRow>
			<FormRow id="policy" label="How they move up" hint={policyWords[policy]}>
				<Form.Select value={policy} onChange={(e) => onChange({ policy: e.target.value as Policy })}>
					{policies.map((p) => (
						<option key={p} value={p}>
							{policyNames[p]}
						</option>
					))}
				</Form.Select>
			</FormRow>
		</>
	);
}

/** What the student has of it already, and which skills to have first are not passed yet. */
function ComingIn({
	choice: { who, what },
	skills,
	standing,
}: Pick<Props, "skills" | "standing"> & { choice: Choice }) {
	const theirs = standing.filter(({ student }) => student === who);
	const first = skills.find(({ id }) => id === what)?.skill.prerequisites ?? [];
	const open = first.flatMap((id) => {
		const name = skills.find((one) => one.id === id)?.skill.name;
		const on = theirs.filter((one) => one.skill === id);
		if (!name || on.some(({ done }) => done)) return [];
		const best = on.sort((a, b) => b.rung / b.of - a.rung / a.of)[0];
		return [{ id, name, ladder: best?.ladder, where: best ? `rung ${best.rung} of ${best.of}` : "no ladder yet" }];
	});
	const same = theirs.filter(({ skill }) => skill === what);
	if (open.length + same.length === 0) return null;
	return (
		<div className="mt-2" role="status" data-testid="coming-in">
			{open.map(({ id, name, ladder, where }) => (
				<p key={id} className="asks m-0">
					Needed first: {ladder ? <a href={`/ladders/${ladder}`}>{name}</a> : name} ({where}).
				</p>
			))}
			{same.map(({ ladder, side, rung, of }) => (
				<p key={ladder} className="mute m-0">
					They already have <a href={`/ladders/${ladder}`}>a ladder for this skill</a>
					{side !== "none" && `, ${side}`}, rung {rung} of {of}. This makes a second one.
				</p>
			))}
		</div>
	);
}

/** How the ladder comes to be. */
const Ways = ({
	onThree,
	onBuild,
	onByHand,
}: {
	onThree: (count: boolean) => Promise<void>;
	onBuild: () => Promise<void>;
	onByHand: () => Promise<void>;
}) => (
	<div className="d-flex gap-2 flex-wrap mt-3">
		<Button onClick={() => onThree(true)}>make three rungs and start counting</Button>
		<Button variant="outline-primary" onClick={() => onThree(false)}>
			start with three rungs
		</Button>
		<Button variant="outline-primary" onClick={adding(onBuild)}>
			build a ladder from scales
		</Button>
		<Button variant="outline-primary" onClick={adding(onByHand)}>
			build the ladder rung by rung
		</Button>
	</div>
);
