import { dayAfter } from "@/core/text/fields";
import type { PracticeAct } from "./acts";
import { freshItem, USUAL } from "./assignment";
import { bestOf, journalOf, sumOf, triesOn } from "./journal";

const item = { ...freshItem("cascade"), name: "Three-ball cascade" };
const asked = { items: [item], thresholds: USUAL };
const when = { at: "", tz: "" };
const FIRST = "2026-11-02";

const done = (
	id: string,
	good: number,
	change: Partial<Extract<PracticeAct, { kind: "done" }>["body"]> = {},
): PracticeAct => ({
	...when,
	id,
	kind: "done",
	body: {
		item: "cascade",
		day: FIRST,
		place: "",
		tries: 20,
		good,
		target: 14,
		dose: 20,
		minutes: 10,
		felt: null,
		check: null,
		remark: "",
		...change,
	},
});
const target = (id: string, to: number): PracticeAct => ({
	...when,
	id,
	kind: "target",
	body: { item: "cascade", target: to },
});
const back = (id: string, entry: string): PracticeAct => ({ ...when, id, kind: "back", body: { entry } });
const answer = (id: string, entry: string, text: string): PracticeAct => ({
	...when,
	id,
	kind: "answer",
	body: { entry, text },
});

test("entries stand by the day they were done; what is there twice counts once, and what was taken back not at all", () => {
	const log = [done("a", 10, { day: dayAfter(FIRST, 2) }), done("b", 12), done("b", 12), done("c", 20), back("d", "c")];
	expect(journalOf(asked, log).entries.map(({ id }) => id)).toEqual(["b", "a"]);
});

test("a target that either side moved holds from then on, and what was done before it is not counted under it", () => {
	const five = ["a", "b", "c", "d", "e"].map((id) => done(id, 15));
	expect(journalOf(asked, five).items[0]?.suggestion).toEqual({ to: 16, met: 5, of: 5 });
	const moved = journalOf(asked, [...five, target("t", 16)]).items[0];
	expect([moved?.target, moved?.suggestion]).toEqual([16, null]);
	// Back at 14, the five from before it was raised are not counted a second time.
	const again = journalOf(asked, [...five, target("t", 16), target("u", 14)]).items[0];
	expect([again?.target, again?.suggestion]).toEqual([14, null]);
	expect(journalOf(asked, [...five, target("t", 16), back("v", "t")]).items[0]?.target).toBe(14);
});

test("a target over the tries asked for now is those tries", () => {
	expect(journalOf({ ...asked, items: [{ ...item, dose: 10, target: 7 }] }, [target("t", 18)]).items[0]?.target).toBe(
		10,
	);
});

test("a remark is to be answered until somebody did, with words or without", () => {
	const log = [done("a", 10, { remark: "my left hand is early" }), done("b", 10), done("c", 9, { remark: "tired" })];
	expect(journalOf(asked, log).toAnswer.map(({ id }) => id)).toEqual(["a", "c"]);
	const answered = journalOf(asked, [...log, answer("x", "a", "throw it higher"), answer("y", "c", "")]);
	expect(answered.toAnswer).toEqual([]);
	expect(answered.entries.map((one) => one.answer)).toEqual(["throw it higher", null, ""]);
});

test("a drill that was taken out since keeps its entries under the name they were written with", () => {
	const log = [done("a", 10, { item: "gone", what: "Two-ball throw" }), done("b", 3, { item: "older" })];
	expect(journalOf(asked, log).entries.map(({ what }) => what)).toEqual(["Two-ball throw", ""]);
});

test("the best is the greatest share of good ones, of those done whole", () => {
	const log = [done("a", 3, { tries: 3 }), done("b", 14), done("c", 16), done("d", 0, { tries: 0 })];
	const { entries } = journalOf(asked, log);
	expect(bestOf(entries)?.id).toBe("c");
	expect(bestOf(entries.slice(0, 1))?.id).toBe("a");
	expect(bestOf([])).toBeNull();
});

test("tries, minutes and days are summed for the load, and a day's tries for the most", () => {
	const { entries } = journalOf(asked, [
		done("a", 10),
		done("b", 5, { minutes: 4 }),
		done("c", 8, { day: dayAfter(FIRST, 1) }),
	]);
	expect(sumOf(entries)).toEqual({ tries: 60, good: 23, minutes: 24, days: 2 });
	expect(triesOn(entries, FIRST)).toBe(40);
});
