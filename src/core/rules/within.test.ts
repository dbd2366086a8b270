import { type Judged, judge, type Rule } from ".";

const run = (rule: Rule, tries: Partial<Judged>[]) =>
	judge(
		rule,
		tries.map((one) => ({ good: true, result: "hit", ...one })),
		60,
	);

describe("so far at no more than so much effort", () => {
	const rule: Rule = { kind: "within", k: 2, n: 3, low: 20, high: 99, effort: 6 };
	test("both must hold", () => {
		expect(
			run(rule, [
				{ measure: 25, effort: 6 },
				{ measure: 25, effort: 7 },
			]).met,
		).toBe(false);
		expect(
			run(rule, [
				{ measure: 25, effort: 6 },
				{ measure: 19, effort: 2 },
			]).met,
		).toBe(false);
		expect(
			run(rule, [
				{ measure: 25, effort: 6 },
				{ measure: 19, effort: 2 },
				{ measure: 20, effort: 0 },
			]).met,
		).toBe(true);
	});
	test("a try whose effort nobody said is skipped", () => {
		expect(
			run(rule, [{ measure: 25, effort: 6 }, { measure: 25 }, { measure: 3, effort: 1 }, { measure: 25, effort: 1 }])
				.met,
		).toBe(true);
		expect(run(rule, [{ measure: 25 }, { measure: 25 }]).met).toBe(false);
	});
});
