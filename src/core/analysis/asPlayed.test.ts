import { type Gate, gates, looksAtForm } from "@/core/ladder/gate";
import { judged } from "@/core/ladder/good";
import type { Attempt, WatchedPosition } from "@/core/log/kinds";
import { allParts, machineOf, type Rule, ruleKinds } from "@/core/rules";
import { BUST, MET } from "@/core/rules/kind";
import { type Scale, scales } from "@/core/rules/scale";
import { targetsOf } from "@/core/rules/targets";
import { analyseAt } from "./analyse";
import { findRules } from "./find";
import { lessonsToPass, passedWithin } from "./overLessons";
import { uniform } from "./simulate";
import { sharesOf, splitOn, tellsWaysApart, type Way, waysOn } from "./ways";

/** A key position that is looked at, and one without which no try is good. */
const looked: WatchedPosition = { id: "knee", name: "knee" } as WatchedPosition;
const needed: WatchedPosition = { id: "chin", name: "chin", must: true } as WatchedPosition;

const own: Scale = [
	{ code: "held", label: "held", points: 3, success: true },
	{ code: "fell", label: "fell", points: -2, success: false },
];
const allScales: Record<string, Scale> = { ...scales, "two of its own": own };

interface Rungs {
	gate: Gate;
	scale: Scale;
	must: boolean;
}
const rungs: [string, Rungs][] = gates.flatMap((gate) =>
	Object.entries(allScales).flatMap(([name, scale]) =>
		[false, true].map((must): [string, Rungs] => [
			`${gate}, ${name}${must ? ", with a must" : ""}`,
			{ gate, scale, must },
		]),
	),
);

/** Every kind of rule as it is offered, in the codes of a scale. */
function rulesOn(scale: Scale): Rule[] {
	const points: Rule = {
		kind: "points",
		weights: Object.fromEntries(scale.map(({ code, success }) => [code, success ? 1 : -2])),
		target: 5,
		bust: 6,
	};
	const came = scale.filter(({ success }) => success).map(({ code }) => code);
	const plain = ruleKinds
		.map(({ fresh }) => fresh as Rule)
		.filter(({ kind }) => !["points", "spread", "days", "all", "any"].includes(kind));
	const streak: Rule = { kind: "streak", r: 3 };
	return [
		points,
		{ ...points, bust: undefined, floor: 0 } as Rule,
		{ kind: "spread", each: 1, targets: came },
		...plain,
		{ kind: "all", rules: [streak, points] } as Rule,
		{ kind: "any", rules: [{ kind: "streak", r: 5 }, points] } as Rule,
	];
}

/** A try as a coach logs it, where it came out in this way. */
function logged({ good, attempt: { result } }: Way, { gate, scale, must }: Rungs): Attempt {
	const came = scale.find(({ code }) => code === result)?.success ?? false;
	const fault = looksAtForm(gate) ? looked.id : must ? needed.id : null;
	const refused = !good && (gate === "form" || came);
	return {
		result,
		off: refused && fault ? [{ position: fault }] : [],
		judged: true,
		...(gate === "commitment" ? { committed: good || (came && must) } : {}),
	};
}

const LIMIT = 14;
const RUNS = 300;

/** What else is said of a try, as the stated model of its rule has it: good together with it, for most kinds. */
function saidBeside(rule: Rule, rate: number): (good: boolean, dice: () => number) => Partial<Attempt> {
	const parts = allParts(rule);
	const targets = targetsOf(rule);
	const range = parts.find((one) => one.kind === "within");
	const length = parts.find((one) => one.kind === "length")?.length;
	// A rating is spread binomially around ten times the rate.
	const rating = parts.some((one) => one.kind === "rating")
		? (dice: () => number) => ({ rating: Array.from({ length: 10 }, dice).filter((one) => one < rate).length })
		: () => ({});
	// A rally goes on by one more at the rate, again and again.
	const long = (dice: () => number) => {
		let n = 0;
		while (n < (length ?? 0) && dice() < rate) n += 1;
		return { length: n };
	};
	return (good, dice) => ({
		chose: good ? "right" : "wrong",
		effort: good ? 0 : 10,
		...rating(dice),
		...(length === undefined ? {} : long(dice)),
		...(range ? { measure: { value: good ? range.low : range.high + 1, unit: "cm" } } : {}),
		...(good && targets.length > 0 ? { called: targets[Math.floor(dice() * targets.length)] } : {}),
	});
}

/** A try in even shares of the ways on its side. */
function drawn(rung: Rungs): (good: boolean, dice: () => number) => Attempt {
	const ways = waysOn(rung, rung.must);
	const { shares } = sharesOf(ways);
	const side = (good: boolean) =>
		ways.filter((way) => way.good === good).map((way) => [shares[way.id] ?? 0, logged(way, rung)] as const);
	const sides = { good: side(true), off: side(false) };
	return (good, dice) => {
		const among = good ? sides.good : sides.off;
		let at = dice();
		for (const [share, attempt] of among) {
			at -= share;
			if (at < 0) return attempt;
		}
		return (among.at(-1) as (typeof among)[number])[1];
	};
}

/** Whole lessons, try by try, through what judges them live. */
function played(rule: Rule, rung: Rungs, rate: number, seed: number): number {
	const dice = uniform(seed);
	const positions = [looked, ...(rung.must ? [needed] : [])];
	const machine = machineOf(rule);
	const count = allParts(rule).find((one) => one.kind === "count");
	const perSet = count ? Math.floor(count.seconds / 6) : 0;
	const [draw, beside] = [drawn(rung), saidBeside(rule, rate)];
	let passed = 0;
	for (let run = 0; run < RUNS; run++) {
		let state = machine.start(rule);
		for (let t = 0; t < LIMIT; t++) {
			const good = dice() < rate;
			const attempt = { ...draw(good, dice), ...beside(good, dice) };
			const read = judged(attempt, rung, positions, perSet > 0 && t % perSet === 0);
			if (read.good !== good)
				throw new Error(`a way of ${rung.gate} is not judged as it says: ${JSON.stringify(attempt)}`);
			state = machine.step(rule, state, read);
			const key = machine.key(rule, state);
			if (key === MET) passed += 1;
			if (key === MET || key === BUST) break;
		}
	}
	return passed / RUNS;
}

/** How far a simulation may be off, four times in a million. */
const within = (p: number) => 4.6 * Math.sqrt(Math.max(p * (1 - p), 4 / RUNS) / RUNS);

describe("what is shown of a rule is what whole lessons come to", () => {
	test.each(rungs)("%s", (_, rung) => {
		const off: string[] = [];
		for (const [i, rule] of rulesOn(rung.scale).entries())
			for (const rate of tellsWaysApart(rule) ? [0.5, 0.8] : [0.6]) {
				const shown = analyseAt(rule, rate, LIMIT, splitOn(rung, undefined, rung.must)).pass;
				const really = played(rule, rung, rate, i + 1);
				if (Math.abs(shown - really) > within(shown))
					off.push(`${rule.kind} at ${rate}: shown ${shown.toFixed(3)}, passed ${really.toFixed(3)}`);
			}
		expect(off).toEqual([]);
	});
});

describe("what the finder promises is what whole lessons come to", () => {
	const ask = { notReady: 0.5, ready: 0.9, riskPass: 0.1, riskHold: 0.1, limit: LIMIT };
	// Ways that are the same make the same search.
	const told = new Map(
		rungs.map((one) => [JSON.stringify(waysOn(one[1], one[1].must).map(({ good, attempt }) => [good, attempt])), one]),
	);
	test.each([...told.values()])("%s", (_, rung) => {
		const split = splitOn(rung, undefined, rung.must);
		const found = findRules({ ...ask, ...(split ? { split } : {}) });
		if (!found.ok) throw new Error(found.refusals[0]?.sentence);
		for (const [i, { rule, passNotReady, passReady }] of found.value.found.entries()) {
			expect(passNotReady).toBeLessThanOrEqual(ask.riskPass);
			expect(passReady).toBeGreaterThanOrEqual(1 - ask.riskHold);
			expect(Math.abs(played(rule, rung, ask.notReady, i + 1) - passNotReady)).toBeLessThan(within(passNotReady));
			expect(Math.abs(played(rule, rung, ask.ready, i + 1) - passReady)).toBeLessThan(within(passReady));
		}
	});
});

describe("a rule on several days", () => {
	const streak = { kind: "streak", r: 4 } as const;
	const met = analyseAt(streak, 0.6, 15).pass;
	test.each([
		[1, 1, [0.6, 0.93, 0.99]],
		[2, 1, [0, 0.64, 0.91]],
		[3, 1, [0, 0.21, 0.68]],
	] as const)("on %d: within 1, 3 and 5 lessons", (days, gap, said) => {
		const rule: Rule = days === 1 ? streak : { kind: "days", rule: streak, days, gap };
		for (const [i, lessons] of [1, 3, 5].entries())
			expect(passedWithin(rule, met, lessons)).toBeCloseTo(said[i] as number, 2);
	});
	test("far apart, the lessons that come too soon count for nothing", () => {
		const rule: Rule = { kind: "days", rule: streak, days: 2, gap: 14 };
		// Met in the first, the next is too soon, met in the third; or nothing yet.
		expect(passedWithin(rule, met, 2)).toBe(0);
		expect(passedWithin(rule, met, 3)).toBeCloseTo(met * met, 12);
		// By dice, lesson by lesson.
		const dice = uniform(3);
		const runs = 20_000;
		let through = 0;
		for (let run = 0; run < runs; run++) {
			let [days, next] = [0, 0];
			for (let day = 0; day < 7 * 6; day += 7)
				if (day >= next && dice() < met) {
					days += 1;
					next = day + 14;
				}
			if (days >= 2) through += 1;
		}
		expect(Math.abs(through / runs - passedWithin(rule, met, 6))).toBeLessThan(0.015);
	});
	test("what is never met is never passed, and what is left is not in it", () => {
		const rule: Rule = { kind: "days", rule: streak, days: 3, gap: 1 };
		expect(passedWithin(rule, 0, 50)).toBe(0);
		expect(lessonsToPass(rule, 1, 5)).toEqual([0, 0, 0, 1, 0, 0]);
	});
});

test.each([
	{ kind: "length", length: 12, times: 2 },
	{ kind: "rating", mean: 7, n: 3 },
] as Rule[])(
	"on several days $kind is worked out by the rate it is told by: in one lesson it is worth the same",
	(rule) => {
		for (const rate of [0.6, 0.9])
			expect(analyseAt({ kind: "days", rule, days: 2, gap: 1 } as Rule, rate, LIMIT).pass).toBe(
				analyseAt(rule, rate, LIMIT).pass,
			);
	},
);
