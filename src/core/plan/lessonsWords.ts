import type { LadderCost } from "./cost";

/** Lessons that are enough one time in two, in words; never a number where a rung cannot be passed. */
export const lessonsWords = (cost: LadderCost, end: "high" | "middle" | "low"): string =>
	cost.never[end].length > 0 ? "cannot be passed at this rate" : String(cost[end] ?? "over 500");
