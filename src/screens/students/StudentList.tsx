import type { StudentLine } from "@/server/readStudents";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import { Rail } from "@/ui/Rail";
import css from "./students.module.css";

/** What concerns several of them at once. */
const around = [
	["/care", "care"],
	["/load", "load"],
	["/rounds", "rounds"],
	["/stations", "stations"],
	["/sums", "sums"],
	["/studio", "the studio"],
] as const;

/** Everybody, with their pegs beside them. */
export function StudentList({ students }: { students: StudentLine[] }) {
	const here = students.filter((s) => !s.archived);
	const away = students.filter((s) => s.archived);
	return (
		<BenchPage
			margin={
				<p className="mute">A student who stops is put away, not deleted: the count stays, and comes back with them.</p>
			}
		>
			<div className={css.head}>
				<h1>Students</h1>
				<span>
					{around.map(([href, words]) => (
						<Link key={href} className="me-3" href={href}>
							{words}
						</Link>
					))}
					<Link className="btn btn-primary" href="/students/new">
						add a student
					</Link>
				</span>
			</div>
			{here.length === 0 && <p>Nobody yet. A name is enough to begin with.</p>}
			{here.map((student) => (
				<Link key={student.id} href={`/students/${student.id}`} className={css.line}>
					<span>
						<b dir="auto">{student.name}</b>
						<br />
						<span className="mute">
							{student.level}, {student.strongSide} strong{student.parts && ` · mind the ${student.parts}`}
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
					<h2 className="mt-4">Put away</h2>
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
