import * as z from "zod/mini";
import { complainIn } from "@/core/refusals/complain";
import { sum } from "@/core/statistics/sums";
import { ident, label } from "@/core/text/fields";

/** Id of the difficulty that key positions make: how much of the movement is done. */
export const EXTENT = "extent";

/** What is said of a notch that is no step up. */
export const weightless = (difficulty: string, notch: string, weight: number): string =>
	`"${notch}" of ${difficulty}: size must be more than 0, not ${weight}. A normal step is 1.`;

/**
 * One way in which a rung is hard, as an ordered list of notches. A notch's weight is
 * how much harder it is than the one below; the lowest one's is not looked at.
 */
export const Difficulty = z
	.object({
		id: ident,
		name: label(40),
		notches: z
			.array(z.object({ name: label(60), weight: z.number().check(z.gte(0), z.lte(20)) }))
			.check(z.minLength(2), z.maxLength(50)),
	})
	.check((ctx) => {
		ctx.value.notches.forEach(({ name, weight }, i) => {
			if (i > 0 && weight <= 0) complainIn(ctx)(["notches", i, "weight"], weightless(ctx.value.name, name, weight));
		});
	});
export type Difficulty = z.infer<typeof Difficulty>;

/** A coach's, a skill's or a ladder's difficulties, in the order in which they are raised. */
export const Difficulties = z.array(Difficulty).check(z.maxLength(24), (ctx) => {
	const complain = complainIn(ctx);
	const names = new Map<string, number>();
	ctx.value.forEach(({ name }, i) => {
		const key = name.toLocaleLowerCase();
		const first = names.get(key);
		if (first === undefined) names.set(key, i);
		else complain([i, "name"], `Scales ${first + 1} and ${i + 1} have the same name, "${name}". Rename one of them.`);
	});
});

export const difficultyLabels = {
	difficulties: "difficulties",
	name: "name",
	notches: "notches",
	weight: "weight",
	unit: "unit of lengths",
};

export const freshDifficulty = (id: string): Difficulty => ({
	id,
	name: "",
	notches: [
		{ name: "", weight: 0 },
		{ name: "", weight: 1 },
	],
});

/** What the notches from one, exclusive, up to another weigh together. */
export const climb = ({ notches }: Pick<Difficulty, "notches">, from: number, to: number): number =>
	sum(notches.slice(from + 1, to + 1), ({ weight }) => weight);
