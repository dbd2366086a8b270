"use client";

import { useState } from "react";
import type { Board } from "@/core/lesson/board";
import { limitWords, readOn } from "@/core/pack/placing";
import { plural } from "@/core/text/lists";
import { PlainLink } from "@/ui/PlainLink";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";
import css from "./drawer.module.css";

/** How many tries the limit is moved by. */
const STEP = 6;

/** The way to the wrap-up, then four groups, what is used most first in each: this try, the student, the drill, then lesson and device. */
export function MoreDrawer() {
	const { lesson } = useLive();
	return (
		<Drawer title="More">
			<PlainLink className={css.choice} href={`/wrap?lesson=${lesson.lesson}`}>
				wrap up
				<small>ask, move the peg, note</small>
			</PlainLink>
			<ThisTry />
			<ThisStudent />
			<ThisDrill />
			<ThisLesson />
			<RungWords />
		</Drawer>
	);
}

const Group = ({ name, children }: { name: string; children: React.ReactNode }) => (
	<section aria-label={name} className={css.group}>
		<h2>{name}</h2>
		<Choices>{children}</Choices>
	</section>
);

function ThisTry() {
	const { open } = useLive();
	return (
		<Group name="This try">
			<Choice onClick={() => open("label")} small="which grip, old or new">
				label
			</Choice>
			<Choice onClick={() => open("tally")} small="a set as numbers">
				totals
			</Choice>
			<Choice onClick={() => open("park")} small="for later, not said">
				park
			</Choice>
		</Group>
	);
}

function ThisStudent() {
	const { board, open } = useLive();
	return (
		<Group name="This student">
			<Choice onClick={() => open("ladders")} small="rung, ladder, student">
				what next
			</Choice>
			<Choice onClick={() => open("pain")} small="ends the work here">
				pain
			</Choice>
			{board.ladder && (
				<Choice onClick={() => open("spot")} small="show a fault on purpose">
					spot it
				</Choice>
			)}
		</Group>
	);
}

/** Its limit, set and form, what is watched in it, and who takes turns in it. */
function ThisDrill() {
	const { board, acts } = useLive();
	const done = useDone();
	const { allowed } = board.visit.verdict;
	return (
		<section aria-label="This drill" className={css.group}>
			<h2>This drill</h2>
			<Choices>
				<Choice onClick={done(() => acts.limit(STEP))} small={`limit ${allowed} now`}>
					six more
				</Choice>
				<Choice onClick={done(() => acts.limit(-STEP))} disabled={allowed <= STEP} small="off the limit">
					six fewer
				</Choice>
				<SetChoices />
				<DrillDrawers />
			</Choices>
			<FormChoices />
		</section>
	);
}

function ThisLesson() {
	const { board, holds, acts, open } = useLive();
	const done = useDone();
	return (
		<Group name="This lesson and device">
			{board.set.open && (
				<Choice onClick={() => open("break")} small="with minutes">
					a break
				</Choice>
			)}
			<Choice onClick={() => open("group")} small="up to twelve students on one screen">
				group board
			</Choice>
			<Choice onClick={() => open("lesson")} small="minutes, wish, effort">
				this lesson
			</Choice>
			<Choice onClick={() => open("device")} small="sound, thumb, remote">
				this device
			</Choice>
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
					add {plural(one.tries, "try")} from another device
				</Choice>
			))}
		</Group>
	);
}

/** Whether a press makes the rung itself theirs again: what protects them is not lifted here. */
const lifts = ({ ladder, set }: Board): boolean => {
	const limit = ladder?.limits?.find(({ rung }) => rung === set.placing.rung);
	return limit === undefined || limit.by === "coach";
};

const reasons = ["too hard for now", "to protect them", "kit is missing"] as const;

/** The easier form as the rung from now on, with its reason; lifted by one press. */
function Easing({ easedBy, onEase }: { easedBy: string | null; onEase: (reason: string) => void }) {
	const [asked, setAsked] = useState(false);
	if (easedBy)
		return (
			<Choice aria-pressed={true} onClick={() => onEase("")} small={easedBy}>
				back to the rung itself, from now on
			</Choice>
		);
	if (!asked)
		return (
			<Choice onClick={() => setAsked(true)} small="from now on, until you lift it">
				make the easier form theirs
			</Choice>
		);
	return reasons.map((reason) => (
		<Choice key={reason} onClick={() => onEase(reason)} small="the easier form is theirs from now on">
			{reason}
		</Choice>
	));
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

/** What a drill may have of its own: calls, a rhythm, roles, a drawing. */
function DrillDrawers() {
	const { board, open } = useLive();
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
			{(board.turns || (settings.roles ?? []).length > 0) && (
				<Choice onClick={() => open("roles")} small="does, feeds, counts, watches">
					roles
				</Choice>
			)}
			{(settings.sketch?.items.length ?? 0) > 0 && (
				<Choice onClick={() => open("setup")} small="who stands where">
					set-up
				</Choice>
			)}
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
			{settings.easier && (placing.easedBy ? lifts(board) : true) && (
				<Easing easedBy={placing.easedBy ?? null} onEase={(reason) => done(() => acts.easeForThem(reason))()} />
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
