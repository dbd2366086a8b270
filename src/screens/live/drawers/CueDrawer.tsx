"use client";

import { useState } from "react";
import { lookedFor, whys } from "@/core/log/kinds";
import type { Visit } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { firstCue, SHOWN } from "@/core/skill/cue";
import { MEETINGS } from "@/core/skill/keyCue";
import { plural } from "@/core/text/lists";
import { today } from "@/ui/dates";
import { Media } from "@/ui/Media";
import { useDone, useLive } from "../LiveContext";
import type { Acts } from "../useActs";
import { Causes } from "./Causes";
import { Choice, Choices, Drawer } from "./Drawer";
import css from "./drawer.module.css";

const isDue = ({ due }: { due: string | null }) => due !== null && due <= today();

/** Cues for the watched positions, the one the advice would offer first; questions and confirmations apart. */
export function CueDrawer() {
	const { board, acts, pack } = useLive();
	const done = useDone();
	const { ladder, advice, turns, tried } = board;
	const keys = pack.students.find(({ id }) => id === tried.visit.student)?.cues ?? [];
	/** Of a cue that is to be met again: that it is, and whether it is due. */
	const keyWords = (text: string): string => {
		const key = keys.find((one) => one.text === text);
		return key ? ` · key cue, ${isDue(key) ? "due" : `repeated ${key.met} of ${MEETINGS}`}` : "";
	};
	const worked = pack.students.find(({ id }) => id === tried.visit.student)?.worked ?? [];
	/** Of a cue that worked for this student: in how many of ten the position was right after it. */
	const workedWords = (text: string): string => {
		const one = worked.find((cue) => cue.text === text);
		return one ? ` · worked before, right ${Math.round(10 * one.share)} in 10` : "";
	};
	const { visit } = tried;
	/** Whose try it was, where two take turns. */
	const about = turns && (tried.set === board.set ? turns.now : turns.next);
	const given = (words: string) =>
		visit.entries.filter(({ event }) => event.kind === "feedback" && event.body.cue?.text === words).length;
	const say = (...body: Parameters<Acts["feedback"]>) => done(() => acts.feedback(...body))();
	const remark = tooMuch(visit, advice.line === "let-adjust");
	// What the advice is about comes first; the others in their causal order.
	const watched = lookedFor(visit.placing);
	const positions = watched.toSorted((a, b) => Number(b.id === advice.position) - Number(a.id === advice.position));
	const last = acts.lastTry();
	return (
		<Drawer title={about ? `Cues · ${about}` : "Cues"}>
			{remark && (
				<p className="m-0 asks" role="status">
					{remark}
				</p>
			)}
			{last && (
				<section aria-label="Why was the last one off?">
					<h2>Why was the last one off?</h2>
					<div className={`${css.choices} ${css.four}`}>
						{whys.map((why) => (
							<Choice
								key={why}
								aria-pressed={last.why === why}
								onClick={done(() => acts.because(last.why === why ? null : why))}
							>
								{why}
							</Choice>
						))}
					</div>
				</section>
			)}
			{positions.map((position) => {
				// What worked for this student first; else the one outside of the body.
				const first =
					position.cues.find(({ text }) => worked.some((cue) => cue.text === text)) ?? firstCue(position.cues);
				const cues = first ? [first, ...position.cues.filter((cue) => cue !== first)] : [];
				return (
					<section key={position.id} aria-label={position.name}>
						<h2 dir="auto">{position.name}</h2>
						<div className="d-flex flex-column gap-1">
							{cues.map((cue) => (
								<Choice
									key={cue.text}
									small={`${cue.kind}${workedWords(cue.text)}${keyWords(cue.text)}${given(cue.text) ? ` · given ${plural(given(cue.text), "time")}` : ""}`}
									onClick={() => say({ type: "correction", position: position.id, cue })}
								>
									<span dir="auto">{cue.text}</span>
								</Choice>
							))}
						</div>
						<Look position={ladder?.positions.find((one) => one.id === position.id)}>
							<Choice onClick={() => say({ type: "correction", position: position.id, cue: null })}>
								in own words
							</Choice>
							<Choice onClick={() => say({ type: "question", position: position.id, cue: null })}>asked</Choice>
							<Choice onClick={() => say({ type: "confirmation", position: position.id, cue: null })}>
								“that was right”
							</Choice>
							<Choice onClick={() => say({ type: "correction", position: position.id, cue: SHOWN })}>shown</Choice>
						</Look>
						<Causes position={position.id} />
					</section>
				);
			})}
			<Choices>
				<Choice onClick={() => say({ type: "correction", position: null, cue: null })}>something else</Choice>
				<Choice onClick={() => say({ type: "question", position: null, cue: null })}>asked: what did you feel?</Choice>
				<Choice onClick={() => say({ type: "confirmation", position: null, cue: null })}>well done</Choice>
				<Choice onClick={() => say({ type: "correction", position: null, cue: SHOWN })}>showed all positions</Choice>
				<Choice small="a mark on the last try" disabled={!acts.canName()} onClick={done(acts.namedFirst)}>
					they named it first
				</Choice>
			</Choices>
		</Drawer>
	);
}

const MOST_CORRECTIONS = 2;

/** A quiet word to the coach: more than two corrections in a set, or one while the last is still being tried. */
function tooMuch(visit: Visit, adjusting: boolean): string | null {
	const set = visit.sets.at(-1);
	const said = visit.entries.filter(
		({ event }) => event.kind === "feedback" && event.body.type === "correction" && event.set === set,
	).length;
	if (said > MOST_CORRECTIONS) return `${said} corrections in this set. That may be enough.`;
	if (adjusting) return "They are still trying the last cue. Leave a few tries without a new one.";
	return null;
}

/** What else can be said of a position; and how one tells, with the pictures, when it is asked for. */
function Look({
	position,
	children,
}: {
	position: PackLadder["positions"][number] | undefined;
	children: React.ReactNode;
}) {
	const [open, setOpen] = useState(false);
	const lines = position?.look ?? [];
	const pictures = position?.pictures ?? [];
	return (
		<>
			<div className={`${css.choices} ${css.four}`}>
				{children}
				{lines.length + pictures.length > 0 && (
					<Choice aria-expanded={open} onClick={() => setOpen(!open)}>
						{pictures.length > 0 ? "show it" : "how to see it"}
					</Choice>
				)}
			</div>
			{open && (
				<div className={css.look}>
					{pictures.map((picture) => (
						<figure key={picture.hash + picture.shows}>
							<Media picture={picture} words={`${position?.name}, ${picture.shows}`} />
							<figcaption dir="auto">{picture.shows}</figcaption>
						</figure>
					))}
					{lines.map((line) => (
						<p key={line} dir="auto">
							{line}
						</p>
					))}
				</div>
			)}
		</>
	);
}
