import type { Attempt } from "@/core/log/kinds";
import type { Gate } from "./rung";

/** Result codes that are no success on the scale every rung starts with. */
const MISSED = "miss";

export const succeeded = (result: string): boolean => result !== MISSED;

/**
 * Whether an attempt is good under a gate. `musts` are key positions without which
 * a try does not count as good at all, under every gate; something else being off
 * (`other`) counts as off under `form` and `both`.
 */
export function isGood(attempt: Attempt, gate: Gate, musts: ReadonlySet<string> = new Set()): boolean {
	if (attempt.off.some((off) => musts.has(off.position))) return false;
	const inForm = attempt.off.length === 0;
	switch (gate) {
		case "result":
			return succeeded(attempt.result);
		case "form":
			return inForm;
		case "both":
			return succeeded(attempt.result) && inForm;
		case "commitment":
			return attempt.committed === true;
	}
}
