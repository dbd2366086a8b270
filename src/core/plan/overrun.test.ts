import { minutesFrom } from "./minutes";
import { overrunOf } from "./overrun";

test("three lessons say how long something takes; before that, what is planned and three tenths either way", () => {
	expect(minutesFrom([9, 11], 10)).toEqual({ mean: 10, spread: 3 });
	expect(minutesFrom([8, 10, 12], 30)).toEqual({ mean: 10, spread: 2 });
});

test("one item of a spread as large as its mean is exponential: over by e to the minus, and by as much again", () => {
	const { chance, minutes } = overrunOf([{ mean: 10, spread: 10 }], 20);
	expect(chance).toBeCloseTo(Math.exp(-2), 9);
	// Without memory: once over, it is over by its mean.
	expect(minutes).toBeCloseTo(10 * Math.exp(-2), 9);
});

test("with no spread it is over or it is not; the longer the lesson, the less likely", () => {
	expect(overrunOf([{ mean: 10, spread: 0 }], 9)).toEqual({ chance: 1, minutes: 1 });
	expect(overrunOf([{ mean: 10, spread: 0 }], 10)).toEqual({ chance: 0, minutes: 0 });
	expect(overrunOf([], 30)).toEqual({ chance: 0, minutes: 0 });
	const items = [minutesFrom([], 12), minutesFrom([], 15), minutesFrom([], 5)];
	const chances = [28, 32, 36, 45].map((minutes) => overrunOf(items, minutes).chance);
	expect([...chances].sort((a, b) => b - a)).toEqual(chances);
	expect(chances[1]).toBeGreaterThan(0.4);
	expect(chances[3]).toBeLessThan(0.03);
});
