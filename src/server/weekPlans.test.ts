import { usualLimits } from "@/core/plan/planLimits";
import { store, url } from "@/store/__tests__/smallStudio";
import { findCoach, saveCoach } from "@/store/coach";
import { storeAt } from "@/store/db";
import { addLadder, listLadders } from "@/store/ladders";
import { findPlan, savePlan } from "@/store/plans";
import { archiveStudent } from "@/store/students";
import { keepBooking } from "./calendar";
import { copyPlan, copyWeek, gatherPlan, planWeek, undoWeek } from "./planning";
import { planAmong, readWeekPlans } from "./readWeekPlans";

jest.mock("next/cache", () => ({ revalidatePath: () => undefined }));
// The search itself has its own tests; here none needs a process.
jest.mock("./readApart", () => ({ readApart: async () => ({ ok: false, refusals: [] }) }));

/** A Monday. */
const DAY = "2026-03-02";
const weekly = (student: string, day: string, time = "16:00") => ({
	students: [student],
	place: "Quay",
	day,
	time,
	minutes: 45,
	zone: "UTC",
	repeats: "every week" as const,
	until: null,
	changes: [],
});
const value = <T>(outcome: { ok: true; value: T } | { ok: false; refusals: { sentence: string }[] }): T => {
	if (!outcome.ok) throw new Error(outcome.refusals.map(({ sentence }) => sentence).join(" "));
	return outcome.value;
};
const planned = async (week: string) =>
	(await readWeekPlans(week)).lessons.map(({ who, plan }) => [who, plan !== null]);

beforeEach(() => {
	process.env.DATABASE_URL = url();
	jest.useFakeTimers({ now: Date.parse(`${DAY}T10:00:00Z`), doNotFake: ["setTimeout", "setImmediate", "nextTick"] });
});
afterEach(async () => {
	jest.useRealTimers();
	(await storeAt(url())).close();
});

test("every lesson of a week is planned by one press, those that are planned stay, and it is taken back together", async () => {
	value(await keepBooking(weekly("student", "2026-03-03"), null));
	value(await keepBooking({ ...weekly("zoe", "2026-03-04"), repeats: "once" }, null));
	expect(await planned(DAY)).toEqual([
		["Ida", false],
		["Zoë", false],
	]);
	const { made } = value(await planWeek("2026-03-05"));
	expect(made).toHaveLength(2);
	expect(await planned(DAY)).toEqual([
		["Ida", true],
		["Zoë", true],
	]);
	expect(value(await planWeek(DAY)).made).toEqual([]);
	const [first, second] = made as [string, string];
	expect(await planAmong(DAY, first)).toEqual({ from: DAY, at: 0, of: 2, before: null, after: second });
	expect(await planAmong(DAY, second)).toMatchObject({ at: 1, before: first, after: null });
	expect(await planAmong("2026-03-09", first)).toBeNull();
	expect(await planAmong("no day", first)).toBeNull();
	value(await undoWeek(made));
	expect(await planned(DAY)).toEqual([
		["Ida", false],
		["Zoë", false],
	]);
});

test("a week is copied to the next: what was set stays, whoever has no lesson is named, a plan that is there stays", async () => {
	value(await keepBooking(weekly("student", "2026-03-03"), null));
	value(await keepBooking({ ...weekly("zoe", "2026-03-04"), repeats: "once" }, null));
	value(await planWeek(DAY));
	const id = (await readWeekPlans(DAY)).lessons[0]?.plan ?? "";
	const row = await findPlan(store, id);
	if (!row) throw new Error("no plan");
	const own = { id: "own", class: "current" as const, what: "Rope", why: "", least: 5, wish: 5, value: 8, own: true };
	value(await savePlan(store, { ...row.plan, watch: ["chin"], items: [...row.plan.items, own] }, row));
	const { made, without } = value(await copyWeek(DAY));
	expect([made.length, without]).toEqual([1, ["Zoë"]]);
	const copied = await findPlan(store, made[0] ?? "");
	expect(copied?.plan).toMatchObject({ day: "2026-03-10", time: "16:00", watch: ["chin"] });
	expect(copied?.plan.items.some((item) => item.what === "Rope")).toBe(true);
	expect(await planned("2026-03-10")).toEqual([["Ida", true]]);
	expect(value(await copyWeek(DAY)).made).toEqual([]);
});

test("new plans keep to the coach’s limits; one that is filled again keeps to its own", async () => {
	value(await keepBooking(weekly("student", "2026-03-03"), null));
	const { at, coach } = await findCoach(store);
	const limits = { ...usualLimits, drill: 9, talk: 2 };
	value(await saveCoach(store, { ...coach, plans: { limits, sure: 0.95 } }, at));
	const { made } = value(await planWeek(DAY));
	const plan = (await findPlan(store, made[0] ?? ""))?.plan;
	expect(plan).toMatchObject({ limits, sure: 0.95 });
	const least = (items: readonly { ladder?: string | undefined; least: number }[]) =>
		Math.min(...items.filter(({ ladder }) => ladder).map((one) => one.least));
	expect(least(plan?.items ?? [])).toBe(9);
	expect(least(value(await gatherPlan({ ...plan, limits: { ...limits, drill: 12 } })))).toBe(12);
	const odd = await gatherPlan({ ...plan, limits: { ...limits, rechecks: 3 } });
	expect(odd.ok ? "" : odd.refusals[0]?.sentence).toMatch(/most checks a lesson: enter at most 2/);
});

test("only lessons from today on are planned; a week without one says so by being empty", async () => {
	value(await keepBooking(weekly("student", "2026-02-24"), null));
	jest.setSystemTime(Date.parse("2026-03-04T10:00:00Z"));
	expect((await readWeekPlans()).lessons).toEqual([]);
	expect(value(await planWeek(DAY)).made).toEqual([]);
	expect(await planned("2026-03-09")).toEqual([["Ida", false]]);
	await archiveStudent(store, "student", true);
	expect(await planned("2026-03-09")).toEqual([]);
});

test("of more ladders than a lesson works on, those whose turn the season says have a part of it, day by day", async () => {
	const row = (await listLadders(store)).find(({ student }) => student === "student");
	if (!row) throw new Error("no ladder");
	for (const id of ["second", "third"]) value(await addLadder(store, "student", row.skill, row.ladder, id));
	value(await keepBooking(weekly("student", "2026-03-03"), null));
	const turns = async (monday: string) => {
		const { made } = value(await planWeek(monday));
		return (await findPlan(store, made[0] ?? ""))?.plan.ladders;
	};
	const [first, second] = [await turns(DAY), await turns("2026-03-09")];
	expect(first).toEqual([row.id, "second"]);
	expect(second).toContain("third");
	expect(second).toHaveLength(2);
	// A copy for another day goes by that day; without a lesson it keeps what was ticked, and nothing of another student's.
	const [id = ""] = value(await planWeek("2026-03-16")).made;
	const own = (await findPlan(store, id))?.plan.ladders;
	expect(own).toHaveLength(2);
	for (const [day, who, ladders] of [
		["2026-03-10", "student", second],
		["2026-03-11", "student", own],
		["2026-03-11", "zoe", undefined],
	] as const) {
		const copy = value(await copyPlan(id, { day, students: [who] }));
		expect((await findPlan(store, copy.id))?.plan.ladders).toEqual(ladders);
	}
});
