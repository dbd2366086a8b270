"use client";

import Button from "react-bootstrap/Button";
import { askedFor, askedIn } from "@/core/commands/atTheEnd";
import css from "@/ui/facts.module.css";
import { type AskedOf, laddersWorked } from "./worked";

/** Asked through the key positions of what was worked on: each was named by the student, or told. */
export function NamedOrTold({ lesson, view, pack, student }: AskedOf) {
	const positions = [
		...new Map(
			laddersWorked({ view, pack, student })
				.flatMap((ladder) => ladder.positions)
				.map((position) => [position.id, position] as const),
		).values(),
	];
	if (positions.length === 0) return null;
	const said = askedIn(view, student);
	const named = [...said.values()].filter(({ how }) => how === "named it").length;
	return (
		<fieldset className="mt-2">
			<legend className="form-label m-0">
				Key positions{said.size > 0 && `: ${named} of ${said.size} named by the student`}
			</legend>
			<table className={css.compared}>
				<tbody>
					{positions.map(({ id, name }) => (
						<tr key={id}>
							<th scope="row" dir="auto">
								{name}
							</th>
							{(["named it", "told"] as const).map((how) => (
								<td key={how}>
									<Button
										variant="outline-primary"
										size="sm"
										aria-label={`${how}: ${name}`}
										aria-pressed={said.get(id)?.how === how}
										active={said.get(id)?.how === how}
										onClick={() => lesson.write(askedFor(lesson.snapshot().view, student, { id, name }, how))}
									>
										{how}
									</Button>
								</td>
							))}
						</tr>
					))}
				</tbody>
			</table>
		</fieldset>
	);
}
