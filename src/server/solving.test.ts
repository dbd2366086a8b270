import type { LessonPlan } from "@/core/plan/plan";
import { type SolvedPlan, solveFully } from "@/core/plan/solved";
import { emptyStudio, store } from "@/store/__tests__/smallStudio";
import { serverDay } from "@/store/days";
import { makePack } from "@/store/pack";
import { archivePlan, plansFrom, savePlan } from "@/store/plans";
import * as t from "@/store/schema";
import { solutionsOf } from "./solving";

const plan = (minutes: number): LessonPlan => ({
	day: serverDay(),
	time: "",
	minutes,
	students: ["s"],
	wish: "",
	watch: [],
	again: [],
	items: [{ id: "a", class: "current", what: "A", why: "", least: 4, wish: 6, value: 5 }],
});

const asked: LessonPlan[] = [];
const solve = async (plans: readonly LessonPlan[]): Promise<SolvedPlan[]> => {
	asked.push(...plans);
	return plans.map(solveFully);
};
const rows = () => plansFrom(store, serverDay());

beforeEach(async () => {
	await emptyStudio();
	asked.length = 0;
});

test("a plan is worked out once for what it says, and anew when it says something else; lists and packs read that", async () => {
	const made = await savePlan(store, plan(30), null);
	if (!made.ok) throw new Error("not saved");
	const { id } = made.value;
	expect((await makePack(store, null)).plans).toEqual([]);
	const first = await solutionsOf(store, await rows(), solve);
	expect(first.get(id)).toEqual({ placed: [{ id: "a", at: 0, minutes: 6 }], amiss: null });
	expect((await makePack(store, null)).plans).toMatchObject([{ taken: { stretches: [{ what: "A", minutes: 6 }] } }]);

	const wished = await savePlan(store, { ...plan(30), wish: "fly" }, made.value);
	await solutionsOf(store, await rows(), solve);
	expect(asked).toHaveLength(1);
	if (!wished.ok) throw new Error("not saved");
	await savePlan(store, plan(3), wished.value);
	expect((await makePack(store, null)).plans).toEqual([]);
	expect((await solutionsOf(store, await rows(), solve)).get(id)?.placed).toEqual([]);
	expect(asked).toHaveLength(2);
});

test("who asks meanwhile finds it solved; what cannot be worked out is left out; a deleted plan leaves nothing", async () => {
	const made = await savePlan(store, plan(30), null);
	if (!made.ok) throw new Error("not saved");
	const failed = await solutionsOf(store, await rows(), async () => []);
	expect(failed.size).toBe(0);
	const both = await Promise.all([solutionsOf(store, await rows(), solve), solutionsOf(store, await rows(), solve)]);
	expect(both.map(({ size }) => size)).toEqual([1, 1]);
	expect(asked).toHaveLength(1);
	const found = await rows();
	await archivePlan(store, made.value.id, true);
	await store.write((tx) => tx.delete(t.plan));
	expect(await store.db.select().from(t.solvedPlan)).toEqual([]);
	await solutionsOf(store, found, solve);
	expect(await store.db.select().from(t.solvedPlan)).toEqual([]);
});

test("a process of its own works it out", async () => {
	await savePlan(store, plan(30), null);
	const [solved] = [...(await solutionsOf(store, await rows())).values()];
	expect(solved).toEqual({ placed: [{ id: "a", at: 0, minutes: 6 }], amiss: null });
});
