"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { calledOn } from "@/core/caller/called";
import { countOf } from "@/core/lesson/board";
import { readOn } from "@/core/pack/placing";
import { keepText, readKept } from "@/device/localKeep";
import { useLive } from "../LiveContext";
import type { Call } from "../useCalled";
import css from "./courtside.module.css";
import { Shape, shapeCount } from "./Shape";
import { click, say, silence, toneOf } from "./sound";
import { useCaller } from "./useCaller";

const hows = ["spoken", "a tone each", "silent"] as const;
type How = (typeof hows)[number];
const HOW = "peg-ladder caller";
const keptHow = (): How => hows.find((one) => one === readKept(HOW)) ?? "spoken";

const [LARGEST_PX, ROOM_PX, LETTER_EM] = [220, 350, 0.58];

/** As large as its longest word has room for on a phone, in pixels. */
const sizeOf = (words: string): number => {
	const longest = Math.max(...words.split(/\s+/).map(({ length }) => length), 1);
	return Math.min(LARGEST_PX, Math.floor(ROOM_PX / (LETTER_EM * longest)));
};

/** What is called next, over everything but the fields: one touch says good or off, as ever. */
export function CallerDrawer() {
	const { lesson, view, board, close, setCall } = useLive();
	const { set, visit, ladder } = board;
	const { settings } = set.placing;
	const all = useMemo(() => calledOn(settings), [settings]);
	const [how, setHow] = useState(keptHow);
	const words = useRef<HTMLDivElement>(null);
	const show = (call: Call | null) => {
		// Painted onto the page at once: the beat does not wait until anything is drawn anew.
		for (const one of words.current?.querySelectorAll<HTMLElement>("[data-word]") ?? [])
			one.hidden = one.dataset.word !== (call?.name ?? "");
		if (words.current) words.current.dataset.nth = call ? String(call.nth) : "";
		if (!call) return;
		if (how === "spoken") say(readOn(ladder, call.name));
		if (how === "a tone each") click(toneOf(all.indexOf(call.name)));
	};
	const calls = useCaller({
		visit,
		lesson: lesson.lesson,
		most: settings.triesPerSet,
		onShow: show,
		onCall: setCall,
	});
	const focus = useRef<HTMLElement>(null);
	useEffect(() => {
		focus.current?.focus();
		return silence;
	}, []);
	const last = visit.tries.at(-1);
	const again = hows[(hows.indexOf(how) + 1) % hows.length] as How;
	return (
		<section ref={focus} tabIndex={-1} className={css.over} aria-label="Caller">
			<div className={css.bar}>
				<button
					type="button"
					onClick={() => {
						keepText(HOW, again);
						setHow(again);
					}}
				>
					<small>called out</small> {how}
				</button>
				<button type="button" onClick={calls.running ? calls.stop : calls.start}>
					{calls.running ? "stop" : "start"}
				</button>
				<button type="button" onClick={close}>
					close
				</button>
			</div>
			<div ref={words} className={css.words} role="status" data-testid="call" data-side={set.placing.side}>
				{all.map((name, i) => {
					const word = readOn(ladder, name);
					return (
						<p key={name} data-word={name} hidden dir="auto" style={{ fontSize: sizeOf(word) }}>
							<Shape of={i % shapeCount} mirrored={set.placing.side === "left"} />
							<b>{word}</b>
						</p>
					);
				})}
				<p data-word="" className={css.ready}>
					{calls.said === 0 ? <Ready all={all.map((name) => readOn(ladder, name))} /> : "set finished"}
				</p>
			</div>
			<p className={css.line}>
				<span>
					{calls.said > 0 && (
						<>
							call <b>{calls.said}</b> of {settings.triesPerSet}
						</>
					)}
				</span>
				<span data-testid="last-call">
					{last?.body.called !== undefined && (
						<>
							last: <b dir="auto">{readOn(ladder, last.body.called)}</b> {last.good ? "good" : "off"}
						</>
					)}
				</span>
				<span>
					<b>{countOf(view).value}</b> of {visit.judgements[set.variation].progress.target}
				</span>
			</p>
		</section>
	);
}

function Ready({ all }: { all: readonly string[] }) {
	const { board } = useLive();
	const { caller } = board.set.placing.settings;
	return (
		<>
			{caller?.beat
				? `every ${caller.beat.every} s${caller.beat.spread > 0 ? `, ± ${caller.beat.spread}` : ""}`
				: "a new call after each touch"}
			<small dir="auto">{all.join(" · ")}</small>
		</>
	);
}
