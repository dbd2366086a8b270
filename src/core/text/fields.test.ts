import { day } from "@/core/text/fields";

test("days exist", () => {
	expect(day.safeParse("2028-02-29").success).toBe(true);
	for (const wrong of ["2027-02-29", "2026-13-01", "26-1-1", "2026-04-31"])
		expect(day.safeParse(wrong).success).toBe(false);
});
