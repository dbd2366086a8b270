import { planClasses, SURE } from "@/core/plan/item";
import type { PlannedItem } from "@/core/plan/plan";
import { viewPlan } from "@/core/plan/viewPlan";
import { few, median } from "./measure";

/** Candidates of every class, wishes from short to long, as a large studio's lesson would have them. */
const candidates = (n: number): PlannedItem[] =>
	Array.from({ length: n }, (_, i) => ({
		id: `i${i}`,
		class: planClasses[(i * 7) % planClasses.length] ?? "current",
		what: `Candidate ${i + 1}`,
		why: "",
		least: 2 + (i % 5),
		wish: 5 + (i % 5) + ((i * 3) % 10),
		value: 1 + ((i * 5) % 9),
		ladder: `l${i % 4}`,
		heavy: i % 6 === 0,
		rate: [0.5, 0.7, 0.9][i % 3] as number,
	}));

const TURNS = few(9, 1);
/** What a frame leaves on a machine four times as slow as this one. */
const FRAME_MS = 16.7 / 4;

/** The largest plan that can be asked for, against one of a usual lesson, in turns. */
export function plan(): void {
	const [large, usual] = [candidates(60), candidates(15)];
	const time = (items: PlannedItem[], minutes: number, sure = 0.5): number => {
		const from = performance.now();
		const view = viewPlan({ items, minutes, sure }, false);
		if (!view.ok || view.value.stretches.length < 3) throw new Error("the plan was not made");
		return performance.now() - from;
	};
	time(large, 120);
	const all = Array.from({ length: TURNS }, () => ({ large: time(large, 120), usual: time(usual, 45) }));
	const [most, some] = [median(all.map((one) => one.large)), median(all.map((one) => one.usual))];
	const ratios = all.map((one) => one.large / one.usual);
	console.log(
		`60 candidates in 120 minutes, against 15 in 45 in the same run:\n  ${median(ratios).toFixed(1)} times as long (${Math.min(...ratios).toFixed(1)} to ${Math.max(...ratios).toFixed(1)} over ${TURNS} turns; ${most.toFixed(1)} ms against ${some.toFixed(1)} ms).\n  A frame on a machine four times as slow is ${FRAME_MS.toFixed(1)} ms here: ${most <= FRAME_MS ? "it fits" : "it does not fit, and every plan is worked out in a worker"}; a usual lesson ${some <= FRAME_MS ? "would fit" : "would not"}.`,
	);
	for (const [words, items, minutes] of [
		["a usual lesson", usual, 45],
		["60 candidates in 120 minutes", large, 120],
	] as const)
		for (const sure of SURE.slice(1)) {
			const turns = Array.from({ length: few(5, 1) }, () => time(items, minutes, sure) / time(items, minutes));
			console.log(
				`${words}, to end in time in ${100 * sure} of 100: ${median(turns).toFixed(1)} times the plan without it (goal 20).`,
			);
		}
}
