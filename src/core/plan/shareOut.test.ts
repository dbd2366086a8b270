import fc from "fast-check";
import { evened, shareOut } from "./shareOut";

const totals = (given: ReturnType<typeof shareOut>) => {
	const sums: Record<string, number> = {};
	for (const { id, minutes } of given.flat()) sums[id] = (sums[id] ?? 0) + minutes;
	return sums;
};

test("two to one over nine lessons of thirty minutes", () => {
	const given = shareOut(
		[
			{ id: "a", weight: 2 },
			{ id: "b", weight: 1 },
		],
		Array(9).fill(30),
		2,
		10,
	);
	expect(given[0]).toEqual([
		{ id: "a", minutes: 20 },
		{ id: "b", minutes: 10 },
	]);
	expect(totals(given)).toEqual({ a: 180, b: 90 });
});

test("a slot too short for two goes to the one that is owed most", () => {
	const given = shareOut(
		[
			{ id: "a", weight: 1 },
			{ id: "b", weight: 1 },
		],
		Array(4).fill(9),
		3,
		5,
	);
	expect(given.map((slot) => slot.map(({ id }) => id))).toEqual([["a"], ["b"], ["a"], ["b"]]);
});

test("every minute is given, in few pieces, and nobody is further behind than the slots of a round are long", () => {
	const cases = fc.record({
		weights: fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 6 }),
		slots: fc.array(fc.integer({ min: 5, max: 60 }), { minLength: 1, maxLength: 30 }),
		most: fc.integer({ min: 1, max: 3 }),
	});
	fc.assert(
		fc.property(cases, ({ weights, slots, most }) => {
			const shares = weights.map((weight, i) => ({ id: `s${i}`, weight }));
			const given = shareOut(shares, slots, most, 5);
			given.forEach((slot, i) => {
				expect(slot.reduce((sum, one) => sum + one.minutes, 0)).toBe(slots[i]);
				expect(slot.length).toBeLessThanOrEqual(most);
				for (const { minutes } of slot) expect(minutes).toBeGreaterThan(0);
			});
			const all = slots.reduce((sum, one) => sum + one, 0);
			const whole = weights.reduce((sum, one) => sum + one, 0);
			const sums = totals(given);
			for (const { id, weight } of shares)
				expect(Math.abs((sums[id] ?? 0) - (all * weight) / whole)).toBeLessThanOrEqual(60 * weights.length);
		}),
	);
});

test("no weight is no minutes; a side two rungs behind weighs half as much again, one behind nothing more", () => {
	expect(
		totals(
			shareOut(
				[
					{ id: "a", weight: 1 },
					{ id: "b", weight: 0 },
				],
				[30],
				2,
				5,
			),
		),
	).toEqual({ a: 30 });
	expect(shareOut([], [30], 2, 5)).toEqual([[]]);
	const shares = [
		{ id: "l", weight: 2 },
		{ id: "r", weight: 2 },
	];
	expect(evened(shares, [{ behind: "r", rungs: 2 }])).toEqual([
		{ id: "l", weight: 2 },
		{ id: "r", weight: 3 },
	]);
	expect(evened(shares, [{ behind: "r", rungs: 1 }])).toEqual(shares);
});
