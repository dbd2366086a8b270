import { isDoubtful } from "@/core/log/days";
import { type PractiseWords, partingOf, practiseIn } from "@/core/log/parting";
import type { LiveEvent } from "@/core/log/resolve";
import { dayOf, type LessonView } from "@/core/log/view";
import { wrapUp } from "@/core/log/wrap";
import { stillFigure } from "@/core/position/still";
import { eachOnce } from "@/core/text/wording";
import type { LessonPage } from "@/server/readLesson";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import { PegMoves } from "@/ui/PegMoves";
import { PlannedDone } from "@/ui/PlannedDone";
import { RungFacts } from "@/ui/RungFacts";
import { StillView } from "@/ui/StillView";
import { GiveLater } from "./GiveLater";
import { LessonBooked } from "./LessonBooked";
import { LessonDay } from "./LessonDay";

/** What was heard and seen at the end, in a word or two before it; nothing of what belongs elsewhere. */
function heardIn(event: LiveEvent, { names, causes }: Pick<LessonPage, "names" | "causes">): [string, string][] {
	switch (event.kind) {
		case "answered":
			return [[event.body.question, event.body.answer]];
		case "finish.held":
			return [[event.body.name, event.body.remark]];
		case "position.asked":
			return [[event.body.name, event.body.how === "told" ? "told" : "named by the student"]];
		case "felt.better":
			return [["Felt better:", event.body.label]];
		case "load.raised": {
			const { part, of, to, reason } = event.body;
			return [
				[`The limit for the ${part} was raised to ${to} ${of === "day" ? "that day" : "for seven days"}:`, reason],
			];
		}
		case "fault.spotted": {
			const { name, by } = event.body;
			return [[`Shown wrong, ${name}:`, by ? `${names[by] ?? "a deleted student"} named it first` : "not named"]];
		}
		case "own.mark":
			return [
				[
					`${event.student ? `${names[event.student] ?? "deleted student"}, ` : ""}${event.body.skill}, own mark:`,
					`${event.body.mark} of 10`,
				],
			];
		case "cause.marked":
			return [[`Cause checked, ${causes[event.body.cause] ?? "deleted"}:`, event.body.mark]];
		default:
			return [];
	}
}

/** A lesson as it was: every attempt on its strip, every cue with what followed. */
export function LessonPageView({ id, view, names, causes, studio, today, stills, booked }: LessonPage) {
	const day = dayOf(view);
	const rungs = wrapUp(view);
	const students = [...new Set(rungs.map((rung) => rung.student ?? ""))].filter(Boolean);
	const marks = view.events.flatMap((event) =>
		event.kind === "state" ? [event.body.mark] : event.kind === "pain" ? [`pain, ${event.body.part}`] : [],
	);
	const decisions = view.events.flatMap((event) =>
		event.kind === "advice.followed" || event.kind === "advice.overruled" ? [event] : [],
	);
	const heard = view.events.flatMap((event) => heardIn(event, { names, causes }));
	const partings = (students.length > 0 ? students : [null]).map((student) => ({
		student,
		...partingOf(view, student),
	}));
	return (
		<BenchPage
			margin={
				<>
					{view.closed?.body.remark && (
						<>
							<h2>Remark</h2>
							<p dir="auto">{view.closed.body.remark}</p>
						</>
					)}
					<h2>Advice</h2>
					{decisions.length === 0 && <p className="mute">No advice was followed or skipped.</p>}
					<ul className="ps-3">
						{decisions.map((event) => (
							<li key={event.id}>
								{event.body.title}: <b>{event.kind === "advice.followed" ? "followed" : "skipped"}</b>
							</li>
						))}
					</ul>
					{heard.length > 0 && (
						<>
							<h2>Said and seen at the end</h2>
							{heard.map(([what, words]) => (
								<p key={what} dir="auto" className="mb-1">
									<span className="mute">{what}</span> {words}
								</p>
							))}
						</>
					)}
					<ToPractise practise={partings.flatMap((parting) => practiseIn(parting))} />
					{marks.length > 0 && (
						<>
							<h2>How they were</h2>
							<p>{eachOnce(marks).join(" · ")}</p>
						</>
					)}
					<Notes partings={partings} names={names} />
				</>
			}
		>
			<h1>{day ? dayWords(day, today) : "A lesson"}</h1>
			<LessonDay
				studio={studio}
				lesson={id}
				day={day}
				today={today}
				isDoubtful={isDoubtful({ day, sure: view.dated !== null }, today)}
			/>
			{!view.opened?.body.fromCard && <LessonBooked studio={studio} lesson={id} {...booked} />}
			{view.opened?.body.fromCard && <p className="m-0">Practice from a card, entered that day. Not a lesson.</p>}
			<p className="mute">
				{students.map((student, i) => (
					<span key={student}>
						{i > 0 && ", "}
						<Link href={`/students/${student}`} dir="auto">
							{names[student] ?? "a deleted student"}
						</Link>
					</span>
				))}
				{" · "}
				<Link href={`/wrap?lesson=${id}`}>wrap-up</Link>
				{" · "}
				<Link href={`/live?lesson=${id}`}>reopen</Link>
			</p>
			{rungs.length === 0 && <p>No tries counted.</p>}
			{rungs.map((rung) => (
				<RungFacts
					key={`${rung.student}${rung.ladder}${rung.rung}${rung.easedBy ?? ""}${rung.under ?? ""}`}
					rung={rung}
					who={students.length > 1 ? names[rung.student ?? ""] : undefined}
				/>
			))}
			<GiveLater studio={studio} lesson={id} view={givable(view)} />
			<HeldFinishes stills={stills} />
			<PlannedDone view={view} nameOf={(student) => names[student]} />
			<PegMoves view={view} nameOf={students.length > 1 ? (student) => names[student ?? ""] : undefined} />
		</BenchPage>
	);
}

/** No more than giving has to know goes to the browser. */
const givable = ({ sets, moves, events }: LessonView) => ({
	sets,
	moves,
	events: events.map(({ id, kind, set, ladder }) => ({ id, kind, set, ladder })),
});

/** What was written to each student. */
function Notes({
	partings,
	names,
}: {
	partings: readonly { student: string | null; note?: string | undefined }[];
	names: LessonPage["names"];
}) {
	const several = partings.length > 1;
	const all = partings.flatMap(({ student, note }) =>
		note ? [{ student: several ? student : null, text: note }] : [],
	);
	return all.map(({ student, text }) => (
		<div key={student ?? ""}>
			<h2>{student ? `Note for ${names[student] ?? "a deleted student"}` : "Note for the student"}</h2>
			<p dir="auto" style={{ whiteSpace: "pre-line" }}>
				{text}
			</p>
		</div>
	));
}

const HeldFinishes = ({ stills }: Pick<LessonPage, "stills">) =>
	stills.length > 0 && (
		<section aria-label="Held finishes">
			<h2>Held finishes</h2>
			{stills.map(({ id, still }) => (
				<figure key={id} style={{ maxWidth: 360 }}>
					<StillView still={still} words={`${still.name}, held`} />
					<figcaption dir="auto">
						{still.name} <b>{stillFigure(still)}</b>
					</figcaption>
				</figure>
			))}
		</section>
	);

const ToPractise = ({ practise }: { practise: readonly PractiseWords[] }) =>
	practise.length > 0 && (
		<>
			<h2>To practise</h2>
			<ul className="ps-3">
				{practise.map(({ name, much }) => (
					<li key={name} dir="auto">
						{much ? `${name}: ${much}` : name}
					</li>
				))}
			</ul>
		</>
	);
