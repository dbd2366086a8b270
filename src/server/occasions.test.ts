import { store, url, workbook } from "@/store/__tests__/smallStudio";
import { storeAt } from "@/store/db";
import { eraseStudent } from "@/store/erase";
import { listOccasions } from "@/store/occasions";
import { keepOccasion, putOccasionAway } from "./calendar";
import { calendarFile, readCalendar } from "./readCalendar";
import { readMonth } from "./readMonth";
import { readSeason } from "./readSeason";

jest.mock("next/cache", () => ({ revalidatePath: () => undefined }));

const show = { name: "Lantern fair", kind: "show", day: "2026-03-14", until: null, students: ["student"] };
const term = { name: "Spring term", kind: "term", day: "2026-01-12", until: "2026-03-27", students: [] };
const value = <T>(outcome: { ok: true; value: T } | { ok: false; refusals: { sentence: string }[] }): T => {
	if (!outcome.ok) throw new Error(outcome.refusals.map(({ sentence }) => sentence).join(" "));
	return outcome.value;
};
const names = (all: readonly { occasion: { name: string } }[]) => all.map(({ occasion }) => occasion.name);

beforeEach(() => {
	process.env.DATABASE_URL = url();
	jest.useFakeTimers({
		now: Date.parse("2026-03-02T10:00:00Z"),
		doNotFake: ["setTimeout", "setImmediate", "nextTick"],
	});
});
afterEach(async () => {
	jest.useRealTimers();
	(await storeAt(url())).close();
});

test("a show stands in calendar, month, season and file; changed against its revision; deleted, and back", async () => {
	const at = value(await keepOccasion(show, null));
	value(await keepOccasion(term, null));
	expect((await readCalendar()).occasions.map(({ occasion, who }) => [occasion.name, who])).toEqual([
		["Spring term", ""],
		["Lantern fair", "Ida"],
	]);
	expect(names((await readMonth("2026-03")).occasions)).toEqual(["Spring term", "Lantern fair"]);
	expect(names((await readMonth("2026-04")).occasions)).toEqual([]);
	expect((await readSeason("student"))?.dates).toEqual([{ day: "2026-03-14", name: "Lantern fair" }]);
	expect((await readSeason("zoe"))?.dates).toEqual([]);
	const file = await (await calendarFile(store)).text();
	expect(file).toContain("DTSTART;VALUE=DATE:20260314");
	expect(file).toContain("DTEND;VALUE=DATE:20260328");
	expect(file).toContain("SUMMARY:Lantern fair");

	value(await keepOccasion({ ...show, day: "2026-03-21" }, at));
	const late = await keepOccasion({ ...show, day: "2026-03-22" }, at);
	expect(late.ok).toBe(false);
	value(await putOccasionAway(at.id, true));
	expect(names(await listOccasions(store))).toEqual(["Spring term"]);
	value(await putOccasionAway(at.id, false));
	expect((await listOccasions(store)).map(({ occasion }) => occasion.day)).toEqual(["2026-01-12", "2026-03-21"]);
});

test("it is in the workbook, and of a deleted student nothing stays in it", async () => {
	value(await keepOccasion(show, null));
	value(await keepOccasion({ ...show, name: "Duet", students: ["student", "zoe"] }, null));
	expect(await workbook()).toContain("Lantern fair");
	await eraseStudent(store, "student");
	const left = await listOccasions(store);
	expect(left.map(({ occasion }) => [occasion.name, occasion.students])).toEqual([["Duet", ["zoe"]]]);
});
