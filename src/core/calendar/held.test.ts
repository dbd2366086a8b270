import fc from "fast-check";
import { heldFor, slotOf } from "./held";

const slot = (booking: string, day: string, hour: number, students = ["s"]) => ({
	booking,
	on: day,
	day,
	at: Date.parse(`${day}T00:00:00Z`) + hour * 3_600_000,
	students,
});
const A = slot("a", "2027-01-04", 16);
const B = slot("b", "2027-01-04", 18);
const of = (map: Map<string, string>) => Object.fromEntries(map);

test("a lesson holds the earliest one of its day that none was held for; a second one the next; of another day none", () => {
	const on = (lesson: string, day = "2027-01-04", students = ["s"]) => ({ lesson, day, students });
	expect(of(heldFor([B, A], [on("x")]))).toEqual({ "s a 2027-01-04": "x" });
	expect(of(heldFor([B, A], [on("x"), on("y")]))).toEqual({ "s a 2027-01-04": "x", "s b 2027-01-04": "y" });
	expect(of(heldFor([A], [on("x", "2027-01-05"), on("y", "2027-01-04", ["other"])]))).toEqual({});
});

test("what was said goes before the day: begun for the later one, or none of the calendar's", () => {
	const said = (booked: { id: string; on: string } | null) => [
		{ lesson: "x", day: "2027-01-04", students: ["s"], booked },
	];
	expect(of(heldFor([A, B], said({ id: "b", on: "2027-01-04" })))).toEqual({ "s b 2027-01-04": "x" });
	expect(of(heldFor([A, B], said(null)))).toEqual({});
	// One that was moved is known by its own day in the series.
	const moved = { ...A, day: "2027-01-06" };
	expect(of(heldFor([moved], said({ id: "a", on: "2027-01-04" })))).toEqual({ "s a 2027-01-04": "x" });
});

test("of two who come, each has their own: one who was away is still to come", () => {
	const both = slot("a", "2027-01-04", 16, ["s", "t"]);
	const lessons = [{ lesson: "x", day: "2027-01-04", students: ["s"] }];
	expect(of(heldFor([both], lessons))).toEqual({ "s a 2027-01-04": "x" });
});

test("whatever was held, none is held twice by one student, and no lesson holds two of one student's", () => {
	const days = fc.constantFrom("2027-01-04", "2027-01-05");
	const who = fc.subarray(["s", "t"], { minLength: 1 });
	const slots = fc.uniqueArray(fc.tuple(fc.constantFrom("a", "b", "c"), days, fc.nat(20), who), {
		selector: ([booking, day]) => booking + day,
	});
	const booked = fc.option(fc.record({ id: fc.constantFrom("a", "b"), on: days }), { nil: null });
	const lessons = fc.array(fc.tuple(days, who, fc.option(booked, { nil: undefined })), { maxLength: 6 });
	fc.assert(
		fc.property(slots, lessons, (at, had) => {
			const all = at.map(([booking, day, hour, students]) => slot(booking, day, hour, students));
			const held = heldFor(
				all,
				had.map(([day, students, said], i) => ({
					lesson: `l${i}`,
					day,
					students,
					...(said === undefined ? {} : { booked: said }),
				})),
			);
			const known = new Set(all.flatMap((one) => one.students.map((student) => slotOf(student, one))));
			const pairs = [...held].map(([key, lesson]) => `${key.split(" ")[0]} ${lesson}`);
			expect([...held.keys()].every((key) => known.has(key))).toBe(true);
			expect(new Set(pairs).size).toBe(pairs.length);
		}),
	);
});
