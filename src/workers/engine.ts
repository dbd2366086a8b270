import { expose } from "comlink";
import {
	type Analysis,
	analyse,
	analyseAt,
	type Curve,
	checked,
	firstCurve,
	operatingCurve,
} from "@/core/analysis/analyse";
import type { Chances, Split } from "@/core/analysis/chances";
import { searchRules } from "@/core/analysis/find";
import type { Finding, Progress } from "@/core/analysis/finding";
import type { Ask } from "@/core/analysis/wald";
import { searchLadderRules, type TierRule } from "@/core/build/ladderRules";
import { estimateRate, type PastTry, type RateSettings } from "@/core/estimate/rate";
import { ladderCost, type OpenRung } from "@/core/plan/cost";
import type { LessonPlan } from "@/core/plan/plan";
import { type PlanView, viewPlan } from "@/core/plan/viewPlan";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import type { Rule } from "@/core/rules";

/** What takes longer than a frame or two, off the thread that answers fingers. */

const PATIENCE_MS = 40;
let stopped = false;

const breathe = () => new Promise((resolve) => setTimeout(resolve));

/** Runs a search to its end, or until it is stopped, saying how far it is. */
async function runSearch<T, P>(
	search: Generator<P, Outcome<T>>,
	onProgress: ((progress: P) => void) | null,
): Promise<Outcome<T>> {
	stopped = false;
	let from = performance.now();
	for (let step = search.next(); ; step = search.next()) {
		if (step.done) return step.value;
		if (performance.now() - from < PATIENCE_MS) continue;
		onProgress?.(step.value);
		await breathe();
		if (stopped) return refuse("", "The search was stopped.");
		from = performance.now();
	}
}

/** What a curve depends on besides the rule and its limit. */
export interface CurveSettings {
	secondsPerTry?: number;
	bandLow?: number;
	split?: Split;
}

const engine = {
	/** The curve; what can be shown at once is told first, where the whole takes longer. */
	async curve(
		rule: Rule,
		limit: number,
		settings: CurveSettings,
		onFirst: (curve: Curve) => void,
	): Promise<Outcome<Curve>> {
		const first = firstCurve(rule, limit, settings);
		if (!first.ok) return first;
		if (first.value) {
			onFirst(first.value);
			// What is asked meanwhile comes before the rest of this.
			await breathe();
		}
		return operatingCurve(rule, limit, 101, settings);
	},
	analyse: (rule: Rule, chances: Chances, limit: number) => analyse(rule, chances, limit),
	/** What the rule is worth at one rate, under its stated model. */
	analyseAt(rule: Rule, rate: number, limit: number, split?: Split): Outcome<Analysis> {
		const fit = checked(rule, limit);
		return fit.ok ? { ok: true, value: analyseAt(fit.value, rate, limit, split) } : fit;
	},
	/** The chance to pass each in the next lesson, for as many as are asked of; null where a rule cannot be worked out. */
	async passesNext(
		asked: { rule: Rule; limit: number; rate: number; split?: Split | undefined }[],
	): Promise<(number | null)[]> {
		const chances: (number | null)[] = [];
		for (const { rule, limit, rate, split } of asked) {
			const fit = checked(rule, limit);
			chances.push(fit.ok ? analyseAt(fit.value, rate, limit, split).pass : null);
			await breathe();
		}
		return chances;
	},
	estimate: (past: PastTry[], settings?: RateSettings) => estimateRate(past, settings),
	/** Searches with progress; takes a breath now and then, so that `stop` is heard. */
	async find(ask: Ask, onProgress: ((progress: Progress) => void) | null): Promise<Outcome<Finding>> {
		return runSearch(searchRules(ask), onProgress);
	},
	/** Rules for a ladder's thirds; stopped as a search is. */
	async ladderRules(
		ask: Omit<Ask, "limit">,
		onProgress: ((done: number) => void) | null,
	): Promise<Outcome<TierRule[]>> {
		return runSearch(searchLadderRules(ask), onProgress);
	},
	/** What the rungs still to be passed cost, in lessons. */
	ladderCost: (rungs: OpenRung[]) => ladderCost(rungs),
	/** A plan worked out: what is in it first, why the rest is not when that is known too. */
	async plan(
		plan: Pick<LessonPlan, "items" | "minutes" | "sure" | "limits" | "ladders">,
		onFirst: (view: PlanView) => void,
	): Promise<Outcome<PlanView>> {
		const first = viewPlan(plan, false);
		if (!first.ok || first.value.leftOut.length === 0) return first;
		onFirst(first.value);
		await breathe();
		return viewPlan(plan);
	},
	stop() {
		stopped = true;
	},
};

export type Engine = typeof engine;

expose(engine);
