"use client";

import { memo, useCallback, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type Scale, scales } from "@/core/ladder/scale";
import { Rule, ruleSentence } from "@/core/rules";
import { type Preset, presets } from "@/core/rules/presets";
import { parse } from "@/core/words/refuse";
import { Bench } from "@/ui/Bench";
import { Row } from "@/ui/Row";
import rows from "@/ui/rows.module.scss";
import { asFieldErrors } from "@/ui/sentenceResolver";
import { FindRule } from "./FindRule";
import { type RuleErrors, RuleForm } from "./RuleForm";
import { RuleWorth } from "./RuleWorth";
import css from "./rules.module.scss";

const labels = { k: "good tries wanted", n: "tries looked at", r: "good in a row", kind: "kind of pass rule" };

const readOut = (rule: Rule): string => {
	try {
		return ruleSentence(rule);
	} catch {
		return "no rule yet";
	}
};

/** A place to try rules out: whom each lets through, what it costs, and how two compare. Nothing here is stored. */
export function Designer() {
	const [rule, setRule] = useState<Rule>({ kind: "rolling", k: 9, n: 12 });
	const [other, setOther] = useState<{ name: string; rule: Rule } | null>(null);
	const [second, setSecond] = useState<Rule | null>(null);
	const [limit, setLimit] = useState(36);
	const [ready, setReady] = useState(0.85);
	const [scale, setScale] = useState<Scale>(scales["hit or miss"]);
	// A form is made anew when a whole rule is put into it.
	const [put, setPut] = useState(0);
	const take = useCallback((next: Rule, outcomes: Scale = scales["hit or miss"]) => {
		setRule(structuredClone(next));
		setScale(outcomes);
		setPut((before) => before + 1);
	}, []);
	const lay = useCallback((laid: { name: string; rule: Rule } | null) => {
		setSecond(null);
		setOther(laid);
	}, []);
	const read = parse(Rule, rule, labels);
	const last = useRef(rule);
	if (read.ok) last.current = rule;
	const readable = read.ok ? rule : last.current;
	const errors = read.ok ? undefined : (asFieldErrors(read.refusals) as RuleErrors);
	const secondRead = second && parse(Rule, second, labels);
	const over = second && secondRead?.ok ? { name: readOut(second), rule: second } : other;
	const number = (id: string, label: string, value: number, low: number, high: number, set: (n: number) => void) => (
		<Row id={id} label={label} className="">
			<Form.Control
				type="number"
				inputMode="numeric"
				min={low}
				max={high}
				value={Number.isFinite(value) ? value : ""}
				onChange={(event) => set(event.target.value === "" ? Number.NaN : Number(event.target.value))}
			/>
		</Row>
	);
	return (
		<Bench
			margin={
				<>
					{/* While a number is half typed, what the last rule was worth stays in sight. */}
					<RuleWorth rule={readable} limit={limit} ready={ready} other={over} />
					<FindRule key={`${ready}`} limit={limit} ready={ready} onLay={lay} onTake={take} />
				</>
			}
		>
			<h1>Try a rule out</h1>
			<div className={css.design}>
				<p className={`${rows.sentence} m-0`} aria-live="polite">
					{readOut(rule)}, at most {limit || "?"} tries a lesson
				</p>
				<RuleForm key={put} rule={rule} onChange={setRule} errors={errors} scale={scale} />
				<div className={css.ask}>
					{number("limit", "Tries per lesson, at most", limit, 1, 500, setLimit)}
					<Row id="ready" label="Ready means" className="">
						<Form.Select value={ready} onChange={(event) => setReady(Number(event.target.value))}>
							{[0.7, 0.75, 0.8, 0.85, 0.9, 0.95].map((rate) => (
								<option key={rate} value={rate}>
									{rate * 10} in 10 good
								</option>
							))}
						</Form.Select>
					</Row>
				</div>
				{second ? (
					<section aria-label="A second rule">
						<h2>Laid over it</h2>
						<RuleForm
							rule={second}
							onChange={setSecond}
							errors={secondRead?.ok === false ? (asFieldErrors(secondRead.refusals) as RuleErrors) : undefined}
							scale={scale}
							label="The other rule"
						/>
						<Button variant="link" onClick={() => setSecond(null)}>
							take it off
						</Button>
					</section>
				) : (
					<Button
						variant="outline-primary"
						style={{ justifySelf: "start" }}
						onClick={() => setSecond({ kind: "streak", r: 4 })}
					>
						lay a second rule over it
					</Button>
				)}
				<Presets laid={other?.name ?? ""} onLay={lay} onTake={take} />
			</div>
		</Bench>
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
		<section aria-label="Rules to start from">
			<h2>To start from</h2>
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
				{laid ? "off the chart" : "its curve"}
				<span className="visually-hidden"> of {preset.purpose}</span>
			</Button>
			<Button variant="outline-primary" size="sm" onClick={onTake}>
				take<span className="visually-hidden"> {preset.purpose}</span>
			</Button>
		</li>
	);
}
