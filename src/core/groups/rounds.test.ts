import { doersOf, isBest, isCalled, readScore, roundOf, roundRefusal } from "./rounds";

const people = (n: number) => Array.from({ length: n }, (_, i) => `p${i}`);

test.each([2, 3, 4, 5, 6, 7, 8, 11, 12])(
	"%d people: all meet before any two meet again, both do, and of an odd number each waits in turn",
	(n) => {
		const all = people(n);
		const meetings = n % 2 === 0 ? n - 1 : n;
		const met = new Set<string>();
		const waited: string[] = [];
		for (let m = 0; m < meetings; m++) {
			const [first, second] = [roundOf(all, 2 * m), roundOf(all, 2 * m + 1)];
			expect(second.pairs.map(([a, b]) => [b, a])).toEqual(first.pairs);
			const here = [...first.pairs.flat(), ...(first.out === null ? [] : [first.out])];
			expect([...here].sort()).toEqual([...all].sort());
			for (const pair of first.pairs) {
				const key = [...pair].sort().join(" ");
				expect(met.has(key)).toBe(false);
				met.add(key);
			}
			if (first.out !== null) waited.push(first.out);
		}
		expect(met.size).toBe((n * (n - 1)) / 2);
		expect(new Set(waited).size).toBe(waited.length);
		expect(waited.length).toBe(n % 2 === 0 ? 0 : n);
		// And then from the beginning.
		expect(roundOf(all, 2 * meetings)).toEqual(roundOf(all, 0));
	},
);

test("alone everybody does; in pairs one of each", () => {
	expect(doersOf(people(5), 0, false)).toEqual(people(5));
	expect(doersOf(people(5), 0, true)).toHaveLength(2);
	expect(doersOf(people(1), 3, true)).toEqual(["p0"]);
});

test("scores as they are called, and what is none", () => {
	expect(readScore(" 7 ", "Ida")).toEqual({ ok: true, value: { good: 7, tries: 7, score: true } });
	expect(readScore("0", "Ida")).toEqual({ ok: true, value: { good: 0, tries: 1, score: true } });
	expect(readScore("7 of 9", "Ida")).toEqual({ ok: true, value: { good: 7, tries: 9, score: false } });
	expect(readScore("7/9", "Ida")).toEqual({ ok: true, value: { good: 7, tries: 9, score: false } });
	for (const [words, said] of [
		["", "Score of Ida: enter “7” or “7 of 9”, not “”."],
		["many", "Score of Ida: enter “7” or “7 of 9”, not “many”."],
		["9 of 7", "Ida: 9 good of 7 tries cannot be. Swap them, or correct one."],
		["3 of 0", "enter 1 to 500 tries"],
	] as const) {
		const told = readScore(words, "Ida");
		expect(told.ok ? "" : told.refusals[0]?.sentence).toContain(said);
	}
});

test("a personal best beats one before; a first is none", () => {
	expect([isBest(8, 7), isBest(7, 7), isBest(8, null), isBest(8, undefined)]).toEqual([true, false, false, false]);
});

test("thirteen, nobody, no time: a sentence; seconds that are called", () => {
	expect(roundRefusal(13, 30)).toContain("13 students are chosen. A round takes up to 12.");
	expect(roundRefusal(0, 30)).toContain("Choose who takes part in the round.");
	expect(roundRefusal(6, 0)).toContain("Seconds a round: enter 5 to 600, not 0.");
	expect(roundRefusal(6, 30)).toBeNull();
	expect([31, 30, 20, 6, 5, 1, 0].map(isCalled)).toEqual([false, true, true, false, true, true, false]);
});
