import fc from "fast-check";
import { firstCalls, gapsOf, seedOf } from "./order";
import type { CallOrder } from "./settings";

const names = ["A", "B", "C", "D", "E"];
const seeds = fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 });
const targets = fc.integer({ min: 2, max: 5 }).map((n) => names.slice(0, n));

/** Lengths of the stretches in which one and the same is called. */
function runsOf(calls: readonly string[]): number[] {
	const runs: number[] = [];
	calls.forEach((one, i) => {
		if (i > 0 && one === calls[i - 1]) runs[runs.length - 1] = (runs.at(-1) as number) + 1;
		else runs.push(1);
	});
	return runs;
}

const timesIn = (calls: readonly string[], name: string) => calls.filter((one) => one === name).length;

test("the same seed calls the same, another one soon something else", () => {
	const orders: CallOrder[] = [
		{ kind: "every other", fixed: "A" },
		{ kind: "runs", most: 3 },
		{ kind: "shuffled", times: 2 },
		{ kind: "weighted", weights: { A: 3, B: 1 } },
		{ kind: "capped", most: 2 },
	];
	for (const order of orders) {
		const calls = (seed: number) => firstCalls(order, names, seed, 60).join("");
		expect(calls(7)).toBe(calls(7));
		expect(new Set([1, 2, 3, 4, 5].map(calls)).size).toBe(5);
	}
});

test("in turn: so many at each, then the next, the first after the last", () => {
	expect(firstCalls({ kind: "in turn", each: 2 }, ["A", "B", "C"], 1, 8).join("")).toBe("AABBCCAA");
});

test("every other one is the fixed one, and between them each of the others as often", () => {
	fc.assert(
		fc.property(targets, seeds, fc.nat(4), (all, seed, at) => {
			const fixed = all[at % all.length] as string;
			const others = all.length - 1;
			const calls = firstCalls({ kind: "every other", fixed }, all, seed, 2 * others * 4);
			calls.forEach((one, i) => {
				expect(one === fixed).toBe(i % 2 === 0);
			});
			for (const name of all) expect(timesIn(calls, name)).toBe(name === fixed ? others * 4 : 4);
		}),
	);
});

test("runs: none longer than the most, and never two runs of one target on end", () => {
	fc.assert(
		fc.property(targets, seeds, fc.integer({ min: 1, max: 6 }), (all, seed, most) => {
			const runs = runsOf(firstCalls({ kind: "runs", most }, all, seed, 200));
			for (const length of runs) expect(length).toBeLessThanOrEqual(most);
		}),
	);
	// Every length comes up as often as another.
	const long = runsOf(firstCalls({ kind: "runs", most: 4 }, names, 11, 40_000)).slice(0, -1);
	for (const length of [1, 2, 3, 4])
		expect(long.filter((one) => one === length).length / long.length).toBeCloseTo(0.25, 1);
});

test("shuffled: in each block every target equally often", () => {
	fc.assert(
		fc.property(targets, seeds, fc.integer({ min: 1, max: 4 }), (all, seed, times) => {
			const block = all.length * times;
			const calls = firstCalls({ kind: "shuffled", times }, all, seed, block * 5);
			for (let at = 0; at < calls.length; at += block)
				for (const name of all) expect(timesIn(calls.slice(at, at + block), name)).toBe(times);
		}),
	);
});

test("capped: never more than so many alike in a row, otherwise any", () => {
	fc.assert(
		fc.property(targets, seeds, fc.integer({ min: 1, max: 5 }), (all, seed, most) => {
			for (const length of runsOf(firstCalls({ kind: "capped", most }, all, seed, 300)))
				expect(length).toBeLessThanOrEqual(most);
		}),
	);
	const calls = firstCalls({ kind: "capped", most: 3 }, ["A", "B", "C"], 5, 30_000);
	for (const name of ["A", "B", "C"]) expect(timesIn(calls, name) / calls.length).toBeCloseTo(1 / 3, 1);
});

test("weighted: as often as its weight, and what weighs nothing never", () => {
	const calls = firstCalls({ kind: "weighted", weights: { A: 3, B: 1, C: 0 } }, ["A", "B", "C"], 9, 40_000);
	expect(timesIn(calls, "A") / calls.length).toBeCloseTo(0.75, 1);
	expect(timesIn(calls, "C")).toBe(0);
});

test("no shorter order calls what is not there", () => {
	expect(() => firstCalls({ kind: "every other", fixed: "Z" }, ["A", "B"], 1, 3)).toThrow('"Z" is not called');
	expect(() => firstCalls({ kind: "runs", most: 2 }, ["A"], 1, 3)).toThrow("two targets at least");
});

test("the gaps of a beat stay within its spread, and are its length on the whole", () => {
	fc.assert(
		fc.property(
			seeds,
			fc.double({ min: 1, max: 10, noNaN: true }),
			fc.double({ min: 0, max: 0.9, noNaN: true }),
			(seed, every, share) => {
				const spread = every * share;
				const gaps = gapsOf({ every, spread }, seed);
				for (let i = 0; i < 50; i++) {
					const seconds = (gaps.next().value as number) / 1000;
					expect(seconds).toBeGreaterThanOrEqual(every - spread - 1e-9);
					expect(seconds).toBeLessThanOrEqual(every + spread + 1e-9);
				}
			},
		),
	);
	const gaps = gapsOf({ every: 2, spread: 0.5 }, 3);
	const all = Array.from({ length: 20_000 }, () => (gaps.next().value as number) / 1000);
	expect(all.reduce((sum, one) => sum + one, 0) / all.length).toBeCloseTo(2, 1);
	expect(Math.max(...all) - Math.min(...all)).toBeGreaterThan(0.9);
});

test("each visit has a seed of its own, and the same one again", () => {
	expect(seedOf(1, "ladder/rung/0")).toBe(seedOf(1, "ladder/rung/0"));
	expect(seedOf(1, "ladder/rung/0")).not.toBe(seedOf(1, "ladder/rung/1"));
	expect(seedOf(1, "ladder/rung/0")).not.toBe(seedOf(2, "ladder/rung/0"));
});
