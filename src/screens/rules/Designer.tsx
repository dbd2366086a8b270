"use client";

import { memo, useCallback, useEffect, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { shortAtRate } from "@/core/analysis/readings";
import { splitOn, waysOn } from "@/core/analysis/ways";
import { parse } from "@/core/refusals/refusals";
import { Rule, ruleSentence } from "@/core/rules";
import { type Preset, presets } from "@/core/rules/presets";
import { type Scale, scales } from "@/core/rules/scale";
import { adding } from "@/ui/adding";
import { BenchPage } from "@/ui/BenchPage";
import { FormRow } from "@/ui/FormRow";
import { LimitField } from "@/ui/LimitField";
import rows from "@/ui/rows.module.css";
import { asFieldErrors } from "@/ui/sentenceResolver";
import { FindRule } from "./FindRule";
import { type RuleErrors, RuleForm } from "./RuleForm";
import { Worth } from "./RuleWorth";
import css from "./rules.module.css";
import { useSettled } from "./useCurve";

const labels = { k: "good tries needed", n: "tries looked at", r: "good in a row", kind: "kind of pass rule" };

const readOut = (rule: Rule): string => {
	try {
		return ruleSentence(rule);
	} catch {
		return "no rule yet";
	}
};

/**
 * A rule being typed, told on only when the typing rests: until then nothing but
 * these fields and the sentence is drawn anew, and a half-typed number is no fault.
 */
const RuleDraft = memo(function Draft({
	start,
	limit,
	scale,
	label,
	onRest,
}: {
	start: Rule;
	/** Read out with the rule; a rule laid over another is not read out. */
	limit?: number;
	scale: Scale;
	label?: string;
	onRest: (rule: Rule) => void;
}) {
	const [rule, setRule] = useState(start);
	const rested = useSettled(rule);
	const read = useMemo(() => parse(Rule, rested, labels), [rested]);
	useEffect(() => {
		if (read.ok) onRest(rested);
	}, [read, rested, onRest]);
	const errors = useMemo(() => (read.ok ? undefined : (asFieldErrors(read.refusals) as RuleErrors)), [read]);
	return (
		<>
			{limit !== undefined && (
				<p className={`${rows.sentence} m-0`} aria-live="polite">
					{readOut(rule)}, at most {limit || "?"} tries a day
				</p>
			)}
			<RuleForm rule={rule} onChange={setRule} errors={errors} scale={scale} {...(label ? { label } : {})} />
		</>
	);
});

const SECOND: Rule = { kind: "streak", r: 4 };

/** A place to try rules out: whom each lets through, what it costs, and how two compare. Nothing here is stored. */
export function Designer({ bandLow }: { bandLow: number }) {
	/** What the form starts from; it is made anew when a whole rule is put into it. */
	const [start, setStart] = useState<{ rule: Rule; put: number }>({ rule: { kind: "rolling", k: 9, n: 12 }, put: 0 });
	const [rule, setRule] = useState<Rule>(start.rule);
	const [other, setOther] = useState<{ name: string; rule: Rule } | null>(null);
	const [second, setSecond] = useState<Rule | null>(null);
	const [limit, setLimit] = useState(36);
	const [ready, setReady] = useState(0.85);
	const [scale, setScale] = useState<Scale>(scales["hit or miss"]);
	const ways = useMemo(() => waysOn({ gate: "result", scale }), [scale]);
	const allowed = useSettled(limit);
	const take = useCallback((next: Rule, outcomes: Scale = scales["hit or miss"]) => {
		setStart(({ put }) => ({ rule: structuredClone(next), put: put + 1 }));
		setRule(next);
		setScale(outcomes);
	}, []);
	const lay = useCallback((laid: { name: string; rule: Rule } | null) => {
		setSecond(null);
		setOther(laid);
	}, []);
	const over = useMemo(() => (second ? { name: readOut(second), rule: second } : other), [second, other]);
	return (
		<BenchPage
			margin={
				<>
					{/* While a number is half typed, what the last rule was worth stays in sight. */}
					<Worth rule={rule} limit={allowed} ready={ready} bandLow={bandLow} ways={ways} other={over} />
					<FindRule
						key={`${ready} ${scale.length}`}
						limit={allowed}
						ready={ready}
						split={splitOn({ gate: "result", scale })}
						onLay={lay}
						onTake={(found) => take(found, scale)}
					/>
				</>
			}
		>
			<h1>Test a rule</h1>
			<div className={css.design}>
				<RuleDraft key={start.put} start={start.rule} limit={limit} scale={scale} onRest={setRule} />
				<div className={css.ask}>
					<LimitField id="limit" label="Limit: tries a day" value={limit} onChange={setLimit} />
					<FormRow id="ready" label="Ready means" className="">
						<Form.Select value={ready} onChange={(event) => setReady(Number(event.target.value))}>
							{[0.7, 0.75, 0.8, 0.85, 0.9, 0.95].map((rate) => (
								<option key={rate} value={rate}>
									{shortAtRate(rule, rate)}
								</option>
							))}
						</Form.Select>
					</FormRow>
				</div>
				{second ? (
					<section aria-label="A second rule">
						<h2>Second rule</h2>
						<RuleDraft start={SECOND} scale={scale} label="The other rule" onRest={setSecond} />
						<Button variant="link" onClick={() => setSecond(null)}>
							remove the second rule
						</Button>
					</section>
				) : (
					<Button variant="outline-primary" style={{ justifySelf: "start" }} onClick={adding(() => setSecond(SECOND))}>
						compare with a second rule
					</Button>
				)}
				<Presets laid={other?.name ?? ""} onLay={lay} onTake={take} />
			</div>
		</BenchPage>
	);
}

const Presets = memo(function Presets({
	laid,
	onLay,
	onTake,
}: {
	laid: string;
	onLay: (other: { name: string; rule: Rule } | null) => void;
	onTake: (rule: Rule, scale?: Scale) => void;
}) {
	return (
		<section aria-label="Ready-made rules">
			<h2>Ready-made rules</h2>
			<ul className={rows.plain}>
				{presets.map((preset) => (
					<PresetRow
						key={preset.purpose}
						preset={preset}
						laid={laid === preset.purpose}
						onLay={() => onLay(laid === preset.purpose ? null : { name: preset.purpose, rule: preset.rule })}
						onTake={() => onTake(preset.rule, preset.scale)}
					/>
				))}
			</ul>
		</section>
	);
});

function PresetRow({
	preset,
	laid,
	onLay,
	onTake,
}: {
	preset: Preset;
	laid: boolean;
	onLay: () => void;
	onTake: () => void;
}) {
	return (
		<li className="d-flex gap-2 align-items-center">
			<span style={{ flex: 1 }}>
				<b>{preset.purpose}</b>
				<br />
				<span className="mute">{ruleSentence(preset.rule)}</span>
			</span>
			<Button variant="outline-primary" size="sm" aria-pressed={laid} onClick={onLay}>
				{laid ? "hide the curve" : "show the curve"}
				<span className="visually-hidden"> of {preset.purpose}</span>
			</Button>
			<Button variant="outline-primary" size="sm" onClick={onTake}>
				use<span className="visually-hidden"> {preset.purpose}</span>
			</Button>
		</li>
	);
}
