"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { type Student, sideWords } from "@/core/people/student";
import type { StudentLadder, StudentPageProps } from "@/server/readStudents";
import { Archive } from "@/ui/Archive";
import { Begin } from "@/ui/Begin";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords, fromToday } from "@/ui/dates";
import { Parked, Promises } from "@/ui/KeepList";
import Link from "@/ui/Link";
import { PegWay } from "@/ui/PegWay";
import { Rail } from "@/ui/Rail";
import { scoreWords } from "@/ui/scores";
import { useKeys } from "@/ui/useKeys";
import { Workbook } from "@/ui/Workbook";
import { GivePractice } from "./GivePractice";
import { StudentForm } from "./StudentForm";
import css from "./students.module.css";
import { Ways } from "./Ways";

/** Where the pegs stand, what changed, what is parked. */
export function StudentPage(page: StudentPageProps) {
	const { studio, at, student, ladders, promises, parked, lessons, held, isOpen, practice } = page;
	const [editing, setEditing] = useState(false);
	useKeys({ e: () => setEditing(true), Escape: () => setEditing(false) });
	return (
		<BenchPage
			keys={[{ keys: ["e"], does: "edit" }]}
			margin={
				<>
					<div className="d-none d-lg-block">
						<Ways {...page} />
					</div>
					<div id="promises">
						<Promises studio={studio} student={at.id} entries={promises} />
					</div>
					<Parked studio={studio} student={at.id} entries={parked} />
				</>
			}
		>
			<h1 className={css.name} dir="auto">
				{student.name}
			</h1>
			<Facts page={page} editing={editing} onEdit={setEditing} />
			{editing && <StudentForm at={at} student={student} languages={page.languages} onDone={() => setEditing(false)} />}
			{ladders.map((ladder) => (
				<LadderRow key={ladder.id} ladder={ladder} student={student} isOpen={isOpen} />
			))}
			<p className="mt-3">
				<Link className="btn btn-outline-primary" href={`/ladders/new?student=${at.id}`}>
					{ladders.length === 0 ? "make a ladder" : "another ladder"}
				</Link>
				{ladders.length > 0 && (
					<Link className="btn btn-outline-primary ms-2" href={`/plans?student=${at.id}`}>
						plan a lesson
					</Link>
				)}
			</p>
			<div className="d-lg-none">
				<Ways {...page} />
			</div>
			<section id="practice" aria-label="Home practice" className="mt-4">
				<h2>Home practice</h2>
				{practice.map((one) => (
					<p key={one.id} className="m-0" dir="auto">
						<Link href={`/practice/${one.id}`}>{one.drills || "practice without a drill yet"}</Link>{" "}
						<span className="mute">
							since {dayWords(one.from)}
							{one.apart && ", beside their own page"}
						</span>
					</p>
				))}
				<GivePractice student={at.id} first={practice.length === 0} />
			</section>
			<div className={`${css.head} mt-4`}>
				<h2 className="m-0">Lessons</h2>
				{held > 0 && (
					<Link href={`/students/${at.id}/lessons`}>
						{held === 1 ? "all tries, one by one" : `all ${held}, with every try`}
					</Link>
				)}
			</div>
			{lessons.length === 0 ? <p className="mute">No lessons yet.</p> : <LessonTable lessons={lessons} />}
		</BenchPage>
	);
}

/** Who they are in two lines, and what can be done with their page. */
function Facts({
	page: { at, student, archived },
	editing,
	onEdit,
}: {
	page: StudentPageProps;
	editing: boolean;
	onEdit: (editing: boolean) => void;
}) {
	return (
		<div className={css.facts}>
			<div>
				{student.level} · strong side {student.strongSide}
				{student.born && ` · born ${student.born}`}
				{student.protectedParts.length > 0 && <b> · protect the {student.protectedParts.join(", ")}</b>}
				{archived && <b> · archived</b>}
			</div>
			{student.wish && (
				<div dir="auto">
					Wish: <b>{student.wish}</b>
				</div>
			)}
			{student.kit && <div dir="auto">Kit: {student.kit}</div>}
			<div>
				<Button variant="link" aria-expanded={editing} onClick={() => onEdit(!editing)}>
					edit
				</Button>
				<Archive what="student" id={at.id} archived={archived} />
				<Workbook of="student" id={at.id} />
			</div>
		</div>
	);
}

/** A ladder: its rail, the peg's way through the latest lessons on the same pitch, and where it stands. */
function LadderRow({ ladder, student, isOpen }: { ladder: StudentLadder; student: Student; isOpen: boolean }) {
	const { holes, pegIndex } = ladder.rail;
	const pitch = Math.min(24, 168 / holes.length);
	return (
		<section
			className={`${css.ladder} ${ladder.archived ? css.away : ""}`}
			aria-label={ladder.side === "none" ? ladder.skill : `${ladder.skill}, ${ladder.side}`}
		>
			<Rail holes={holes} pegIndex={pegIndex} pitch={pitch} width={56} label={ladder.skill} />
			<PegWay way={ladder.way} rungs={holes} start={ladder.start} pitch={pitch} width={220} label={ladder.skill} />
			<div className={css.stands}>
				<Link href={`/ladders/${ladder.id}`}>
					{ladder.skill}, {sideWords(ladder.side, student.strongSide)}
				</Link>
				{ladder.outdated && <span className="asks"> · new version of the skill</span>}
				<p className={css.pegName} dir="auto">
					{holes[pegIndex]?.name}
				</p>
				<span className="mute">
					rung {pegIndex + 1} of {holes.length}
					{!ladder.last && " · not tried yet"}
				</span>
				{ladder.last && <LastTime last={ladder.last} />}
			</div>
			<div className={css.begin}>
				{ladder.archived ? (
					<Archive what="ladder" id={ladder.id} archived />
				) : (
					<Begin ladder={ladder.id} isOpen={isOpen} of={`${ladder.skill}, ${ladder.side}`} />
				)}
			</div>
		</section>
	);
}

/** The score of the last lesson, when and on which rung, and its cue on a line of its own. */
const LastTime = ({ last }: { last: NonNullable<StudentLadder["last"]> }) => (
	<>
		<span className="d-block" dir="auto">
			<b>
				{last.good} of {last.tries}
			</b>
			{last.result && ` · ${last.result}`} · {last.rung} · {fromToday(last.day)}
		</span>
		{last.cue && (
			<span className="mute d-block" dir="auto">
				“{last.cue}”
			</span>
		)}
	</>
);

function LessonTable({ lessons }: Pick<StudentPageProps, "lessons">) {
	return (
		<table className={css.days}>
			<thead>
				<tr>
					<th scope="col">day</th>
					<th scope="col">rung</th>
					<th scope="col">good</th>
					<th scope="col">result</th>
					<th scope="col">rule</th>
				</tr>
			</thead>
			<tbody>
				{lessons.flatMap((lesson) =>
					lesson.rungs.map((rung, i) => (
						<tr key={`${lesson.id}${rung.rung}`}>
							<td>{i === 0 && <Link href={`/lessons/${lesson.id}`}>{dayWords(lesson.day)}</Link>}</td>
							<td dir="auto">{rung.name}</td>
							<td>{scoreWords(rung)}</td>
							<td>{rung.result}</td>
							<td>{rung.met ? "met" : ""}</td>
						</tr>
					)),
				)}
			</tbody>
		</table>
	);
}
