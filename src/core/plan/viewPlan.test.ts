import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { giveBack, lasting, moveTo, pin, pinAll, putIn, takeOut, unpin } from "./arrange";
import { planClasses } from "./item";
import { LessonPlan, type PlannedItem } from "./plan";
import { usualLimits } from "./planLimits";
import { viewPlan } from "./viewPlan";

const item = (id: string, rest: Partial<PlannedItem> = {}): PlannedItem => ({
	id,
	class: "current",
	what: id.toUpperCase(),
	why: "",
	least: 3,
	wish: 6,
	value: 5,
	...rest,
});
/** Without a condition, unless one is asked for. */
const seen = (items: PlannedItem[], minutes: number, sure = 0.5) => {
	const view = viewPlan({ items, minutes, sure });
	if (!view.ok) throw new Error(view.refusals[0]?.sentence);
	return view.value;
};
const shape = (items: PlannedItem[], minutes: number) =>
	seen(items, minutes).stretches.map((one) => `${one.item.id} ${one.at} ${one.minutes}`);

test("what did not fit says what it would push out, or cost; what was taken out is apart", () => {
	const items = [item("a", { value: 9 }), item("b", { value: 1 }), item("c", { out: true })];
	const view = seen(items, 7);
	expect(view.stretches.map(({ item: { id } }) => id)).toEqual(["a"]);
	expect(view.leftOut).toEqual([{ item: items[1], at: 4, why: "It would cost 2 min of “A”." }]);
	expect(view.out.map(({ id }) => id)).toEqual(["c"]);
	expect(view.free).toBe(1);
	const tight = seen([item("a", { value: 9, least: 6 }), item("b", { value: 1, least: 5, wish: 5 })], 7);
	expect(tight.leftOut[0]?.why).toBe("It would push out “A”.");
	const never = seen([item("w", { always: true, least: 6, wish: 6 }), item("b", { least: 5, wish: 5 })], 7);
	expect(never.leftOut[0]?.why).toBe("No room: the fixed items fill the lesson.");
});

test("what is out though there is room says which rule, or that it adds nothing", () => {
	const worthless = seen([item("a"), item("b", { value: 0 })], 30);
	expect(worthless.free).toBeGreaterThan(3);
	expect(worthless.leftOut[0]?.why).toBe("It has no value for this lesson. Enter a value, or add it.");
	// Heavy work may not end the lesson, and nothing that might end it fits behind.
	const heavy = item("b", { class: "decision", heavy: true, least: 12, wish: 12 });
	const ends = seen([item("a", { rate: 0.9, least: 10, wish: 10 }), heavy], 30);
	expect(ends.leftOut[0]?.why).toBe("With it the lesson could not end on something that goes well.");
});

test("of whatever is left out with room for it the reason is one that can be acted on", () => {
	const some = fc.array(
		fc.record({
			class: fc.constantFrom(...planClasses),
			least: fc.integer({ min: 1, max: 8 }),
			more: fc.nat(6),
			value: fc.nat(6),
			heavy: fc.boolean(),
			rate: fc.constantFrom(undefined, 0.5, 0.9),
		}),
		{ maxLength: 7 },
	);
	fc.assert(
		fc.property(some, fc.integer({ min: 10, max: 50 }), (all, minutes) => {
			const items = all.map(({ more, rate, ...one }, i) =>
				item(`i${i}`, { ...one, wish: one.least + more, ...(rate === undefined ? {} : { rate }) }),
			);
			for (const { item: left, why, at } of seen(items, minutes).leftOut) {
				expect(why).toMatch(
					left.value > 0
						? /^(At most 2 .*)?It would (push out|cost)|could not end on|worth as much without|^At most 2/
						: /^(At most 2 .*)?It would|could not end|has no value|^At most 2/,
				);
				// The place that is said is the one a press gives it.
				const within = seen(putIn(items, left.id), minutes);
				expect(within.stretches.find(({ item: { id } }) => id === left.id)?.at).toBe(at);
			}
		}),
		{ numRuns: cases(60) },
	);
});

test("hard rules say where they bite: a third new one waits, a refresher is there to end on", () => {
	const fresh = ["a", "b", "c", "d"].map((id) => item(id, { class: "new", rate: 0.9 }));
	expect(seen(fresh, 60).rules).toEqual(["At most 2 new drills a lesson: 2 more wait."]);
	const ends = [item("n", { class: "new", rate: 0.5, value: 9 }), item("r", { class: "refresher", rate: 0.95 })];
	expect(seen(ends, 60).rules).toEqual(["“R” is in it so that the lesson ends on something that goes well."]);
	expect(seen([item("n", { class: "new", rate: 0.5 })], 60).rules[0]).toMatch(/Add a refresher/);
});

test("how likely it runs over: three tenths where nothing is known, the student's own straying where it is", () => {
	const full = seen([item("a", { least: 30, wish: 30 })], 30).overrun.chance;
	expect(full).toBeGreaterThan(0.4);
	expect(full).toBeLessThan(0.5);
	// Their minutes are the ones to be expected; only how far they stray is another student's.
	const over = (spread: number) =>
		seen([item("a", { least: 30, wish: 30, takes: { mean: 1.5, spread } })], 35).overrun.chance;
	expect(over(0.1)).toBeLessThan(0.02);
	expect(over(0.6)).toBeGreaterThan(0.25);
});

test("a refusal speaks of an item by its words", () => {
	const view = viewPlan({ items: [item("a", { pinned: { at: 40, minutes: 20 } })], minutes: 45 });
	expect(view).toMatchObject({
		ok: false,
		refusals: [{ sentence: expect.stringMatching(/^“A”: Pinned from minute 40 to 60/) }],
	});
});

const plans = fc
	.array(
		fc.record({
			kind: fc.constantFrom(...planClasses),
			least: fc.integer({ min: 1, max: 8 }),
			more: fc.integer({ min: 0, max: 6 }),
			value: fc.integer({ min: 0, max: 9 }),
			rate: fc.option(fc.constantFrom(0.5, 0.9), { nil: undefined }),
			heavy: fc.boolean(),
		}),
		{ minLength: 1, maxLength: 8 },
	)
	.map((rows) =>
		rows.map(({ kind, least, more, value, rate, heavy }, i) =>
			item(`i${i}`, { class: kind, least, wish: least + more, value, heavy, ...(rate === undefined ? {} : { rate }) }),
		),
	);

test("never longer than the time; pinned as it stands, solving it again changes nothing", () => {
	fc.assert(
		fc.property(plans, fc.integer({ min: 1, max: 30 }), (items, minutes) => {
			const view = viewPlan({ items, minutes }, false);
			if (!view.ok) return;
			const { stretches } = view.value;
			let end = 0;
			for (const { at, minutes: long } of stretches) {
				expect(at).toBeGreaterThanOrEqual(end);
				end = at + long;
			}
			expect(end).toBeLessThanOrEqual(minutes);
			const pinned = pinAll(items, stretches);
			// What did not fit before could only come in where something now pinned gave way.
			const out = pinned.map((one) => (one.pinned ? one : { ...one, out: true }));
			expect(shape(out, minutes)).toEqual(stretches.map((one) => `${one.item.id} ${one.at} ${one.minutes}`));
		}),
	);
});

test("wherever a stretch is put it is pinned within the lesson, and off what was pinned before", () => {
	fc.assert(
		fc.property(
			plans,
			fc.integer({ min: 5, max: 30 }),
			fc.nat(7),
			fc.nat(7),
			fc.nat(7),
			(items, minutes, p, from, to) => {
				const first = viewPlan({ items, minutes }, false);
				if (!first.ok || first.value.stretches.length < 2) return;
				const n = first.value.stretches.length;
				const held = pin(items, first.value.stretches[p % n] as (typeof first.value.stretches)[number]);
				const view = viewPlan({ items: held, minutes }, false);
				if (!view.ok) return;
				const { stretches } = view.value;
				const moved = stretches[from % stretches.length];
				const after = moveTo({ items: held, minutes }, stretches, from % stretches.length, to % stretches.length);
				const place = after.find(({ id }) => id === moved?.item.id)?.pinned;
				if (!place) return;
				expect(place.at).toBeGreaterThanOrEqual(0);
				expect(place.at + place.minutes).toBeLessThanOrEqual(minutes);
			},
		),
	);
});

test("the acts on an item: pinned and let go, taken out and given back, put in, made longer", () => {
	const items = [item("a"), item("b")];
	const [a] = seen(items, 20).stretches;
	const pinned = pin(items, a as NonNullable<typeof a>);
	expect(pinned[0]?.pinned).toEqual({ at: 0, minutes: 6 });
	expect(unpin(pinned, "a")).toEqual(items);
	expect(takeOut(pinned, "a")[0]).toEqual({ ...items[0], out: true });
	expect(giveBack(takeOut(items, "a"), "a")).toEqual(items);
	expect(putIn(takeOut(items, "b"), "b")[1]).toEqual({ ...items[1], always: true });
	expect(lasting(pinned, "a", 9)[0]).toMatchObject({ least: 9, wish: 9, pinned: { at: 0, minutes: 9 } });
	expect(moveTo({ items, minutes: 20 }, seen(items, 20).stretches, 0, 1)[0]?.pinned).toEqual({ at: 6, minutes: 6 });
	expect(moveTo({ items, minutes: 20 }, seen(items, 20).stretches, 0, 0)).toEqual(items);
});

test("a plan is refused in sentences: minutes that are none, a wish under the least, one id twice", () => {
	const plan = { day: "2026-11-27", time: "", minutes: 45, students: ["s"], wish: "", watch: [], again: [], items: [] };
	const wrong = (rest: object) => {
		const read = LessonPlan.safeParse({ ...plan, ...rest });
		return read.success ? [] : read.error.issues.map(({ path, message }) => `${path.join(".")}: ${message}`);
	};
	expect(wrong({})).toEqual([]);
	expect(wrong({ minutes: 0 })).toHaveLength(1);
	expect(wrong({ minutes: 700 })).toHaveLength(1);
	expect(wrong({ students: [] })).toHaveLength(1);
	expect(wrong({ items: [item("a", { least: 9, wish: 3 })] })[0]).toBe(
		'items.0.wish: "A": the longest time (3 min) must be at least the shortest (9 min).',
	);
	expect(wrong({ items: [item("a"), item("a")] })[0]).toMatch(/have the same id/);
});

describe("a plan that ends in time", () => {
	const lesson = [
		item("w", { class: "warm-up", always: true, least: 4, wish: 6 }),
		item("p", { peg: true, least: 6, wish: 20, value: 10, rate: 0.9 }),
		item("c", { class: "contest", least: 8, wish: 14, value: 8, rate: 0.9 }),
		item("e", { class: "wrap-up", always: true, least: 3, wish: 5 }),
	];

	test("as surely as was asked for, 80 in 100 unless it is set; more certainty is told by what leaves", () => {
		const usual = viewPlan({ items: lesson, minutes: 40 });
		if (!usual.ok) throw new Error("no plan");
		expect(usual.value.sure).toBe(0.8);
		for (const sure of [0.75, 0.8, 0.9, 0.95]) {
			const { overrun, used } = seen(lesson, 40, sure);
			expect(1 - overrun.chance).toBeGreaterThanOrEqual(sure);
			expect(used).toBeLessThanOrEqual(seen(lesson, 40, 0.5).used);
		}
		// At some length the contest leaves for more certainty: what is said to leave is not in the surer plan.
		const told = Array.from({ length: 30 }, (_, i) => seen(lesson, 20 + i, 0.8)).flatMap(({ surer }, i) =>
			surer && surer.without.length > 0 ? [{ minutes: 20 + i, ...surer }] : [],
		);
		expect(told.length).toBeGreaterThan(0);
		for (const { minutes, sure, without } of told)
			expect(seen(lesson, minutes, sure).stretches.map(({ item: { what } }) => what)).not.toContain(without[0]);
	});

	test("a third is the pegs’, evenly over the ladders, none over its wish; where it does not fit the part is lowered and said", () => {
		const steady = (one: PlannedItem) => ({ ...one, takes: { mean: 1, spread: 0.05 } });
		const pegs = [item("p", { peg: true, least: 4, wish: 30 }), item("q", { peg: true, least: 4, wish: 5 })];
		const at = new Map(
			seen([...pegs, item("x", { value: 90, least: 5, wish: 60 })], 45, 0.5).stretches.map(
				({ item: { id }, minutes }) => [id, minutes],
			),
		);
		expect(at.get("q")).toBe(5);
		expect(at.get("p")).toBeGreaterThanOrEqual(10);
		const full = seen([item("w", { always: true, least: 24, wish: 24 }), ...pegs].map(steady), 36, 0.8);
		expect(full.rules.join(" ")).toContain("The pegs get 10 minutes, not 12. The fixed items leave no more.");
	});

	test("what is left out names its limit or what it pushes out", () => {
		const checks = ["a", "b", "c"].map((id) => item(id, { class: "re-check", value: 1 }));
		expect(seen(checks, 60).leftOut.map(({ why }) => why)).toEqual([
			"At most 2 checks a lesson, and this one has 2. It would push out “B”.",
		]);
	});

	test("only ladders that are ticked have a part of the pegs’ time; the peg of another is an item like others", () => {
		const pegs = ["l", "m"].map((id) => item(`p-${id}`, { peg: true, ladder: id, least: 4, wish: 40, value: 0 }));
		const minutes = (ladders?: string[]) => {
			const made = viewPlan({ items: pegs, minutes: 60, sure: 0.5, ...(ladders ? { ladders } : {}) });
			if (!made.ok) throw new Error("no plan");
			return pegs.map(({ id }) => made.value.stretches.find((one) => one.item.id === id)?.minutes ?? 0);
		};
		expect(minutes()).toEqual([10, 10]);
		expect(minutes(["m"])).toEqual([0, 20]);
		expect(minutes([])).toEqual([0, 0]);
	});

	test("the coach’s own limits are kept: checks, new drills and the pegs’ part, none of them too", () => {
		const view = (limits: Partial<typeof usualLimits>) => {
			const all = [
				...["a", "b"].map((id) => item(id, { class: "re-check", rate: 0.9 })),
				...["c", "d"].map((id) => item(id, { class: "new", rate: 0.9 })),
				item("p", { peg: true, least: 4, wish: 30, value: 0 }),
			];
			const made = viewPlan({ items: all, minutes: 60, sure: 0.5, limits: { ...usualLimits, ...limits } });
			if (!made.ok) throw new Error("no plan");
			return made.value;
		};
		const count = (of: ReturnType<typeof view>, kind: string) =>
			of.stretches.filter(({ item: { class: one } }) => one === kind).length;
		expect([count(view({}), "re-check"), count(view({}), "new")]).toEqual([2, 2]);
		const one = view({ rechecks: 1, fresh: 0, pegs: 50 });
		expect([count(one, "re-check"), count(one, "new")]).toEqual([1, 0]);
		expect(one.stretches.find(({ item: { id } }) => id === "p")?.minutes).toBe(30);
		expect(one.leftOut.map(({ why }) => why).join(" ")).toMatch(/At most 1 check a lesson.*At most 0 new drills/);
		expect(view({ pegs: 0 }).stretches.some(({ item: { id } }) => id === "p")).toBe(false);
	});

	test("where what is always in it cannot end in time, that is said", () => {
		const { rules, overrun } = seen([item("w", { always: true, least: 19, wish: 19 })], 20, 0.9);
		expect(1 - overrun.chance).toBeLessThan(0.9);
		expect(rules.join(" ")).toMatch(/end in time in \d+ of 100 lessons, not in 90/);
	});

	test("what needs the same kit stands together within a class", () => {
		const some = [item("a", { kit: ["hoop"] }), item("b", { kit: ["mat"] }), item("c", { kit: ["hoop"] })];
		expect(seen(some, 30).stretches.map(({ item: { id } }) => id)).toEqual(["a", "c", "b"]);
	});
});
