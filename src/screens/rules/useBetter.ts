"use client";

import { useCallback, useRef, useState } from "react";
import { NOT_READY } from "@/core/analysis/cautions";
import type { FoundRule } from "@/core/analysis/finding";
import type { RuledRung } from "@/server/readRules";
import { engine } from "@/workers/client";

const RISK = 0.1;
/** Where a rung's own limit leaves no rule that keeps the risks, it is looked for under this one. */
const WIDEST = 60;

/** A rule to put in a rung's place, with the limit it needs. */
export interface Better extends FoundRule {
	limit: number;
}

const asked = ({ ready, limit, split }: RuledRung) => JSON.stringify([ready, limit, split]);

/** Rules that let one who is not ready through no more than one time in ten, by the rung; searched once for rungs that ask for the same. */
export function useBetter() {
	const known = useRef(new Map<string, Better | null>());
	const [found, setFound] = useState<ReadonlyMap<string, Better | null>>(new Map());
	/** How many of how many are looked at. */
	const [at, setAt] = useState<{ done: number; of: number } | null>(null);
	const look = useCallback(async (rungs: readonly RuledRung[]) => {
		const open = [...new Map(rungs.map((one) => [asked(one), one])).values()].filter(
			(one) => !known.current.has(asked(one)),
		);
		for (const [done, one] of open.entries()) {
			setAt({ done, of: open.length });
			known.current.set(asked(one), await search(one));
		}
		setAt(null);
		setFound(new Map(known.current));
	}, []);
	return { look, at, of: (one: RuledRung) => found.get(asked(one)) };
}

/** The simplest rule where it is close to the cheapest, else the cheapest; null where nothing fits. */
async function search({ ready, limit, split }: RuledRung): Promise<Better | null> {
	for (const within of [...new Set([limit, Math.max(limit, WIDEST)])]) {
		const ask = { notReady: NOT_READY, ready, riskPass: RISK, riskHold: RISK, limit: within };
		const outcome = await engine().find({ ...ask, ...(split ? { split } : {}) }, null);
		if (!outcome.ok) continue;
		const { simplest, found } = outcome.value;
		const best = (simplest?.close ? simplest.found : found[0]) ?? null;
		if (best) return { ...best, limit: within };
	}
	return null;
}
