"use client";

import { useEffect, useState } from "react";
import type { Rule } from "@/core/rules";
import type { Curve } from "@/core/worth/analyse";
import { at, readings } from "@/core/worth/readings";
import css from "@/ui/rows.module.scss";
import { engine } from "@/workers/client";

const WAIT_MS = 250;
const NOT_READY = 0.6;
/** Passing one not ready more often than this asks for another rule, or for several days. */
const LUCKY = 0.25;

/** Whom the rule lets through, worked out off this thread while it is being edited. */
export function RuleWorth({ rule, limit, ready }: { rule: Rule; limit: number; ready: number }) {
	const [said, setSaid] = useState<{ curve: Curve } | { refusal: string } | null>(null);
	const key = JSON.stringify([rule, limit]);
	useEffect(() => {
		let current = true;
		const [asked, allowed] = JSON.parse(key) as [Rule, number];
		const timer = setTimeout(async () => {
			const outcome = await engine().curve(asked, allowed);
			if (!current) return;
			setSaid(outcome.ok ? { curve: outcome.value } : { refusal: outcome.refusals[0]?.sentence ?? "" });
		}, WAIT_MS);
		return () => {
			current = false;
			clearTimeout(timer);
		};
	}, [key]);
	if (!said) return <p className="mute m-0">Working out whom it lets through.</p>;
	if ("refusal" in said) return <p className="mute m-0">{said.refusal}</p>;
	const lucky = at(said.curve, said.curve.pass, NOT_READY) > LUCKY;
	return (
		<div className={css.note} data-testid="worth">
			{readings(said.curve, NOT_READY, ready).map((sentence, i) => (
				<p key={sentence} className={`m-0 ${i === 0 && lucky ? "asks" : ""}`}>
					{sentence}
				</p>
			))}
			{lucky && <p className="m-0">Asking for it on two days would make luck rarer.</p>}
			<p className="hint m-0">
				{said.curve.standardError > 0
					? `Simulated, good to ${(said.curve.standardError * 200).toFixed(1)} in 100.`
					: "Exact for tries that do not depend on each other at one fixed rate; streaky tries pass a little more often, good and bad days blur it."}
			</p>
		</div>
	);
}
