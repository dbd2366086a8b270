"use client";

import { proxy } from "comlink";
import { useEffect, useState } from "react";
import type { Curve } from "@/core/analysis/analyse";
import type { Split } from "@/core/analysis/chances";
import { tellsWaysApart } from "@/core/analysis/ways";
import { type Rule, usesRule } from "@/core/rules";
import { engine } from "@/workers/client";
import type { CurveSettings } from "@/workers/engine";
import { KEEP, useAnswer } from "./useAnswer";

/** Only when the typing rests is anything worked out, or drawn. */
const REST_MS = 400;

/** A value once it has not changed for a moment; compared by what it says. */
export function useSettled<T>(value: T): T {
	const key = JSON.stringify(value);
	const [settled, setSettled] = useState({ key, value });
	useEffect(() => {
		const timer = setTimeout(
			() => setSettled((before) => (before.key === key ? before : { key, value: JSON.parse(key) })),
			REST_MS,
		);
		return () => clearTimeout(timer);
	}, [key]);
	return settled.value;
}

export type CurveOrRefusal = { curve: Curve } | { refusal: string };

/**
 * A rule's operating curve, worked out off this thread; the last one stays until the next is
 * there. Where the whole takes long, what can be had at once comes first.
 */
export function useCurve(
	rule: Rule | null,
	limit: number,
	{ secondsPerTry, bandLow, split }: { secondsPerTry: number; bandLow?: number | undefined; split?: Split | undefined },
): CurveOrRefusal | null {
	const settings: CurveSettings = {
		// Only a rule with a clock asks how long a try takes, and only points tell outcomes apart.
		...(rule && usesRule(rule, "count") ? { secondsPerTry } : {}),
		...(bandLow === undefined ? {} : { bandLow }),
		...(rule && split && tellsWaysApart(rule) ? { split } : {}),
	};
	return useAnswer(
		rule && ([rule, limit, settings] as const),
		KEEP,
		async ([asked, allowed, set], early): Promise<CurveOrRefusal> => {
			const outcome = await engine().curve(
				asked,
				allowed,
				set,
				proxy((curve: Curve) => early({ curve })),
			);
			return outcome.ok ? { curve: outcome.value } : { refusal: outcome.refusals[0]?.sentence ?? "" };
		},
	);
}
