import { coastingOn, holdingRungs, type StudioLadder, type StudioRung, stuckOn } from "./studio";

const rung = (name: string, lessonsToPass: number | null, change: Partial<StudioRung> = {}): StudioRung => ({
	name,
	lessonsToPass,
	lessons: lessonsToPass ?? 1,
	lately: { good: 5, tries: 10 },
	...change,
});
const ladder = (student: string, rungs: StudioRung[]): StudioLadder => ({
	id: `${student}-balls`,
	student,
	skill: "Balls",
	rungs,
	pegIndex: rungs.findIndex(({ lessonsToPass }) => lessonsToPass === null),
});
/** Five students who passed two rungs in one and two lessons, and stand on the third. */
const usual = (on: Partial<StudioRung> = {}) =>
	["a", "b", "c", "d", "e"].map((who) =>
		ladder(who, [rung("one", 1), rung("two", 2), rung("three", null, on), rung("four", null)]),
	);

test("stuck is longer than nine in ten passes took; with fewer than ten passes nobody is", () => {
	const [first, ...others] = usual();
	const long = {
		...first,
		rungs: [...(first?.rungs.slice(0, 2) ?? []), rung("three", null, { lessons: 6 })],
	} as StudioLadder;
	expect(stuckOn([long, ...others])).toMatchObject([{ rung: "three", lessons: 6, usual: 2 }]);
	expect(stuckOn(usual({ lessons: 3 }))).toEqual([]);
	expect(stuckOn([long])).toEqual([]);
});

test("coasting is over the band for sure, and only where a rung is above", () => {
	expect(coastingOn(usual({ lately: { good: 20, tries: 20 } }), 0.85)).toHaveLength(5);
	expect(coastingOn(usual({ lately: { good: 9, tries: 10 } }), 0.85)).toEqual([]);
	expect(coastingOn(usual({ lately: { good: 17, tries: 20 } }), 0.85)).toEqual([]);
	const top = usual({ lately: { good: 20, tries: 20 } }).map((one) => ({ ...one, rungs: one.rungs.slice(0, 3) }));
	expect(coastingOn(top, 0.85)).toEqual([]);
});

test("a rung holds everybody where three passed it and it took half as long again", () => {
	const slow = ["f", "g", "h"].map((who) => ladder(who, [rung("the hard one", 6), rung("after", null)]));
	expect(holdingRungs([...usual(), ...slow])).toMatchObject([{ rung: "the hard one", students: 3, lessons: 6 }]);
	expect(holdingRungs([...usual(), ...slow.slice(1)])).toEqual([]);
});
