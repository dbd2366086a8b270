import fc from "fast-check";
import { parse } from "@/core/refusals/refusals";
import { type Judged, Rule } from "@/core/rules";
import { sum } from "@/core/statistics/sums";

/** Test helpers: arbitrary small sound rules, and every rule's own words once more, without a machine. */

const small = (max: number) => fc.integer({ min: 1, max });
const kn = { k: small(5), n: small(7) };
const simple = fc.oneof(
	fc.record({ kind: fc.constant("rolling"), ...kn }),
	fc.record({ kind: fc.constant("block"), ...kn }),
	fc.record({ kind: fc.constant("streak"), r: small(5) }),
	fc.record({
		kind: fc.constant("points"),
		weights: fc.record({
			hit: fc.integer({ min: 0, max: 3 }),
			rough: fc.integer({ min: -1, max: 1 }),
			miss: fc.integer({ min: -3, max: 0 }),
		}),
		targets: fc.constantFrom(undefined, undefined, { a: 1, b: 3 }),
		target: small(6),
		floor: fc.constantFrom(undefined, null, 0, -2, -9),
		bust: fc.constantFrom(undefined, null, 2, 5),
	}),
	fc.record({ kind: fc.constant("count"), c: small(4), seconds: fc.constant(30) }),
	fc.record({ kind: fc.constant("length"), length: small(5), times: small(3) }),
	fc.record({ kind: fc.constant("rating"), mean: fc.constantFrom(2, 5, 7.5), n: small(4) }),
	fc.record({ kind: fc.constant("within"), ...kn, low: fc.constant(0), high: fc.constantFrom(1, 3) }),
	fc.record({ kind: fc.constant("spread"), each: small(2), targets: fc.constantFrom(["a"], ["a", "b"], ["hit", "b"]) }),
	fc.record({ kind: fc.constant("decision"), ...kn }),
	fc.record({ kind: fc.constant("answered"), answered: small(3), good: small(5), bust: fc.constantFrom(2, 3) }),
	fc.record({ kind: fc.constant("bouts"), a: small(3), b: small(3), k: small(2), n: small(3) }),
);
const joined = (parts: fc.Arbitrary<unknown>) =>
	fc.record({ kind: fc.constantFrom("all", "any"), rules: fc.array(parts, { minLength: 1, maxLength: 3 }) });
const nested = fc.oneof({ weight: 3, arbitrary: simple }, joined(simple), joined(fc.oneof(simple, joined(simple))));
const onDays = fc.record({
	kind: fc.constant("days"),
	rule: fc.oneof(simple, joined(simple)),
	days: fc.constant(2),
	gap: fc.constant(1),
});

/** Any rule that parses: every kind, nested up to three deep. */
export const anyRule = fc
	.oneof({ weight: 9, arbitrary: nested }, onDays)
	.filter((rule) => parse(Rule as never, rule).ok) as fc.Arbitrary<Rule>;

export interface End {
	end: "met" | "bust";
	at: number;
}

type Of<K extends Rule["kind"]> = Extract<Rule, { kind: K }>;

/** Where a rule ends over a row of attempts, read as plainly as its sentence; null while it is open. */
export function plainReading(rule: Rule, row: readonly Judged[]): End | null {
	switch (rule.kind) {
		case "days":
			return plainReading(rule.rule as Rule, row);
		case "all":
		case "any": {
			const ends = (rule as Of<"all">).rules.map((part) => plainReading(part as Rule, row));
			const met = ends.map((end) => (end?.end === "met" ? end.at : Number.POSITIVE_INFINITY));
			const bust = ends.map((end) => (end?.end === "bust" ? end.at : Number.POSITIVE_INFINITY));
			const [metAt, bustAt] =
				rule.kind === "all" ? [Math.max(...met), Math.min(...bust)] : [Math.min(...met), Math.max(...bust)];
			if (metAt === Number.POSITIVE_INFINITY && bustAt === Number.POSITIVE_INFINITY) return null;
			return metAt < bustAt ? { end: "met", at: metAt } : { end: "bust", at: bustAt };
		}
		case "points":
			return playPoints(rule as Of<"points">, row);
		case "answered": {
			const marks = row.map((t) => (t.good ? "g" : "m")).join("");
			for (let at = 0; at < row.length; at++) {
				const so = marks.slice(0, at + 1);
				const [misses, good] = [so.match(/mg/g)?.length ?? 0, so.match(/g/g)?.length ?? 0];
				if (misses >= rule.answered && good >= rule.good) return { end: "met", at };
				if (so.endsWith("m".repeat(rule.bust))) return { end: "bust", at };
			}
			return null;
		}
		default: {
			const at = row.findIndex((_, i) => metBy(rule, row.slice(0, i + 1)));
			return at < 0 ? null : { end: "met", at };
		}
	}
}

function playPoints({ weights, targets = {}, target, floor, bust }: Of<"points">, row: readonly Judged[]): End | null {
	const lowest = floor === undefined ? (bust ? null : 0) : floor;
	let sum = 0;
	for (const [at, { good, result, called }] of row.entries()) {
		const weight = (good && called ? targets[called as "a"] : undefined) ?? weights[result] ?? 0;
		sum += good ? weight : Math.min(0, weight);
		if (lowest !== null && sum < lowest) sum = lowest;
		if (sum >= target) return { end: "met", at };
		if (bust && sum <= -bust) return { end: "bust", at };
	}
	return null;
}

const share = (row: readonly boolean[], k: number, n: number) => row.slice(-n).filter(Boolean).length >= k;

/** Whether the rule holds looking back from the end of the row. */
function metBy(rule: Rule, row: readonly Judged[]): boolean {
	switch (rule.kind) {
		case "rolling":
			return share(
				row.map((t) => t.good),
				rule.k,
				rule.n,
			);
		case "decision":
			return share(
				row.flatMap((t) => t.right ?? []),
				rule.k,
				rule.n,
			);
		case "within":
			return share(
				row.flatMap((t) => (t.measure === undefined ? [] : [t.measure >= rule.low && t.measure <= rule.high])),
				rule.k,
				rule.n,
			);
		case "block": {
			const from = Math.floor((row.length - 1) / rule.n) * rule.n;
			return row.slice(from).filter((t) => t.good).length >= rule.k;
		}
		case "streak":
			return row.length >= rule.r && row.slice(-rule.r).every((t) => t.good);
		case "count": {
			const from = Math.max(
				0,
				row.findLastIndex((t) => t.newSet),
			);
			return row.slice(from).filter((t) => t.good && !t.late).length >= rule.c;
		}
		case "length":
			return row.filter((t) => (t.length ?? 0) >= rule.length).length >= rule.times;
		case "rating": {
			const last = row.flatMap((t) => t.rating ?? []).slice(-rule.n);
			return last.length === rule.n && sum(last) / rule.n >= rule.mean;
		}
		case "spread":
			return rule.targets.every(
				(target) => row.filter((t) => t.good && (t.called ?? t.result) === target).length >= rule.each,
			);
		case "bouts": {
			const won: boolean[] = [];
			let [good, off] = [0, 0];
			for (const t of row) {
				if (t.newBout) [good, off] = [0, 0];
				if (t.good) good += 1;
				else off += 1;
				if (good < rule.a && off < rule.b) continue;
				won.push(good >= rule.a);
				[good, off] = [0, 0];
			}
			return share(won, rule.k, rule.n);
		}
		default:
			throw new Error(`no plain reading of ${rule.kind}`);
	}
}
