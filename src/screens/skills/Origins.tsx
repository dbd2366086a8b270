"use client";

import { useState } from "react";
import { type Arrow, arrowsOf } from "@/core/skill/origins";
import type { Skill } from "@/core/skill/skill";
import { cutText } from "@/core/text/fields";
import type { OtherSkill } from "@/server/readSkills";
import type { LoggedOrigin } from "@/server/readStudio";
import css from "@/ui/rows.module.css";
import { LoggedOrigins } from "./LoggedOrigins";
import own from "./skills.module.css";

const PITCH = 40;
const LINE = 250;
const WIDTH = 680;

/** From where each fault starts to where it shows: a small drawing, and the same in sentences. */
export function Origins({ id, skill, others }: { id: string; skill: Skill; others: readonly OtherSkill[] }) {
	const { positions } = skill;
	const [logged, setLogged] = useState<readonly LoggedOrigin[]>([]);
	const arrows = arrowsOf(id, skill);
	if (positions.length === 0) return <p className="mt-2 mute">No key positions yet.</p>;
	const at = (position: string | null) => PITCH / 2 + PITCH * positions.findIndex((one) => one.id === position);
	const words = ({ from }: Arrow): string => {
		if (from.skill === id) return positions.find((one) => one.id === from.position)?.short ?? "a deleted position";
		const other = others.find((one) => one.id === from.skill);
		const short = other?.positions.find((one) => one.id === from.position)?.short;
		return other ? (short ? `${short}, ${other.name}` : other.name) : "a deleted skill";
	};
	const inside = arrows.filter(({ from }) => from.skill === id && positions.some((one) => one.id === from.position));
	const outside = arrows.filter(({ from }) => from.skill !== id);
	const height = PITCH * positions.length;
	return (
		<section aria-label="Causes" className="mt-2">
			{arrows.length === 0 && (
				<p className="mute">No causes yet. Open a position and choose where its fault usually starts.</p>
			)}
			<svg viewBox={`0 0 ${WIDTH} ${height}`} className={own.origins} aria-hidden="true">
				<defs>
					<marker
						id="arrowhead"
						viewBox="0 0 8 8"
						refX="7"
						refY="4"
						markerWidth="8"
						markerHeight="8"
						orient="auto"
						markerUnits="userSpaceOnUse"
					>
						<path d="M0 0 8 4 0 8Z" />
					</marker>
				</defs>
				<line className={own.rail} x1={LINE} x2={LINE} y1={PITCH / 2} y2={height - PITCH / 2} />
				{inside.map((arrow) => {
					const [from, to] = [at(arrow.from.position), at(arrow.to.position)];
					const bulge = Math.min(110, 26 + (to - from) * 0.45);
					return (
						<path
							key={`${arrow.from.position} ${arrow.to.position}`}
							className={arrow.rank === 0 ? own.usual : own.candidate}
							d={`M${LINE - 8} ${from} C${LINE - bulge} ${from} ${LINE - bulge} ${to} ${LINE - 9} ${to}`}
							markerEnd="url(#arrowhead)"
						/>
					);
				})}
				{logged.map(({ earlier, later }) => (
					<LoggedArrow key={`${earlier} ${later}`} from={at(earlier)} to={at(later)} />
				))}
				{outside.map((arrow, i) => {
					const y =
						at(arrow.to.position) +
						10 * outside.slice(0, i).filter((one) => one.to.position === arrow.to.position).length;
					return (
						<g key={`${arrow.from.skill} ${arrow.from.position} ${arrow.to.position}`}>
							{words(arrow)
								.split(", ")
								.map((line, n, all) => (
									<text key={line} x="0" y={y + 5 + 8 * (2 * n - all.length + 1)} className={n > 0 ? own.faint : ""}>
										{cutText(line, 22)}
									</text>
								))}
							<path className={own.candidate} d={`M150 ${y} H${LINE - 9}`} markerEnd="url(#arrowhead)" />
						</g>
					);
				})}
				{positions.map((position, i) => {
					const starts = arrows.some(({ from }) => from.skill === id && from.position === position.id);
					const shows = arrows.some(({ to }) => to.position === position.id);
					return (
						<g key={position.id}>
							<circle cx={LINE} cy={PITCH / 2 + PITCH * i} r="7" className={starts && !shows ? own.source : own.hole} />
							<text x={LINE + 20} y={PITCH / 2 + PITCH * i + 5} className={own.short}>
								{position.short}
							</text>
							<text x={LINE + 110} y={PITCH / 2 + PITCH * i + 5} className={own.faint}>
								{cutText(position.fault || position.faults?.[0]?.words || "", 46)}
							</text>
						</g>
					);
				})}
			</svg>
			<p className="hint m-0">
				Filled: faults start here. Thick: usual cause. Thin: possible cause. Dashed: seen in your log. Correct the first
				fault first.
			</p>
			<LoggedOrigins id={id} skill={skill} arrows={arrows} logged={logged} onTold={setLogged} />
			<ul className={css.plain}>
				{positions.map((position) => {
					const into = arrows.filter(({ to }) => to.position === position.id).sort((a, b) => a.rank - b.rank);
					return into.length === 0 ? null : (
						<li key={position.id}>
							<b dir="auto">{position.short}</b> comes from{" "}
							{into.map((arrow) => `${words(arrow)}${arrow.rank === 0 ? " (usually)" : ""}`).join(", ")}
						</li>
					);
				})}
			</ul>
		</section>
	);
}

/** A pair that the log shows, outside of the skill's own arrows. */
function LoggedArrow({ from, to }: { from: number; to: number }) {
	const bulge = Math.min(140, 50 + (to - from) * 0.5);
	return (
		<path
			className={own.logged}
			d={`M${LINE - 8} ${from} C${LINE - bulge} ${from} ${LINE - bulge} ${to} ${LINE - 9} ${to}`}
			markerEnd="url(#arrowhead)"
		/>
	);
}
