import fc from "fast-check";
import { dayAfter } from "@/core/text/fields";
import { Booking, changeFrom, changeOne, occurrences } from "./booking";
import { clashes } from "./clashes";
import { freeTime, hoursOf } from "./free";
import { clockAt, momentOf } from "./zoned";

const booking = (rest: Partial<Booking> = {}): Booking =>
	Booking.parse({
		students: ["a"],
		place: "",
		day: "2026-09-01",
		time: "16:00",
		minutes: 45,
		zone: "Europe/Vienna",
		repeats: "every week",
		until: null,
		changes: [],
		...rest,
	});
const days = (one: Booking, from: string, to: string) => occurrences("b", one, from, to).map(({ day }) => day);

test("once, every week, every other week, to the end of the term", () => {
	expect(days(booking({ repeats: "once" }), "2026-08-01", "2026-10-01")).toEqual(["2026-09-01"]);
	expect(days(booking(), "2026-09-02", "2026-09-22")).toEqual(["2026-09-08", "2026-09-15", "2026-09-22"]);
	expect(days(booking({ repeats: "every other week" }), "2026-09-02", "2026-09-30")).toEqual([
		"2026-09-15",
		"2026-09-29",
	]);
	expect(days(booking({ until: "2026-09-14" }), "2026-09-01", "2026-12-31")).toEqual(["2026-09-01", "2026-09-08"]);
	expect(days(booking(), "2026-08-01", "2026-08-31")).toEqual([]);
});

test("a term that ends before it begins is refused in a sentence", () => {
	const read = Booking.safeParse({ ...booking(), until: "2026-08-01" });
	expect(read.success ? "" : read.error.issues[0]?.message).toBe(
		"The term ends on 2026-08-01, before its first lesson on 2026-09-01. Choose that day or a later one, or leave the end open.",
	);
});

test("one of a series is left out, moved, and put back; one moved into a stretch is in it", () => {
	const skipped = changeOne(booking(), "2026-09-08", { skipped: true });
	expect(days(skipped, "2026-09-01", "2026-09-15")).toEqual(["2026-09-01", "2026-09-15"]);
	const moved = changeOne(skipped, "2026-09-15", { day: "2026-10-03", time: "09:30" });
	expect(days(moved, "2026-09-01", "2026-09-15")).toEqual(["2026-09-01"]);
	expect(occurrences("b", moved, "2026-10-01", "2026-10-05")).toMatchObject([
		{ day: "2026-10-03", time: "09:30", on: "2026-09-15", moved: true },
	]);
	expect(changeOne(changeOne(moved, "2026-09-15", null), "2026-09-08", null)).toEqual(booking());
});

test("a stretch looked at in two parts holds what the whole one does", () => {
	const one = fc.record({
		every: fc.constantFrom("once" as const, "every week" as const, "every other week" as const),
		first: fc.integer({ min: 0, max: 60 }),
		cut: fc.integer({ min: 0, max: 119 }),
		moved: fc.array(fc.tuple(fc.nat(16), fc.integer({ min: 0, max: 119 })), { maxLength: 5 }),
	});
	fc.assert(
		fc.property(one, ({ every, first, cut, moved }) => {
			const day = dayAfter("2026-09-01", first);
			let made = booking({ repeats: every, day });
			for (const [n, to] of moved)
				made = changeOne(made, dayAfter(day, 7 * n), { day: dayAfter("2026-09-01", to), time: "10:00" });
			const [a, b] = ["2026-09-01", dayAfter("2026-09-01", 119)];
			const middle = dayAfter(a, cut);
			expect([...days(made, a, middle), ...days(made, dayAfter(middle, 1), b)]).toEqual(days(made, a, b));
		}),
	);
});

test("a clock's moment and back, on every hour of the nights it changes; an hour that is left out moves on, one that comes twice is the first", () => {
	expect(new Date(momentOf("2026-03-29", "02:30", "Europe/Vienna")).toISOString()).toBe("2026-03-29T01:30:00.000Z");
	expect(new Date(momentOf("2026-10-25", "02:30", "Europe/Vienna")).toISOString()).toBe("2026-10-25T00:30:00.000Z");
	expect(new Date(momentOf("2026-11-01", "01:30", "America/New_York")).toISOString()).toBe("2026-11-01T05:30:00.000Z");
	for (const zone of ["Europe/Vienna", "America/New_York", "Australia/Lord_Howe", "Asia/Kathmandu", "UTC"])
		for (const day of ["2026-03-08", "2026-03-29", "2026-04-05", "2026-10-04", "2026-10-25", "2026-11-01"])
			for (let hour = 4; hour < 24; hour++) {
				const time = `${String(hour).padStart(2, "0")}:15`;
				expect(clockAt(momentOf(day, time, zone), zone)).toEqual({ day, time });
			}
});

test("clashes: two at once, too short a way between two places, and busy times; touching ones at one place are none", () => {
	const at = (time: string, place: string, id: string) =>
		occurrences(id, booking({ time, place, repeats: "once" }), "2026-09-01", "2026-09-01");
	const say = (lessons: ReturnType<typeof at>, busy: Parameters<typeof clashes>[1] = []) =>
		[...clashes(lessons, busy, 20)].map(([{ booking: id }, words]) => `${id}: ${words}`);
	expect(say([...at("16:00", "hall", "a"), ...at("16:45", "Hall ", "b")])).toEqual([]);
	expect(say([...at("16:00", "hall", "a"), ...at("16:30", "hall", "b")])).toEqual([
		"a: Another lesson begins at 16:30, before this one ends.",
		"b: The lesson at 16:00 is not over yet.",
	]);
	expect(say([...at("16:00", "hall", "a"), ...at("16:46", "park", "b")])).toEqual([
		"b: 1 minute to come from hall, but the way takes 20.",
	]);
	expect(say([...at("16:00", "hall", "a"), ...at("17:05", "park", "b")])).toEqual([]);
	const from = momentOf("2026-09-01", "16:30", "Europe/Vienna");
	expect(say(at("16:00", "hall", "a"), [{ from, to: from + 1, what: "Dentist" }])).toEqual(["a: Busy then: Dentist."]);
});

test("one date may be longer, elsewhere, with fewer, and say why; cancelled ones are listed where they are asked for", () => {
	const one = changeOne(booking({ students: ["a", "b"] }), "2026-09-08", {
		minutes: 60,
		place: "Quay",
		students: ["b"],
		reason: "Ada is ill",
	});
	const [held] = occurrences("b", one, "2026-09-08", "2026-09-08");
	expect(held).toMatchObject({ minutes: 60, place: "Quay", students: ["b"], reason: "Ada is ill", moved: false });
	// What is said later of the same date is put on top of it.
	const gone = changeOne(one, "2026-09-08", { skipped: true, reason: "both ill" });
	expect(occurrences("b", gone, "2026-09-08", "2026-09-08")).toEqual([]);
	expect(occurrences("b", gone, "2026-09-08", "2026-09-08", true)).toMatchObject([
		{ cancelled: true, reason: "both ill", place: "Quay" },
	]);
});

test("from here on: the old series ends before, the new one begins, and later changes stay", () => {
	const series = changeOne(changeOne(booking({ until: "2026-12-22" }), "2026-09-22", { skipped: true }), "2026-10-06", {
		day: "2026-10-07",
		time: "18:00",
	});
	const { ended, next } = changeFrom(series, "2026-09-15", { day: "2026-09-17", time: "17:00", minutes: 30 });
	expect(ended && days(ended, "2026-09-01", "2026-12-31")).toEqual(["2026-09-01", "2026-09-08"]);
	const after = occurrences("n", next, "2026-09-01", "2026-10-10", true);
	expect(after.map(({ day, time, cancelled }) => [day, time, cancelled])).toEqual([
		["2026-09-17", "17:00", false],
		["2026-09-24", "17:00", true],
		["2026-10-01", "17:00", false],
		["2026-10-07", "18:00", false],
	]);
	expect(next.minutes).toBe(30);
	expect(changeFrom(series, "2026-09-01", { time: "10:00" }).ended).toBeNull();
});

test("a series split where nothing changes holds the same lessons", () => {
	const one = fc.record({
		every: fc.constantFrom("every week" as const, "every other week" as const),
		at: fc.nat(12),
		changed: fc.array(fc.tuple(fc.nat(15), fc.option(fc.integer({ min: -3, max: 3 }))), { maxLength: 6 }),
		until: fc.option(fc.nat(100)),
	});
	fc.assert(
		fc.property(one, ({ every, at, changed, until }) => {
			const step = every === "every week" ? 7 : 14;
			const nth = (n: number) => dayAfter("2026-09-01", n * step);
			const series = changed.reduce(
				(sofar, [n, by]) =>
					changeOne(sofar, nth(n), by === null ? { skipped: true } : { day: dayAfter(nth(n), by), time: "11:00" }),
				booking({ repeats: every, until: until === null ? null : dayAfter("2026-09-01", until) }),
			);
			fc.pre(series.until === null || nth(at) <= series.until);
			const { ended, next } = changeFrom(series, nth(at), {});
			const said = (b: Booking) =>
				occurrences("b", b, "2026-01-01", "2027-12-31", true)
					// The date itself is what the new series is made of.
					.filter(({ on }) => on !== nth(at))
					.map(({ on, day, time, cancelled }) => [on, day, time, cancelled].join());
			expect([...(ended ? said(ended) : []), ...said(next)].sort()).toEqual(said(series).sort());
		}),
	);
});

test("hours reach from the earliest lesson to the end of the latest; free time lies between what takes it", () => {
	expect(hoursOf([])).toEqual({ from: "14:00", to: "20:00" });
	const hours = hoursOf([
		{ time: "16:15", minutes: 45 },
		{ time: "15:00", minutes: 30 },
		{ time: "18:00", minutes: 60 },
	]);
	expect(hours).toEqual({ from: "15:00", to: "19:00" });
	const zone = "Europe/Vienna";
	const at = (time: string, day = "2026-09-01") => momentOf(day, time, zone);
	const lessons = [
		{ at: at("15:00"), minutes: 45 },
		{ at: at("15:30"), minutes: 30 },
	];
	const busy = [{ from: at("17:00"), to: at("23:00"), what: "dentist" }];
	expect(freeTime(["2026-09-01"], hours, zone, lessons, busy)).toEqual({
		minutes: 60,
		longest: { day: "2026-09-01", from: "16:00", to: "17:00" },
	});
	expect(freeTime(["2026-09-01", "2026-09-02"], hours, zone, lessons, busy).longest?.day).toBe("2026-09-02");
	const taken = [{ from: at("00:00"), to: at("23:59"), what: "fair" }];
	expect(freeTime(["2026-09-01"], hours, zone, [], taken)).toEqual({ minutes: 0, longest: null });
});
