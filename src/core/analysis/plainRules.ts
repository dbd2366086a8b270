import type { Rule } from "@/core/rules";
import { atLeast } from "./analyse";
import type { Ask } from "./wald";

/** Windows with more states than this are left out: they cost many times the tries. */
const WINDOW_STATES = 6000;

/** n choose k, as far as it matters here. */
function choose(n: number, k: number): number {
	let product = 1;
	for (let i = 1; i <= k; i++) product = (product * (n - k + i)) / i;
	return product;
}

/** Window, block and streak rules worth a look: those whose first chance alone already breaks a risk are not. */
export function* plainRules({ limit, notReady, riskPass }: Ask): Generator<Rule> {
	for (let r = 1; r <= Math.min(60, limit); r++) yield { kind: "streak", r };
	for (let n = 2; n <= Math.min(60, limit); n++)
		for (let k = Math.ceil(n * notReady); k <= n; k++) {
			const first = atLeast(k, n, notReady);
			if (first > riskPass) continue;
			if (1 - (1 - first) ** Math.floor(limit / n) <= riskPass) yield { kind: "block", k, n };
			if (choose(n, n - k + 1) <= WINDOW_STATES) yield { kind: "rolling", k, n };
		}
}
