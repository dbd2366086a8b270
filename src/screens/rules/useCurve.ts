"use client";

import { useEffect, useState } from "react";
import { type Rule, usesRule } from "@/core/rules";
import type { Curve } from "@/core/worth/analyse";
import { engine } from "@/workers/client";

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
export function useCurve(rule: Rule | null, limit: number, secondsPerTry?: number): Said | null {
	const [said, setSaid] = useState<Said | null>(null);
	// Only a rule with a clock asks how long a try takes.
	const pace = rule && usesRule(rule, "count") ? secondsPerTry : undefined;
	const key = rule && JSON.stringify([rule, limit, pace]);
	useEffect(() => {
		if (!key) {
			setSaid(null);
			return;
		}
		let current = true;
		const [asked, allowed, seconds] = JSON.parse(key) as [Rule, number, number | null];
		void engine()
			.curve(asked, allowed, seconds ?? undefined)
			.then((outcome) => {
				if (!current) return;
				setSaid(outcome.ok ? { curve: outcome.value } : { refusal: outcome.refusals[0]?.sentence ?? "" });
			});
		return () => {
			current = false;
		};
	}, [key]);
	return said;
}
