import { expose } from "comlink";
import { estimateRate, type PastTry, type RateSettings } from "@/core/estimate/rate";
import type { Rule } from "@/core/rules";
import { type Outcome, refuse } from "@/core/words/refuse";
import { analyse, analyseAt, checked, operatingCurve } from "@/core/worth/analyse";
import type { Chances } from "@/core/worth/chances";
import { type Finding, searchRules } from "@/core/worth/find";
import type { Ask } from "@/core/worth/wald";

/** What takes longer than a frame or two, off the thread that answers fingers. */

const PATIENCE_MS = 40;
let stopped = false;

const breathe = () => new Promise((resolve) => setTimeout(resolve));

const engine = {
	curve: (rule: Rule, limit: number, secondsPerTry?: number) =>
		operatingCurve(rule, limit, 101, secondsPerTry === undefined ? {} : { secondsPerTry }),
	analyse: (rule: Rule, chances: Chances, limit: number) => analyse(rule, chances, limit),
	/** Chance to pass exactly at try 1, 2, ..., under the stated model of the rule at one rate. */
	passesAt(rule: Rule, rate: number, limit: number): Outcome<number[]> {
		const fit = checked(rule, limit);
		return fit.ok ? { ok: true, value: analyseAt(fit.value, rate, limit).passAt } : fit;
	},
	estimate: (past: PastTry[], settings?: RateSettings) => estimateRate(past, settings),
	/** Searches with progress; takes a breath now and then, so that `stop` is heard. */
	async find(ask: Ask, onProgress: ((done: number) => void) | null): Promise<Outcome<Finding>> {
		stopped = false;
		const search = searchRules(ask);
		let from = performance.now();
		for (let step = search.next(); ; step = search.next()) {
			if (step.done) return step.value;
			if (performance.now() - from < PATIENCE_MS) continue;
			onProgress?.(step.value);
			await breathe();
			if (stopped) return refuse("", "The search was stopped.");
			from = performance.now();
		}
	},
	stop() {
		stopped = true;
	},
};

export type Engine = typeof engine;

expose(engine);
