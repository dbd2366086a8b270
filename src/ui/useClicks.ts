"use client";

import { useCallback, useEffect, useRef, useState } from "react";

/** What can be played: seconds of one time through, and clicks in seconds from its start. */
interface Playable {
	seconds: number;
	stretches: readonly { clicks: readonly number[] }[];
}

const CLICK_S = 0.04;
/** Sound is asked for a little ahead, so that the first click is whole. */
const AHEAD_S = 0.1;

/** Plays a rhythm as clicks, once; the clock of the sound is the clock of the mark. */
export function useClicks(rhythm: Playable) {
	const [playing, setPlaying] = useState(false);
	const [silent, setSilent] = useState(false);
	const sound = useRef<{ context: AudioContext | null; from: number } | null>(null);
	const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

	const stop = useCallback(() => {
		clearTimeout(timer.current);
		void sound.current?.context?.close();
		sound.current = null;
		setPlaying(false);
	}, []);
	useEffect(() => stop, [stop]);

	const play = () => {
		stop();
		let context: AudioContext | null = null;
		try {
			context = new AudioContext();
		} catch {
			setSilent(true);
		}
		const from = (context ? context.currentTime : performance.now() / 1000) + AHEAD_S;
		if (context)
			for (const [i, { clicks }] of rhythm.stretches.entries())
				for (const [n, at] of clicks.entries()) click(context, from + at, i === 0 && n === 0);
		sound.current = { context, from };
		setPlaying(true);
		timer.current = setTimeout(stop, 1000 * (rhythm.seconds + AHEAD_S + 0.2));
	};

	/** Seconds since the rhythm began. */
	const at = useCallback((): number | null => {
		if (!sound.current) return null;
		const { context, from } = sound.current;
		return Math.max(0, (context ? context.currentTime : performance.now() / 1000) - from);
	}, []);
	return { play, stop, playing, silent, at };
}

/** One click; the first of a rhythm is higher. */
function click(context: AudioContext, when: number, high: boolean): void {
	const tone = context.createOscillator();
	const loud = context.createGain();
	tone.frequency.value = high ? 1320 : 880;
	loud.gain.setValueAtTime(0.4, when);
	loud.gain.exponentialRampToValueAtTime(0.001, when + CLICK_S);
	tone.connect(loud).connect(context.destination);
	tone.start(when);
	tone.stop(when + CLICK_S);
}
