"use client";

import { useMemo, useRef, useState } from "react";
import { nextCalled } from "@/core/ladder/called";
import type { Board } from "@/core/lesson/board";
import { countsAt } from "@/core/lesson/inputs";
import { targetsOf } from "@/core/rules/targets";
import { useStable } from "@/ui/useStable";

/** What the caller has called, and its place in the run; a way of doing it is no target. */
export interface Call {
	name: string;
	nth: number;
	variant: boolean;
}

const NO_COUNTS = {};

/** Earlier calls that a touch heard of late may still be about. */
const REMEMBERED = 4;

/** What was called from when on: a touch belongs to the call that stood when the finger came down. */
function useStanding() {
	const [call, setNow] = useState<Call | null>(null);
	const calls = useRef<{ call: Call | null; from: number }[]>([]);
	return {
		call,
		/** @param from when it begins to stand: it is shown as called from then on, and asked for once more by then */
		setCall: useStable((next: Call | null, from: number = performance.now()) => {
			const last = calls.current.at(-1);
			if (!last || last.call?.nth !== next?.nth || last.call?.name !== next?.name)
				calls.current = [...calls.current, { call: next, from }].slice(-REMEMBERED);
			if (from <= performance.now()) setNow(next);
		}),
		callAt: useStable((time: number): Call | null => calls.current.findLast(({ from }) => from <= time)?.call ?? null),
	};
}

/** What is called: by the caller, by hand, until targets that are called in turn go on by themselves; and how each target stands. */
export function useCalled({ visit, set }: Board) {
	const { settings } = set.placing;
	const [byHand, setByHand] = useState<{ called: string; at: number } | null>(null);
	const { call, callAt, setCall } = useStanding();
	const aimedAt = useMemo(() => targetsOf(visit.rule), [visit.rule]);
	const { tries } = visit;
	const inTurn = settings.callInTurn && aimedAt.length > 0;
	const called =
		call && !call.variant
			? call.name
			: byHand && (!inTurn || byHand.at === tries.length)
				? byHand.called
				: inTurn
					? nextCalled(
							aimedAt,
							settings.callInTurn as number,
							tries.filter(({ counted }) => counted).map(({ body }) => body.called),
						)
					: null;
	return {
		called,
		callAt,
		setCall,
		setCalled: useStable((to: string) => setByHand({ called: to, at: tries.length })),
		counts: useMemo(() => (aimedAt.length > 0 ? countsAt(tries) : NO_COUNTS), [aimedAt, tries]),
	};
}
