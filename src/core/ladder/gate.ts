import * as z from "zod/mini";

export const gates = ["result", "form", "both", "commitment"] as const;
export const Gate = z.enum(gates);
export type Gate = z.infer<typeof Gate>;

/** When an attempt is good, in the coach's words. */
export const gateWords: Record<Gate, string> = {
	result: "it came off",
	form: "no watched position was off",
	both: "it came off and no watched position was off",
	commitment: "it was fully committed, whatever came of it",
};

/** Under these a rung must watch something, or nothing could be off. */
export const looksAtForm = (gate: Gate): boolean => gate === "form" || gate === "both";
