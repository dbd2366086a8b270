"use client";

import { useEffect, useRef, useState } from "react";
import { rampAt } from "@/core/skill/rhythm";
import { useStable } from "@/ui/useStable";
import { useLive } from "../LiveContext";
import css from "./courtside.module.css";
import { click, say, silence, soundClock } from "./sound";

const speeds = ["50", "75", "100", "slow to full"] as const;
type Speed = (typeof speeds)[number];

/** A pause between two times through, in seconds at full speed. */
const BETWEEN_S = 1.2;
const AHEAD_S = 0.15;
const [FIRST_HZ, LATER_HZ] = [1320, 880];
const SHAKE_MS = 22;

/** The skill's rhythm as clicks, shakes and a mark that moves, again and again; the count goes on meanwhile. */
export function RhythmDrawer() {
	const { board, close } = useLive();
	const { set, ladder } = board;
	const rhythm = ladder?.rhythm;
	const [speed, setSpeed] = useState<Speed>("100");
	const [playing, setPlaying] = useState(false);
	const [aloud, setAloud] = useState(false);
	const mark = useRef<HTMLSpanElement>(null);
	const now = useRef<HTMLOutputElement>(null);
	const focus = useRef<HTMLElement>(null);
	useEffect(() => focus.current?.focus(), []);
	const { triesPerSet } = set.placing.settings;
	const percentNow = speed === "slow to full" ? rampAt(board.triesInSet, triesPerSet) : Number(speed);
	/** Read anew each time through: the ramp grows with the count. */
	const percent = useStable(() => percentNow);
	const aloudNow = useStable(() => aloud);
	useEffect(() => {
		if (!playing || !rhythm) return;
		const timers = new Set<ReturnType<typeof setTimeout>>();
		let frame = 0;
		const through = () => {
			for (const timer of timers) clearTimeout(timer);
			timers.clear();
			const by = 100 / percent();
			const clock = soundClock();
			const from = performance.now() + AHEAD_S * 1000;
			const soundsFrom = (clock?.currentTime ?? 0) + AHEAD_S;
			const at = (seconds: number, act: () => void) =>
				timers.add(setTimeout(act, from + seconds * 1000 - performance.now()));
			for (const { clicks, at: start, voice, breath } of rhythm.stretches) {
				for (const [n, one] of clicks.entries()) {
					click(n === 0 ? FIRST_HZ : LATER_HZ, soundsFrom + one * by);
					at(one * by, () => navigator.vibrate?.(SHAKE_MS));
				}
				at(start * by, () => {
					const words = [voice, breath && `breathe ${breath}`].filter(Boolean).join(", ");
					if (now.current) now.current.textContent = words;
					if (aloudNow() && words) say(words);
				});
			}
			cancelAnimationFrame(frame);
			const move = () => {
				const gone = (performance.now() - from) / 1000 / (rhythm.seconds * by);
				if (mark.current) mark.current.style.left = `${100 * Math.min(1, Math.max(0, gone))}%`;
				frame = requestAnimationFrame(move);
			};
			frame = requestAnimationFrame(move);
			at((rhythm.seconds + BETWEEN_S) * by, through);
		};
		through();
		return () => {
			for (const timer of timers) clearTimeout(timer);
			cancelAnimationFrame(frame);
			silence();
		};
	}, [playing, rhythm, percent, aloudNow]);
	if (!rhythm) return null;
	return (
		<section ref={focus} tabIndex={-1} className={css.over} aria-label="Rhythm">
			<div className={css.bar}>
				<button type="button" aria-pressed={aloud} onClick={() => setAloud(!aloud)}>
					say the words aloud
				</button>
				<button type="button" onClick={() => setPlaying(!playing)}>
					{playing ? "stop" : "start"}
				</button>
				<button type="button" onClick={close}>
					close
				</button>
			</div>
			<output ref={now} className={css.saidNow} dir="auto" />
			<div className={css.beats} aria-hidden="true">
				{rhythm.stretches.map((one) => (
					<span key={one.at} style={{ flexGrow: one.seconds }}>
						<b dir="auto">{one.short}</b>
						<i>{"● ".repeat(Math.min(8, one.clicks.length)) || "–"}</i>
					</span>
				))}
				<span ref={mark} className={css.mark} hidden={!playing} />
			</div>
			<p className={css.line}>
				<span>
					<b data-testid="tempo">{percentNow}</b> per cent of full speed
				</span>
				<span>
					<b>{board.triesInSet}</b> of {triesPerSet} in the set
				</span>
			</p>
			<div className={css.bar}>
				{speeds.map((one) => (
					<button key={one} type="button" aria-pressed={one === speed} onClick={() => setSpeed(one)}>
						{one}
					</button>
				))}
			</div>
		</section>
	);
}
