import fc from "fast-check";
import { better, keepBest, type Way } from "./ways";

/** Few values of each, so that many are equal. */
const ways = fc.array(
	fc.record({
		value: fc.integer({ min: 0, max: 4 }),
		items: fc.integer({ min: 1, max: 2 }),
		high: fc.constant(0),
		low: fc.integer({ min: 0, max: 2 }),
		mean: fc.integer({ min: 8, max: 10 }),
		variance: fc.integer({ min: 0, max: 5 }),
		before: fc.constant(null),
		placed: fc.constant(null),
	}),
	{ maxLength: 40 },
);

const said = (all: readonly Way[]) =>
	[
		...new Set(all.map(({ value, items, low, mean, variance }) => [mean, variance, value, items, low].join(" "))),
	].sort();

test("of each mean those are kept of which none is no worse and strays no more, whatever order they come in", () => {
	fc.assert(
		fc.property(ways, (all) => {
			const kept: Way[] = [];
			for (const way of all) keepBest(kept, way);
			const beats = (a: Way, b: Way) =>
				a.mean === b.mean && a.variance <= b.variance && (better(a, b) || (a.variance < b.variance && !better(b, a)));
			expect(said(kept)).toEqual(said(all.filter((one) => !all.some((other) => beats(other, one)))));
			expect(kept.length).toBe(said(kept).length);
		}),
	);
});
