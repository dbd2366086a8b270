import { refuse } from "@/core/refusals/refusals";
import { num, type Sum } from "./sum";

/** A game is even from here on. */
const EVEN_FROM = 0.45;

/** Chance that a point goes to the first of two: both try, it goes to the one who is good where the other is not. */
export const pointChance = (one: number, other: number): number =>
	(one * (1 - other)) / (one * (1 - other) + other * (1 - one));

/** Chance to win a game to `points` when `start` of them are given, each further one won with chance p. Exact, by the states of the score. */
export function winChance(points: number, start: number, p: number): number {
	// By the points the other one still misses; at first with none of one's own missing.
	let chance: number[] = Array.from({ length: points + 1 }, (_, missing) => Math.min(1, missing));
	for (let own = 1; own <= points - start; own++) {
		const next = [0];
		for (let missing = 1; missing <= points; missing++)
			next.push(p * (chance[missing] as number) + (1 - p) * (next[missing - 1] as number));
		chance = next;
	}
	return chance[points] as number;
}

export const headStart: Sum = {
	id: "head",
	title: "A head start that makes it even",
	asks: "how many points to give the weaker one",
	fields: [
		{ key: "points", name: "points to win", of: "count", least: 1, most: 60 },
		{ key: "strong", name: "stronger one: good in 10", of: "number", least: 0.1, most: 9.9 },
		{ key: "weak", name: "weaker one: good in 10", of: "number", least: 0.1, most: 9.9 },
	],
	fresh: { points: 11, strong: 8, weak: 6 },
	formula: "a point: a(1 − b) / (a(1 − b) + b(1 − a)). The game: exact, over all possible scores",
	assumes:
		"Both try. If one is good and the other is not, the good one gets a point. One try does not affect the next.",
	work(values) {
		const [strong, weak] = [num(values, "strong") / 10, num(values, "weak") / 10];
		if (weak > strong) return refuse("weak", "The second one is stronger. Swap the two.");
		const points = num(values, "points");
		const p = pointChance(weak, strong);
		const chances = Array.from({ length: points }, (_, start) => winChance(points, start, p));
		const even = chances.reduce(
			(best, chance, i) => (Math.abs(chance - 0.5) < Math.abs((chances[best] as number) - 0.5) ? i : best),
			0,
		);
		// Nobody can be given the whole game: with all but one point they may still be behind.
		const short = (chances.at(-1) as number) < EVEN_FROM;
		return {
			ok: true,
			value: {
				large: { value: even, of: "count", words: even === 1 ? "point of start" : "points of start" },
				says: [
					...(short
						? [[`No start makes it even: ${even} is the most there is. More points to win would leave room for more.`]]
						: []),
					["Then they win ", { value: 100 * (chances[even] as number), of: "percent" }, " of the games."],
					["Without a start ", { value: 100 * (chances[0] as number), of: "percent" }, "."],
				],
				drawing: {
					kind: "bars",
					of: "percent",
					line: 50,
					bars: chances.map((chance, i) => ({ label: `${i}`, value: 100 * chance, marked: i === even })),
				},
				// Whoever starts with so many wants so many fewer.
				bout: { a: points - even, b: points },
				line: [
					`To ${points} points with a start of ${even}: won `,
					{ value: 100 * (chances[even] as number), of: "percent" },
					" of the time.",
				],
			},
		};
	},
};
