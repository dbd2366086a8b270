import { now } from "./now";

/** A date whose zone is an hour further on, as after a flight or on the night the clocks change. */
class Moved extends Date {
	override getTimezoneOffset() {
		return super.getTimezoneOffset() - 60;
	}
}

test("the zone is asked for once a minute, and when the clock's offset changes", () => {
	const asked = jest.spyOn(Intl, "DateTimeFormat");
	const at = (second: number) => `2026-03-29T10:00:${String(second).padStart(2, "0")}.000Z`;
	expect(now(new Date(at(1)))).toMatchObject({ at: at(1), tz: Intl.DateTimeFormat().resolvedOptions().timeZone });
	asked.mockClear();
	now(new Date(at(2)));
	now(new Date(at(59)));
	expect(asked).toHaveBeenCalledTimes(0);
	now(new Moved(at(59)));
	expect(asked).toHaveBeenCalledTimes(1);
	now(new Date("2026-03-29T10:01:00.000Z"));
	expect(asked).toHaveBeenCalledTimes(2);
	asked.mockRestore();
});
