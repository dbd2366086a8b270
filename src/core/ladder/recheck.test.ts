import fc from "fast-check";
import { atLeast } from "@/core/estimate/chanceAtLeast";
import { dayAfter } from "@/core/text/fields";
import { type Check, longer, scheduleOf } from "./recheck";
import { CHECK, FALSE_ALARM } from "./shortCheck";

const START = "2026-01-01";
const on = (day: number) => dayAfter(START, day);
const check = (day: number, passed: boolean): Check => ({ day: on(day), passed });
const schedule = (...checks: Check[]) => scheduleOf([START], checks);

test("after 2, 7 and 21 days, then 2.2 times as many; counted from the last check, settled after a month of them", () => {
	expect([2, 7, 21, 46, 101].map(longer)).toEqual([7, 21, 46, 101, 222]);
	expect(schedule()).toEqual({ due: on(2), interval: 2, slipped: false, settled: false, checks: 0 });
	expect(schedule(check(2, true))?.due).toBe(on(9));
	expect(schedule(check(2, true), check(9, true))).toMatchObject({ due: on(30), settled: false });
	expect(schedule(check(2, true), check(9, true), check(30, true))).toMatchObject({ due: on(76), settled: true });
	// Late, it is counted from the day it was done.
	expect(schedule(check(5, true))?.due).toBe(on(12));
	expect(scheduleOf([], [check(2, true)])).toBeNull();
});

test("failed, the interval is halved, two days at least, and the rung has slipped until a check is passed again", () => {
	const failed = schedule(check(2, true), check(9, true), check(30, false));
	expect(failed).toMatchObject({ due: on(40), interval: 10, slipped: true, settled: false });
	expect(schedule(check(1, false))).toMatchObject({ due: on(3), interval: 2, slipped: true });
	expect(schedule(check(2, true), check(9, true), check(30, false), check(40, true))).toMatchObject({
		due: on(61),
		interval: 21,
		slipped: false,
		settled: false,
	});
});

test("the rung's own rule met again on a later day is a check that was passed", () => {
	expect(scheduleOf([START, on(3)], [])).toEqual(schedule(check(3, true)));
	expect(scheduleOf([START, on(1)], [])).toEqual(schedule());
});

const checks = fc
	.array(fc.tuple(fc.integer({ min: 0, max: 200 }), fc.boolean()), { maxLength: 12 })
	.map((all) => all.map(([day, passed]) => check(day, passed)).sort((a, b) => (a.day < b.day ? -1 : 1)));

test("a check passed early changes nothing", () => {
	fc.assert(
		fc.property(checks, fc.integer({ min: 0, max: 400 }), (all, early) => {
			const now = scheduleOf([START], all);
			const last = all.at(-1)?.day ?? START;
			const day = dayAfter(last, early);
			if (!now || day >= now.due) return;
			expect(scheduleOf([START], [...all, { day, passed: true }])).toEqual(now);
		}),
	);
});

test("it is monotone in success: a failed check that was passed instead never comes due sooner", () => {
	fc.assert(
		fc.property(checks, fc.integer({ min: 0, max: 60 }), (all, wait) => {
			const now = scheduleOf([START], all);
			if (!now) return;
			const day = dayAfter(now.due, wait);
			const [passed, failed] = [true, false].map((one) => scheduleOf([START], [...all, { day, passed: one }]));
			expect((passed?.due ?? "") > (failed?.due ?? "")).toBe(true);
			expect([passed?.slipped, failed?.slipped]).toEqual([false, true]);
			expect(failed?.settled).toBe(false);
		}),
	);
});

test("the short check: the rates that are shown, and how often a ready student fails it by luck", () => {
	const passes = (rate: number) => atLeast(CHECK.k, CHECK.n, rate);
	expect([0.85, 0.8, 0.7, 0.6].map((rate) => passes(rate).toFixed(3))).toEqual(["0.950", "0.879", "0.650", "0.382"]);
	expect(FALSE_ALARM).toBeCloseTo(1 - passes(0.85), 3);
});
