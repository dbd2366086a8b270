import { ladderWith, Phone } from "@/core/__tests__/phone";
import * as commands from "@/core/commands";
import { checkUnder } from "@/core/commands/check";
import { digestLadder } from "@/core/digest/ladderDigest";
import { digestLesson, type LessonDigest } from "@/core/digest/lessonDigest";
import { foldRail } from "@/core/ladder/rail";
import { carriedOver } from "@/core/ladder/recheck";
import { changedHere } from "@/core/pack/changed";
import { placeOn } from "@/core/pack/placing";
import { dayAfter } from "@/core/text/fields";
import { checkOf } from "./check";
import type { Surrounding } from "./kinds";

const ladder = { ...ladderWith({ rule: { kind: "streak", r: 3 }, gate: "result", watch: [] }), peg: "r3" };
const START = "2026-03-02";

/** A lesson so many days after the first, as its digest. */
const on = (day: number, phone: Phone): LessonDigest => ({
	...digestLesson(phone.lesson, phone.view()),
	day: dayAfter(START, day),
});
const passed = () => new Phone("phone", "l0").begin(ladder, "r2").row("ggg");
interface Asked {
	own?: boolean;
	under?: Surrounding;
}
function checked(day: number, marks: string, { own = false, under }: Asked = {}): Phone {
	const phone = new Phone("phone", `l${day}`).begin(ladder, "r3");
	const placing = placeOn(ladder, "r2");
	const asked = changedHere(placing, ladder, checkUnder(phone.view(), placing, own));
	phone.write(
		commands.leaveFor(phone.newId, phone.view(), phone.set(), asked, "own", { elsewhere: "re-check", under }),
	);
	return phone.row(marks);
}
const rail = (...lessons: LessonDigest[]) =>
	foldRail(
		"ladder",
		{ side: "left", policy: "mastery", start: "r3", rungs: ladder.rungs },
		digestLadder("ladder", lessons),
	).holes[1];

test("it is stopped as soon as it is decided, either way, and advises the way back", () => {
	const said = (marks: string) => {
		const phone = checked(2, marks);
		return [checkOf(phone.visit()), phone.advice().title];
	};
	expect(said("gggggg")).toEqual([null, "Check"]);
	expect(said("ggggggg")).toEqual([true, "Check passed. Back to the peg"]);
	expect(said("xgxgx")).toEqual([null, "Check"]);
	expect(said("xgxgxx")).toEqual([false, "Check failed. Back to the peg"]);
	expect(checked(2, "xgxgxx").advice().reason).toBe(
		"2 good of 6 tries. Seven of ten can no longer be reached. By luck ready students fail 5 of 100 such checks.",
	);
});

test("a short look meets no rule of the rung: it is no pass, and asks for no peg move", () => {
	const { rungs } = on(2, checked(2, "ggggggg"));
	expect(rungs.find(({ rung }) => rung === "r2")).toMatchObject({ met: false, checks: [{ passed: true }], tries: 7 });
	expect(rungs.some(({ pass }) => pass)).toBe(false);
	expect(rail(on(0, checked(0, "ggggggg")))).toMatchObject({ state: "open", schedule: null });
});

test("a rung passed, re-checked, settled, slipped and back over the weeks", () => {
	const weeks = [on(0, passed())];
	const after = (day: number, marks: string) => {
		weeks.push(on(day, checked(day, marks)));
		const hole = rail(...weeks);
		return [hole?.state, hole?.schedule?.due];
	};
	expect([rail(...weeks)?.state, rail(...weeks)?.schedule?.due]).toEqual(["passed", dayAfter(START, 2)]);
	expect(after(1, "ggggggg")).toEqual(["passed", dayAfter(START, 2)]);
	expect(after(3, "ggggggg")).toEqual(["passed", dayAfter(START, 10)]);
	expect(after(10, "ggggggg")).toEqual(["passed", dayAfter(START, 31)]);
	expect(after(31, "ggggggg")).toEqual(["settled", dayAfter(START, 77)]);
	expect(after(77, "xxxx")).toEqual(["slipped", dayAfter(START, 100)]);
	expect(after(100, "gggg")).toEqual(["slipped", dayAfter(START, 100)]);
	expect(after(101, "xggggggg")).toEqual(["passed", dayAfter(START, 147)]);
});

test("what the day has used of the rung's limit does not shorten it", () => {
	const placing = { ...placeOn(ladder, "r2"), usedToday: 5 };
	const phone = new Phone().begin(ladder, "r2").row("gxg");
	expect(checkUnder(phone.view(), placing)).toMatchObject({ limit: 18, triesPerSet: 10 });
});

test("by the rung's own rule it is passed as the rung is, and failed where its tries are used up", () => {
	const own = (marks: string) => {
		const phone = checked(2, marks, { own: true });
		return [checkOf(phone.visit()), phone.advice().title];
	};
	const { limit } = placeOn(ladder, "r2").settings;
	expect(own("gg")).toEqual([null, "Check"]);
	expect(own("ggxggg")).toEqual([true, "Check passed. Back to the peg"]);
	expect(own("ggx".repeat(limit).slice(0, limit))).toEqual([false, "Check failed. Back to the peg"]);
	// It is a check and no pass: nobody is asked to move the peg.
	expect(on(2, checked(2, "ggg", { own: true })).rungs.some(({ pass, met }) => pass || met)).toBe(false);
});

test("held in contest it is a check that was passed; not held there yet, it has not slipped", () => {
	const weeks = [on(0, passed())];
	weeks.push(on(3, checked(3, "xxxx", { under: "in contest" })));
	expect(rail(...weeks)).toMatchObject({ state: "passed", schedule: { due: dayAfter(START, 2), slipped: false } });
	expect(carriedOver(rail(...weeks)?.checks ?? [])).toEqual([
		{ day: dayAfter(START, 3), passed: false, under: "in contest" },
	]);
	weeks.push(on(4, checked(4, "ggggggg", { under: "before people" })));
	weeks.push(on(12, checked(12, "ggggggg", { under: "in contest" })));
	expect(rail(...weeks)?.schedule).toMatchObject({ due: dayAfter(START, 33), slipped: false });
	expect(carriedOver(rail(...weeks)?.checks ?? []).map(({ under, passed: held }) => [under, held])).toEqual([
		["in contest", true],
		["before people", true],
	]);
});

test("the same look at home and in contest, in one lesson, are two", () => {
	const phone = checked(2, "ggggggg");
	const placing = placeOn(ladder, "r2");
	const asked = changedHere(placing, ladder, checkUnder(phone.view(), placing));
	phone.write(
		commands.leaveFor(phone.newId, phone.view(), phone.set(), asked, "own", {
			elsewhere: "re-check",
			under: "in another place",
		}),
	);
	phone.row("xxxx");
	expect(on(2, phone).rungs.flatMap(({ rung, checks = [] }) => (rung === "r2" ? checks : []))).toEqual([
		{ passed: true },
		{ passed: false, under: "in another place" },
	]);
	expect(phone.advice().title).toBe("Check in another place failed. Back to the peg");
});
