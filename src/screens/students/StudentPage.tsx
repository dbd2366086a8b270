"use client";

import Link from "next/link";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { sideWords } from "@/core/people/student";
import type { StudentPageProps } from "@/doors/readStudents";
import { Begin } from "@/screens/today/Begin";
import { Archive } from "@/ui/Archive";
import { Bench } from "@/ui/Bench";
import { dayWords, fromToday } from "@/ui/dates";
import { Parked, Promises } from "@/ui/KeepList";
import { Rail } from "@/ui/Rail";
import { useKeys } from "@/ui/useKeys";
import { StudentForm } from "./StudentForm";
import css from "./students.module.scss";

/** Where the pegs stand, what changed, what is parked. */
export function StudentPage({ studio, at, student, archived, ladders, promises, parked, lessons }: StudentPageProps) {
	const [editing, setEditing] = useState(false);
	useKeys({ e: () => setEditing(true), Escape: () => setEditing(false) });
	return (
		<Bench
			keys={[{ keys: ["e"], does: "edit" }]}
			margin={
				<>
					<Promises studio={studio} student={at.id} entries={promises} />
					<Parked studio={studio} student={at.id} entries={parked} />
				</>
			}
		>
			<h1 className={css.name} dir="auto">
				{student.name}
			</h1>
			<div className={css.facts}>
				{student.level}, {student.strongSide} is the strong side{student.born && `, born ${student.born}`}.{" "}
				{student.protectedParts.length > 0 && <b>Mind the {student.protectedParts.join(", ")}. </b>}
				{archived && <b>Put away. </b>}
				<Button variant="link" aria-expanded={editing} onClick={() => setEditing(!editing)}>
					edit
				</Button>
				<Archive what="student" id={at.id} archived={archived} />
				{student.wish && (
					<div dir="auto">
						Wish: <b>{student.wish}</b>
					</div>
				)}
				{student.kit && <div dir="auto">Kit: {student.kit}</div>}
			</div>
			{editing && <StudentForm at={at} student={student} onDone={() => setEditing(false)} />}
			{ladders.map((ladder) => (
				<section
					key={ladder.id}
					className={`${css.ladder} ${ladder.archived ? css.away : ""}`}
					aria-label={ladder.skill}
				>
					<Rail
						holes={ladder.rail.holes}
						pegIndex={ladder.rail.pegIndex}
						pitch={Math.min(24, 168 / ladder.rail.holes.length)}
						width={56}
						label={ladder.skill}
					/>
					<div>
						<Link href={`/ladders/${ladder.id}`}>
							{ladder.skill}, {sideWords(ladder.side, student.strongSide)}
						</Link>
						{ladder.outdated && <span className="asks"> · the skill was revised</span>}
						<p className={css.pegName} dir="auto">
							{ladder.rail.holes[ladder.rail.pegIndex]?.name}
						</p>
						<span className="mute">
							Rung {ladder.rail.pegIndex + 1} of {ladder.rail.holes.length}.{" "}
							{ladder.last
								? `${fromToday(ladder.last.day)}: ${ladder.last.good} of ${ladder.last.tries} good on ${ladder.last.rung}.${ladder.last.cue ? ` Cue: “${ladder.last.cue}”.` : ""}`
								: "Not tried yet."}
						</span>
					</div>
					<div className="text-end">
						{ladder.archived ? (
							<Archive what="ladder" id={ladder.id} archived />
						) : (
							<Begin
								ladder={ladder.id}
								label="lesson"
								wish={student.wish.slice(0, 400)}
								name={`lesson: ${ladder.skill}, ${ladder.side}`}
							/>
						)}
					</div>
				</section>
			))}
			<p className="mt-3">
				<Link className="btn btn-outline-primary" href={`/ladders/new?student=${at.id}`}>
					{ladders.length === 0 ? "make a ladder" : "another ladder"}
				</Link>
			</p>
			<h2 className="mt-4 mb-1">Lessons</h2>
			{lessons.length === 0 && <p className="mute">No lesson yet.</p>}
			{lessons.length > 0 && (
				<table className={css.days}>
					<thead>
						<tr>
							<th scope="col">day</th>
							<th scope="col">rung</th>
							<th scope="col">good</th>
							<th scope="col">longest run</th>
							<th scope="col">rule</th>
						</tr>
					</thead>
					<tbody>
						{lessons.flatMap((lesson) =>
							lesson.rungs.map((rung, i) => (
								<tr key={`${lesson.id}${rung.name}`}>
									<td>{i === 0 && <Link href={`/lessons/${lesson.id}`}>{dayWords(lesson.day)}</Link>}</td>
									<td dir="auto">{rung.name}</td>
									<td>
										<b>{rung.good}</b> of {rung.tries}
									</td>
									<td>{rung.longestRun}</td>
									<td>{rung.met ? "met" : ""}</td>
								</tr>
							)),
						)}
					</tbody>
				</table>
			)}
		</Bench>
	);
}
