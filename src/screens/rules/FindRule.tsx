"use client";

import { proxy } from "comlink";
import { memo, useState } from "react";
import Button from "react-bootstrap/Button";
import { NOT_READY } from "@/core/analysis/cautions";
import type { Split } from "@/core/analysis/chances";
import type { Finding, FoundRule, Progress } from "@/core/analysis/finding";
import { inHundred } from "@/core/analysis/readings";
import type { Refusal } from "@/core/refusals/refusals";
import { type Rule, ruleSentence } from "@/core/rules";
import { plural } from "@/core/text/lists";
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
		<section aria-label="Find me a rule">
			<h2>Find me a rule</h2>
			<div className={css.ask}>
				<RiskFields id="find" start={{ ...ask, ready }} onChange={(name, value) => setAsk({ ...ask, [name]: value })} />
			</div>
			<p className="hint m-0 mt-1">
				Within {plural(limit, "try", "tries")} a day, {split ? "in the outcomes of this rung" : "by hits and misses"}.
			</p>
			{progress === null ? (
				<Button variant="outline-primary" size="sm" className="mt-1" onClick={find}>
					find
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
								<li key={sentence}>
									<span className="mute">{words}</span>
									<b>{sentence}</b>
									Not ready passes {inHundred(found.passNotReady)}, ready {inHundred(found.passReady)}; about{" "}
									{found.mean.toFixed(0)} tries.
									<div className="d-flex gap-2 mt-1">
										<Button size="sm" onClick={() => onTake(structuredClone(found.rule))}>
											take it<span className="visually-hidden"> instead: {sentence}</span>
										</Button>
										<Button
											variant="outline-primary"
											size="sm"
											aria-pressed={laid === sentence}
											onClick={() => lay(found)}
										>
											{laid === sentence ? "take it off the chart" : "lay it over"}
										</Button>
									</div>
								</li>
							);
						})}
					</ol>
					<p className="hint m-0">
						No rule at all could do it in much under {finding.yardstick.mean.toFixed(0)} tries.{" "}
						{finding.remarks.join(" ")}
						{simplest &&
							!simplest.close &&
							` The simplest costs ${Math.round((simplest.price - 1) * 100)} in 100 more.`}
					</p>
				</div>
			)}
		</section>
	);
});

const SHORT = 4;

/** The best, the simplest, and a few more, each once. */
function listed({ found, simplest }: Finding): { found: FoundRule; words: string }[] {
	const rows = [
		...found.slice(0, 1).map((one) => ({ found: one, words: "fewest tries" })),
		...(simplest
			? [
					{
						found: simplest.found,
						words: `simplest to keep in the head${simplest.price > 1.005 ? `, ${Math.round((simplest.price - 1) * 100)} in 100 dearer` : ""}`,
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
