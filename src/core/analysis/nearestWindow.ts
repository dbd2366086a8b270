import type { RungSettings } from "@/core/ladder/rung";
import type { Rule } from "@/core/rules";
import { analyseAt } from "./analyse";
import { NOT_READY } from "./cautions";
import { splitOn, tellsWaysApart } from "./ways";

/** A rule of so many good in one go of so many, in the place of one that cannot be added up by hand. */
export interface NearestWindow {
	rule: Rule & { kind: "block" };
	/** Chance to pass of one who is not ready and of one who is: under it, and under the rule it stands for. */
	pass: { notReady: number; ready: number };
	instead: { notReady: number; ready: number };
	/** Tries it asks of one who is ready beyond those of the rule it stands for; less than nothing where it asks for fewer. */
	moreTries: number;
}

/** Fewer are no rule, more do not fit on two rows of boxes. */
const SIZES = { fewest: 4, most: 20 };

/**
 * The block rule whose chances lie nearest to a rung's own at the two rates that matter,
 * by the larger of the two differences; of equally near ones the shorter. Independent
 * tries at one fixed rate. A block is searched, not a sliding window: at home it is a row
 * of boxes, done when the row is.
 */
export function nearestWindow(
	settings: Pick<RungSettings, "rule" | "gate" | "scale" | "limit" | "readyRate">,
	must = false,
): NearestWindow {
	const { limit, readyRate } = settings;
	const rule = settings.rule as Rule;
	const split = tellsWaysApart(rule) ? splitOn(settings, undefined, must) : undefined;
	const own = [NOT_READY, readyRate].map((rate) => analyseAt(rule, rate, limit, split));
	const instead = { notReady: own[0]?.pass ?? 0, ready: own[1]?.pass ?? 0 };
	let best: { found: NearestWindow; off: number } | null = null;
	for (let n = SIZES.fewest; n <= Math.min(SIZES.most, limit); n++)
		for (let k = Math.ceil(n / 2); k <= n; k++) {
			const block = { kind: "block" as const, k, n };
			const pass = {
				notReady: analyseAt(block, NOT_READY, limit).pass,
				ready: analyseAt(block, readyRate, limit).pass,
			};
			const off = Math.max(Math.abs(pass.notReady - instead.notReady), Math.abs(pass.ready - instead.ready));
			if (best && off >= best.off - 1e-9) continue;
			const moreTries = Math.round(analyseAt(block, readyRate, limit).attempts - (own[1]?.attempts ?? 0));
			best = { off, found: { rule: block, pass, instead, moreTries } };
		}
	if (!best) throw new RangeError(`nearestWindow: at least ${SIZES.fewest} tries are needed, not ${limit}`);
	return best.found;
}

const inAHundred = (share: number) => Math.round(share * 100);

/** What the other rule costs beside the lesson's, as labels and values: of 100 students who passes by each, and in how many more tries. */
export function windowCost({ pass, instead, moreTries }: NearestWindow): [label: string, value: string][] {
	const of = (card: number, lesson: number) => `${inAHundred(card)}, in the lesson ${inAHundred(lesson)}`;
	const tries = moreTries === 0 ? "as many" : `${Math.abs(moreTries)} ${moreTries > 0 ? "more" : "fewer"}`;
	return [
		["not ready, of 100 pass", of(pass.notReady, instead.notReady)],
		["ready, of 100 pass", of(pass.ready, instead.ready)],
		["tries", tries],
	];
}
