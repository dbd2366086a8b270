"use client";

import Button from "react-bootstrap/Button";
import type { Skill } from "@/core/skill/skill";
import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";
import own from "./skills.module.css";

/** Every fault a skill names, as a sheet to show them wrong by: who names it first is written beside it. */
export function SpotSheet({ id, skill }: { id: string; skill: Skill }) {
	const faults = skill.positions.flatMap((position) => [
		...(position.fault ? [{ key: position.id, position: position.name, words: position.fault }] : []),
		...(position.faults ?? [])
			.filter(({ words }) => words !== "" && words !== position.fault)
			.map((fault) => ({ key: `${position.id} ${fault.id}`, position: position.name, words: fault.words })),
	]);
	return (
		<BenchPage>
			<h1 dir="auto">Spot it: {skill.name}</h1>
			<p className="mute">
				Do one thing wrong on purpose. The first to see it says which. In a lesson, “spot it” saves who it was.{" "}
				<Link className="d-print-none" href={`/skills/${id}`}>
					back to the skill
				</Link>
			</p>
			{faults.length === 0 && <p>This skill has no faults yet. Add one on its page.</p>}
			{faults.length > 0 && (
				<table className={own.spot}>
					<thead>
						<tr>
							<th scope="col">shown wrong</th>
							<th scope="col">key position</th>
							<th scope="col">named first by</th>
						</tr>
					</thead>
					<tbody>
						{faults.map(({ key, position, words }) => (
							<tr key={key}>
								<th scope="row" dir="auto">
									{words}
								</th>
								<td dir="auto">{position}</td>
								<td />
							</tr>
						))}
					</tbody>
				</table>
			)}
			<Button className="mt-3 d-print-none" variant="outline-primary" onClick={() => window.print()}>
				print, or save as PDF
			</Button>
		</BenchPage>
	);
}
