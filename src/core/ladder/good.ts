import type { Attempt, WatchedPosition } from "@/core/log/kinds";
import type { Judged } from "@/core/rules";
import { isRight, type Scale, scales } from "@/core/rules/scale";
import type { Unsaid } from "@/core/rules/tally";
import { sum } from "@/core/statistics/sums";
import { type Gate, looksAtForm } from "./gate";
import type { RungSettings } from "./rung";

/** A code that is not on the scale is a success unless it says it missed. */
const find = (scale: Scale, code: string) => scale.find((outcome) => outcome.code === code);
export const succeeded = (result: string, scale: Scale = scales["hit or miss"]): boolean =>
	find(scale, result)?.success ?? result !== "miss";

/**
 * Whether an attempt is good under a gate. `musts` are key positions without which
 * a try does not count as good at all, under every gate; something else being off
 * (`other`) counts as off under `form` and `both`.
 */
export const isGood = (attempt: Attempt, gate: Gate, musts: ReadonlySet<string> = new Set(), scale?: Scale): boolean =>
	!isRefused(attempt, gate, musts) && (gate === "result" || gate === "both" ? succeeded(attempt.result, scale) : true);

/** Whether the gate refuses the attempt whatever came of it: by its form, by a must, or because it was not gone for. */
const isRefused = ({ off, committed }: Attempt, gate: Gate, musts: ReadonlySet<string>): boolean =>
	off.some(({ position }) => musts.has(position)) ||
	(looksAtForm(gate) && off.length > 0) ||
	(gate === "commitment" && committed !== true);

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
	const right =
		attempt.chose === undefined
			? isRight(settings.decisions ?? [], attempt.called, attempt.answer)
			: attempt.chose === "right";
	return {
		good: isGood(attempt, settings.gate, musts, scale),
		result: attempt.result,
		...(isRefused(attempt, settings.gate, musts) ? { refused: true } : {}),
		points: find(scale, attempt.result)?.points ?? 0,
		...(deduction > 0 ? { deduction } : {}),
		...(attempt.called === undefined ? {} : { called: attempt.called }),
		...(right === undefined ? {} : { right }),
		...(attempt.rating === undefined ? {} : { rating: attempt.rating }),
		...(attempt.length === undefined ? {} : { length: attempt.length }),
		...(attempt.measure === undefined ? {} : { measure: attempt.measure.value }),
		...(attempt.effort === undefined ? {} : { effort: attempt.effort }),
		...(attempt.late ? { late: true } : {}),
		...(newSet ? { newSet: true } : {}),
	};
}

/** Ways a try in time can come out on a rung: what a rule is asked when it is to say what it still needs. */
export const outcomesOn = (
	settings: Pick<RungSettings, "gate" | "scale" | "decisions" | "freeChoice">,
	positions: readonly WatchedPosition[] = [],
): Judged[] => {
	const { good, off } = leftOpen(settings, positions);
	return [...good, ...off].filter(({ late }) => !late);
};

/**
 * What a good try, and one that was not, may have been where only that was written down:
 * each outcome the gate lets stand for it, with nothing off or with all that costs points,
 * in time or late, on a target or on none.
 */
export function leftOpen(
	{ gate, scale: own, decisions, freeChoice }: Pick<RungSettings, "gate" | "scale" | "decisions" | "freeChoice">,
	positions: readonly WatchedPosition[],
): Unsaid {
	const scale = own ?? scales["hit or miss"];
	const deduction = sum(positions, (one) => one.deduction ?? 0);
	const mayFault = deduction > 0;
	const letters = (good: boolean): Judged[] =>
		scale
			.filter(({ success }) => (good && (gate === "result" || gate === "both") ? success : true))
			.filter(({ success }) => good || gate !== "result" || !success || positions.some((one) => one.must))
			.flatMap(({ code, points }) => {
				const plain: Judged = { good, result: code, points };
				// A good try had a fault only where the result alone decides.
				const faulty = mayFault && (!good || gate === "result" || gate === "commitment");
				return [plain, { ...plain, late: true }, ...(faulty ? [{ ...plain, deduction }] : [])];
			});
	const right = freeChoice || (decisions ?? []).length > 0 ? [{ right: true }, { right: false }] : [{}];
	const all = (good: boolean) => letters(good).flatMap((one) => right.map((said) => ({ ...one, ...said })));
	return { good: all(true), off: all(false) };
}
