import * as z from "zod/mini";
import { complainIn } from "@/core/refusals/complain";
import { label, text } from "@/core/text/fields";

/** One way an attempt can come out. */
export const OutcomeDef = z.object({
	code: z.string().check(z.regex(/^[a-z0-9-]{1,24}$/)),
	label: label(24),
	points: z.number().check(z.gte(-100), z.lte(100)),
	success: z.boolean(),
});

export const MOST_OUTCOMES = 12;

/** A rung's outcome scale. */
export const Scale = z.array(OutcomeDef).check(z.minLength(2), z.maxLength(MOST_OUTCOMES), (ctx) => {
	const codes = ctx.value.map((outcome) => outcome.code);
	const complain = complainIn(ctx);
	if (new Set(codes).size < codes.length) complain([], "Two outcomes have the same code. Change one of them.");
	if (!ctx.value.some((outcome) => outcome.success)) complain([], "No outcome counts as a success. Mark at least one.");
});
export type Scale = z.infer<typeof Scale>;

/** What an outcome of that name is kept as: readable where the name allows it, and no other one's. */
export function codeFor(label: string, taken: readonly string[]): string {
	const plain =
		label
			.normalize("NFKD")
			.toLowerCase()
			.replace(/[^a-z0-9]+/g, "-")
			.replace(/^-|-$/g, "")
			.slice(0, 20) || "own";
	for (let n = 1; ; n++) {
		const code = n === 1 && plain !== "own" ? plain : `${plain}-${n}`;
		if (!taken.includes(code)) return code;
	}
}

const outcome = (code: string, points: number, success: boolean) => ({ code, label: code, points, success });

/** The scales that ship. Ratings, lengths, measures, answers and counts come beside an outcome, not in place of it. */
export const scales = {
	"hit or miss": [outcome("hit", 1, true), outcome("miss", -1, false)],
	"clean, rough or miss": [outcome("clean", 2, true), outcome("rough", 1, true), outcome("miss", -1, false)],
	"lettered targets": [...["a", "b", "c"].map((letter) => outcome(letter, 1, true)), outcome("miss", -1, false)],
} satisfies Record<string, Scale>;

/** For each situation called, the answers that are right, with the reason. */
export const DecisionTable = z
	.array(
		z.object({
			situation: label(40),
			right: z.array(z.object({ answer: label(40), reason: text(200) })).check(z.minLength(1), z.maxLength(8)),
		}),
	)
	.check(z.maxLength(40));
export type DecisionTable = z.infer<typeof DecisionTable>;

/** Whether the answer was right for what was called; undefined where there is nothing to judge it by. */
export function isRight(
	table: DecisionTable,
	called: string | undefined,
	answer: string | undefined,
): boolean | undefined {
	if (answer === undefined) return undefined;
	return table.find((row) => row.situation === called)?.right.some((one) => one.answer === answer);
}
