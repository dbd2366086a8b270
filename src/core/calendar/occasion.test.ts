import { parse } from "@/core/refusals/refusals";
import { waysBetween } from "./clashes";
import { isFor, Occasion, occasionLabels, occasionsIn } from "./occasion";

const show: Occasion = { name: "Lantern fair", kind: "show", day: "2027-02-14", until: null, students: ["s"] };
const term: Occasion = { name: "Spring term", kind: "term", day: "2027-01-11", until: "2027-03-26", students: [] };
const all = [{ occasion: show }, { occasion: term }];

test("a stretch of days has the dates that touch it, the earliest first", () => {
	const names = (from: string, to: string) => occasionsIn(all, from, to).map(({ occasion }) => occasion.name);
	expect(names("2027-02-01", "2027-02-28")).toEqual(["Spring term", "Lantern fair"]);
	expect(names("2027-03-26", "2027-04-30")).toEqual(["Spring term"]);
	expect(names("2027-02-15", "2027-02-15")).toEqual(["Spring term"]);
	expect(names("2026-12-01", "2027-01-10")).toEqual([]);
});

test("a date without names is everybody's", () => {
	expect([isFor(show, "s"), isFor(show, "t"), isFor(term, "t")]).toEqual([true, false, true]);
});

test("a last day before the first is refused in a sentence", () => {
	const read = parse(Occasion, { ...term, until: "2027-01-01" }, occasionLabels);
	expect(read.ok ? "" : read.refusals[0]?.sentence).toBe(
		"The last day is before the first. Choose 2027-01-11 or a later day, or leave it empty.",
	);
	expect(parse(Occasion, { ...show, name: "" }, occasionLabels).ok).toBe(false);
});

test("the way to another place is drawn before the lesson there, as far as there is room; none within a place or overnight", () => {
	const HOUR = 3_600_000;
	const lesson = (hour: number, place: string, day = "2027-01-11") => ({ day, at: hour * HOUR, minutes: 45, place });
	const ways = waysBetween(
		[lesson(4, "Quay"), lesson(1, "Hall"), lesson(2, "hall "), lesson(6, ""), lesson(30, "Hall", "2027-01-12")],
		20,
	);
	expect(ways).toEqual([{ from: 4 * HOUR - 20 * 60_000, to: 4 * HOUR, place: "Quay" }]);
	const short = waysBetween([lesson(1, "Hall"), { ...lesson(1, "Quay"), at: HOUR + 50 * 60_000 }], 20);
	expect(short).toEqual([{ from: HOUR + 45 * 60_000, to: HOUR + 50 * 60_000, place: "Quay" }]);
	expect(waysBetween([lesson(1, "Hall"), lesson(1, "Quay")], 20)).toEqual([]);
});
