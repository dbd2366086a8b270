import { expose } from "comlink";
import { searchLadderRules, type TierRule } from "@/core/build/ladderRules";
import { estimateRate, type PastTry, type RateSettings } from "@/core/estimate/rate";
import type { Rule } from "@/core/rules";
import { type Outcome, refuse } from "@/core/words/refuse";
import { type Analysis, analyse, analyseAt, checked, operatingCurve } from "@/core/worth/analyse";
import type { Chances } from "@/core/worth/chances";
import { type Finding, searchRules } from "@/core/worth/find";
import type { Ask } from "@/core/worth/wald";

/** What takes longer than a frame or two, off the thread that answers fingers. */

const PATIENCE_MS = 40;
let stopped = false;

const breathe = () => new Promise((resolve) => setTimeout(resolve));

/** Runs a search to its end, or until it is stopped, saying how far it is. */
async function told<T>(
	search: Generator<number, Outcome<T>>,
	onProgress: ((done: number) => void) | null,
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

const engine = {
	curve: (rule: Rule, limit: number, settings: { secondsPerTry?: number; bandLow?: number } = {}) =>
		operatingCurve(rule, limit, 101, settings),
	analyse: (rule: Rule, chances: Chances, limit: number) => analyse(rule, chances, limit),
	/** What the rule is worth at one rate, under its stated model. */
	analyseAt(rule: Rule, rate: number, limit: number): Outcome<Analysis> {
		const fit = checked(rule, limit);
		return fit.ok ? { ok: true, value: analyseAt(fit.value, rate, limit) } : fit;
	},
	estimate: (past: PastTry[], settings?: RateSettings) => estimateRate(past, settings),
	/** Searches with progress; takes a breath now and then, so that `stop` is heard. */
	async find(ask: Ask, onProgress: ((done: number) => void) | null): Promise<Outcome<Finding>> {
		return told(searchRules(ask), onProgress);
	},
	/** Rules for a ladder's thirds; stopped as a search is. */
	async ladderRules(
		ask: Omit<Ask, "limit">,
		onProgress: ((done: number) => void) | null,
	): Promise<Outcome<TierRule[]>> {
		return told(searchLadderRules(ask), onProgress);
	},
	stop() {
		stopped = true;
	},
};

export type Engine = typeof engine;

expose(engine);
