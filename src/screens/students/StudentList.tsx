import type { StudentLine } from "@/server/readStudents";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import { Rail } from "@/ui/Rail";
import css from "./students.module.css";

/** Everybody, with their pegs beside them. */
export function StudentList({ students }: { students: StudentLine[] }) {
	const here = students.filter((s) => !s.archived);
	const away = students.filter((s) => s.archived);
	return (
		<BenchPage
			margin={<p className="mute">Archive a student who stops. Nothing is lost, and you can make them active again.</p>}
		>
			<div className={css.head}>
				<h1>Students</h1>
				<Link className="btn btn-primary" href="/students/new">
					add a student
				</Link>
			</div>
			{here.length === 0 && <p>No students yet. A name is enough to start.</p>}
			{here.map((student) => (
				<Link key={student.id} href={`/students/${student.id}`} className={css.line}>
					<span>
						<b dir="auto">{student.name}</b>
						<br />
						<span className="mute">
							{student.level}, {student.strongSide} strong{student.parts && ` · protect the ${student.parts}`}
						</span>
					</span>
					<span className={css.miniRails}>
						{student.rails.map((rail) => (
							<span key={rail.id} className={css.mini}>
								<Rail
									holes={rail.holes}
									pegIndex={rail.pegIndex}
									pitch={Math.min(9, 56 / rail.holes.length)}
									width={26}
									label={rail.skill}
								/>
								<small>{rail.skill}</small>
							</span>
						))}
					</span>
					<span className="mute text-end">{student.last ? dayWords(student.last) : "no lesson yet"}</span>
				</Link>
			))}
			{away.length > 0 && (
				<>
					<h2 className="mt-4">Archived</h2>
					{away.map((student) => (
						<Link key={student.id} href={`/students/${student.id}`} className={css.line}>
							<b dir="auto">{student.name}</b>
						</Link>
					))}
				</>
			)}
		</BenchPage>
	);
}
