"use client";

import { useRouter } from "next/navigation";
import Button from "react-bootstrap/Button";
import { addExample } from "@/server/actions";
import type { SkillLine } from "@/server/readSkills";
import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import css from "@/ui/rows.module.css";
import { useRefusals } from "@/ui/useRefusals";

const examples = [
	["threeBalls", "Three-ball cascade"],
	["unicycle", "Unicycle, ten metres free"],
] as const;

export function SkillList({ skills }: { skills: SkillLine[] }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	return (
		<BenchPage
			margin={
				<>
					<p className="mute">A skill is the goal. Its key positions are what you look at.</p>
					<section className={css.note} aria-label="Examples">
						<h2>Examples</h2>
						<p className="mute m-0">Worked examples to look at or start from.</p>
						{examples.map(([key, name]) => (
							<Button
								key={key}
								variant="link"
								onClick={async () => {
									const made = await ask(addExample(key));
									if (made.ok) router.push(`/skills/${made.value.id}`);
								}}
							>
								add “{name}”
							</Button>
						))}
						<Refusals refusals={refused} />
					</section>
					<p className="hint">
						You can import a skill or ladder from another coach <Link href="/skills/bring">here</Link>, or from a
						workbook <Link href="/records">under Data</Link>.
					</p>
				</>
			}
		>
			<div className={css.head}>
				<h1>Skills</h1>
				<Link className="btn btn-primary" href="/skills/new">
					add a skill
				</Link>
			</div>
			{skills.length === 0 && <p className="mt-3">No skills yet. A name and two or three key positions are enough.</p>}
			<ul className={`${css.plain} mt-3`}>
				{skills.map((skill) => (
					<li key={skill.id}>
						<Link href={`/skills/${skill.id}`} dir="auto">
							<b>{skill.name}</b>
						</Link>
						{skill.archived && <span className="mute"> · archived</span>}
						{skill.begun && <span className="asks"> · unfinished</span>}
						<div className="mute" dir="auto">
							{skill.shorts.length > 0 ? skill.shorts.join(" · ") : skill.begun ? "" : "no key positions yet"}
						</div>
					</li>
				))}
			</ul>
		</BenchPage>
	);
}
