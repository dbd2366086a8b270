import type { LiveEvent } from "@/core/log/resolve";
import type { LessonView } from "@/core/log/view";
import { dueAgain, minutesLeft, plannedBesideDone, runPlan } from "./run";

const at = (minute: number) => new Date(minute * 60_000).toISOString();
const stretch = (id: string, begins: number, minutes: number, rung?: string) => ({
	id,
	what: id,
	at: begins,
	minutes,
	...(rung ? { ladder: "l", rung } : {}),
});
const plan = {
	plan: "p",
	watch: [],
	again: [{ words: "drink", every: 15, of: "minutes" as const }],
	stretches: [
		stretch("warm-up", 0, 5),
		stretch("a", 5, 10, "r1"),
		stretch("b", 15, 10, "r2"),
		stretch("wrap-up", 25, 5),
	],
};
type Loose = { kind: string; id?: string; set?: string; at: string; body?: unknown };
const lesson = (events: Loose[], closed?: number): LessonView =>
	({
		opened: { at: at(0), body: { plan } },
		closed: closed === undefined ? null : { at: at(closed) },
		events: events as LiveEvent[],
	}) as unknown as LessonView;
const opens = (minute: number, set: string, rung: string): Loose => ({
	kind: "set.opened",
	id: set,
	at: at(minute),
	body: { placing: { ladder: "l", rung } },
});
const tries = (minute: number, set: string): Loose => ({ kind: "attempt", set, at: at(minute), body: {} });
const step = (minute: number, item: string, act = "begun"): Loose => ({
	kind: "plan.step",
	at: at(minute),
	body: { item, act },
});
const brief = (view: LessonView) => {
	const run = runPlan(view);
	return (
		run && {
			now: run.now?.stretch.id ?? null,
			left: run.left.map(({ id }) => id),
			skipped: run.skipped.map(({ id }) => id),
		}
	);
};

test("a lesson without a plan has none; one with a plan begins with its first stretch", () => {
	expect(runPlan({ ...lesson([]), opened: { at: at(0), body: {} } } as never)).toBeNull();
	expect(brief(lesson([]))).toEqual({ now: "warm-up", left: ["a", "b", "wrap-up"], skipped: [] });
});

test("the set a lesson opens with begins nothing, a try on it does; turning to a planned rung begins it", () => {
	const opened = [opens(0, "s1", "r1")];
	expect(brief(lesson(opened))?.now).toBe("warm-up");
	const tried = [...opened, tries(6, "s1"), tries(7, "s1")];
	expect(brief(lesson(tried))).toEqual({ now: "a", left: ["b", "wrap-up"], skipped: [] });
	const turned = [...tried, opens(16, "s2", "r2")];
	expect(brief(lesson(turned))?.now).toBe("b");
	expect(brief(lesson([...turned, tries(18, "s1")]))?.now).toBe("a");
	expect(brief(lesson([...tried, opens(16, "s3", "elsewhere")]))?.now).toBe("a");
});

test("next, left out and put off: what is put off comes before the wrap-up; pressed twice it is the same", () => {
	expect(brief(lesson([step(5, "a"), step(5, "a")]))).toEqual({ now: "a", left: ["b", "wrap-up"], skipped: [] });
	expect(brief(lesson([step(1, "a", "put off")]))?.left).toEqual(["b", "a", "wrap-up"]);
	expect(brief(lesson([step(1, "a", "skipped"), step(2, "a", "skipped")]))).toEqual({
		now: "warm-up",
		left: ["b", "wrap-up"],
		skipped: ["a"],
	});
	expect(brief(lesson([step(1, "nothing that is known")]))?.now).toBe("warm-up");
});

test("minutes left go under nought; a reminder is due for a minute, or at a number of tries", () => {
	const run = runPlan(lesson([step(5, "a")]));
	if (!run?.now) throw new Error("nothing is in hand");
	expect([5, 9.5, 15, 17].map((minute) => minutesLeft(run.now as never, minute * 60_000))).toEqual([10, 6, 0, -2]);
	const due = (minute: number, n = 0) => dueAgain(run, at(0), minute * 60_000, n);
	expect([0, 14.9, 15, 15.9, 16, 30.5].map((minute) => due(minute))).toEqual([
		null,
		null,
		"drink",
		"drink",
		null,
		"drink",
	]);
	const byTries = { plan: { ...plan, again: [{ words: "rest", every: 10, of: "tries" as const }] } };
	expect([0, 9, 10, 11, 20].map((n) => dueAgain(byTries, at(0), 0, n))).toEqual([null, null, "rest", null, "rest"]);
});

test("planned beside done: minutes by item, twice begun added up, what was not begun and left out apart", () => {
	const view = lesson([step(6, "a"), step(14, "b"), step(16, "a"), step(17, "wrap-up", "skipped")], 20);
	const run = runPlan(view);
	if (!run) throw new Error("there is a plan");
	expect(run.now).toBeNull();
	expect(plannedBesideDone(run, 0).map(({ stretch: { id }, done, skipped }) => [id, done, skipped])).toEqual([
		["warm-up", 6, false],
		["a", 12, false],
		["b", 2, false],
		["wrap-up", null, true],
	]);
});

test("planned anew, what is left has its new minutes, and what was planned first stays beside what was done", () => {
	const view = lesson([step(20, "a")], 40);
	const opened = view.opened as NonNullable<typeof view.opened>;
	const anew = {
		...view,
		closed: null,
		opened: { ...opened, body: { ...opened.body, plan: { ...plan, anew: { a: 7, b: 4 } } } },
	};
	const run = runPlan(anew as LessonView);
	expect([run?.now?.stretch.minutes, run?.left.map(({ minutes }) => minutes)]).toEqual([7, [4, 5]]);
	expect(run && plannedBesideDone(run, 40 * 60_000).map(({ stretch }) => stretch.minutes)).toEqual([5, 10, 10, 5]);
});
