"use client";

import { memo, useEffect, useState, useSyncExternalStore } from "react";
import { type Board, countOf } from "@/core/lesson/board";
import { elsewhereWords } from "@/core/lesson/labels";
import type { LessonView } from "@/core/log/view";
import { readOn, variationWords } from "@/core/pack/placing";
import { ruleSentence } from "@/core/rules";
import { plural } from "@/core/text/lists";
import type { KeepingState, LessonOnDevice } from "@/device/lesson";
import { late } from "@/ui/late";
import { clockFace } from "./clockFace";
import css from "./count.module.css";
import { setText, useDirectPaint } from "./useDirectPaint";
import type { SetClock } from "./useSetClock";

/** What happened last time is not needed to count: it is fetched after what is. */
const Opening = late(
	() => import("./Opening").then((module) => module.Opening),
	() => null,
);

function useMinute(): number {
	const [time, setTime] = useState(() => Date.now());
	useEffect(() => {
		const timer = setInterval(() => setTime(Date.now()), 10_000);
		return () => clearInterval(timer);
	}, []);
	return time;
}

/** For the eye only, as what happened last time: the count is there before it. It moves a few times a lesson, and is not drawn anew for every try. */
const SteadyRail = late(
	() =>
		import("@/ui/Rail").then(({ Rail }) =>
			memo(Rail, (before, after) => JSON.stringify(before) === JSON.stringify(after)),
		),
	() => null,
);

/** Minutes since the lesson began, or left of what was planned: for the eye only, the record does not use it. */
function clockWords(view: LessonView, time: number): { value: number; words: string } | null {
	if (!view.opened) return null;
	const gone = Math.max(0, Math.floor((time - Date.parse(view.opened.at)) / 60_000));
	const planned = view.opened.body.minutes;
	if (planned === null || gone > planned + 240) return null;
	return { value: planned - gone, words: planned - gone < 0 ? "min over" : "min left" };
}

/** For the eye only: nothing that is counted waits for them. */
const Resting = late(
	() => import("./Resting").then((module) => module.Resting),
	() => null,
);

/** The number the coach acts on: on the screen before anything else that a touch changes. */
function TheCount({ lesson, className, words }: { lesson: LessonOnDevice; className: string; words: string }) {
	const count = useDirectPaint<HTMLOutputElement>(lesson, (on) => setText(on, countOf(lesson.snapshot().view).value));
	return (
		<div className={css.numberRoom}>
			<output ref={count} className={className} aria-label={words} data-testid="count" />
		</div>
	);
}

function Used({ lesson }: { lesson: LessonOnDevice }) {
	const used = useDirectPaint<HTMLElement>(lesson, (on) => setText(on, String(countOf(lesson.snapshot().view).used)));
	return <b ref={used} className={css.used} data-testid="used" />;
}

/** What is on this device's disk, and what is with the server. */
function KeptMark({ lesson }: { lesson: LessonOnDevice }) {
	const kept = useDirectPaint<HTMLDivElement>(lesson, (on) => {
		const { keptTo, ackedTo, unkept, unsent } = lesson.marks();
		Object.assign(on.dataset, { keptTo, ackedTo, device: lesson.snapshot().device });
		const words = [unkept === 0 ? "saved ✓" : `saving ${unkept}`, unsent === 0 ? "sent ✓" : `${unsent} to send`];
		setText(on, words.join("\n"));
	});
	return (
		<div className={css.corner}>
			<div ref={kept} className={css.kept} data-testid="kept" />
		</div>
	);
}

/** What cannot be stored, sent or taken in, in words. */
function troubleOf({ aside, trouble, room, unsent }: KeepingState): string | null {
	return aside ? `The server did not accept an entry. See Data: ${aside}` : trouble && unsent > 0 ? trouble : room;
}

function Trouble({ lesson }: { lesson: LessonOnDevice }) {
	const said = () => troubleOf(lesson.marks());
	const words = useSyncExternalStore(lesson.subscribeFirst, said, said);
	return (
		words && (
			<p className={css.trouble} role="status">
				{words}
			</p>
		)
	);
}

const turnWords = ({ now, next, at }: NonNullable<Board["turns"]>): string =>
	at === "together" ? `${now} and ${next} together` : `${now} now${at && `, ${at}`}`;

/** Who won which: a full mark for a bout that was won, an empty one for one that was lost. */
const BoutRow = ({ row }: { row: readonly boolean[] }) =>
	row.length > 0 && (
		<span
			className={css.bouts}
			role="img"
			aria-label={`bouts: ${row.map((won) => (won ? "won" : "lost")).join(", ")}`}
			data-testid="bouts"
		>
			{row.map((won) => (won ? "●" : "○")).join(" ")}
		</span>
	);

/** What the number means: of what it is counted, and what is needed. */
function Meaning({ board }: { board: Board }) {
	const { set, visit, stretch, round, ladder } = board;
	const { met, progress } = visit.judgements[set.variation];
	if (stretch) return <span>chances taken</span>;
	if (round) return <span>next: {readOn(ladder, round.next)}</span>;
	if (set.elsewhere === "warm-up") return <span>tries, not judged</span>;
	if (met) return <b>rule met</b>;
	return (
		<>
			{progress.row && <BoutRow row={progress.row} />}
			<span className={css.what}>{progress.words} ·</span>{" "}
			<span>
				needs <b>{progress.target}</b>
			</span>
		</>
	);
}

/** Whose turn it is, where and how it is worked, and the drill as it is done now. */
function DrillLine({ board, label }: { board: Board; label: string }) {
	const { set, turns, round, ladder } = board;
	return (
		<div className={css.drill} dir="auto">
			{turns && <b data-testid="turn">{turnWords(turns)} · </b>}
			{set.elsewhere && <b>{round ? round.words : `${elsewhereWords[set.elsewhere]} ${set.under ?? ""}`.trim()} · </b>}
			{label && <b data-testid="label">{label} · </b>}
			{readOn(ladder, variationWords(set.placing, set.variation))}
		</div>
	);
}

function ClockFields({ clock }: { clock: SetClock }) {
	return (
		<div className={css.setClock}>
			<button type="button" onClick={clock.toggle}>
				<b data-testid="clock">{clockFace(clock.left)}</b>
				<span>{clock.out ? "time is up. New tries are late" : clock.running ? "pause" : "start the clock"}</span>
			</button>
			<button type="button" aria-pressed={clock.aloud} onClick={clock.speak}>
				<span>{clock.aloud ? "calling the seconds" : "call the seconds"}</span>
			</button>
		</div>
	);
}

/** What is left of tries and time, and how far it is kept. */
function SideColumn({ lesson, board, view }: { lesson: LessonOnDevice; board: Board; view: LessonView }) {
	const { set, visit } = board;
	const { verdict } = visit;
	const clock = clockWords(view, useMinute());
	const setFull = set.open && board.triesInSet >= set.placing.settings.triesPerSet;
	return (
		<div className={css.side}>
			<div>
				<Used lesson={lesson} />
				of {plural(verdict.allowed, "try")}
				{verdict.raisedBy > 0 && <small> ({verdict.raisedBy} added)</small>}
			</div>
			{clock && (
				<div>
					<b>{Math.abs(clock.value)}</b>
					{clock.words}
				</div>
			)}
			{(board.stretch || !set.open) && <Resting set={set} view={view} />}
			<div>
				<div className={css.inSet}>
					{`set ${board.setNumber} · ${board.triesInSet} of ${set.placing.settings.triesPerSet}`}
				</div>
				{setFull && <b className={css.full}>set full</b>}
			</div>
			{verdict.kind === "cannot be met today" && <div className="asks">cannot be passed today</div>}
			<KeptMark lesson={lesson} />
		</div>
	);
}

/** The way to the rule, full where it is met; empty where nothing is judged. Tries used up stand beside it as numbers. */
function WayBar({ board: { set, visit, stretch } }: { board: Board }) {
	const { met, progress } = visit.judgements[set.variation];
	const isJudged = !stretch && set.elsewhere !== "warm-up";
	const share = !isJudged ? 0 : met ? 1 : Math.min(1, Math.max(0, progress.value / Math.max(1, progress.target)));
	return (
		<div
			className={css.bar}
			style={{ backgroundSize: `${100 * share}% 100%` }}
			role="img"
			aria-label={
				!isJudged ? "not judged" : met ? "rule met" : `${progress.value} of ${progress.target} on the way to the rule`
			}
			data-testid="way"
		/>
	);
}

/** The number in words, for whoever hears it: what it needs only where it is judged. */
function countWords({ set, visit, stretch, triesInSet }: Board): string {
	const { met, progress } = visit.judgements[set.variation];
	if (stretch) return `taken ${stretch.taken} of ${stretch.came}`;
	if (set.elsewhere === "warm-up") return `${plural(triesInSet, "try")}, not judged`;
	return `${progress.value} ${progress.words}, ${met ? "rule met" : `needs ${progress.target}`}`;
}

/** In one line of a phone: two would push the marks below onto the bar. */
const editedWords = ({ since, anew }: NonNullable<Board["edited"]>): string =>
	since === "next set"
		? `Rung edited. The next set ${anew ? "starts from zero" : "uses it"}.`
		: `Rung edited since the last set.${anew ? " The count starts from zero." : ""}`;

/** The number the coach acts on, what it means, and what is left of tries and time. */
export function CountZone({
	lesson,
	board,
	label,
	view,
	takenBack,
	notCounted,
	onPutBack,
	setClock,
}: {
	lesson: LessonOnDevice;
	board: Board;
	/** What holds for every try until it is changed. */
	label: string;
	view: LessonView;
	takenBack: { words: string; by: string } | null;
	/** The try whose correction a press on a field closed. */
	notCounted: number | null;
	onPutBack: (by: string) => void;
	setClock: SetClock | null;
}) {
	const { set, visit, rail } = board;
	const { met, progress } = visit.judgements[set.variation];
	// Until the first try there is nothing to count: what happened last time stands there instead.
	const opening =
		visit.tries.length + visit.tallies.length + visit.scores.length === 0 && board.ladder !== null && !board.stretch;
	const longer = board.stretch || (progress.large && !met);
	return (
		<section className={css.count} aria-label="Count">
			<div className={css.rail}>
				{rail && (
					<SteadyRail
						holes={rail.holes}
						pegIndex={rail.pegIndex}
						width={46}
						pitch={Math.min(33, Math.max(9, 230 / rail.holes.length))}
						label={board.ladder?.skill ?? ""}
					/>
				)}
			</div>
			<div className={`${css.middle} ${setClock ? css.withClock : ""}`}>
				<DrillLine board={board} label={label} />
				{opening && (
					<div className={css.openingRoom}>
						<Opening />
					</div>
				)}
				<TheCount
					lesson={lesson}
					className={opening ? "visually-hidden" : `${css.number} ${longer ? css.longer : ""}`}
					words={countWords(board)}
				/>
				{setClock && <ClockFields clock={setClock} />}
				<div className={css.meaning} title={ruleSentence(visit.rule)}>
					<Meaning board={board} />
					{!set.open && " · resting"}
				</div>
			</div>
			<SideColumn lesson={lesson} board={board} view={view} />
			<WayBar board={board} />
			<Trouble lesson={lesson} />
			{board.edited && notCounted === null && (
				<p className={css.trouble} role="status">
					{editedWords(board.edited)}
				</p>
			)}
			{notCounted !== null && (
				<p className={css.trouble} role="status">
					Correction of try {notCounted} closed. No try was counted.
				</p>
			)}
			{takenBack && (
				<button type="button" className={css.back} onClick={() => onPutBack(takenBack.by)}>
					{takenBack.words} undone
					<br />
					redo
				</button>
			)}
		</section>
	);
}
