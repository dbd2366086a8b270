"use client";

import { memo, useEffect, useState, useSyncExternalStore } from "react";
import type { LessonView } from "@/core/log/lesson";
import { type Pack, readOn, variationWords } from "@/core/pack/pack";
import { ruleSentence } from "@/core/rules";
import type { LessonOnDevice, Marks } from "@/device/lesson";
import { Rail } from "@/ui/Rail";
import css from "./live.module.scss";
import { type Board, countOf } from "./model";
import { Opening } from "./Opening";
import type { SetClock } from "./useSetClock";
import { setText, useTold } from "./useTold";

function useMinute(): number {
	const [time, setTime] = useState(() => Date.now());
	useEffect(() => {
		const timer = setInterval(() => setTime(Date.now()), 10_000);
		return () => clearInterval(timer);
	}, []);
	return time;
}

/** The rail moves a few times a lesson, and is not drawn anew for every try. */
const SteadyRail = memo(Rail, (before, after) => JSON.stringify(before) === JSON.stringify(after));

/** Minutes since the lesson began, or left of what was planned: for the eye only, the record does not use it. */
function clockWords(view: LessonView, time: number): { value: number; words: string } | null {
	if (!view.opened) return null;
	const gone = Math.max(0, Math.floor((time - Date.parse(view.opened.at)) / 60_000));
	const planned = view.opened.body.minutes;
	if (planned === null || gone > planned + 240) return null;
	return { value: planned - gone, words: planned - gone < 0 ? "min over" : "min left" };
}

const restFrom = (view: LessonView, set: string): string | null =>
	view.events.findLast((event) => event.kind === "set.closed" && event.set === set)?.at ?? null;

/** How long the rest has been: for the eye only. */
function Resting({ since, minutes, words = "rest" }: { since: string | null; minutes: number | null; words?: string }) {
	const [time, setTime] = useState(() => Date.now());
	useEffect(() => {
		const timer = setInterval(() => setTime(Date.now()), 1000);
		return () => clearInterval(timer);
	}, []);
	const seconds = since === null ? 0 : Math.floor((time - Date.parse(since)) / 1000);
	// A clock that was set meanwhile says nothing of the rest.
	if (seconds < 0 || seconds >= 3600) return null;
	return (
		<div>
			<b data-testid="rest">{clockFace(seconds)}</b>
			{minutes === null ? words : `of ${minutes}:00`}
		</div>
	);
}

/** How long the stretch has been: for the eye only. */
const Running = ({ since }: { since: string | null }) => <Resting since={since} minutes={null} words="in play" />;

const clockFace = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;

/** The number the coach acts on: on the screen before anything else that a touch changes. */
function TheCount({ lesson, className, words }: { lesson: LessonOnDevice; className: string; words: string }) {
	const count = useTold<HTMLOutputElement>(lesson, (on) => setText(on, countOf(lesson.snapshot().view).value));
	return (
		<div className={css.numberRoom}>
			<output ref={count} className={className} aria-label={words} data-testid="count" />
		</div>
	);
}

function Used({ lesson }: { lesson: LessonOnDevice }) {
	const used = useTold<HTMLElement>(lesson, (on) => setText(on, String(countOf(lesson.snapshot().view).used)));
	return <b ref={used} className={css.used} data-testid="used" />;
}

/** What is on this device's disk, and what is with the server. */
function KeptMark({ lesson }: { lesson: LessonOnDevice }) {
	const kept = useTold<HTMLDivElement>(lesson, (on) => {
		const { keptTo, ackedTo, unkept, unsent } = lesson.marks();
		Object.assign(on.dataset, { keptTo, ackedTo, device: lesson.snapshot().device });
		const words = [unkept === 0 ? "kept ✓" : `keeping ${unkept}`, unsent === 0 ? "sent ✓" : `${unsent} to send`];
		setText(on, words.join("\n"));
	});
	return (
		<div className={css.corner}>
			<div ref={kept} className={css.kept} data-testid="kept" />
		</div>
	);
}

/** What cannot be stored, sent or taken in, in words. */
function troubleOf({ aside, trouble, room, unsent }: Marks): string | null {
	return aside ? `Set aside by the server, see Records: ${aside}` : trouble && unsent > 0 ? trouble : room;
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

/** The number the coach acts on, what it means, and what is left of tries and time. */
export function CountZone({
	lesson,
	board,
	label,
	pack,
	view,
	takenBack,
	onPutBack,
	setClock,
}: {
	lesson: LessonOnDevice;
	board: Board;
	/** What holds for every try until it is changed. */
	label: string;
	pack: Pack;
	view: LessonView;
	takenBack: { words: string; by: string } | null;
	onPutBack: (by: string) => void;
	setClock: SetClock | null;
}) {
	const { set, visit, rail } = board;
	const { verdict } = visit;
	const judgement = visit.judgements[set.variation];
	const { target, words } = judgement.progress;
	const met = judgement.met;
	const clock = clockWords(view, useMinute());
	const share = (n: number) => `${Math.min(100, (100 * n) / Math.max(1, verdict.allowed))}%`;
	// Until the first try there is nothing to count: what happened last time stands there instead.
	const setFull = set.open && board.triesInSet >= set.placing.settings.triesPerSet;
	const opening = visit.tries.length + visit.tallies.length === 0 && board.ladder !== null && !board.stretch;
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
				<div className={css.drill} dir="auto">
					{board.turns && <b data-testid="turn">{turnWords(board.turns)} · </b>}
					{set.elsewhere && <b>{board.round ? board.round.words : set.elsewhere} · </b>}
					{label && <b data-testid="label">{label} · </b>}
					{readOn(board.ladder, variationWords(set.placing, set.variation))}
				</div>
				{opening && <Opening pack={pack} board={board} />}
				<TheCount
					lesson={lesson}
					className={
						opening
							? "visually-hidden"
							: `${css.number} ${board.stretch || (judgement.progress.large && !met) ? css.longer : ""}`
					}
					words={`${judgement.progress.value} ${words}, needs ${target}`}
				/>
				{setClock && (
					<div className={css.setClock}>
						<button type="button" onClick={setClock.toggle}>
							<b data-testid="clock">{clockFace(setClock.left)}</b>
							<span>{setClock.out ? "time; new tries are late" : setClock.running ? "pause" : "start the clock"}</span>
						</button>
						<button type="button" aria-pressed={setClock.aloud} onClick={setClock.speak}>
							<span>{setClock.aloud ? "calling the seconds" : "call the seconds"}</span>
						</button>
					</div>
				)}
				<div className={css.meaning} title={ruleSentence(visit.rule)}>
					{board.stretch ? (
						<span>taken, of what came</span>
					) : board.round ? (
						<span>next: {readOn(board.ladder, board.round.next)}</span>
					) : set.elsewhere === "warm-up" ? (
						<span>tries, not judged</span>
					) : met ? (
						<b>rule met</b>
					) : (
						<>
							<span className={css.what}>{words} ·</span>{" "}
							<span>
								needs <b>{target}</b>
							</span>
						</>
					)}
					{!set.open && " · resting"}
				</div>
			</div>
			<div className={css.side}>
				<div>
					<Used lesson={lesson} />
					of {verdict.allowed} tries
				</div>
				{clock && (
					<div>
						<b>{Math.abs(clock.value)}</b>
						{clock.words}
					</div>
				)}
				{board.stretch && set.open && <Running since={view.events.find(({ id }) => id === set.id)?.at ?? null} />}
				{!set.open && <Resting since={restFrom(view, set.id)} minutes={set.rest?.minutes ?? null} />}
				<div>
					<div className={css.inSet}>
						{`set ${board.setNumber} · ${board.triesInSet} of ${set.placing.settings.triesPerSet}`}
					</div>
					{setFull && <b className={css.full}>set full</b>}
				</div>
				{verdict.kind === "cannot be met today" && <div className="asks">cannot be met today</div>}
				<KeptMark lesson={lesson} />
			</div>
			<div
				className={css.bar}
				style={{ backgroundSize: `${share(verdict.used)} 100%` }}
				role="img"
				aria-label={`${verdict.used} of ${verdict.allowed} tries used`}
			>
				{verdict.raisedBy > 0 && <u style={{ left: share(verdict.allowed - verdict.raisedBy) }} />}
			</div>
			<Trouble lesson={lesson} />
			{takenBack && (
				<button type="button" className={css.back} onClick={() => onPutBack(takenBack.by)}>
					{takenBack.words} taken back
					<br />
					put it back
				</button>
			)}
		</section>
	);
}
