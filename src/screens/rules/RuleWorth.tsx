"use client";

import { memo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { cautions, LUCKY, NOT_READY, spreadOf } from "@/core/analysis/cautions";
import type { Split } from "@/core/analysis/chances";
import { rateOf } from "@/core/analysis/chances";
import { fewestLessons, passedAtOnce } from "@/core/analysis/overLessons";
import { at, atRate, rateWords, readings, type WorthRow, worthAt } from "@/core/analysis/readings";
import { arePlain, sharesOf, splitBy, tellsWaysApart, type Way } from "@/core/analysis/ways";
import type { PastTry, RateEstimate } from "@/core/estimate/rate";
import { rateSettings } from "@/core/estimate/rate";
import { clocksOf, hitOrMiss, type Rule } from "@/core/rules";
import { hundredWords, inTen, likelyRange, ofHundred } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import Link from "@/ui/Link";
import { late } from "@/ui/late";
import css from "@/ui/rows.module.css";
import { engine } from "@/workers/client";
import own from "./rules.module.css";
import { reshared, SplitFields } from "./SplitFields";
import { FORGET, KEEP, useAnswer } from "./useAnswer";
import { useCurve, useSettled } from "./useCurve";

/** Only where a curve is drawn is the drawing loaded. */
const RuleCurve = late(
	() => import("./RuleCurve").then((module) => module.RuleCurve),
	({ onAgain }) => (
		<p className="m-0">
			The drawing could not load.{" "}
			<Button variant="link" onClick={onAgain}>
				try again
			</Button>
		</p>
	),
);

const NO_WAYS: readonly Way[] = [];
/** A try with what goes before it: set-up, throw, look. */
const SECONDS = 6;

export interface Past {
	who: string;
	tries: readonly PastTry[];
}

interface Props {
	rule: Rule;
	limit: number;
	ready: number;
	past?: Past | null;
	/** How tries come out on the rung, and how many of each were counted. */
	ways?: readonly Way[];
	counted?: Readonly<Record<string, number>> | undefined;
	/** Lower edge of the coach's working band. */
	bandLow?: number | undefined;
	/** Another rule, drawn over this one. */
	other?: { name: string; rule: Rule } | null;
}

/** Whom the rule lets through and what it costs, worked out off this thread once the typing rests. */
export function RuleWorth(props: Props) {
	const settled = useSettled(props);
	return <Worth {...settled} />;
}

/** Where the rate is not one of good tries: what those who are ready, and those who are not, do. */
const Means = ({ rule, ready }: { rule: Rule; ready: number }) =>
	rateOf(rule) !== "good" && (
		<p className="m-0">
			Not ready {atRate(rule, NOT_READY)}, ready {atRate(rule, ready)}.
		</p>
	);

/** What stands there is drawn anew only when what it speaks of has changed. */
export const Worth = memo(function Worth({
	rule,
	limit,
	ready,
	past = null,
	bandLow,
	other = null,
	ways = NO_WAYS,
	counted,
}: Props) {
	const [seconds, setSeconds] = useState(SECONDS);
	const stated = sharesOf(ways, counted);
	const [own_, setShares] = useState<{ of: string; shares: Record<string, number> } | null>(null);
	const of = ways.map(({ id }) => id).join();
	const shares = own_?.of === of ? own_.shares : stated.shares;
	const asks = tellsWaysApart(rule) && ways.length > 0 && !arePlain(ways);
	const split = asks ? splitBy(ways, shares) : undefined;
	const said = useCurve(rule, limit, { secondsPerTry: seconds, bandLow, split });
	const laid = useCurve(other?.rule ?? null, limit, { secondsPerTry: seconds, bandLow, split });
	// A rate of good tries says nothing of how long a rally goes on, or how a try is rated.
	const rated = rateOf(rule);
	const here = useEstimate(rated === "good" ? past : null, ready);
	const steady = here && !here.trend && past ? { ...here, name: past.who } : null;
	const spread = useSpread(rule, limit, ready, split);
	if (!said) return <p className="mute m-0">Working out who passes.</p>;
	if ("refusal" in said) return <p className="mute m-0">{said.refusal}</p>;
	const { curve } = said;
	const luck = passedAtOnce(rule, at(curve, curve.pass, NOT_READY));
	const lucky = luck > LUCKY;
	const lessons = fewestLessons(rule);
	return (
		<div className={css.note} data-testid="worth">
			<p className={`${own.figure} ${lucky ? "asks" : ""}`}>
				<b>{hundredWords(luck)}</b> of 100 {luckWords(lessons)}
			</p>
			<WorthTable
				rows={[
					{ who: "not ready", ...worthAt(curve, NOT_READY, seconds, rule) },
					{ who: "ready", ...worthAt(curve, ready, seconds, rule) },
					...(steady
						? [{ who: steady.name.split(" ")[0] ?? "", likely: steady, ...worthAt(curve, steady.mean, seconds, rule) }]
						: []),
				]}
			/>
			<Means rule={rule} ready={ready} />
			{cautions(rule, limit, curve, {
				notReady: NOT_READY,
				ready,
				outcomes: ways.length > 0 ? ways.map(({ attempt }) => attempt) : hitOrMiss,
			})
				// The large figure has said it.
				.filter(({ about }) => about !== "luck")
				.map(({ sentence }) => (
					<p key={sentence} className="m-0 asks">
						{sentence}
					</p>
				))}
			{lucky && rule.kind !== "days" && <p className="m-0">Asking for it on two days makes a lucky pass rarer.</p>}
			{here?.trend && past && (
				<p className="m-0" data-testid="trend">
					<b dir="auto">{past.who}</b> is <b>{here.trend.way} fast</b>: {here.trend.good} of the last {here.trend.of}{" "}
					good, unlike earlier ones. One average would be out of date.
				</p>
			)}
			{steady && (
				<p className="m-0 hint" data-testid="steady">
					{steady.name.split(" ")[0]}: from {plural(steady.tries, "try")}. Recent tries count more.
				</p>
			)}
			<RuleCurve
				own={{ name: "this rule", curve }}
				other={other && laid && "curve" in laid ? { name: other.name, curve: laid.curve } : null}
				here={steady}
				notReady={NOT_READY}
				ready={ready}
				rate={rateWords[rated]}
			/>
			{asks && (
				<SplitFields
					ways={ways}
					shares={shares}
					from={own_?.of !== of && stated.known ? (past?.who ?? "this student") : null}
					onShare={(id, share) => setShares({ of, shares: reshared(ways, shares, id, share) })}
				/>
			)}
			<Form.Group controlId="seconds-per-try" className="d-flex align-items-center gap-2 mt-1">
				<Form.Label className="m-0">Seconds a try</Form.Label>
				<Form.Control
					type="number"
					inputMode="numeric"
					min={1}
					max={600}
					value={seconds}
					style={{ width: 72 }}
					onChange={(event) => setSeconds(Math.min(600, Math.max(1, Number(event.target.value) || SECONDS)))}
				/>
			</Form.Group>
			{[...new Set(clocksOf(rule))].map((clock) => (
				<p key={clock} className="m-0">
					About {plural(Math.max(1, Math.floor(clock / seconds)), "try")}{" "}
					{Math.floor(clock / seconds) > 1 ? "fit" : "fits"} into {clock} s.
				</p>
			))}
			<details>
				<summary>in sentences</summary>
				{readings(curve, NOT_READY, ready, rule).map((sentence) => (
					<p key={sentence} className="m-0">
						{sentence}
					</p>
				))}
				{spread && (
					<p className="m-0">
						Of 100 ready students who pass, 50 do so within {plural(spread.half, "try")}, 90 within {spread.most}.
					</p>
				)}
			</details>
			<p className="hint m-0">
				{curve.standardError > 0
					? `Simulated: right to within ${(curve.standardError * 200).toFixed(1)} in 100.`
					: "Exact if every try has the same chance. Streaks make a pass a little more likely. Good and bad days blur it."}{" "}
				<Link href="/rules/assumes">What this assumes</Link>
			</p>
		</div>
	);
});

/** What the hundred are, and what happens: a rule over several days is passed in as many lessons. */
const luckWords = (lessons: number) =>
	lessons > 1 ? `students who are not ready pass in ${lessons} lessons` : "lessons: a student who is not ready passes";

/** Figures that are compared, side by side: whom it lets through in how many lessons, and what that costs. */
function WorthTable({
	rows,
}: {
	rows: readonly (WorthRow & { who: string; likely?: { low: number; high: number } })[];
}) {
	const advised = rows.some((row) => row.advised !== null);
	return (
		<table className={own.worth}>
			<caption className="visually-hidden">
				Of 100 students, how many pass within 1, 3 and 5 lessons. “Advised”: in 1 lesson if you follow the advice. Then
				tries and minutes per lesson
			</caption>
			<thead>
				<tr>
					<td />
					<th scope="colgroup" colSpan={advised ? 4 : 3}>
						passed within … lessons
					</th>
					<td colSpan={2} />
				</tr>
				<tr>
					<td />
					<th scope="col">1</th>
					<th scope="col">3</th>
					<th scope="col">5</th>
					{advised && <th scope="col">1, advised</th>}
					<th scope="col">tries</th>
					<th scope="col">min</th>
				</tr>
			</thead>
			<tbody>
				{rows.map(({ who, rate, likely, within, advised: followed, tries, minutes }) => (
					<tr key={who}>
						<th scope="row" dir="auto">
							{who}{" "}
							<small>
								{inTen(rate)} in 10{likely && `, ${likelyRange(likely)}`}
							</small>
						</th>
						{within.map((p, i) => (
							// biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
							<td key={i}>{ofHundred(p)}</td>
						))}
						{advised && <td>{followed === null ? "" : ofHundred(followed)}</td>}
						<td>{Math.round(tries)}</td>
						<td>{minutes < 1 ? "<1" : Math.round(minutes)}</td>
					</tr>
				))}
			</tbody>
		</table>
	);
}

const useEstimate = (past: Past | null, ready: number): RateEstimate | null =>
	useAnswer(past && past.tries.length > 0 ? ([past.tries, ready] as const) : null, FORGET, async ([tries, rate]) => {
		const outcome = await engine().estimate([...tries], { ...rateSettings, ready: rate });
		return outcome.ok ? outcome.value : null;
	});

const useSpread = (rule: Rule, limit: number, ready: number, split: Split | undefined): ReturnType<typeof spreadOf> =>
	useAnswer([rule, limit, ready, split ?? null] as const, KEEP, async ([asked, allowed, rate, by]) => {
		const outcome = await engine().analyseAt(asked, rate, allowed, by ?? undefined);
		return outcome.ok ? spreadOf(outcome.value.passAt) : null;
	});
