"use client";

import type { Board } from "@/core/lesson/board";
import { limitWords, readOn } from "@/core/pack/placing";
import { plural } from "@/core/text/lists";
import { PlainLink } from "@/ui/PlainLink";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";
import css from "./drawer.module.css";

/** How many tries the limit is moved by. */
const STEP = 6;

/** Limit, variation, set, park, pain, and the way to the wrap-up. */
export function MoreDrawer() {
	const { lesson, board, holds, acts } = useLive();
	const done = useDone();
	return (
		<Drawer title="More">
			<Choices>
				<PlainLink className={css.choice} href={`/wrap?lesson=${lesson.lesson}`}>
					wrap up
				</PlainLink>
				<Choice onClick={done(() => acts.limit(STEP))} small={`${board.visit.verdict.allowed} now`}>
					six more
				</Choice>
				<Choice
					onClick={done(() => acts.limit(-STEP))}
					disabled={board.visit.verdict.allowed <= STEP}
					small="of the limit"
				>
					six fewer
				</Choice>
				<SetChoices />
				<OtherDrawers />
			</Choices>
			<FormChoices />
			{!holds && (
				<Choice onClick={done(acts.takeOver)} small="the other device then watches">
					take over the count
				</Choice>
			)}
			{board.apart.map((one) => (
				<Choice
					key={`${one.set}/${one.device}`}
					onClick={done(() => acts.join(one.set, one.device))}
					small="not counted until you add them"
				>
					count in {plural(one.tries, "try")} of another device
				</Choice>
			))}
			<RungWords />
		</Drawer>
	);
}

/** Why this student does the rung as they do. */
const limitedOn = ({ ladder, set }: Board): string | null => ladder && limitWords(ladder, set.placing.rung);

/** What is to be known of the rung in hand. */
function RungWords() {
	const { board, pack } = useLive();
	const { settings, student } = board.set.placing;
	const limited = limitedOn(board);
	const them = pack.students.find(({ id }) => id === student)?.student;
	return (
		<>
			{limited && <p className="m-0 asks">{limited}</p>}
			{board.ladder?.trigger && (
				<p className="m-0" dir="auto">
					Starts on: {board.ladder.trigger}
				</p>
			)}
			{them && (
				<p className={them.touch ? "m-0 mute" : "m-0"}>
					{them.touch ? `Guided by touch: consent on ${them.touch}.` : "Guided by touch: no consent. Use words only."}
				</p>
			)}
			{settings.neverAlone && <p className="m-0">Must not be practised alone.</p>}
			{settings.drill && (
				<p className="m-0" dir="auto">
					{readOn(board.ladder, settings.drill)}
				</p>
			)}
		</>
	);
}

/** Where the set ends or begins, what is watched in it, and who takes turns in it. */
function SetChoices() {
	const { board, acts, open } = useLive();
	const done = useDone();
	const { set, mirror } = board;
	return (
		<>
			{set.open ? (
				<Choice onClick={done(acts.endSet)} small={`set ${board.setNumber}`}>
					end set
				</Choice>
			) : (
				<Choice onClick={done(acts.nextSet)} small="or just keep counting">
					next set
				</Choice>
			)}
			{set.open && (
				<Choice onClick={() => open("break")} small="with minutes">
					a break
				</Choice>
			)}
			{board.ladder && board.ladder.positions.length > 0 && (
				<Choice
					onClick={() => open("watch")}
					small={set.placing.positions.map(({ short }) => short).join(", ") || "nothing yet"}
				>
					watch
				</Choice>
			)}
			{board.turns && (
				<Choice onClick={done(acts.endTurns)} small={`only ${board.turns.now} continues`}>
					end the turns
				</Choice>
			)}
			{!board.turns && mirror && (
				<Choice
					onClick={done(() => acts.takeTurns(mirror))}
					small={`${set.placing.side} and ${mirror.side}, try by try`}
				>
					sides in turn
				</Choice>
			)}
			<Choice onClick={done(acts.stretch)} small={set.stretch ? "tries count again" : "rally, run, free play"}>
				{set.stretch ? "end open play" : "open play"}
			</Choice>
		</>
	);
}

function OtherDrawers() {
	const { board, open } = useLive();
	const hasSketch = (board.set.placing.settings.sketch?.items.length ?? 0) > 0;
	const { settings } = board.set.placing;
	const { caller } = settings;
	return (
		<>
			{caller && (
				<Choice onClick={() => open("caller")} small={caller.beat ? "on a beat" : "by touch"}>
					caller
				</Choice>
			)}
			{board.ladder?.rhythm && (
				<Choice onClick={() => open("rhythm")} small="clicks at its tempo">
					rhythm
				</Choice>
			)}
			<Choice onClick={() => open("group")} small="up to twelve students on one screen">
				group board
			</Choice>
			{(board.turns || (settings.roles ?? []).length > 0) && (
				<Choice onClick={() => open("roles")} small="does, feeds, counts, watches">
					roles
				</Choice>
			)}
			{board.ladder && (
				<Choice onClick={() => open("spot")} small="show a fault on purpose">
					spot it
				</Choice>
			)}
			<Choice onClick={() => open("tally")} small="a set as numbers">
				totals
			</Choice>
			{hasSketch && (
				<Choice onClick={() => open("setup")} small="who stands where">
					set-up
				</Choice>
			)}
			<Choice onClick={() => open("label")} small="which grip, old or new">
				label
			</Choice>
			<Choice onClick={() => open("park")} small="for later, not said">
				park
			</Choice>
			<Choice onClick={() => open("pain")} small="ends the work here">
				pain
			</Choice>
			<Choice onClick={() => open("lesson")} small="minutes, wish, effort">
				this lesson
			</Choice>
			<Choice onClick={() => open("device")} small="sound, thumb, remote">
				this device
			</Choice>
			<Choice onClick={() => open("ladders")} small="rung, ladder, student">
				what next
			</Choice>
		</>
	);
}

/** The rung as it is, or in another form. */
function FormChoices() {
	const { board, acts } = useLive();
	const done = useDone();
	const { variation, placing } = board.set;
	const { settings } = placing;
	const words = (form: string) => readOn(board.ladder, form) || "in your own way";
	return (
		<Choices>
			<Choice aria-pressed={variation === "own"} onClick={done(() => acts.variation("own"))} small="as it is">
				the rung
			</Choice>
			<Choice
				aria-pressed={variation === "easier"}
				onClick={done(() => acts.variation("easier"))}
				small={words(settings.easier)}
			>
				easier
			</Choice>
			{settings.easier && !limitedOn(board) && (
				<Choice
					aria-pressed={Boolean(placing.easedBy)}
					onClick={done(acts.easeForThem)}
					small="it becomes their rung and can be passed"
				>
					make the easier form theirs
				</Choice>
			)}
			<Choice
				aria-pressed={variation === "harder"}
				onClick={done(() => acts.variation("harder"))}
				small={words(settings.harder)}
			>
				harder
			</Choice>
		</Choices>
	);
}
