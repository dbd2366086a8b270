"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { keepJson, readKeptJson } from "@/device/localKeep";

/** Seconds that are called out, the last ones one by one. */
const CALLED = new Set([60, 30, 20, 10, 5, 4, 3, 2, 1, 0]);
const TICK_MS = 100;

interface ClockState {
	/** When it was last started, by this device's clock; null while it stands. */
	from: number | null;
	/** Milliseconds that had gone by before that. */
	gone: number;
}

const still: ClockState = { from: null, gone: 0 };
const keyOf = (set: string) => `peg-ladder-clock-${set}`;

const read = (set: string): ClockState =>
	readKeptJson(keyOf(set), (value) => {
		if (value === null) return null;
		const { from, gone } = value as ClockState;
		return { from: typeof from === "number" ? from : null, gone: Number(gone) || 0 };
	}) ?? still;

/** Starts the clock of a set that a touch has just opened, unless it runs already. */
export function beginClock(set: string): void {
	if (read(set) === still) keepClock(set, { from: Date.now(), gone: 0 });
}

/** A clock that cannot be kept still runs. */
const keepClock = (set: string, next: ClockState): void => void keepJson(keyOf(set), next);

export interface SetClock {
	/** Whole seconds left, counted down. */
	left: number;
	running: boolean;
	out: boolean;
	aloud: boolean;
	toggle: () => void;
	/** The first touch of a set starts its clock. */
	begin: () => void;
	speak: () => void;
}

/**
 * The clock of a timed set. It belongs to this device and outlives a reload; the
 * record keeps of it only which tries came late.
 */
export function useSetClock(set: string, seconds: number | null): SetClock | null {
	const [kept, setKept] = useState<ClockState>(still);
	const [now, setNow] = useState(0);
	const [aloud, setAloud] = useState(false);
	const called = useRef(-1);
	useEffect(() => {
		if (seconds === null) return;
		setKept(read(set));
		setNow(Date.now());
		called.current = -1;
	}, [set, seconds]);
	const running = kept.from !== null;
	const gone = kept.gone + (kept.from === null ? 0 : Math.max(0, now - kept.from));
	const left = Math.max(0, Math.ceil((seconds ?? 0) - gone / 1000));
	const out = seconds !== null && gone >= seconds * 1000;
	useEffect(() => {
		if (!running || out) return;
		const timer = setInterval(() => setNow(Date.now()), TICK_MS);
		return () => clearInterval(timer);
	}, [running, out]);
	useEffect(() => {
		if (!running || !aloud || !CALLED.has(left) || called.current === left) return;
		called.current = left;
		window.speechSynthesis?.speak(new SpeechSynthesisUtterance(left === 0 ? "time" : String(left)));
	}, [running, aloud, left]);

	const keep = useCallback(
		(next: ClockState) => {
			setKept(next);
			setNow(Date.now());
			keepClock(set, next);
		},
		[set],
	);
	if (seconds === null) return null;
	const start = () => keep({ from: Date.now(), gone: kept.gone });
	return {
		left,
		running: running && !out,
		out,
		aloud,
		toggle() {
			if (!running) start();
			else keep({ from: null, gone: kept.gone + (Date.now() - (kept.from ?? 0)) });
		},
		begin() {
			if (!running && kept.gone === 0) start();
		},
		speak: () => setAloud(!aloud),
	};
}
