"use client";

import { useEffect, useRef, useState } from "react";
import { calledOn } from "@/core/caller/called";
import { callsOf, gapsOf, seedOf } from "@/core/caller/order";
import type { Visit } from "@/core/log/view";
import { useStable } from "@/ui/useStable";
import type { Call } from "../useCalled";

/** Time to look up before the first call. */
const LEAD_MS = 1500;
/** A touch so soon after a call cannot be about it: until then it belongs to the one before. */
const ANSWER_MS = 400;

export interface Calls {
	running: boolean;
	/** Calls of this run so far. */
	said: number;
	start: () => void;
	stop: () => void;
}

/** The first place in the run that no try has answered yet: taken back, a try's call comes again. */
const nextOf = (visit: Visit): number => 1 + Math.max(-1, ...visit.tries.map(({ body }) => body.nth ?? -1));

/** The calls of a visit from a place in its run on, with the time to the next where there is a beat. */
function* runFrom(visit: Visit, lesson: string, from: number): Generator<{ call: Call; gap: number }> {
	const { settings } = visit.placing;
	const { caller } = settings;
	if (!caller) return;
	const seed = seedOf(caller.seed, `${lesson}/${visit.key}`);
	const names = callsOf(caller.order, calledOn(settings), seed);
	const gaps = caller.beat ? gapsOf(caller.beat, seed) : null;
	for (let nth = 0; ; nth++) {
		const name = names.next().value as string;
		const gap = gaps ? (gaps.next().value as number) : 0;
		if (nth >= from) yield { call: { name, nth, variant: caller.variants === true }, gap };
	}
}

/** Timers that all end together. */
function useTimers() {
	const timers = useRef(new Set<ReturnType<typeof setTimeout>>());
	const clear = useStable(() => {
		for (const timer of timers.current) clearTimeout(timer);
		timers.current.clear();
	});
	const after = (ms: number, act: () => void) => {
		const timer = setTimeout(() => {
			timers.current.delete(timer);
			act();
		}, ms);
		timers.current.add(timer);
	};
	return { after, clear };
}

interface Asked {
	visit: Visit;
	lesson: string;
	/** Calls of one run. */
	most: number;
	/** Puts a call on the screen and says it, at once and past React. */
	onShow: (call: Call | null) => void;
	/** Says which call a touch answers, from now or from then on: touches go by it, however late they are heard of. */
	onCall: (call: Call | null, from?: number) => void;
}

/**
 * Calls one target after the other: on a beat by a clock of its own, which is never late for
 * what came before; else the next as soon as the last is answered.
 */
export function useCaller({ visit, lesson, most, ...does }: Asked): Calls {
	const [running, setRunning] = useState(false);
	const [said, setSaid] = useState(0);
	const { after, clear } = useTimers();
	const onShow = useStable(does.onShow);
	const onCall = useStable(does.onCall);
	const onBeat = visit.placing.settings.caller?.beat !== undefined;
	const next = nextOf(visit);
	/** Where this run began. */
	const began = useRef(next);

	const stop = useStable(() => {
		clear();
		setRunning(false);
		onShow(null);
	});
	const start = () => {
		clear();
		began.current = next;
		setSaid(0);
		setRunning(true);
		if (!onBeat) return;
		const run = runFrom(visit, lesson, next);
		let due = performance.now() + LEAD_MS;
		const beat = () => {
			const told = run.next().value;
			if (!told || told.call.nth - began.current >= most) return stop();
			const { call, gap } = told;
			onShow(call);
			onCall(call, performance.now() + ANSWER_MS);
			after(ANSWER_MS, () => {
				onCall(call);
				setSaid(call.nth - began.current + 1);
			});
			due += gap;
			after(due - performance.now(), beat);
		};
		after(LEAD_MS, beat);
	};

	// Without a beat the touch that answers one calls the next.
	const here = useStable((from: number) => runFrom(visit, lesson, from).next().value?.call ?? null);
	useEffect(() => {
		if (!running || onBeat) return;
		const call = next - began.current < most ? here(next) : null;
		if (call) setSaid(next - began.current + 1);
		else setRunning(false);
		onShow(call);
		onCall(call);
	}, [running, onBeat, next, most, here, onShow, onCall]);

	// What was called last is answered once; whatever comes after it was not called.
	const counted = visit.tries.length;
	const answeredAt = useRef(counted);
	useEffect(() => {
		if (!running && answeredAt.current !== counted) onCall(null);
		answeredAt.current = counted;
	}, [running, counted, onCall]);

	// Another visit has calls of its own; and out of sight a clock is held back, and would then rush.
	const key = useRef(visit.key);
	useEffect(() => {
		if (key.current !== visit.key) stop();
		key.current = visit.key;
	}, [visit.key, stop]);
	useEffect(() => {
		const hidden = () => document.hidden && stop();
		document.addEventListener("visibilitychange", hidden);
		return () => {
			document.removeEventListener("visibilitychange", hidden);
			clear();
			onCall(null);
		};
	}, [stop, clear, onCall]);

	return { running, said, start, stop };
}
