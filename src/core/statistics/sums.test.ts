import { difference } from "./shares";
import { logistic, mean, sum } from "./sums";

test("sums of numbers and of what one thing of each comes to; none come to nought", () => {
	expect(sum([1, 2, 3.5])).toBe(6.5);
	expect(sum([])).toBe(0);
	expect(sum(["a", "bcd"], (word, i) => word.length * (i + 1))).toBe(7);
});

test("the mean of none is not a number", () => {
	expect(mean([2, 3])).toBe(2.5);
	expect(mean([])).toBeNaN();
});

test("log odds of nought are evens, and both ends stay chances", () => {
	expect(logistic(0)).toBe(0.5);
	expect(logistic(Math.log(3))).toBeCloseTo(0.75, 12);
	expect([logistic(-1e6), logistic(1e6)]).toEqual([0, 1]);
});

test("a difference turns its sign with its sides, and lies in its own interval", () => {
	const [a, b] = [
		difference({ good: 8, tries: 10 }, { good: 3, tries: 9 }),
		difference({ good: 3, tries: 9 }, { good: 8, tries: 10 }),
	];
	expect(a.by).toBeCloseTo(-b.by, 12);
	expect(a.low).toBeLessThan(a.by);
	expect(a.by).toBeLessThan(a.high);
	expect(a.low).toBeCloseTo(-b.high, 12);
});
