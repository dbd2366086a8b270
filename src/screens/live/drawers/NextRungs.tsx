"use client";

import { useState } from "react";
import { pegIn } from "@/core/commands/peg";
import { circuitOn, quickUp } from "@/core/commands/rounds";
import type { Rung } from "@/core/ladder/rung";
import { checkOf } from "@/core/log/check";
import { type Elsewhere, type Surrounding, surroundings } from "@/core/log/kinds";
import type { PackLadder } from "@/core/pack/pack";
import { isOut, lastRungOn, limitWords, readOn } from "@/core/pack/placing";
import { plural } from "@/core/text/lists";
import { fromToday, today } from "@/ui/dates";
import { changedActs } from "../acts/changed";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices } from "./Drawer";
import css from "./drawer.module.css";
import { OneLine } from "./OneLine";

/** More are not looked at in one lesson. */
const MOST_CHECKS = 3;

/** This ladder: the rungs above and below first, then ways of working with the peg where it is, then every rung. */
export function NextRungs({ ladder }: { ladder: PackLadder }) {
	const { view, board, acts, open: openDrawer } = useLive();
	const done = useDone();
	const { set } = board;
	const [how, setHow] = useState<Elsewhere>(set.elsewhere ?? "here today");
	const [naming, setNaming] = useState(false);
	const peg = pegIn(view, ladder);
	const open = ladder.rungs.filter(({ id }) => !isOut(ladder, id));
	const at = open.findIndex(({ id }) => id === peg);
	const [above, below] = [open[at + 1], open[at - 1]];
	const nameOf = (rung: string | undefined) => ladder.rungs.find(({ id }) => id === rung)?.settings.name;
	const numberOf = (rung: string) => ladder.rungs.findIndex(({ id }) => id === rung) + 1;
	const quick = quickUp(view, ladder);
	const circuit = circuitOn(view, ladder);
	const lastRung = lastRungOn(ladder);
	const bottom = open[0];
	const row = (rung: Rung) => {
		const limited = limitWords(ladder, rung.id);
		const inHand = rung.id === set.placing.rung;
		const words = readOn(ladder, rung.settings.name);
		return (
			<div key={rung.id} className={css.rungRow}>
				<Choice
					aria-pressed={inHand}
					small={`rung ${numberOf(rung.id)}${rung.id === peg ? ", the peg" : how === "warm-up" ? " · as a warm-up" : " · here today, the peg stays"}${limited ? `. ${limited}` : ""}`}
					onClick={done(() => (rung.id === peg ? acts.backToPeg() : acts.workHere(ladder, rung.id, how)))}
				>
					<span dir="auto">{words}</span>
				</Choice>
				<Choice disabled={rung.id === peg} onClick={done(() => acts.moveTo(rung.id))}>
					move the peg<span className="visually-hidden"> to {words}</span>
				</Choice>
			</div>
		);
	};
	if (naming)
		return (
			<OneLine
				label="What is it called?"
				placeholder="one word is enough"
				most={80}
				does="start it"
				focus
				onTake={(name) => done(() => changedActs(acts.desk).improvise(name))()}
			/>
		);
	return (
		<>
			{set.elsewhere && (
				<Choice
					small={`rung ${numberOf(peg)}, ${readOn(ladder, nameOf(peg) ?? "")}`}
					onClick={done(() => acts.backToPeg())}
				>
					back to the peg
				</Choice>
			)}
			{above && <h2>The rung above</h2>}
			{above && row(above)}
			{below && <h2>The rung below</h2>}
			{below && row(below)}
			<DueChecks ladder={ladder} />
			<h2>Just today, peg stays</h2>
			<Choices>
				{bottom && (
					<Choice small="from the bottom, not judged" onClick={done(() => acts.workHere(ladder, bottom.id, "warm-up"))}>
						warm-up
					</Choice>
				)}
				{quick && (
					<Choice
						small={`${quick.each} good each, then the peg`}
						onClick={done(() => acts.workHere(ladder, quick.stops[0]?.rung ?? peg, "here today", quick))}
					>
						quick climb
					</Choice>
				)}
				{circuit.stops.length > 1 && (
					<Choice
						small={`${circuit.stops.length} drills, ${plural(circuit.each, "try")} each`}
						onClick={done(() => acts.workHere(ladder, circuit.stops[0]?.rung ?? peg, "here today", circuit))}
					>
						circuit
					</Choice>
				)}
				{ladder.rungs.length > 1 && (
					<Choice small="drills in your order" onClick={() => openDrawer("circuit")}>
						own circuit
					</Choice>
				)}
				{lastRung && lastRung.id !== peg && (
					<Choice
						small={readOn(ladder, lastRung.settings.name)}
						onClick={done(() => acts.workHere(ladder, lastRung.id, "here today"))}
					>
						last lesson’s work
					</Choice>
				)}
				<Choice small="thought of just now" onClick={() => setNaming(true)}>
					a new drill
				</Choice>
			</Choices>
			<h2>Other rungs</h2>
			<Choice
				aria-pressed={how === "warm-up"}
				small="logged, not judged"
				onClick={() => setHow(how === "warm-up" ? "here today" : "warm-up")}
			>
				as a warm-up
			</Choice>
			{ladder.rungs
				.filter((rung) => rung !== above && rung !== below)
				// What is far away stands last.
				.sort((a, b) => Math.abs(numberOf(a.id) - numberOf(peg)) - Math.abs(numberOf(b.id) - numberOf(peg)))
				.map(row)}
		</>
	);
}

/** Passed rungs that want to be looked at again: what slipped first, then the highest, which hold what is below them. */
function DueChecks({ ladder }: { ladder: PackLadder }) {
	const { board, acts, view } = useLive();
	const done = useDone();
	const [own, setOwn] = useState(false);
	const [under, setUnder] = useState<Surrounding>();
	const day = today();
	const looked = new Set(
		view.visits.flatMap((visit) => (visit.ladder === ladder.id && checkOf(visit) !== null ? [visit.rung] : [])),
	);
	const due = ladder.holes
		.flatMap(({ rung, due: on, state }) =>
			on && on <= day && !isOut(ladder, rung) && !looked.has(rung) ? [{ rung, on, state }] : [],
		)
		.reverse()
		.sort((a, b) => Number(b.state === "slipped") - Number(a.state === "slipped"))
		.slice(0, MOST_CHECKS);
	if (due.length === 0) return null;
	return (
		<>
			<h2>Due for a check</h2>
			<Choices>
				<Choice aria-pressed={own} onClick={() => setOwn(!own)}>
					by its own rule
				</Choice>
				{surroundings.map((one) => (
					<Choice key={one} aria-pressed={under === one} onClick={() => setUnder(under === one ? undefined : one)}>
						{one}
					</Choice>
				))}
			</Choices>
			{due.map(({ rung, on, state }) => (
				<Choice
					key={rung}
					aria-pressed={board.set.placing.rung === rung && board.set.elsewhere === "re-check"}
					small={`${own ? "its own rule" : "seven of ten"}${under ? `, ${under}` : ""}, due ${fromToday(on)}${state === "slipped" ? ", slipped last time" : ""}`}
					onClick={done(() => changedActs(acts.desk).reCheck(ladder, rung, own, under))}
				>
					<span dir="auto">
						check: {readOn(ladder, ladder.rungs.find(({ id }) => id === rung)?.settings.name ?? "")}
					</span>
				</Choice>
			))}
		</>
	);
}
