"use client";

import { Fragment, useMemo } from "react";
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
import { DayField } from "@/ui/DayField";
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
	const { students, nameOf, day, remark, setRemark, practise, setPractise, notes } = wrap;
	const unplaced = rungs.some((rung) => rung.ladder === null);
	return (
		<BenchPage
			margin={
				<WrapMargin
					lesson={lesson}
					view={view}
					students={students}
					nameOf={nameOf}
					wishes={wishesOf(view, students.length > 0 ? students : [null])}
				/>
			}
		>
			<h1 dir="auto">{students.map(nameOf).join(", ") || "Quick count"}</h1>
			<p className="mute">
				Wrap-up of {day && dayWords(day)}
				{view.closed && ", closed before; what you change is written down anew"}
				{" · "}
				<Link href={`/live?lesson=${lesson.lesson}`}>back into the lesson</Link>
			</p>
			{unplaced && (
				<p className="asks">
					Some tries are for nobody yet. <Link href={`/live?lesson=${lesson.lesson}`}>Say for whom</Link> before you
					close.
				</p>
			)}
			{rungs.length === 0 && <p>Nothing was counted.</p>}
			<Rungs lesson={lesson} view={view} pack={pack} rungs={rungs} nameOf={students.length > 1 ? nameOf : undefined} />
			<GiveAway view={view} pack={pack} onGive={(command) => void lesson.write(command)} />
			<PlannedDone view={view} nameOf={nameOf} />
			<PegMoves view={view} nameOf={students.length > 1 ? nameOf : undefined} />
			<KeepForLadder view={view} pack={pack} />
			<Unclaimed lesson={lesson} view={view} pack={pack} nameOf={nameOf} named={students.length > 1} />
			{students.map((student) => {
				const of = { lesson, view, student, name: nameOf(student) ?? "", named: students.length > 1 };
				return (
					<div key={student}>
						<HoldTheFinish {...of} />
						<AskThem {...of} pack={pack} wish={wishOf(view, student)} />
					</div>
				);
			})}
			<Practise
				view={view}
				pack={pack}
				value={practise}
				nameOf={students.length > 1 ? nameOf : undefined}
				onChange={(value) => setPractise(JSON.stringify(value))}
			/>
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
					<a href="/note">How your notes are written</a>
				</p>
				{notes.map((note) => (
					<NoteField key={note.student ?? ""} {...note} />
				))}
				<NextDays wrap={wrap} />
				<div className={css.room} />
				<div className={css.foot}>
					{rungs.some(({ ladder }) => ladder) && <a href="#practise">practise</a>}
					{students.length > 0 && <a href="#promised">promise</a>}
					<a href="#note">note</a>
					<Button onClick={wrap.close} disabled={wrap.closing}>
						{view.closed ? "write it down" : "close the lesson"}
					</Button>
				</div>
				<HowFar lesson={lesson} />
			</Form>
		</BenchPage>
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
		<Fragment key={`${rung.student}${rung.ladder}${rung.rung}${rung.easedBy ?? ""}`}>
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

/** When each comes next; one press where it is the same for all. */
function NextDays({ wrap: { students, nameOf, day, nexts, setNext } }: { wrap: ReturnType<typeof useWrapUp> }) {
	const whose = students.length > 0 ? students : [""];
	const [first = ""] = whose.map((one) => nexts[one] ?? "");
	const isSame = whose.every((one) => nexts[one] === first);
	return (
		<div className="d-flex gap-3 align-items-end flex-wrap">
			{whose.map((one) => (
				<FormRow
					key={one}
					id={`next${one}`}
					label={students.length > 1 ? `Next lesson, ${nameOf(one) ?? "somebody"}` : "Next lesson"}
					className=""
				>
					<DayField least={day} value={nexts[one] ?? ""} onChange={(next) => setNext({ [one]: next })} />
				</FormRow>
			))}
			{first && !isSame && (
				<Button variant="outline-primary" onClick={() => setNext(Object.fromEntries(whose.map((one) => [one, first])))}>
					the same day for all
				</Button>
			)}
		</div>
	);
}

function NoteField({ student, label, text, write, lines, leftOut, leave, again }: Note) {
	return (
		<div className="mb-3">
			{lines.length > 1 && (
				<fieldset className={css.lines} aria-label={`What is in it: ${label.replace(/,.*/, "").toLowerCase()}`}>
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
				hint={again ? "In your own words." : "Written from the count; change it as you like."}
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
			<SendNote text={text} label={label} />
			{again && (
				<Button variant="link" onClick={again}>
					from the count again<span className="visually-hidden">: {label}</span>
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
