"use client";

import { proxy } from "comlink";
import { memo, useState } from "react";
import Button from "react-bootstrap/Button";
import { NOT_READY } from "@/core/analysis/cautions";
import type { Split } from "@/core/analysis/chances";
import type { Finding, FoundRule, Progress } from "@/core/analysis/finding";
import type { Refusal } from "@/core/refusals/refusals";
import { type Rule, ruleSentence } from "@/core/rules";
import { ofHundred } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import { Lines } from "@/ui/Lines";
import { Refusals } from "@/ui/Refusals";
import { engine } from "@/workers/client";
import { RiskFields, type Risks } from "./RiskFields";
import css from "./rules.module.css";

/** Finds rules that tell the ready from the not ready: what is asked, how far it is, what was found, one press to take. */
export const FindRule = memo(function FindRule({
	limit,
	ready,
	split,
	onLay,
	onTake,
}: {
	limit: number;
	ready: number;
	/** How tries come out on the rung; hits and misses where nothing is said. */
	split?: Split | undefined;
	/** Lays a found rule over today's on the chart; null takes it off again. */
	onLay: (other: { name: string; rule: Rule } | null) => void;
	onTake: (rule: Rule) => void;
}) {
	const [ask, setAsk] = useState<Omit<Risks, "ready"> & { ready: number | null }>({
		notReady: NOT_READY,
		ready: null,
		riskPass: 0.1,
		riskHold: 0.1,
	});
	const [progress, setProgress] = useState<Progress | null>(null);
	const [finding, setFinding] = useState<Finding | null>(null);
	const [refused, setRefused] = useState<Refusal[]>([]);
	const [laid, setLaid] = useState("");
	const lay = (found: FoundRule | null) => {
		const name = found ? ruleSentence(found.rule) : "";
		const off = name === laid;
		setLaid(off ? "" : name);
		onLay(found && !off ? { name, rule: found.rule } : null);
	};
	const find = async () => {
		setRefused([]);
		setFinding(null);
		setProgress({ done: 0, first: null });
		const outcome = await engine().find(
			{ ...ask, ready: ask.ready ?? ready, limit, ...(split ? { split } : {}) },
			proxy((so: Progress) => setProgress(so)),
		);
		setProgress(null);
		if (outcome.ok) setFinding(outcome.value);
		else setRefused(outcome.refusals);
	};
	const simplest = finding?.simplest;
	return (
		<section aria-label="Find a rule">
			<h2>Find a rule</h2>
			<div className={css.ask}>
				<RiskFields id="find" start={{ ...ask, ready }} onChange={(name, value) => setAsk({ ...ask, [name]: value })} />
			</div>
			<p className="hint m-0 mt-1">
				Within {plural(limit, "try")} a day, {split ? "in the outcomes of this rung" : "by hits and misses"}.
			</p>
			{progress === null ? (
				<Button variant="outline-primary" size="sm" className="mt-1" onClick={find}>
					find a rule
				</Button>
			) : (
				<p className="d-flex gap-2 align-items-center mt-1 mb-0">
					<progress max={1} value={progress.done} aria-label="Finding" />
					<Button variant="outline-primary" size="sm" onClick={() => void engine().stop()}>
						stop
					</Button>
				</p>
			)}
			{progress?.first && (
				<p className="m-0" role="status">
					So far: <b>{ruleSentence(progress.first.rule)}</b>, about {progress.first.mean.toFixed(0)} tries.
				</p>
			)}
			<Refusals refusals={refused} />
			{finding && (
				<div role="status">
					<ol className={css.found}>
						{listed(finding).map(({ found, words }) => {
							const sentence = ruleSentence(found.rule);
							return (
								<Found
									key={sentence}
									of={found}
									words={words}
									isLaid={laid === sentence}
									onTake={() => onTake(structuredClone(found.rule))}
									onLay={() => lay(found)}
								/>
							);
						})}
					</ol>
					<p className="hint m-0">
						No rule can do this in much fewer than {finding.yardstick.mean.toFixed(0)} tries.{" "}
						{finding.remarks.join(" ")}
						{simplest &&
							!simplest.close &&
							` The simplest needs ${Math.round((simplest.price - 1) * 100)} more tries per 100.`}
					</p>
				</div>
			)}
		</section>
	);
});

/** A rule that was found: whom it lets through, what it costs; it can be used, or its curve shown. */
function Found({
	of: found,
	words,
	isLaid,
	onTake,
	onLay,
}: {
	of: FoundRule;
	words: string;
	isLaid: boolean;
	onTake: () => void;
	onLay: () => void;
}) {
	return (
		<li>
			<span className="mute">{words}</span>
			<b>{ruleSentence(found.rule)}</b>
			<Lines
				of={[
					["not ready, passes", `${ofHundred(found.passNotReady)} of 100 lessons`],
					["ready, passes", `${ofHundred(found.passReady)} of 100 lessons`],
					["tries", `about ${found.mean.toFixed(0)}`],
				]}
			/>
			<div className="d-flex gap-2 mt-1">
				<Button size="sm" onClick={onTake}>
					use this rule<span className="visually-hidden"> instead: {ruleSentence(found.rule)}</span>
				</Button>
				<Button variant="outline-primary" size="sm" aria-pressed={isLaid} onClick={onLay}>
					{isLaid ? "hide the curve" : "show the curve"}
				</Button>
			</div>
		</li>
	);
}

const SHORT = 4;

/** The best, the simplest, and a few more, each once. */
function listed({ found, simplest }: Finding): { found: FoundRule; words: string }[] {
	const rows = [
		...found.slice(0, 1).map((one) => ({ found: one, words: "fewest tries" })),
		...(simplest
			? [
					{
						found: simplest.found,
						words: `easiest to remember${simplest.price > 1.005 ? `, ${Math.round((simplest.price - 1) * 100)} more tries per 100` : ""}`,
					},
				]
			: []),
		...found.slice(1).map((one) => ({ found: one, words: "another" })),
	];
	const seen = new Set<string>();
	return rows
		.filter(({ found: { rule } }) => !seen.has(ruleSentence(rule)) && seen.add(ruleSentence(rule)))
		.slice(0, SHORT);
}
