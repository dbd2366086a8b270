"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import { LUCKY, NOT_READY } from "@/core/analysis/cautions";
import { tellsWaysApart } from "@/core/analysis/ways";
import { type Rule, ruleSentence } from "@/core/rules";
import { ofHundred } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import { takeRules } from "@/server/actions";
import type { RuledRung } from "@/server/readRules";
import { BenchPage } from "@/ui/BenchPage";
import { Lines } from "@/ui/Lines";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { engine } from "@/workers/client";
import css from "./lucky.module.css";
import { type Better, useBetter } from "./useBetter";

/** Rungs with one rule, limit and split are worked out once; only points tell outcomes apart. */
const splitOf = ({ rule, split }: RuledRung) => (tellsWaysApart(rule) ? split : undefined);
const keyOf = (one: RuledRung) => JSON.stringify([one.rule, one.limit, splitOf(one)]);

/** The chance of one who is not ready on each rung, once all of them are worked out. */
function usePass(rungs: readonly RuledRung[]): ((one: RuledRung) => number) | null {
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
	return pass && ((one) => pass.get(keyOf(one)) ?? 0);
}

interface Group {
	ladder: string;
	name: string;
	rungs: RuledRung[];
}

/** By the ladder; where a peg stands on a lucky rung it matters in the next lesson, and comes first. */
function grouped(lucky: readonly RuledRung[]): Group[] {
	const groups = new Map<string, Group>();
	for (const one of lucky) {
		const { ladder, student, skill } = one;
		const group = groups.get(ladder) ?? { ladder, name: `${student}, ${skill}`, rungs: [] };
		group.rungs.push(one);
		groups.set(ladder, group);
	}
	const first = ({ rungs }: Group) => Number(rungs.some(({ peg }) => peg));
	return [...groups.values()].sort((a, b) => first(b) - first(a) || b.rungs.length - a.rungs.length);
}

interface Taken {
	rung: string;
	rule: Rule;
	limit: number;
}

/** Every rung that luck can pass, with better rules one press away. */
export const Lucky = ({ rungs }: { rungs: RuledRung[] }) => (
	<BenchPage
		margin={
			<p className="mute">
				Not ready means 6 good in 10, if one try does not affect the next.{" "}
				<Link href="/rules/assumes">What this assumes</Link>
			</p>
		}
	>
		<h1>Rules luck can pass</h1>
		<LuckyRungs rungs={rungs} />
	</BenchPage>
);

/**
 * Rungs that luck can pass, ladder by ladder, with better rules for a ladder or for all.
 *
 * @param folded how many of a ladder first, each of them once better rules were looked for
 */
export function LuckyRungs({ rungs, folded = false }: { rungs: RuledRung[]; folded?: boolean }) {
	const router = useRouter();
	const passOf = usePass(rungs);
	const better = useBetter();
	const { refused, ask } = useRefusals();
	const [busy, setBusy] = useState(false);
	const [shown, setShown] = useState<ReadonlySet<string>>(new Set());
	/** What stood before the rules that were just put in. */
	const [before, setBefore] = useState<{ ladder: string; rules: Taken[] }[]>([]);
	const lucky = passOf && rungs.filter((one) => passOf(one) > LUCKY);
	const groups = lucky && grouped(lucky);

	const look = async (all: readonly Group[]) => {
		setBusy(true);
		await better.look(all.flatMap((group) => group.rungs));
		setShown(new Set([...shown, ...all.map(({ ladder }) => ladder)]));
		setBusy(false);
	};
	const write = async (ladder: string, rules: Taken[]): Promise<boolean> => {
		const rev = rungs.find((one) => one.ladder === ladder)?.rev ?? 0;
		return (await ask(takeRules(rules, { id: ladder, rev }))).ok;
	};
	const put = async (all: readonly Group[]) => {
		setBusy(true);
		const done: { ladder: string; rules: Taken[] }[] = [];
		for (const { ladder, rungs: theirs } of all) {
			const changes = theirs.flatMap((one) => {
				const next = better.of(one);
				return next ? [{ one, next }] : [];
			});
			const rules = changes.map(({ one, next }) => ({ rung: one.rung, rule: next.rule, limit: next.limit }));
			if (rules.length > 0 && (await write(ladder, rules)))
				done.push({ ladder, rules: changes.map(({ one }) => ({ rung: one.rung, rule: one.rule, limit: one.limit })) });
		}
		setBefore(done);
		setShown(new Set());
		setBusy(false);
		router.refresh();
	};
	const back = async () => {
		setBusy(true);
		for (const { ladder, rules } of before) await write(ladder, rules);
		setBefore([]);
		setBusy(false);
		router.refresh();
	};
	const Heading = folded ? "h3" : "h2";
	const allShown = groups?.every(({ ladder }) => shown.has(ladder));
	return (
		<>
			{groups === null && <p className="mute">Working out who passes each rule.</p>}
			{groups?.length === 0 && <p>No rung lets a student who is not ready pass in more than 25 of 100 lessons.</p>}
			{before.length > 0 && (
				<p role="status">
					{plural(before.flatMap(({ rules }) => rules).length, "better rule")} in use.{" "}
					<Button variant="link" disabled={busy} onClick={() => void back()}>
						undo
					</Button>
				</p>
			)}
			<Refusals refusals={refused} />
			{lucky && groups && groups.length > 0 && (
				<>
					<p className={css.all}>
						<span>
							<b>{lucky.length}</b> {lucky.length === 1 ? "rung lets" : "rungs let"} a student who is not ready pass in
							more than 25 of 100 lessons.
						</span>
						<Press
							busy={busy}
							at={better.at}
							ready={Boolean(allShown)}
							look="find better rules for all"
							put="use all of these"
							onLook={() => look(groups)}
							onPut={() => put(groups)}
						/>
					</p>
					{groups.map((group) => (
						<section key={group.ladder} className={css.ladder} aria-label={group.name}>
							<div className={css.head}>
								<Heading dir="auto">
									<Link href={`/ladders/${group.ladder}`}>{group.name}</Link>
									{folded && <span className="mute">: {plural(group.rungs.length, "rung")}</span>}
								</Heading>
								<Press
									busy={busy}
									at={null}
									ready={shown.has(group.ladder)}
									look="better rules"
									put="use these"
									about={group.name}
									onLook={() => look([group])}
									onPut={() => put([group])}
								/>
							</div>
							<ul hidden={folded && !shown.has(group.ladder)}>
								{group.rungs.map((one) => (
									<LuckyRung
										key={one.rung}
										one={one}
										pass={passOf?.(one) ?? 0}
										better={shown.has(group.ladder) ? better.of(one) : undefined}
									/>
								))}
							</ul>
						</section>
					))}
				</>
			)}
		</>
	);
}

/** First what would change is shown, then one press puts it in. */
function Press({
	busy,
	at,
	ready,
	look,
	put,
	about,
	onLook,
	onPut,
}: {
	busy: boolean;
	at: { done: number; of: number } | null;
	ready: boolean;
	look: string;
	put: string;
	about?: string;
	onLook: () => Promise<void>;
	onPut: () => Promise<void>;
}) {
	return (
		<Button
			variant={ready ? "primary" : "outline-primary"}
			disabled={busy}
			onClick={() => void (ready ? onPut() : onLook())}
		>
			{at ? `looking, ${at.done + 1} of ${at.of}` : ready ? put : look}
			{about && <span className="visually-hidden">: {about}</span>}
		</Button>
	);
}

/** A rung: how often luck passes it, its rule; and the better one where that was looked for. */
function LuckyRung({ one, pass, better }: { one: RuledRung; pass: number; better: Better | null | undefined }) {
	return (
		<li>
			<span className={css.figure}>
				<b>{Math.round(pass * 100)}</b> of 100 lessons
			</span>
			<span>
				{one.number}. <b dir="auto">{one.name}</b>
				{one.peg && <span className="asks"> the peg is here</span>}
				<br />
				<span className="mute">
					{ruleSentence(one.rule)}, at most {plural(one.limit, "try")}
				</span>
				{better === null && <span className="d-block">No rule within 60 tries keeps both risks below 10 in 100.</span>}
				{better && (
					<span className="d-block" role="status">
						→ <b>{ruleSentence(better.rule)}</b>
						{better.limit !== one.limit && <b>, at most {plural(better.limit, "try")}</b>}
						<Lines
							of={[
								["not ready, passes", `${ofHundred(pass)} → ${ofHundred(better.passNotReady)} of 100 lessons`],
								["ready, passes", `${ofHundred(better.passReady)} of 100 lessons`],
								["tries", `about ${better.mean.toFixed(0)}`],
							]}
						/>
					</span>
				)}
			</span>
		</li>
	);
}
