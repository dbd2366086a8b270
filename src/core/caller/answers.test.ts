import { ladderWith, Phone } from "@/core/__tests__/phone";
import type { Attempt } from "@/core/log/kinds";
import { answersOf, variantsOf } from "./answers";

const called = (marks: string, change: Partial<Attempt> = {}) => {
	const phone = new Phone().begin(ladderWith({ gate: "result", limit: 100 }));
	[...marks].forEach((mark, nth) => {
		if (mark === ".") return;
		const good = mark === mark.toUpperCase();
		phone.attempt({
			result: good ? "hit" : "miss",
			off: [],
			judged: false,
			called: mark.toUpperCase(),
			nth,
			...change,
		});
	});
	return answersOf(phone.view().visits.map(({ tries }) => tries));
};

test("by target, after the same against another, early against late; a call nobody answered says nothing", () => {
	// Large letters are good ones: A, A, B off, unanswered, A off, B, …
	const answers = called("AAb.aBABaBbA");
	expect(answers?.byTarget.map(({ called: name, good, tries }) => [name, good, tries])).toEqual([
		["A", 4, 6],
		["B", 3, 5],
	]);
	expect(answers?.unanswered).toBe(1);
	// After the same: A after A, b after B. The first, and the one after the gap, are in neither.
	expect(answers?.sameOrAnother).toBeNull();
	expect(answers?.earlyOrLate).toMatchObject({ one: { good: 3, tries: 5 }, other: { good: 4, tries: 6 } });
	const [first] = answers?.byTarget ?? [];
	// Beta(5, 3): its tenth and ninetieth of a hundred.
	expect(first?.low).toBeCloseTo(0.4038, 2);
	expect(first?.high).toBeCloseTo(0.8303, 2);
});

test("enough of both sides are laid against each other", () => {
	const answers = called("AAAAAbAbAbAbAb");
	expect(answers?.sameOrAnother).toMatchObject({ one: { good: 4, tries: 4 }, other: { good: 4, tries: 9 } });
});

test("a try that does not count is answered, and is in no rate", () => {
	expect(called("AB", { noCount: true })).toBeNull();
	expect(called("")).toBeNull();
});

test("two ways are compared where both were tried enough, and no more than two", () => {
	expect(
		variantsOf([
			{ good: 6, of: 8 },
			{ good: 2, of: 8 },
		])?.apart.low,
	).toBeGreaterThan(0);
	expect(
		variantsOf([
			{ good: 6, of: 8 },
			{ good: 2, of: 3 },
		]),
	).toBeNull();
	expect(variantsOf([{ good: 6, of: 8 }])).toBeNull();
});
