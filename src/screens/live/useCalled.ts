"use client";

import { useMemo, useState } from "react";
import { nextCalled } from "@/core/ladder/called";
import { targetsOf } from "@/core/rules/targets";
import { useStable } from "@/ui/useStable";
import { countsAt } from "./inputs";
import type { Board } from "./model";

/** What the caller has called, and its place in the run; a way of doing it is no target. */
export interface Call {
	name: string;
	nth: number;
	variant: boolean;
}

const NO_COUNTS = {};

/** What is called: by the caller, by hand, until targets that are called in turn go on by themselves; and how each target stands. */
export function useCalled({ visit, set }: Board) {
	const { settings } = set.placing;
	const [byHand, setByHand] = useState<{ called: string; at: number } | null>(null);
	const [call, setCall] = useState<Call | null>(null);
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
		call,
		setCall,
		setCalled: useStable((to: string) => setByHand({ called: to, at: tries.length })),
		counts: useMemo(() => (aimedAt.length > 0 ? countsAt(tries) : NO_COUNTS), [aimedAt, tries]),
	};
}
