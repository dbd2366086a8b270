import * as z from "zod/mini";

export const gates = ["result", "form", "both", "commitment"] as const;
export const Gate = z.enum(gates);
export type Gate = z.infer<typeof Gate>;

/** Under these a rung must watch something, or nothing could be off. */
export const looksAtForm = (gate: Gate): boolean => gate === "form" || gate === "both";
