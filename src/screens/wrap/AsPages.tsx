"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Practised } from "@/core/log/kinds";
import type { Pack } from "@/core/pack/pack";
import { eachOnce } from "@/core/text/wording";
import { assignPractice } from "@/server/practice";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";

/** What was chosen to practise, as a page of the student's own: by a link, as one file, on paper. */
export function AsPages({ pack, value }: { pack: Pack; value: Practised }) {
	const { refused, ask } = useRefusals();
	const [made, setMade] = useState<Record<string, { id: string; left: string[] }>>({});
	const whose = (ladder: string) => pack.ladders.find(({ id }) => id === ladder)?.student ?? "";
	const students = eachOnce(value.map(({ ladder }) => whose(ladder))).filter((id) => id !== "");
	if (students.length === 0) return null;
	return (
		<div className="mt-2">
			{students.map((student) => {
				const name = pack.students.find(({ id }) => id === student)?.student.name ?? "";
				const one = made[student];
				return one ? (
					<p key={student} className="m-0" role="status">
						<Link href={`/practice/${one.id}`}>{name}’s practice</Link>: set how many a day, then send it as a link, a
						file or on paper.{one.left.map((why) => ` ${why}`)}
					</p>
				) : (
					<Button
						key={student}
						variant="outline-primary"
						onClick={async () => {
							const rungs = value
								.filter(({ ladder }) => whose(ladder) === student)
								.map(({ ladder, rung }) => ({ ladder, rung }));
							const outcome = await ask(assignPractice(student, rungs));
							if (outcome.ok) setMade({ ...made, [student]: outcome.value });
						}}
					>
						make it {name}’s own page
					</Button>
				);
			})}
			<Refusals refusals={refused} />
		</div>
	);
}
