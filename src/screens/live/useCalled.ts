"use client";

import { useMemo, useState } from "react";
import { nextCalled } from "@/core/ladder/called";
import { targetsOf } from "@/core/rules/targets";
import { useStable } from "@/ui/useStable";
import { countsAt } from "./inputs";
import type { Board } from "./model";

const NO_COUNTS = {};

/** What is called: by hand, until targets that are called in turn go on by themselves; and how each target stands. */
export function useCalled({ visit, set }: Board) {
	const { settings } = set.placing;
	const [byHand, setByHand] = useState<{ called: string; at: number } | null>(null);
	const aimedAt = useMemo(() => targetsOf(visit.rule), [visit.rule]);
	const { tries } = visit;
	const inTurn = settings.callInTurn && aimedAt.length > 0;
	const called =
		byHand && (!inTurn || byHand.at === tries.length)
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
		setCalled: useStable((to: string) => setByHand({ called: to, at: tries.length })),
		counts: useMemo(() => (aimedAt.length > 0 ? countsAt(tries) : NO_COUNTS), [aimedAt, tries]),
	};
}
