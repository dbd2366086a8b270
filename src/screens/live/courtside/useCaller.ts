"use client";

import { useEffect, useRef, useState } from "react";
import { calledOn } from "@/core/caller/called";
import { callsOf, gapsOf, seedOf } from "@/core/caller/order";
import type { Visit } from "@/core/log/view";
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

/** The generators of a visit, gone on to a place in its run. */
function runFrom(visit: Visit, lesson: string, from: number) {
	const { settings } = visit.placing;
	const { caller } = settings;
	if (!caller) return null;
	const seed = seedOf(caller.seed, `${lesson}/${visit.key}`);
	const calls = callsOf(caller.order, calledOn(settings), seed);
	const gaps = caller.beat ? gapsOf(caller.beat, seed) : null;
	for (let i = 0; i < from; i++) {
		calls.next();
		gaps?.next();
	}
	return {
		next: () => calls.next().value as string,
		gap: () => (gaps ? (gaps.next().value as number) : 0),
	};
}

/**
 * Calls one target after the other. On a beat by a clock of its own, which is never late for
 * what came before; else the next as soon as the last is answered.
 *
 * @param onShow puts a call on the screen and says it, at once and past React.
 * @param onCall says which call a touch answers from now on.
 */
export function useCaller(
	{ visit, lesson, most }: { visit: Visit; lesson: string; most: number },
	onShow: (call: Call | null) => void,
	onCall: (call: Call | null) => void,
): Calls {
	const [running, setRunning] = useState(false);
	const [said, setSaid] = useState(0);
	const timers = useRef(new Set<ReturnType<typeof setTimeout>>());
	const { caller } = visit.placing.settings;
	const onBeat = caller?.beat !== undefined;
	const latest = useRef({ onShow, onCall, visit });
	latest.current = { onShow, onCall, visit };

	const after = (ms: number, act: () => void) => {
		const timer = setTimeout(() => {
			timers.current.delete(timer);
			act();
		}, ms);
		timers.current.add(timer);
	};
	const still = () => {
		for (const timer of timers.current) clearTimeout(timer);
		timers.current.clear();
	};
	const stop = () => {
		still();
		setRunning(false);
		latest.current.onShow(null);
	};
	const asCall = (name: string, nth: number): Call => ({ name, nth, variant: caller?.variants === true });

	function beginBeat() {
		const from = nextOf(visit);
		const run = runFrom(visit, lesson, from);
		if (!run) return;
		let nth = from;
		let due = performance.now() + LEAD_MS;
		const beat = () => {
			if (nth - from >= most) {
				stop();
				return;
			}
			const call = asCall(run.next(), nth);
			latest.current.onShow(call);
			after(ANSWER_MS, () => {
				latest.current.onCall(call);
				setSaid(call.nth - from + 1);
			});
			nth += 1;
			due += run.gap();
			after(due - performance.now(), beat);
		};
		after(LEAD_MS, beat);
	}

	const start = () => {
		still();
		setSaid(0);
		setRunning(true);
		if (onBeat) beginBeat();
	};

	// Without a beat the touch that answers one calls the next.
	const next = nextOf(visit);
	const firstOf = useRef(next);
	const counted = visit.tries.length;
	useEffect(() => {
		if (!running) {
			// What was called last is answered once; whatever comes after was not called.
			firstOf.current = next;
			return;
		}
		if (onBeat) return;
		const name = runFrom(latest.current.visit, lesson, next)?.next();
		if (name === undefined || next - firstOf.current >= most) {
			setRunning(false);
			latest.current.onShow(null);
			latest.current.onCall(null);
			return;
		}
		const call: Call = { name, nth: next, variant: caller?.variants === true };
		setSaid(next - firstOf.current + 1);
		latest.current.onShow(call);
		latest.current.onCall(call);
	}, [running, onBeat, next, lesson, most, caller]);
	const answeredAt = useRef(counted);
	useEffect(() => {
		if (!running && answeredAt.current !== counted) latest.current.onCall(null);
		answeredAt.current = counted;
	}, [running, counted]);
	useEffect(() => {
		const all = timers.current;
		return () => {
			for (const timer of all) clearTimeout(timer);
			latest.current.onCall(null);
		};
	}, []);

	return { running, said, start, stop };
}
