import { Booking, type Booking as BookingBody } from "@/core/calendar/booking";
import { LessonPlan } from "@/core/plan/plan";
import { solveFully } from "@/core/plan/solved";
import { check, emptyStudio, live, sentences, store, take, workbook } from "@/store/__tests__/smallStudio";
import {
	addFeed,
	busyBetween,
	busySources,
	findBooking,
	isFeed,
	listBookings,
	listFeeds,
	saveBooking,
	takeBusy,
	withdrawFeed,
} from "./bookings";
import { eraseStudent } from "./erase";
import { makePack } from "./pack";
import { findPlan, plansBefore, plansFrom, savePlan } from "./plans";
import { catchUp } from "./projection";
import { saveSolved } from "./solvedPlans";

const plan = (students: string[], day = "2099-01-01"): LessonPlan =>
	LessonPlan.parse({
		day,
		time: "16:30",
		minutes: 45,
		students,
		wish: "fly",
		watch: ["knees"],
		again: [],
		items: students.map((student, i) => ({
			id: `i${i}`,
			class: "talk",
			what: `With ${student}`,
			why: "",
			least: 5,
			wish: 10,
			value: 5,
			student,
		})),
	});
const booking = (students: string[]): BookingBody =>
	Booking.parse({
		students,
		place: "hall",
		day: "2099-01-01",
		time: "16:30",
		minutes: 45,
		zone: "UTC",
		repeats: "every week",
		until: null,
		changes: [],
	});
const made = async (outcome: ReturnType<typeof savePlan>) => {
	const done = await outcome;
	if (!done.ok) throw new Error(done.refusals[0]?.sentence);
	return done.value;
};

test("a plan is kept against its revision; an older one is told that it was changed elsewhere, and nothing is written", async () => {
	await live();
	const at = await made(savePlan(store, plan(["student"]), null));
	const next = await made(savePlan(store, { ...plan(["student"]), minutes: 30 }, at));
	expect(next).toEqual({ id: at.id, rev: 2 });
	const late = await savePlan(store, { ...plan(["student"]), minutes: 60 }, at);
	expect(late.ok ? "" : late.refusals[0]?.sentence).toContain("This plan was changed elsewhere");
	expect((await findPlan(store, at.id))?.plan.minutes).toBe(30);
	expect(await savePlan(store, plan(["student"]), { id: "nowhere", rev: 1 })).toMatchObject({ ok: false });
	expect((await plansFrom(store, "2099-01-01")).map(({ id }) => id)).toEqual([at.id]);
	expect(await plansBefore(store, "2099-01-01")).toEqual([]);
});

/** As the server does before a pack is made. */
const solveAll = async () =>
	saveSolved(
		store,
		(await plansFrom(store, "2000-01-01")).map((row) => ({ row, solved: solveFully(row.plan) })),
	);

test("a device's pack holds the plans to come, worked out", async () => {
	await live();
	await made(savePlan(store, plan(["student"]), null));
	await made(savePlan(store, plan(["student"], "2000-01-01"), null));
	await solveAll();
	const { plans } = await makePack(store, null);
	expect(plans).toMatchObject([
		{
			day: "2099-01-01",
			students: ["student"],
			minutes: 45,
			taken: { watch: ["knees"], stretches: [{ id: "i0", what: "With student", at: 0, minutes: 10 }] },
		},
	]);
});

test("in a plan for several, what is said to one of them does not go into the lesson's record", async () => {
	await live();
	await made(savePlan(store, plan(["student", "zoe"]), null));
	await solveAll();
	const { plans } = await makePack(store, null);
	expect(plans?.[0]?.taken.stretches).toMatchObject([
		{ what: "Talk", student: "student" },
		{ what: "Talk", student: "zoe" },
	]);
});

test("plans and lessons of the calendar go out and come in with the studio; of one for several nothing leaves with a student", async () => {
	await live();
	await made(savePlan(store, plan(["student", "zoe"]), null));
	const own = await made(savePlan(store, plan(["student"]), null));
	const both = await made(saveBooking(store, booking(["student", "zoe"]), null));
	await made(saveBooking(store, booking(["student"]), null));
	const alone = JSON.parse(await workbook("student", "student"));
	expect(alone.plans.map(({ id }: { id: string }) => id)).toEqual([own.id]);
	expect(alone.bookings).toHaveLength(1);
	expect(JSON.stringify(alone)).not.toContain("With zoe");

	const whole = await workbook();
	const { address, other } = await emptyStudio();
	const preview = await check(whole, address);
	expect(sentences(preview)).toEqual([]);
	await take(preview.staging, { mode: "whole" }, address);
	expect(await plansFrom(other, "2099-01-01")).toEqual(await plansFrom(store, "2099-01-01"));
	expect((await findBooking(other, both.id))?.booking).toEqual(booking(["student", "zoe"]));
	other.close();
});

test("with a student go their plans and lessons; of those for several, their part", async () => {
	await live();
	const two = await made(savePlan(store, plan(["student", "zoe"]), null));
	await made(savePlan(store, plan(["student"]), null));
	await made(saveBooking(store, booking(["student", "zoe"]), null));
	await made(saveBooking(store, booking(["student"]), null));
	await catchUp(store);
	await eraseStudent(store, "student");
	const left = await plansFrom(store, "2099-01-01");
	expect(left.map(({ id, plan: { students, items } }) => [id, students, items.map(({ what }) => what)])).toEqual([
		[two.id, ["zoe"], ["With zoe"]],
	]);
	expect((await listBookings(store)).map(({ booking: { students } }) => students)).toEqual([["zoe"]]);
});

test("an address to subscribe to: its hash is kept, not itself; withdrawn, it is nobody's", async () => {
	await live();
	await addFeed(store, "phone", "a-long-token");
	expect(await isFeed(store, "a-long-token")).toBe(true);
	expect(await isFeed(store, "another")).toBe(false);
	const [feed] = await listFeeds(store);
	expect(JSON.stringify((await store.client.execute("select * from feed")).rows)).not.toContain("a-long-token");
	await withdrawFeed(store, feed?.id ?? "");
	expect(await isFeed(store, "a-long-token")).toBe(false);
});

test("busy times of a file stand in place of what it said before, and are asked for by stretch", async () => {
	await live();
	await takeBusy(store, "hall", [{ from: 10, to: 20, what: "fair" }]);
	await takeBusy(
		store,
		"hall",
		Array.from({ length: 450 }, (_, i) => ({ from: i * 10, to: i * 10 + 5, what: `n${i}` })),
	);
	expect(await busySources(store)).toEqual([{ source: "hall", times: 450 }]);
	expect((await busyBetween(store, 11, 21)).map(({ what }) => what)).toEqual(["n1", "n2"]);
	await takeBusy(store, "hall", []);
	expect(await busySources(store)).toEqual([]);
});
