import { agreedId, agreedLessons, agreedStudent, asBooking } from "./agreed";
import { Booking } from "./booking";

const zone = "Europe/Vienna";
const series = (students: string[], day: string, time: string, place = "") =>
	Booking.parse({ students, place, day, time, minutes: 30, zone, repeats: "every week", until: null, changes: [] });

test("an agreed day is a lesson with the student's usual hour, place and length; a said hour holds", () => {
	const bookings = [series(["ida"], "2026-09-01", "17:00", "Quay"), series(["ida"], "2026-10-01", "15:30", "Hall")];
	expect(asBooking({ student: "ida", day: "2026-12-08", time: null, zone }, bookings)).toMatchObject({
		time: "15:30",
		place: "Hall",
		minutes: 30,
		repeats: "once",
	});
	expect(asBooking({ student: "ida", day: "2026-12-08", time: "09:00", zone }, bookings).time).toBe("09:00");
	expect(asBooking({ student: "new", day: "2026-12-08", time: null, zone }, bookings)).toMatchObject({
		time: "16:00",
		minutes: 45,
		place: "",
	});
});

test("where the calendar has a lesson of theirs on that day, held or cancelled, it is that one", () => {
	const agreed = [
		{ student: "ida", day: "2026-12-08", time: null, zone },
		{ student: "bo", day: "2026-12-08", time: "18:00", zone },
	];
	const taken = [{ day: "2026-12-08", students: ["ida"] }];
	expect(agreedLessons(agreed, taken, [])).toMatchObject([
		{ booking: agreedId("bo"), on: "2026-12-08", time: "18:00", students: ["bo"], cancelled: false },
	]);
	expect(agreedLessons([], taken, [])).toEqual([]);
	expect([agreedStudent(agreedId("bo")), agreedStudent("0198-booking")]).toEqual(["bo", null]);
});
