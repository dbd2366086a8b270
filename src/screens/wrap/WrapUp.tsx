"use client";

import { type ComponentProps, Fragment, useMemo } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { ownWords } from "@/core/commands/atTheEnd";
import type { LessonView } from "@/core/log/view";
import { wishesOf, wishOf } from "@/core/log/wish";
import { type RungWrap, wrapUp } from "@/core/log/wrap";
import type { Pack } from "@/core/pack/pack";
import type { LessonOnDevice, LessonState } from "@/device/lesson";
import { useMarks } from "@/screens/live/useLesson";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import { GiveAway } from "@/ui/GiveAway";
import Link from "@/ui/Link";
import { PegMoves } from "@/ui/PegMoves";
import { PlannedDone } from "@/ui/PlannedDone";
import { RungFacts } from "@/ui/RungFacts";
import { AskThem, HoldTheFinish } from "./AskThem";
import { FeltBetter } from "./FeltBetter";
import { KeepForLadder } from "./KeepForLadder";
import { NextDays } from "./NextDays";
import { Names, type People, usePeople } from "./People";
import { Practise } from "./Practise";
import { SendNote } from "./SendNote";
import { Unclaimed } from "./Unclaimed";
import { holeOf, type Note, useWrapUp } from "./useWrapUp";
import { WrapMargin } from "./WrapMargin";
import css from "./wrap.module.css";

/** What improved, in numbers; what was said; what to send; when next. */
export function WrapUp({ lesson, state, pack }: { lesson: LessonOnDevice; state: LessonState; pack: Pack }) {
	const { view } = state;
	const rungs = useMemo(() => wrapUp(view), [view]);
	const wrap = useWrapUp(lesson, view, pack, rungs);
	const { students, nameOf, day } = wrap;
	const people = usePeople(lesson.lesson, students);
	const { who } = people;
	// The same as long as the lesson is: what is worked out of it is not worked out anew at each letter of a note.
	const part = useMemo(() => partOf(who, { rungs, view, pack }), [who, rungs, view, pack]);
	const unplaced = rungs.some((rung) => rung.ladder === null);
	return (
		<BenchPage
			ownFoot
			margin={
				<WrapMargin
					lesson={lesson}
					view={view}
					students={who ? [who] : students}
					nameOf={nameOf}
					wishes={wishesOf(view, who ? [who] : students.length > 0 ? students : [null])}
				/>
			}
		>
			<h1 dir="auto">{students.map(nameOf).join(", ") || "Quick count"}</h1>
			<p className="mute">
				Wrap-up of {day && dayWords(day)}
				{view.closed && ", finished before. Changes are saved as a new entry."}
				{" · "}
				<Link href={`/live?lesson=${lesson.lesson}`}>back to the lesson</Link>
			</p>
			<Names people={people} students={students} nameOf={nameOf} />
			{unplaced && (
				<p className="asks">
					Some tries have no student yet. <Link href={`/live?lesson=${lesson.lesson}`}>Choose the student</Link> before
					you finish.
				</p>
			)}
			{rungs.length === 0 && <p>No tries counted.</p>}
			<Rungs lesson={lesson} {...part} nameOf={students.length > 1 ? nameOf : undefined} />
			<GiveAway view={view} pack={pack} onGive={(command) => void lesson.write(command)} />
			<PlannedDone view={view} nameOf={nameOf} />
			<PegMoves view={part.view} nameOf={students.length > 1 ? nameOf : undefined} />
			<KeepForLadder view={view} pack={part.pack} />
			<Unclaimed lesson={lesson} view={view} pack={part.pack} nameOf={nameOf} named={students.length > 1} />
			{(who ? [who] : students).map((student) => {
				const of = { lesson, view, student, name: nameOf(student) ?? "", named: students.length > 1 };
				return <Asked key={student} of={of} pack={pack} wish={wishOf(view, student)} />;
			})}
			{(who ? [who] : students).map((student) => (
				<Practise
					key={student}
					view={view}
					pack={pack}
					student={student}
					name={nameOf(student) ?? ""}
					named={students.length > 1}
					drills={wrap.drills}
				/>
			))}
			<Closing lesson={lesson} view={view} wrap={wrap} people={people} hasRungs={rungs.some(({ ladder }) => ladder)} />
		</BenchPage>
	);
}

/** One student's part of a lesson, or all of it. */
function partOf(
	who: string | null,
	{ rungs, view, pack }: { rungs: readonly RungWrap[]; view: LessonView; pack: Pack },
) {
	if (who === null) return { rungs, view, pack };
	const ladders = pack.ladders.filter(({ student }) => student === who);
	return {
		rungs: rungs.filter(({ student }) => student === who),
		view: { ...view, moves: view.moves.filter(({ student }) => student === who) },
		pack: { ...pack, ladders },
	};
}

/** What is asked and looked at together; where several were here, folded: their pages stay short. */
function Asked({
	of,
	...asked
}: { of: Omit<ComponentProps<typeof AskThem>, "pack" | "wish"> } & Pick<
	ComponentProps<typeof AskThem>,
	"pack" | "wish"
>) {
	const all = (
		<>
			<HoldTheFinish {...of} />
			<AskThem {...of} {...asked} />
		</>
	);
	if (!of.named) return all;
	return (
		<details className="mt-2">
			<summary>
				Ask <span dir="auto">{of.name}</span>, and look at a finish
			</summary>
			{all}
		</details>
	);
}

/** What was done on each rung, and which try of it felt better. */
function Rungs({
	lesson,
	view,
	pack,
	rungs,
	nameOf,
}: {
	lesson: LessonOnDevice;
	view: LessonView;
	pack: Pack;
	rungs: readonly RungWrap[];
	/** Names, where more than one student is on the page. */
	nameOf: ((student: string | null) => string | undefined) | undefined;
}) {
	return rungs.map((rung) => (
		<Fragment key={`${rung.student}${rung.ladder}${rung.rung}${rung.easedBy ?? ""}${rung.under ?? ""}`}>
			<RungFacts
				rung={rung}
				who={nameOf?.(rung.student)}
				onWords={(cue, text, kind) => lesson.write(ownWords(lesson.snapshot().view, cue, { text, kind }))}
				before={holeOf(pack, rung)}
			/>
			<FeltBetter lesson={lesson} view={view} rung={rung} />
		</Fragment>
	));
}

/** The remark, each one's note and next lesson, and the end of the lesson. */
function Closing({
	lesson,
	view,
	wrap,
	people,
	hasRungs,
}: {
	lesson: LessonOnDevice;
	view: LessonView;
	wrap: ReturnType<typeof useWrapUp>;
	people: People;
	hasRungs: boolean;
}) {
	const { students, nameOf, remark, setRemark, notes } = wrap;
	const { who } = people;
	return (
		<Form onSubmit={(event) => event.preventDefault()} className="mt-3">
			<FormRow id="remark" label="Remark, for you">
				<Form.Control
					as="textarea"
					rows={2}
					maxLength={4000}
					value={remark}
					onChange={(e) => setRemark(e.target.value)}
					dir="auto"
				/>
			</FormRow>
			<div id="note" />
			<p className="hint m-0">
				<a href="/note">Note template</a>
			</p>
			{notes
				.filter(({ student }) => who === null || student === who)
				.map((note) => (
					<NoteField key={note.student ?? ""} note={note} onSent={() => who && people.markSent(who)} />
				))}
			<NextDays wrap={wrap} who={who} />
			{people.next && (
				<Button variant="outline-primary" className="mt-3" onClick={() => people.next && people.show(people.next)}>
					next: <span dir="auto">{nameOf(people.next) ?? "somebody"}</span>
				</Button>
			)}
			<div className={css.room} />
			<div className={css.foot}>
				{hasRungs && <a href="#practise">practise</a>}
				{students.length > 0 && <a href="#promised">promise</a>}
				<a href="#note">note</a>
				<Button onClick={wrap.close} disabled={wrap.closing}>
					{view.closed ? "save the changes" : "finish lesson"}
				</Button>
			</div>
			<HowFar lesson={lesson} />
		</Form>
	);
}

function NoteField({
	note: { student, label, text, write, lines, leftOut, leave, again },
	onSent,
}: {
	note: Note;
	onSent: () => void;
}) {
	return (
		<div className="mb-3">
			{lines.length > 1 && (
				<fieldset className={css.lines} aria-label={`Parts of the note: ${label.replace(/,.*/, "").toLowerCase()}`}>
					{lines.map(({ id, about }) => (
						<Form.Check
							key={id}
							id={`line-${student ?? ""}-${id}`}
							label={about}
							aria-label={`in the note: ${about}`}
							checked={!leftOut.includes(id)}
							onChange={(event) => leave(id, !event.target.checked)}
						/>
					))}
				</fieldset>
			)}
			<FormRow
				id={`note-${student ?? "one"}`}
				label={label}
				hint={again ? "In your own words." : "Written from the count. Change it as you like."}
			>
				<Form.Control
					as="textarea"
					rows={6}
					maxLength={4000}
					value={text}
					onChange={(event) => write(event.target.value)}
					dir="auto"
				/>
			</FormRow>
			<SendNote text={text} label={label} onSent={onSent} />
			{again && (
				<Button variant="link" onClick={again}>
					write the note again from the count<span className="visually-hidden">: {label}</span>
				</Button>
			)}
		</div>
	);
}

function HowFar({ lesson }: { lesson: LessonOnDevice }) {
	const { unkept, unsent } = useMarks(lesson);
	return (
		<p className="hint mt-2" role="status">
			{unkept > 0 ? `saving ${unkept}` : "all saved"} · {unsent > 0 ? `${unsent} to send` : "all sent"}
		</p>
	);
}
