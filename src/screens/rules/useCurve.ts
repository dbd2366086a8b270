"use client";

import { useEffect, useState } from "react";
import { type Rule, usesRule } from "@/core/rules";
import type { Curve } from "@/core/worth/analyse";
import { engine } from "@/workers/client";
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

export type Said = { curve: Curve } | { refusal: string };

/** A rule's operating curve, worked out off this thread; the last one stays until the next is there. */
export function useCurve(
	rule: Rule | null,
	limit: number,
	{ secondsPerTry, bandLow }: { secondsPerTry: number; bandLow?: number | undefined },
): Said | null {
	// Only a rule with a clock asks how long a try takes.
	const settings = {
		...(rule && usesRule(rule, "count") ? { secondsPerTry } : {}),
		...(bandLow === undefined ? {} : { bandLow }),
	};
	return useAnswer(rule && ([rule, limit, settings] as const), KEEP, async ([asked, allowed, set]): Promise<Said> => {
		const outcome = await engine().curve(asked, allowed, set);
		return outcome.ok ? { curve: outcome.value } : { refusal: outcome.refusals[0]?.sentence ?? "" };
	});
}
