import type { LessonPlan } from "@/core/plan/plan";
import { solvedPlan } from "./solvedPlans";

const plan = (minutes: number): LessonPlan => ({
	day: "2027-01-04",
	time: "",
	minutes,
	students: ["s"],
	wish: "",
	watch: [],
	again: [],
	items: [{ id: "a", class: "current", what: "A", why: "", least: 4, wish: 6, value: 5 }],
});

test("a plan is worked out once for what it says, and anew when it says something else", () => {
	const first = solvedPlan("one", plan(30));
	expect(solvedPlan("one", plan(30))).toBe(first);
	expect(solvedPlan("one", { ...plan(30), wish: "fly" })).toBe(first);
	const shorter = solvedPlan("one", plan(3));
	expect(shorter).not.toBe(first);
	expect(shorter).toMatchObject({ ok: true, value: { stretches: [] } });
	expect(solvedPlan("one", { ...plan(30), sure: 0.95 })).not.toBe(first);
});
