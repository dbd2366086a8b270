import { type Judged, judge, type Rule } from ".";

const run = (rule: Rule, tries: Partial<Judged>[]) =>
	judge(
		rule,
		tries.map((one) => ({ good: true, result: "hit", ...one })),
		60,
	);

describe("a length in so many of the last", () => {
	const rule: Rule = { kind: "length", length: 10, times: 2, last: 3 };
	const lengths = (...all: number[]) =>
		run(
			rule,
			all.map((length) => ({ length })),
		);
	test("counts among the last ones only", () => {
		expect(lengths(12, 3, 4, 11).met).toBe(false);
		expect(lengths(12, 3, 11).met).toBe(true);
		expect(lengths(12, 3, 11, 1, 1, 1).met).toBe(true);
	});
	test("a try whose length nobody counted is skipped, one the gate refuses is not of that length", () => {
		expect(run(rule, [{ length: 12 }, {}, { length: 3 }, {}, { length: 11 }]).met).toBe(true);
		expect(run(rule, [{ length: 12 }, { length: 12, refused: true }]).met).toBe(false);
	});
	test("without it, any of the visit count, as ever", () => {
		const { last: _, ...any } = rule as Extract<Rule, { kind: "length" }>;
		expect(
			run(
				any,
				[12, 3, 4, 11].map((length) => ({ length })),
			).met,
		).toBe(true);
	});
});
