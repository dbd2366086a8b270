import { ladderWith, Phone } from "@/core/__tests__/phone";
import * as commands from "@/core/commands";
import { checkUnder } from "@/core/commands/check";
import { digestLadder } from "@/core/ladder/digest";
import { foldRail } from "@/core/ladder/rail";
import { changedHere, placeOn } from "@/core/pack/placing";
import { dayAfter } from "@/core/text/fields";
import { checkOf } from "./check";
import { digestLesson, type LessonDigest } from "./digest";

const ladder = { ...ladderWith({ rule: { kind: "streak", r: 3 }, gate: "result", watch: [] }), peg: "r3" };
const START = "2026-03-02";

/** A lesson so many days after the first, as its digest. */
const on = (day: number, phone: Phone): LessonDigest => ({
	...digestLesson(phone.lesson, phone.view()),
	day: dayAfter(START, day),
});
const passed = () => new Phone("phone", "l0").begin(ladder, "r2").row("ggg");
function checked(day: number, marks: string): Phone {
	const phone = new Phone("phone", `l${day}`).begin(ladder, "r3");
	const placing = placeOn(ladder, "r2");
	const under = changedHere(placing, ladder, checkUnder(phone.view(), placing));
	phone.write(commands.leaveFor(phone.newId, phone.view(), phone.set(), under, "own", { elsewhere: "re-check" }));
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
	expect(said("gggggg")).toEqual([null, "Re-check"]);
	expect(said("ggggggg")).toEqual([true, "Re-check passed; back to the peg"]);
	expect(said("xgxgx")).toEqual([null, "Re-check"]);
	expect(said("xgxgxx")).toEqual([false, "Re-check failed; back to the peg"]);
	expect(checked(2, "xgxgxx").advice().reason).toBe(
		"2 good of 6 tries: seven of ten are out of reach. One who is ready fails it 5 times in 100 by luck.",
	);
});

test("a short look meets no rule of the rung: it is no pass, and asks for no peg move", () => {
	const { rungs } = on(2, checked(2, "ggggggg"));
	expect(rungs.find(({ rung }) => rung === "r2")).toMatchObject({ met: false, checks: [true], tries: 7 });
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
