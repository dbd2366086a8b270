"use client";

import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { begin } from "@/device/begin";
import { forgetStudio } from "@/device/last";
import { makeSomebody } from "@/server/actions";
import { lookAround } from "@/server/look";
import { answeredPlainly } from "@/ui/answered";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { drawings } from "../places/drawings";
import css from "./today.module.css";

const steps = [
	["scales", "Build a ladder", "Drills from very easy to the real thing."],
	["lesson", "Count the lesson", "One touch for each try. The advice says what next."],
	["care", "Wrap up", "Move the peg, choose practice, send the note."],
] as const;

/** An empty studio: the three steps of the work, and the first lesson one name away. */
export function Welcome() {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	const start = async (event: FormEvent<HTMLFormElement>) => {
		event.preventDefault();
		const typed = new FormData(event.currentTarget);
		setBusy(true);
		const made = await ask(makeSomebody(typed.get("name"), typed.get("skill")));
		const lesson = made.ok ? await ask(answeredPlainly(begin(made.value.id))) : null;
		if (lesson?.ok) router.push(lesson.value);
		else setBusy(false);
	};
	return (
		<section className={css.welcome} aria-label="Welcome">
			<p className={css.who}>Welcome</p>
			<p>Peg Ladder counts tries, judges passes and remembers what you said.</p>
			<ol className={css.steps}>
				{steps.map(([drawing, name, words]) => (
					<li key={name}>
						{drawings[drawing]}
						<b>{name}</b>
						<span className="mute">{words}</span>
					</li>
				))}
			</ol>
			<Form onSubmit={start} className={css.first}>
				<FormRow id="first-name" label="First student">
					<Form.Control name="name" dir="auto" autoComplete="off" maxLength={80} />
				</FormRow>
				<FormRow id="first-skill" label="Skill">
					<Form.Control name="skill" dir="auto" autoComplete="off" maxLength={80} />
				</FormRow>
				<Button type="submit" disabled={busy}>
					start lesson
				</Button>
			</Form>
			<Refusals refusals={refused} />
			<p className="mute">The lesson starts with three simple rungs. You can change them all later.</p>
			<p className="d-flex flex-wrap gap-2">
				<Link className="btn btn-outline-primary" href="/students/new">
					add a student
				</Link>
				<Link className="btn btn-outline-primary" href="/skills/new">
					add a skill
				</Link>
				<Link className="btn btn-outline-primary" href="/how">
					see how it works
				</Link>
				<LookAround />
			</p>
		</section>
	);
}

/** A studio of made-up students in a database of its own; the real one stays empty. */
function LookAround() {
	const { refused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	return (
		<>
			<Button
				variant="outline-primary"
				disabled={busy}
				onClick={async () => {
					setBusy(true);
					const shown = await ask(lookAround());
					setBusy(false);
					if (!shown.ok) return;
					forgetStudio();
					window.location.assign("/");
				}}
			>
				{busy ? "loading made-up students" : "look around with made-up students"}
			</Button>
			<Refusals refusals={refused} />
		</>
	);
}
