import { refuse } from "@/core/refusals/refusals";
import { decimal } from "./decimal";
import { many, num, type Sum } from "./sum";

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
const lcm = (all: readonly number[]): number => all.reduce((least, one) => (least * one) / gcd(least, one), 1);

/** How often each of a team goes so that all teams have as many turns: a list of turns a team, the first ones first. */
export function turnsOf(sizes: readonly number[], total: number | null): { total: number; turns: number[][] } {
	const all = total ?? lcm(sizes);
	return {
		total: all,
		turns: sizes.map((size) =>
			Array.from({ length: size }, (_, i) => Math.floor(all / size) + (i < all % size ? 1 : 0)),
		),
	};
}

const MOST_TURNS = 5000;

export const turns: Sum = {
	id: "turns",
	title: "Relay turns for unequal teams",
	asks: "who goes how often, so that each team has as many turns",
	fields: [
		{ key: "sizes", name: "team sizes", of: "count", least: 1, most: 40, many: 12, hint: ["with a space between"] },
		{ key: "total", name: "turns for each team", of: "count", least: 1, most: MOST_TURNS, optional: true },
	],
	fresh: { sizes: [3, 4], total: null },
	formula:
		"turns: the least common multiple of the sizes, or as many as are set; the first (turns mod size) go once more",
	assumes: "Whole numbers of people, and nobody joins midway.",
	work(values) {
		const sizes = many(values, "sizes");
		if (sizes.length < 2) return refuse("sizes", "One team alone needs no turns; give the sizes of two at least.");
		const asked = values.total as number | null;
		if (asked !== null && asked !== undefined && asked < Math.max(...sizes))
			return refuse(
				"total",
				`With ${asked} turns somebody of the team of ${Math.max(...sizes)} would not go; ${Math.max(...sizes)} at least are needed.`,
			);
		const told = turnsOf(sizes, asked ?? null);
		if (told.total > MOST_TURNS)
			return refuse("total", `It would take ${told.total} turns to be even; set how many it is to be.`);
		const words = told.turns.map((each, i) => {
			const [least, more] = [Math.floor(told.total / each.length), told.total % each.length];
			return [
				`Team ${i + 1}, ${each.length === 1 ? "one person" : `${each.length} people`}: ${
					more === 0 ? `each goes ${least} times` : `the first ${more} go ${least + 1} times, the others ${least}`
				}.`,
			];
		});
		return {
			ok: true,
			value: {
				large: { value: told.total, of: "count", words: "turns for each team" },
				says: words,
				drawing: {
					kind: "bars",
					of: "count",
					bars: told.turns.map((each, i) => ({ label: `team ${i + 1}`, value: told.total / each.length })),
				},
				line: [`${told.total} turns each: ${words.map(([one]) => one).join(" ")}`],
			},
		};
	},
};

/** Seconds each waits so that all arrive with the slowest. */
export const gapsOf = (times: readonly number[]): number[] => {
	const slowest = Math.max(...times);
	return times.map((time) => slowest - time);
};

export const gaps: Sum = {
	id: "gaps",
	title: "Start gaps, to arrive together",
	asks: "who starts how much later",
	fields: [
		{
			key: "times",
			name: "times of each",
			of: "seconds",
			least: 0.1,
			most: 3600,
			many: 12,
			hint: ["seconds, with a space between"],
		},
	],
	fresh: { times: [14, 18.5, 21] },
	formula: "gap = the slowest time − one’s own",
	assumes: "That each takes as long as they did: their own latest times.",
	work(values) {
		const times = many(values, "times");
		if (times.length < 2) return refuse("times", "One alone waits for nobody; give the times of two at least.");
		const waits = gapsOf(times);
		const most = Math.max(...waits);
		const slowest = Math.max(...times);
		return {
			ok: true,
			value: {
				large: { value: most, of: "seconds", words: "is the longest gap" },
				says: waits.map((wait, i) =>
					wait === 0
						? [`Number ${i + 1} starts first.`]
						: [`Number ${i + 1} starts `, { value: wait, of: "seconds" }, " later."],
				),
				drawing: {
					kind: "time",
					seconds: slowest,
					spans: times.map((_, i) => ({ label: `number ${i + 1}`, from: waits[i] as number, to: slowest })),
				},
				line: ["Start gaps: ", waits.map((wait) => `${decimal(wait, 2)} s`).join(", "), "."],
			},
		};
	},
};

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
	asks: "how many points to give to whoever is behind",
	fields: [
		{ key: "points", name: "points to win", of: "count", least: 1, most: 60 },
		{ key: "strong", name: "good in 10 of the stronger", of: "number", least: 0.1, most: 9.9 },
		{ key: "weak", name: "good in 10 of the other", of: "number", least: 0.1, most: 9.9 },
	],
	fresh: { points: 11, strong: 8, weak: 6 },
	formula: "a point: a(1 − b) / (a(1 − b) + b(1 − a)); the game by all scores it can go through, exactly",
	assumes: "Both try, a point goes to the one who is good where the other is not; tries do not depend on each other.",
	work(values) {
		const [strong, weak] = [num(values, "strong") / 10, num(values, "weak") / 10];
		if (weak > strong) return refuse("weak", "The other one is the stronger; change the two over.");
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

export const kit: Sum = {
	id: "kit",
	title: "Kit by body measures",
	asks: "which size of kit goes with a measure of the body",
	fields: [
		{ key: "measure", name: "measure of the body", of: "size", least: 0.01, most: 3 },
		{ key: "times", name: "times", of: "number", least: 0.01, most: 5, hint: ["your own rule of thumb"] },
		{ key: "plus", name: "and this much more", of: "size", least: -1, most: 1 },
	],
	fresh: { measure: 0.74, times: 0.96, plus: 0 },
	result: { least: 0.01, most: 3, field: "times" },
	formula: "size = times × measure + more",
	assumes: "Your own rule of thumb. Measured today; who grows is measured again in three months.",
	caution: "Where its maker says otherwise, the maker’s word holds.",
	work(values) {
		const measure = num(values, "measure");
		const value = num(values, "times") * measure + num(values, "plus");
		if (value <= 0) return refuse("plus", "Nothing is left of it; take less away.");
		return {
			ok: true,
			value: {
				large: { value, of: "size", words: "is the size to look for" },
				says: [["From a measure of ", { value: measure, of: "size" }, "."]],
				drawing: {
					kind: "bars",
					of: "size",
					bars: [
						{ label: "body", value: measure },
						{ label: "kit", value, marked: true },
					],
				},
				line: ["Kit of ", { value, of: "size" }, " by a measure of ", { value: measure, of: "size" }, "."],
			},
		};
	},
};
