"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import { LUCKY } from "@/core/analysis/cautions";
import type { FoundRule } from "@/core/analysis/finding";
import { inHundred } from "@/core/analysis/readings";
import { tellsWaysApart } from "@/core/analysis/ways";
import { type Rule, ruleSentence } from "@/core/rules";
import { plural } from "@/core/text/lists";
import { takeRule } from "@/server/actions";
import type { RuledRung } from "@/server/readRules";
import { BenchPage } from "@/ui/BenchPage";
import { Refusals } from "@/ui/Refusals";
import rows from "@/ui/rows.module.css";
import { useRefusals } from "@/ui/useRefusals";
import { engine } from "@/workers/client";
import { NOT_READY } from "./RuleWorth";

/** Rungs with one rule, limit and split are worked out once; only points tell outcomes apart. */
const splitOf = ({ rule, split }: RuledRung) => (tellsWaysApart(rule) ? split : undefined);
const keyOf = (one: RuledRung) => JSON.stringify([one.rule, one.limit, splitOf(one)]);

/** Every rung that luck can pass, the luckiest first, each with a better rule one press away. */
export function Lucky({ rungs }: { rungs: RuledRung[] }) {
	const [pass, setPass] = useState<ReadonlyMap<string, number> | null>(null);
	useEffect(() => {
		let current = true;
		void (async () => {
			const found = new Map<string, number>();
			for (const one of rungs) {
				const key = keyOf(one);
				if (found.has(key)) continue;
				const outcome = await engine().analyseAt(one.rule, NOT_READY, one.limit, splitOf(one));
				if (!current) return;
				// A rule on several days needs the luck of each of them.
				found.set(key, outcome.ok ? (outcome.value.onDays?.pass ?? outcome.value.pass) : 0);
			}
			setPass(found);
		})();
		return () => {
			current = false;
		};
	}, [rungs]);
	const lucky = pass && rungs.filter((one) => (pass.get(keyOf(one)) ?? 0) > LUCKY);
	// Where a peg stands it matters in the next lesson: those come first, and the luckiest of them on top.
	lucky?.sort((a, b) => Number(b.peg) - Number(a.peg) || (pass?.get(keyOf(b)) ?? 0) - (pass?.get(keyOf(a)) ?? 0));
	return (
		<BenchPage
			margin={
				<p className="mute">
					Not ready means 6 good in 10, in tries that do not depend on each other.{" "}
					<Link href="/rules/assumes">What this assumes</Link>
				</p>
			}
		>
			<h1>What luck can pass</h1>
			{lucky === null && <p className="mute">Working out whom each rule lets through.</p>}
			{lucky?.length === 0 && <p>No rung lets one who is not ready pass more than one time in four.</p>}
			{lucky && lucky.length > 0 && (
				<>
					<p>
						{plural(lucky.length, "rung lets", "rungs let")} one who is not ready pass more than one time in four; those
						where a peg stands come first.
					</p>
					<ul className={rows.plain}>
						{lucky.map((one) => (
							<LuckyRung key={`${one.ladder} ${one.rung} ${one.rev}`} one={one} pass={pass?.get(keyOf(one)) ?? 0} />
						))}
					</ul>
				</>
			)}
		</BenchPage>
	);
}

const RISK = 0.1;

function LuckyRung({ one, pass }: { one: RuledRung; pass: number }) {
	const router = useRouter();
	const [better, setBetter] = useState<FoundRule | null>(null);
	const [busy, setBusy] = useState(false);
	const { refused, setRefused, ask } = useRefusals();
	const find = async () => {
		setBusy(true);
		setRefused([]);
		const ask = {
			notReady: NOT_READY,
			ready: one.ready,
			riskPass: RISK,
			riskHold: RISK,
			limit: one.limit,
			...(one.split ? { split: one.split } : {}),
		};
		const outcome = await engine().find(ask, null);
		setBusy(false);
		if (!outcome.ok) return setRefused(outcome.refusals);
		const { simplest, found } = outcome.value;
		setBetter((simplest?.close ? simplest.found : found[0]) ?? null);
	};
	const take = async (rule: Rule) => {
		setBusy(true);
		const outcome = await ask(takeRule(one.rung, rule, { id: one.ladder, rev: one.rev }));
		setBusy(false);
		if (outcome.ok) router.refresh();
	};
	return (
		<li>
			<div className="d-flex gap-3 align-items-start">
				<span style={{ minWidth: 92 }}>
					<b style={{ fontSize: "1.5rem" }}>{Math.round(pass * 100)}</b> in 100
				</span>
				<span style={{ flex: 1 }}>
					<Link href={`/ladders/${one.ladder}`} dir="auto">
						{one.student}, {one.skill}
					</Link>
					, rung {one.number}: <b dir="auto">{one.name}</b>
					{one.peg && <span className="asks"> the peg is here</span>}
					<br />
					<span className="mute">
						{ruleSentence(one.rule)}, at most {one.limit} tries
					</span>
					{better && (
						<p className="m-0 mt-1" role="status">
							Better: <b>{ruleSentence(better.rule)}</b>. Not ready passes {inHundred(better.passNotReady)}, ready{" "}
							{inHundred(better.passReady)}; about {better.mean.toFixed(0)} tries.
						</p>
					)}
					<Refusals refusals={refused} />
				</span>
				{better ? (
					<Button size="sm" disabled={busy} onClick={() => take(better.rule)}>
						take it
						<span className="visually-hidden">
							{" "}
							for {one.student}, {one.name}
						</span>
					</Button>
				) : (
					<Button variant="outline-primary" size="sm" disabled={busy} onClick={find}>
						{busy ? "looking" : "a better rule"}
						<span className="visually-hidden">
							{" "}
							for {one.student}, {one.name}
						</span>
					</Button>
				)}
			</div>
		</li>
	);
}
