import { Phone } from "@/core/__tests__/phone";
import { bookLesson, closeLesson } from "@/core/commands/said";
import { hashEvent } from "@/core/log/parseEvent";
import { onLadder, store, url } from "@/store/__tests__/smallStudio";
import { listBookings } from "@/store/bookings";
import { lessonsBetween } from "@/store/calendar";
import { storeAt } from "@/store/db";
import { pushEvents } from "@/store/events";
import { changeFromHere, changeLesson, keepBooking, keepTeaching, nextLessonOn, undoCalendar } from "./calendar";
import { calendarFile, readCalendar, spanOf } from "./readCalendar";
import { readLesson } from "./readLesson";
import { readMonth } from "./readMonth";
import { bookedLessons } from "./readOutlook";
import { readToday } from "./readToday";
import { upToDate } from "./store";

jest.mock("next/cache", () => ({ revalidatePath: () => undefined }));

const DAY = "2026-03-02";
const weekly = {
	students: ["student", "zoe"],
	place: "Quay",
	day: "2026-03-03",
	time: "16:00",
	minutes: 45,
	zone: "UTC",
	repeats: "every week" as const,
	until: null,
	changes: [],
};
const lessons = async (from = DAY, to = "2026-03-31") =>
	(await spanOf(await upToDate(), from, to)).rows.map(({ day, time, who, cancelled, reason, place }) =>
		[day, time, who, cancelled ? "cancelled" : "", reason, place].join("|"),
	);
const said = <T>(outcome: { ok: true; value: T } | { ok: false; refusals: { sentence: string }[] }): T => {
	if (!outcome.ok) throw new Error(outcome.refusals.map(({ sentence }) => sentence).join(" "));
	return outcome.value;
};

beforeEach(() => {
	process.env.DATABASE_URL = url();
	// The server's day is the one of the small studio's lessons.
	jest.useFakeTimers({ now: Date.parse(`${DAY}T10:00:00Z`), doNotFake: ["setTimeout", "setImmediate", "nextTick"] });
});
afterEach(async () => {
	jest.useRealTimers();
	(await storeAt(url())).close();
});

/** A lesson on a day, with what was agreed of the next one. */
async function closedWith(next: string | null, time?: string, lesson = "lesson-n", before?: Phone): Promise<Phone> {
	const phone = before ?? new Phone(`phone-${lesson}`, lesson).begin(onLadder, "r1").row("ggg");
	const parting = { note: "", next, ...(time ? { time } : {}) };
	phone.write(closeLesson(phone.view(), "", [{ student: "student", parting }]));
	await pushEvents(store, phone.device, phone.events);
	return phone;
}

test("a lesson agreed at the wrap-up stands in calendar, season and file; changed, it moves and is not a second one", async () => {
	const phone = await closedWith("2026-03-10");
	expect(await lessons()).toEqual(["2026-03-10|16:00|Ida||||"].map((one) => one.slice(0, -1)));
	expect(await bookedLessons(await upToDate(), "student")).toEqual([{ day: "2026-03-10", minutes: 45 }]);
	expect(await (await calendarFile(await upToDate())).text()).toContain("DTSTART:20260310T160000");
	await closedWith("2026-03-12", "09:15", "lesson-n", phone);
	expect(await lessons()).toEqual(["2026-03-12|09:15|Ida|||"]);
});

test("the hour of an agreed lesson is that of the coach's clock, wherever the server stands", async () => {
	const phone = new Phone("phone-z", "lesson-z").begin(onLadder, "r1").row("g");
	phone.write(
		closeLesson(phone.view(), "", [{ student: "student", parting: { note: "", next: "2026-03-10", time: "09:15" } }]),
	);
	const abroad = phone.events.map(({ hash: _, ...event }) => hashEvent({ ...event, tz: "Pacific/Auckland" }));
	await pushEvents(store, phone.device, abroad);
	const [agreed] = await lessonsBetween(await upToDate(), "2026-03-10", "2026-03-10");
	expect(new Date(agreed?.at ?? 0).toISOString()).toBe("2026-03-09T20:15:00.000Z");
	expect(await (await calendarFile(await upToDate())).text()).toContain("DTSTART:20260309T201500Z");
});

test("where the series has a lesson on that day it is that one; the wrap-up is told the hour, the place and a clash", async () => {
	said(await keepBooking(weekly, null));
	await closedWith("2026-03-10");
	expect((await lessons("2026-03-10", "2026-03-10")).length).toBe(1);
	expect(said(await nextLessonOn("student", "2026-03-10", "", "UTC"))).toEqual({
		time: "16:00",
		place: "Quay",
		clash: null,
	});
	said(await keepBooking({ ...weekly, students: ["zoe"], day: "2026-03-12", place: "Hall" }, null));
	// As usual: the hour and the place of the student's own series.
	expect(said(await nextLessonOn("student", "2026-03-12", "", "UTC"))).toMatchObject({
		time: "16:00",
		place: "Quay",
		clash: "The lesson at 16:00 is not over yet.",
	});
	expect(said(await nextLessonOn("student", "2026-03-12", "10:00", "UTC")).clash).toBeNull();
});

test("an agreed lesson is moved or called off on the grid, and back as it was agreed", async () => {
	await closedWith("2026-03-10");
	const moved = said(await changeLesson("agreed-student", "2026-03-10", { day: "2026-03-11", time: "17:00" }));
	expect(await lessons()).toEqual(["2026-03-11|17:00|Ida|||"]);
	said(await undoCalendar(moved));
	expect(await lessons()).toEqual(["2026-03-10|16:00|Ida|||"]);
	said(await changeLesson("agreed-student", "2026-03-10", { skipped: true, reason: "ill" }));
	expect(await lessons()).toEqual(["2026-03-10|16:00|Ida|cancelled|ill|"]);
	expect(await changeLesson("agreed-nobody", "2026-03-10", { time: "10:00" })).toMatchObject({ ok: false });
});

test("one date with fewer, elsewhere, with a reason; from here on the series is another; both are undone", async () => {
	const { id } = said(await keepBooking({ ...weekly, until: "2026-03-24" }, null));
	const before = await lessons();
	const one = said(
		await changeLesson(id, "2026-03-10", { students: ["zoe"], place: "Hall", reason: "Ida is away", minutes: 30 }),
	);
	expect(await lessons("2026-03-10", "2026-03-10")).toEqual(["2026-03-10|16:00|Zoë||Ida is away|Hall"]);
	said(await undoCalendar(one));
	expect(await lessons()).toEqual(before);
	const all = said(await changeFromHere(id, "2026-03-17", { day: "2026-03-18", time: "17:00" }));
	expect((await lessons()).map((line) => line.slice(0, 16))).toEqual([
		"2026-03-03|16:00",
		"2026-03-10|16:00",
		"2026-03-18|17:00",
		"2026-03-25|17:00",
	]);
	said(await undoCalendar(all));
	expect(await lessons()).toEqual(before);
	expect((await listBookings(store)).length).toBe(1);
	// Changed meanwhile: nothing is overwritten.
	said(await changeLesson(id, "2026-03-10", { time: "15:00" }));
	expect(await undoCalendar(all)).toMatchObject({ ok: false });
});

test("teaching hours are as the lessons are until they are set, and refused the wrong way round", async () => {
	said(await keepBooking(weekly, null));
	expect((await readCalendar()).hours).toEqual({ from: "16:00", to: "16:45" });
	said(await keepTeaching({ from: "09:00", to: "18:00" }));
	expect((await readCalendar()).hours).toEqual({ from: "09:00", to: "18:00" });
	expect(await keepTeaching({ from: "18:00", to: "09:00" })).toMatchObject({
		refusals: [{ sentence: "Teaching hours end at 09:00. Choose a time after 18:00." }],
	});
	said(await keepTeaching(null));
	expect((await readCalendar()).hours).toEqual({ from: "16:00", to: "16:45" });
});

test("Today begins with the earliest hour; who was here today has had that lesson", async () => {
	const once = { ...weekly, repeats: "once" as const, day: DAY };
	said(await keepBooking({ ...once, students: ["student"], time: "15:00" }, null));
	said(await keepBooking({ ...once, students: ["zoe"], time: "09:30" }, null));
	const next = async () =>
		(await readToday(DAY)).students.map(({ name, lesson }) => `${name} ${lesson?.time ?? "no hour"}`);
	expect(await next()).toEqual(["Zoë 09:30", "Ida 15:00"]);
	const phone = new Phone("phone-z", "lesson-z").begin({ ...onLadder, id: "zoes", student: "zoe" }, "r1").row("ggg");
	phone.write(closeLesson(phone.view(), "", [{ student: "zoe", parting: { note: "", next: null } }]));
	const heldToday = phone.events.map((event) => hashEvent({ ...event, localDay: DAY }));
	await pushEvents(store, phone.device, heldToday);
	expect(await next()).toEqual(["Ida 15:00", "Zoë no hour"]);
});

/** The day of the small studio’s lessons. */
const HELD = "2026-03-01";

test("a lesson stands for the calendar's one of its day; marked as extra, that one is to come again, in Today, month and season", async () => {
	jest.setSystemTime(Date.parse(`${HELD}T10:00:00Z`));
	said(await keepBooking({ ...weekly, students: ["student"], day: HELD, repeats: "once" }, null));
	const slot = (await spanOf(await upToDate(), HELD, HELD)).rows[0];
	const toCome = async () => [
		(await readToday(HELD)).students.find(({ id }) => id === "student")?.lesson?.time ?? null,
		(await readMonth("2026-03")).rows.find(({ student }) => student === "student")?.toCome,
		(await bookedLessons(await upToDate(), "student")).length,
	];
	expect(await toCome()).toEqual(["16:00", 1, 1]);
	const phone = new Phone("phone-held", "lesson-held").begin(onLadder, "r1").row("ggg");
	await pushEvents(store, phone.device, phone.events);
	expect(await toCome()).toEqual([null, 0, 0]);
	const at = { id: slot?.booking ?? "", on: HELD };
	expect((await readLesson("lesson-held"))?.booked).toEqual({
		slots: [{ ...at, time: "16:00", place: "Quay" }],
		held: at,
	});
	phone.write(bookLesson("lesson-held", null));
	await pushEvents(store, phone.device, phone.events);
	expect(await toCome()).toEqual(["16:00", 1, 1]);
	expect((await readLesson("lesson-held"))?.booked.held).toBeNull();
	phone.write(bookLesson("lesson-held", at));
	await pushEvents(store, phone.device, phone.events);
	expect(await toCome()).toEqual([null, 0, 0]);
});
