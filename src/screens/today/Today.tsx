import type { Booked } from "@/core/calendar/held";
import { plural } from "@/core/text/lists";
import { capital } from "@/core/text/wording";
import { WeekRows } from "@/screens/calendar/WeekRows";
import type { TodayLadder, TodayProps } from "@/server/readToday";
import { Begin } from "@/ui/Begin";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords, fromToday } from "@/ui/dates";
import { Parked, Promises } from "@/ui/KeepList";
import Link from "@/ui/Link";
import { Rail } from "@/ui/Rail";
import { Ready } from "@/ui/Ready";
import { SearchButton } from "@/ui/SearchButton";
import { Decide } from "./Decide";
import { Due } from "./Due";
import { Next } from "./Next";
import { OpenLessons } from "./OpenLessons";
import { RestOfWeek } from "./RestOfWeek";
import css from "./today.module.css";
import { Welcome } from "./Welcome";

/** Who is next, what is due, what was promised, what needs a decision. */
export function Today({ studio, day, open, students, more, names, keeping, decide, due, practice, week }: TodayProps) {
	const [next, ...later] = students;
	return (
		<BenchPage
			keys={[]}
			margin={
				<>
					<Promises studio={studio.id} student={null} entries={keeping.promises} names={names} />
					<Parked studio={studio.id} student={null} entries={keeping.parked} names={names} />
				</>
			}
			spine={
				<div className={css.day}>
					{dayWords(day, day)}
					<SearchButton className={css.search} />
				</div>
			}
		>
			<h1 className="visually-hidden">Today</h1>
			{students.length === 0 && <Welcome />}
			<OpenLessons studio={studio.id} day={day} open={open} />
			{next && (
				<section className={css.next} aria-label="Next lesson">
					<Next next={next} day={day} promises={keeping.promises} />
					<div className={css.rails}>
						{next.ladders.map((ladder) => (
							<LadderLine key={ladder.id} student={next} ladder={ladder} day={day} large />
						))}
						{next.ladders.length === 0 && <NoLadder id={next.id} />}
					</div>
				</section>
			)}
			<Decide studio={studio.id} decide={decide} day={day} />
			<Week week={week} day={day} />
			<Due studio={studio.id} due={due} day={day} />
			<FromHome practice={practice} day={day} />
			{later.length > 0 && (
				<section aria-label="Later">
					<h2 className={css.then}>Later</h2>
					{later.map((student) => (
						<div key={student.id} className={css.later}>
							<span className={css.laterDay}>{whenWords(student, day)}</span>
							<span>
								<Link href={`/students/${student.id}`} dir="auto">
									<b>{student.name}</b>
								</Link>
								{student.ladders.map((ladder) => (
									<LadderLine key={ladder.id} student={student} ladder={ladder} day={day} />
								))}
								{student.ladders.length === 0 && <NoLadder id={student.id} />}
							</span>
						</div>
					))}
					{more > 0 && (
						<p className="mt-2">
							<Link href="/students">and {more} more students</Link>
						</p>
					)}
				</section>
			)}
			<p className={css.quick}>
				<Begin ladder={null} label="quick count" quiet />
				<span className="mute">Choose the student and the rung afterwards.</span>
			</p>
			<Ready />
		</BenchPage>
	);
}

/** What was said with practice at home, and waits for a word. */
const FromHome = ({ practice, day }: Pick<TodayProps, "practice" | "day">) =>
	practice.length > 0 && (
		<section aria-label="Home practice" className={css.due}>
			<h2>
				<Link href="/practice">Home practice</Link>
			</h2>
			<ul>
				{practice.map((one) => (
					<li key={`${one.assignment} ${one.day} ${one.remark}`}>
						<Link href={`/practice/${one.assignment}`} dir="auto">
							{one.who}: “{one.remark}”
						</Link>{" "}
						<span className="mute">{fromToday(one.day, day)}</span>
					</li>
				))}
			</ul>
		</section>
	);

/** Lessons of today as rows, those of the week in one line that opens into theirs. */
function Week({ week: { now, rest, lessons, open }, day }: Pick<TodayProps, "week" | "day">) {
	return (
		<section aria-label="This week" className={css.week}>
			<h2>
				This week <Link href="/calendar">calendar</Link>
			</h2>
			{now.length + lessons === 0 && <p className="mute m-0">No lessons in the calendar for these seven days.</p>}
			{now.length > 0 && <WeekRows rows={now} day={day} />}
			{lessons > 0 && (
				<RestOfWeek
					day={day}
					rows={rest}
					words={`${plural(lessons, "lesson")} in the days after, ${open === 0 ? "all planned" : `${open} not planned yet`}`}
				/>
			)}
		</section>
	);
}

/** When they come, or that they are here. */
const whenWords = ({ next, isOpen }: TodayProps["students"][number], day: string): string =>
	isOpen ? "in a lesson" : next ? dayWords(next, day) : "no day set";

/** Their lesson of the calendar, where it is today's. */
const bookedFor = ({ lesson }: TodayProps["students"][number], day: string): Booked | null =>
	lesson?.day === day ? { id: lesson.booking, on: lesson.on } : null;

function LadderLine({
	student,
	ladder,
	day,
	large = false,
}: {
	/** Where their lesson of today is open, a press goes back into it. */
	student: TodayProps["students"][number];
	ladder: TodayLadder;
	day: string;
	large?: boolean;
}) {
	const { rail, last } = ladder;
	const peg = rail.holes[rail.pegIndex];
	return (
		<div className={large ? css.ladder : css.small}>
			{large && (
				<Rail
					holes={rail.holes}
					pegIndex={rail.pegIndex}
					pitch={Math.min(22, 150 / rail.holes.length)}
					width={46}
					label={ladder.what}
				/>
			)}
			<div>
				<Link href={`/ladders/${ladder.id}`}>{ladder.what}</Link>
				<div dir="auto">
					<b className={large ? css.peg : ""}>{peg?.name}</b>{" "}
					<span className="mute">
						rung {rail.pegIndex + 1} of {rail.holes.length}
					</span>
				</div>
				{last && large && (
					<p className="mute m-0">
						{capital(fromToday(last.day, day))}: {last.good} of {last.tries} good{last.result && `, ${last.result}`}
						{last.rung !== peg?.name && ` on ${last.rung}`}
						{last.cue && `. Cue: “${last.cue}”`}
					</p>
				)}
			</div>
			<Begin
				ladder={ladder.id}
				isOpen={student.isOpen}
				quiet={!large}
				of={`${student.name}, ${ladder.what}`}
				booked={bookedFor(student, day)}
			/>
		</div>
	);
}

const NoLadder = ({ id }: { id: string }) => (
	<p className="m-0">
		No ladder yet. <Link href={`/ladders/new?student=${id}`}>Make a ladder</Link>: three plain rungs are enough.
	</p>
);
