import type { Attempt, WatchedPosition } from "@/core/log/kinds";
import type { Judged } from "@/core/rules";
import type { Gate, RungSettings } from "./rung";
import { isRight, type Scale, scales } from "./scale";

/** A code that is not on the scale is a success unless it says it missed. */
const find = (scale: Scale, code: string) => scale.find((outcome) => outcome.code === code);
export const succeeded = (result: string, scale: Scale = scales["hit or miss"]): boolean =>
	find(scale, result)?.success ?? result !== "miss";

/**
 * Whether an attempt is good under a gate. `musts` are key positions without which
 * a try does not count as good at all, under every gate; something else being off
 * (`other`) counts as off under `form` and `both`.
 */
export function isGood(attempt: Attempt, gate: Gate, musts: ReadonlySet<string> = new Set(), scale?: Scale): boolean {
	if (attempt.off.some((off) => musts.has(off.position))) return false;
	const inForm = attempt.off.length === 0;
	switch (gate) {
		case "result":
			return succeeded(attempt.result, scale);
		case "form":
			return inForm;
		case "both":
			return succeeded(attempt.result, scale) && inForm;
		case "commitment":
			return attempt.committed === true;
	}
}

/** The attempt as the rung's pass rule sees it: judged by gate and musts, with points, deductions, and the answer by the table. */
export function judged(
	attempt: Attempt,
	settings: Pick<RungSettings, "gate" | "scale" | "decisions">,
	positions: readonly WatchedPosition[],
	newSet: boolean,
): Judged {
	const scale = settings.scale ?? scales["hit or miss"];
	const musts = new Set(positions.flatMap((position) => (position.must ? [position.id] : [])));
	const deduction = attempt.off.reduce(
		(sum, off) => sum + (positions.find((p) => p.id === off.position)?.deduction ?? 0),
		0,
	);
	const right = isRight(settings.decisions ?? [], attempt.called, attempt.answer);
	return {
		good: isGood(attempt, settings.gate, musts, scale),
		result: attempt.result,
		points: find(scale, attempt.result)?.points ?? 0,
		...(deduction > 0 ? { deduction } : {}),
		...(attempt.called === undefined ? {} : { called: attempt.called }),
		...(right === undefined ? {} : { right }),
		...(attempt.rating === undefined ? {} : { rating: attempt.rating }),
		...(attempt.length === undefined ? {} : { length: attempt.length }),
		...(attempt.measure === undefined ? {} : { measure: attempt.measure.value }),
		...(attempt.late ? { late: true } : {}),
		...(newSet ? { newSet: true } : {}),
	};
}
