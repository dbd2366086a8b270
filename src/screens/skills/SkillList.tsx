import Link from "next/link";
import type { SkillLine } from "@/doors/readSkills";
import { Bench } from "@/ui/Bench";
import css from "@/ui/rows.module.scss";

export function SkillList({ skills }: { skills: SkillLine[] }) {
	return (
		<Bench margin={<p className="mute">A skill is the target; its key positions are what one looks at on the way.</p>}>
			<div className={css.head}>
				<h1>Skills</h1>
				<Link className="btn btn-primary" href="/skills/new">
					add a skill
				</Link>
			</div>
			{skills.length === 0 && <p className="mt-3">None yet. A name and two or three key positions will do.</p>}
			<ul className={`${css.plain} mt-3`}>
				{skills.map((skill) => (
					<li key={skill.id}>
						<Link href={`/skills/${skill.id}`} dir="auto">
							<b>{skill.name}</b>
						</Link>
						{skill.archived && <span className="mute"> · put away</span>}
						<div className="mute" dir="auto">
							{skill.shorts.length === 0 ? "no key positions yet" : skill.shorts.join(" · ")}
						</div>
					</li>
				))}
			</ul>
		</Bench>
	);
}
