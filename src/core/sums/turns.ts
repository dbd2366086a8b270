import { refuse } from "@/core/refusals/refusals";
import { plural } from "@/core/text/lists";
import { many, type Sum } from "./sum";

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
	asks: "how often each one goes, so that all teams have equal turns",
	fields: [
		{ key: "sizes", name: "team sizes", of: "count", least: 1, most: 40, many: 12, hint: ["separated by spaces"] },
		{ key: "total", name: "turns for each team", of: "count", least: 1, most: MOST_TURNS, optional: true },
	],
	fresh: { sizes: [3, 4], total: null },
	formula: "turns: the least common multiple of the sizes, or your number. The first (turns mod size) go once more",
	assumes: "Whole numbers of people, the same to the end.",
	work(values) {
		const sizes = many(values, "sizes");
		if (sizes.length < 2) return refuse("sizes", "One team needs no turns. Enter the sizes of at least two.");
		const asked = values.total as number | null;
		if (asked !== null && asked !== undefined && asked < Math.max(...sizes))
			return refuse(
				"total",
				`Turns for each team: enter at least ${Math.max(...sizes)}, so that everybody in the team of ${Math.max(...sizes)} goes.`,
			);
		const told = turnsOf(sizes, asked ?? null);
		if (told.total > MOST_TURNS)
			return refuse("total", `Equal turns would take ${told.total} turns. Enter how many you want.`);
		const words = told.turns.map((each, i) => {
			const [least, more] = [Math.floor(told.total / each.length), told.total % each.length];
			return [
				`Team ${i + 1}, ${plural(each.length, "person")}: ${
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
