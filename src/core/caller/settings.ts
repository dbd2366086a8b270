import * as z from "zod/mini";
import { label, whole } from "@/core/text/fields";

/** What is called on a rung, in which order and when: part of the rung. */

const most = whole(1, 20);

export const CallOrder = z.discriminatedUnion("kind", [
	z.object({ kind: z.literal("in turn"), each: most }),
	z.object({ kind: z.literal("every other"), fixed: label(40) }),
	z.object({ kind: z.literal("runs"), most }),
	z.object({ kind: z.literal("shuffled"), times: most }),
	z.object({ kind: z.literal("weighted"), weights: z.record(label(40), whole(0, 100)) }),
	z.object({ kind: z.literal("capped"), most }),
]);
export type CallOrder = z.infer<typeof CallOrder>;

/** Seconds from one call to the next, and by how much a gap may be shorter or longer. */
const Beat = z.object({ every: z.number(), spread: z.number() });
export type Beat = z.infer<typeof Beat>;

export const Caller = z.object({
	/** What is called where the rung's own rule or decisions name nothing: targets, or two ways of doing it. */
	all: z.array(label(40)).check(z.maxLength(12)),
	/** They are two ways of doing it, called in turn and compared at the end. */
	variants: z.optional(z.boolean()),
	order: CallOrder,
	seed: whole(0, 999_999),
	/** Left out, the next one is called by the touch that answers the last. */
	beat: z.optional(Beat),
});
export type Caller = z.infer<typeof Caller>;
