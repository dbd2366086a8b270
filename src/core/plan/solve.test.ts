import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { earns, endsWell, isCloser, type PlanItem, planClasses, SURE } from "./item";
import { overrunOf } from "./overrun";
import { solvePlan } from "./solve";

const item = (id: string, least: number, wish: number, value: number, more: Partial<PlanItem> = {}): PlanItem => ({
	id,
	class: "current",
	least,
	wish,
	value,
	...more,
});

test("the worked figures: 36 minutes earn 22, and of two plans as good the one that stands earlier", () => {
	const made = solvePlan(
		[
			item("A", 3, 4, 3),
			item("B", 3, 4, 2),
			item("C", 8, 15, 10),
			item("D", 8, 12, 7),
			item("E", 6, 10, 5),
			item("F", 5, 8, 4),
		],
		36,
	);
	if (!made.ok) throw new Error("no plan");
	expect(made.value.value).toBeCloseTo(22, 9);
	expect(made.value.placed.map(({ id, minutes }) => [id, minutes])).toEqual([
		["A", 4],
		["B", 4],
		["C", 15],
		["D", 12],
	]);
});

/** Every plan of a few items in a few minutes that keeps the rules, told as the best by the same order of preference. */
function bruteForce(
	items: readonly PlanItem[],
	minutes: number,
	endWell: boolean,
	sure = 0.5,
	/** What is pinned at the end: its minutes are the lesson's, and it strays as well. */
	pinned: { minutes: number; spread: number } | null = null,
): { value: number; ids: string[] } | null {
	const order = items
		.map((one, place) => ({ one, place }))
		.sort((a, b) => planClasses.indexOf(a.one.class) - planClasses.indexOf(b.one.class) || a.place - b.place);
	let best: { value: number; ids: string[]; places: number[] } | null = null;
	const isMany = (kind: string, taken: readonly { one: PlanItem }[]) =>
		taken.filter(({ one }) => one.class === kind).length > 2;
	const endsInTime = (taken: readonly { one: PlanItem; long: number }[]): boolean => {
		const spreads = taken.map(({ one, long }) => ({ mean: long, spread: long * (one.spread ?? 0.3) }));
		if (pinned) spreads.push({ mean: pinned.minutes, spread: pinned.minutes * pinned.spread });
		return sure <= 0.5 || 1 - overrunOf(spreads, minutes + (pinned?.minutes ?? 0)).chance >= sure - 1e-12;
	};
	const visit = (
		at: number,
		used: number,
		value: number,
		taken: { one: PlanItem; place: number; long: number }[],
	): void => {
		if (at === order.length) {
			const last = taken.filter(({ one }) => one.class !== "wrap-up").at(-1)?.one;
			if (isMany("new", taken) || isMany("re-check", taken) || (endWell && last && !endsWell(last))) return;
			if (!endsInTime(taken)) return;
			const places = taken.map(({ place }) => place).sort((a, b) => a - b);
			const earlier = () => {
				const first = places.findIndex((place, i) => place !== best?.places[i]);
				return first >= 0 && (places[first] as number) < (best?.places[first] as number);
			};
			const isBetter =
				!best ||
				value > best.value + 1e-9 ||
				(value > best.value - 1e-9 &&
					(places.length < best.places.length || (places.length === best.places.length && earlier())));
			if (isBetter) best = { value, places, ids: taken.map(({ one }) => one.id) };
			return;
		}
		const { one, place } = order[at] as (typeof order)[number];
		if (!one.always) visit(at + 1, used, value, taken);
		for (let long = one.least; long <= one.wish && used + long <= minutes; long++)
			visit(at + 1, used + long, value + earns(one, long), [...taken, { one, place, long }]);
	};
	visit(0, 0, 0, []);
	return best;
}

const few = fc
	.array(
		fc.record({
			class: fc.constantFrom(...planClasses),
			least: fc.integer({ min: 1, max: 3 }),
			more: fc.integer({ min: 0, max: 2 }),
			value: fc.integer({ min: 1, max: 6 }),
			heavy: fc.boolean(),
			rate: fc.constantFrom(undefined, 0.5, 0.9),
			spread: fc.constantFrom(undefined, 0.1, 0.6),
		}),
		{ minLength: 1, maxLength: 6 },
	)
	.map((all) => all.map(({ more, ...one }, i): PlanItem => ({ ...one, id: `i${i}`, wish: one.least + more })));

test("it is the best of all plans that keep the rules, in every tie, as trying them all finds it", () => {
	fc.assert(
		fc.property(few, fc.integer({ min: 1, max: 11 }), (items, minutes) => {
			const made = solvePlan(items, minutes);
			const kept = items.some(isCloser) ? bruteForce(items, minutes, true) : null;
			const best = kept ?? bruteForce(items, minutes, false);
			expect(made.ok).toBe(best !== null);
			if (!made.ok || !best) return;
			if (kept) expect(made.value.broken).toEqual([]);
			expect(made.value.value).toBeCloseTo(best.value, 9);
			expect(made.value.placed.map(({ id }) => id)).toEqual(best.ids);
		}),
		{ numRuns: cases(300) },
	);
});

test("ends in time with the chance that was asked for, and earns the most that does, as trying every subset and every minute finds it", () => {
	fc.assert(
		fc.property(few, fc.integer({ min: 1, max: 20 }), fc.constantFrom(...SURE.slice(1)), (items, minutes, sure) => {
			const made = solvePlan(items, minutes, sure);
			if (!made.ok) throw new Error("nothing is always in it, so there is a plan");
			const best =
				(items.some(isCloser) ? bruteForce(items, minutes, true, sure) : null) ??
				bruteForce(items, minutes, false, sure);
			expect(made.value.isSure).toBe(best !== null);
			if (!best) return;
			expect(made.value.value).toBeCloseTo(best.value, 9);
			expect(made.value.placed.map(({ id }) => id)).toEqual(best.ids);
		}),
		{ numRuns: cases(300) },
	);
});

test("around something pinned at the end that strays more than all others it is still the best", () => {
	fc.assert(
		fc.property(
			few.map((items) => items.filter((one) => one.class !== "wrap-up")),
			fc.integer({ min: 3, max: 14 }),
			fc.constantFrom(...SURE.slice(1)),
			fc.constantFrom(0.05, 0.3, 0.9),
			(items, minutes, sure, spread) => {
				const pin = item("pin", 2, 2, 1, { class: "wrap-up", spread, pinned: { at: minutes, minutes: 2 } });
				const made = solvePlan([...items, pin], minutes + 2, sure);
				if (!made.ok) throw new Error("there is room for the pin");
				const of = (endWell: boolean) => bruteForce(items, minutes, endWell, sure, { minutes: 2, spread });
				const best = (items.some(isCloser) ? of(true) : null) ?? of(false);
				expect(made.value.isSure).toBe(best !== null);
				if (!best) return;
				expect(made.value.value).toBeCloseTo(best.value + 1, 9);
				expect(made.value.placed.map(({ id }) => id)).toEqual([...best.ids, "pin"]);
			},
		),
		{ numRuns: cases(300) },
	);
});

test("what must be in it and cannot end in time is as short as it can be, and says so", () => {
	const made = solvePlan([item("must", 9, 14, 5, { always: true, spread: 0.6 }), item("more", 2, 4, 9)], 10, 0.9);
	expect(made).toMatchObject({ ok: true, value: { isSure: false, placed: [{ id: "must", minutes: 9 }] } });
	// Without a condition it is the plan that earns the most.
	expect(solvePlan([item("must", 9, 14, 5, { always: true })], 10)).toMatchObject({
		ok: true,
		value: { isSure: true, placed: [{ id: "must", minutes: 10 }] },
	});
});

test("more certainty never earns more, and a gap before a pin counts for nothing", () => {
	fc.assert(
		fc.property(few, fc.integer({ min: 8, max: 20 }), (items, minutes) => {
			const pinned = [...items, item("pin", 1, 2, 1, { pinned: { at: minutes - 2, minutes: 2 } })];
			const values = SURE.map((sure) => solvePlan(pinned, minutes, sure)).flatMap((made) =>
				made.ok && made.value.isSure ? [made.value.value] : [],
			);
			expect(values).toEqual([...values].sort((a, b) => b - a));
		}),
		{ numRuns: cases(100) },
	);
	const late = item("late", 1, 2, 1, { pinned: { at: 18, minutes: 2 } });
	const early = item("early", 10, 10, 8, { spread: 0.3 });
	expect(solvePlan([early, late], 20, 0.95)).toMatchObject({
		ok: true,
		value: { placed: [{ id: "early" }, { id: "late" }] },
	});
});

test("two re-checks a lesson, besides those the coach put in", () => {
	const checks = ["a", "b", "c"].map((id) => item(id, 1, 1, 1, { class: "re-check" }));
	const ids = (items: PlanItem[]) => {
		const made = solvePlan(items, 20);
		return made.ok ? made.value.placed.map(({ id }) => id) : [];
	};
	expect(ids(checks)).toEqual(["a", "b"]);
	expect(ids(checks.map((one) => (one.id === "c" ? { ...one, always: true } : one)))).toEqual(["a", "c"]);
	expect(ids(checks.map((one) => ({ ...one, always: true })))).toEqual(["a", "b", "c"]);
});

test("never longer than the time, in the order of the classes, nothing over another; solved again with all of it pinned it is the same", () => {
	fc.assert(
		fc.property(few, fc.integer({ min: 1, max: 30 }), (items, minutes) => {
			const made = solvePlan(items, minutes);
			if (!made.ok) return;
			let at = 0;
			for (const one of made.value.placed) {
				expect(one.at).toBe(at);
				at += one.minutes;
			}
			expect(at).toBeLessThanOrEqual(minutes);
			const classes = made.value.placed.map(({ id }) =>
				planClasses.indexOf(items.find((one) => one.id === id)?.class ?? "warm-up"),
			);
			expect([...classes].sort((a, b) => a - b)).toEqual(classes);
			expect(classes.filter((one) => planClasses[one] === "new").length).toBeLessThanOrEqual(2);
			const pinned = items.flatMap((one) => {
				const place = made.value.placed.find(({ id }) => id === one.id);
				return place ? [{ ...one, pinned: { at: place.at, minutes: place.minutes } }] : [];
			});
			if (pinned.length === 0) return;
			const again = solvePlan(pinned, minutes);
			expect(again.ok && again.value.placed).toEqual(made.value.placed);
		}),
		{ numRuns: cases(300) },
	);
});

test("around a pin the others are put where they fit, in their order, and a re-check never after new work on its ladder", () => {
	const pinned = { at: 10, minutes: 5 };
	const made = solvePlan(
		[
			item("warm", 3, 5, 3, { class: "warm-up", always: true }),
			item("check", 2, 4, 9, { class: "re-check", ladder: "l" }),
			item("fresh", 5, 5, 5, { class: "new", ladder: "l", pinned }),
			item("rest", 5, 8, 5),
			item("end", 2, 2, 1, { class: "wrap-up", always: true }),
		],
		25,
	);
	if (!made.ok) throw new Error(made.refusals[0]?.sentence);
	const at = Object.fromEntries(made.value.placed.map((one) => [one.id, one.at]));
	expect(at.fresh).toBe(10);
	expect(at.warm).toBe(0);
	expect(at.check).toBeLessThan(10);
	expect(made.value.placed.at(-1)?.id).toBe("end");
	for (const one of made.value.placed.filter(({ id }) => id !== "fresh"))
		expect(one.at + one.minutes <= 10 || one.at >= 15).toBe(true);
});

test("heavy work is never last: a refresher is taken, though something else earns more; where there is none, that is said", () => {
	const heavy = item("high", 5, 5, 9, { heavy: true });
	const light = item("light", 3, 3, 1, { class: "refresher", rate: 0.9 });
	const other = item("other", 3, 3, 4, { rate: 0.5 });
	const made = solvePlan([heavy, other, light], 8);
	expect(made.ok && made.value.placed.map(({ id }) => id)).toEqual(["high", "light"]);
	const without = solvePlan([{ ...heavy, always: true }, other], 8);
	expect(without.ok && without.value.broken).toEqual(["There is nothing easy to end on. Add a refresher."]);
});

test.each<[string, PlanItem[], number, string]>([
	["no minutes", [], 0, "Minutes of the lesson: enter a whole number from 1 to 240, not 0."],
	["too many", [], 700, "Minutes of the lesson: enter a whole number from 1 to 240, not 700."],
	[
		"a wish under its least",
		[item("a", 5, 4, 1)],
		30,
		"Enter whole minutes, not 5 to 4. The longest must not be less than the shortest.",
	],
	[
		"a pin outside",
		[item("a", 5, 5, 1, { pinned: { at: 28, minutes: 5 } })],
		30,
		"Pinned from minute 28 to 33, outside the 30 minutes of the lesson. Move it, or make the lesson longer.",
	],
	[
		"two pins over each other",
		[item("a", 5, 5, 1, { pinned: { at: 2, minutes: 5 } }), item("b", 5, 5, 1, { pinned: { at: 6, minutes: 5 } })],
		30,
		"Two pinned items overlap at minute 6. Move one of them.",
	],
	[
		"what alone is longer",
		[item("a", 40, 50, 1, { always: true })],
		30,
		"The fixed items need 40 minutes, but the lesson has 30: 10 too many.",
	],
])("%s is refused in a sentence", (_, items, minutes, words) => {
	const made = solvePlan(items, minutes);
	expect(made.ok ? "" : made.refusals[0]?.sentence).toContain(words);
});
