import type { Hole } from "@/core/ladder/rail";
import { pastTries } from "./pastTries";

test("past tries keep their order and their age; a partner's are left out where the coach wants it so", () => {
	const day = (at: string, marks: string) => ({ lesson: at, day: at, tries: marks.length, good: 0, met: false, marks });
	const hole = { recent: [day("2026-03-01", "1P0"), day("2026-03-11", "p1")] } as unknown as Hole;
	const told = (partnersLeftOut: boolean) =>
		pastTries(hole, "2026-03-11", { partnersLeftOut }).map(({ good, daysAgo }) => `${good ? "g" : "m"}${daysAgo}`);
	expect(told(false)).toEqual(["g10", "g10", "m10", "m0", "g0"]);
	expect(told(true)).toEqual(["g10", "m10", "g0"]);
	expect(pastTries(null, "2026-03-11", {})).toEqual([]);
});
