import { wrapUp } from "@/core/log/wrap";
import type { StudentLessons } from "@/server/readStudents";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords, fromToday } from "@/ui/dates";
import Link from "@/ui/Link";
import { RungFacts } from "@/ui/RungFacts";
import css from "@/ui/rows.module.css";

/** What happened, lesson by lesson, latest first: every attempt on its strip, every cue with what followed. */
export function StudentLessonsView({ student, lessons, total, older }: StudentLessons) {
	return (
		<BenchPage
			margin={
				<>
					<p className="mute">
						Filled disc: good. Open ring: not good. Dash: did not count. Notch between two tries: a cue. Grey: an easier
						or harder form, counted apart.
					</p>
					<ul className={css.plain}>
						{lessons.map(({ id, day }) => (
							<li key={id}>
								<a href={`#${id}`}>{day ? dayWords(day) : "a lesson without a day"}</a>
							</li>
						))}
					</ul>
				</>
			}
		>
			<h1 dir="auto">
				<Link href={`/students/${student.id}`}>{student.name}</Link>: all lessons
			</h1>
			<p className="mute">{total === 0 ? "No lessons yet." : `${total} in all, latest first.`}</p>
			{lessons.map(({ id, day, view }) => {
				const rungs = wrapUp(view).filter((rung) => rung.student === student.id);
				return (
					<section key={id} id={id} aria-label={day ? dayWords(day) : "A lesson"} className="mb-4">
						<h2>
							<Link href={`/lessons/${id}`}>{day ? dayWords(day) : "a lesson without a day"}</Link>{" "}
							<span className="mute">{day && fromToday(day)}</span>
						</h2>
						{rungs.length === 0 && <p className="mute">No tries counted.</p>}
						{rungs.map((rung) => (
							<RungFacts
								key={`${rung.ladder}${rung.rung}${rung.easedBy ?? ""}${rung.under ?? ""}`}
								rung={rung}
								day={day ? dayWords(day) : id}
							/>
						))}
						{view.closed?.body.remark && <p dir="auto">Remark: {view.closed.body.remark}</p>}
					</section>
				);
			})}
			{older && (
				<p>
					<Link className="btn btn-outline-primary" href={`/students/${student.id}/lessons?before=${older}`}>
						older lessons
					</Link>
				</p>
			)}
		</BenchPage>
	);
}
