import { ladderWith, Phone } from "@/core/__tests__/phone";
import { follow } from "@/core/commands/follow";
import { closeBoth, closePartner, openSet, restingWith } from "@/core/commands/sets";
import { attemptIn, tallyIn } from "@/core/commands/tries";
import { placeOn } from "@/core/pack/placing";
import { appendEvent } from "./append";
import { foldLesson } from "./fold";

const rule = { kind: "streak" as const, r: 3 };
const right = { ...ladderWith({ rule }), id: "right", side: "right" as const };
const left = { ...ladderWith({ rule }), id: "left", side: "left" as const };

/** Two sides of one skill, try by try; the left one begins. */
function inTurn(): Phone {
	const phone = new Phone().begin(right);
	phone.write([openSet(phone.newId, placeOn(left, "r2"), "own", { inTurnWith: phone.set().id })]);
	return phone;
}
const sides = (phone: Phone) => phone.view().visits.map(({ ladder, tries }) => `${ladder} ${tries.length}`);
const now = (phone: Phone) => phone.set().placing.ladder;

test("two sides take turns: each try passes the turn on, and each side counts for itself", () => {
	const phone = inTurn();
	expect(now(phone)).toBe("left");
	phone.row("g");
	expect(now(phone)).toBe("right");
	phone.row("mgg");
	expect(sides(phone)).toEqual(["right 2", "left 2"]);
	expect(phone.view().sets.filter(({ open }) => open)).toHaveLength(2);
});

test("a try that does not count is tried again on the same side", () => {
	const phone = inTurn().row("n");
	expect(now(phone)).toBe("left");
	phone.row("gn");
	expect(now(phone)).toBe("right");
});

test("taking a try back gives the turn back with it", () => {
	const phone = inTurn().row("gg");
	expect(now(phone)).toBe("left");
	phone.undo();
	expect(now(phone)).toBe("right");
});

test("a step up on one side leaves the turns as they were", () => {
	const phone = inTurn().row("gmgmg");
	phone.row("m");
	expect(now(phone)).toBe("left");
	expect(phone.advice().line).toBe("step-up");
	phone.follow(left);
	expect(phone.set().placing).toMatchObject({ ladder: "left", rung: "r3" });
	phone.row("gg");
	expect(sides(phone)).toEqual(["right 4", "left 3", "left 1"]);
	expect(now(phone)).toBe("left");
});

test("a rest closes both; counting on opens both, and the turns go on", () => {
	const phone = inTurn().row("gg");
	phone.write(closeBoth(phone.view(), phone.set(), "rest"));
	const set = phone.set();
	expect(set.open).toBe(false);
	for (const act of attemptIn(
		phone.newId,
		set,
		{ result: "hit", off: [], judged: true },
		restingWith(phone.view(), set),
	))
		phone.write(act);
	expect(phone.view().sets.filter(({ open }) => open)).toHaveLength(2);
	const after = now(phone);
	phone.row("g");
	expect(now(phone)).not.toBe(after);
	expect(sides(phone)).toEqual(["right 2", "left 2"]);
});

test("numbers entered after a rest open both sets too, and pass no turn on", () => {
	const phone = inTurn().row("gg");
	phone.write(closeBoth(phone.view(), phone.set(), "rest"));
	const set = phone.set();
	phone.write(tallyIn(phone.newId, set, { tries: 6, good: 4, longest: 3 }, restingWith(phone.view(), set)));
	expect(phone.view().sets.filter(({ open }) => open)).toHaveLength(2);
	expect(now(phone)).toBe(set.placing.ladder);
	phone.row("g");
	expect(now(phone)).not.toBe(set.placing.ladder);
});

test("a pause that is followed rests both; ended turns leave one, which a rest does not bring back", () => {
	const paused = inTurn().row("ttt");
	paused.write(follow(paused.newId, paused.view(), paused.set(), left, { ...paused.advice(), act: { kind: "pause" } }));
	expect(paused.view().sets.every(({ open }) => !open)).toBe(true);
	const phone = inTurn().row("g");
	phone.write(closePartner(phone.view(), phone.set()));
	phone.row("ggg");
	expect(now(phone)).toBe("right");
	phone.write(closeBoth(phone.view(), phone.set(), "rest"));
	expect(restingWith(phone.view(), phone.set())).toBeNull();
});

test("it grows into what the fold makes of it", () => {
	const phone = inTurn().row("gmgngtcg");
	let view = foldLesson(phone.events.slice(0, 3));
	phone.events.slice(3).forEach((event, i) => {
		const next = appendEvent(view, event);
		const whole = foldLesson(phone.events.slice(0, i + 4));
		expect(next).toEqual(whole);
		view = whole;
	});
});

test("turns of several tries: the turn passes after so many that count, and a rest keeps its length", () => {
	const phone = new Phone().begin(right);
	phone.write([openSet(phone.newId, placeOn(left, "r2"), "own", { inTurnWith: phone.set().id, turn: 3 })]);
	const row = (marks: string) => [...marks].map((mark) => now(phone.row(mark)));
	expect(row("gnmm")).toEqual(["left", "left", "left", "right"]);
	expect(row("gm")).toEqual(["right", "right"]);
	phone.undo();
	expect(row("mmg")).toEqual(["right", "left", "left"]);
	phone.write(closeBoth(phone.view(), phone.set(), "rest"));
	const set = phone.set();
	for (const act of attemptIn(
		phone.newId,
		set,
		{ result: "hit", off: [], judged: true },
		restingWith(phone.view(), set),
	))
		phone.write(act);
	expect(phone.set()).toMatchObject({ turn: 3 });
	expect(now(phone)).toBe("left");
	expect(appendEvent(foldLesson(phone.events.slice(0, -1)), phone.events.at(-1) as never)?.current?.id).toBe(
		phone.set().id,
	);
});

test("together: the turn stays, and both sets know it", () => {
	const phone = new Phone().begin(right);
	phone.write([openSet(phone.newId, placeOn(left, "r2"), "own", { inTurnWith: phone.set().id, joint: true })]);
	phone.row("gg");
	expect(now(phone)).toBe("left");
	expect(phone.view().sets.map(({ joint }) => joint)).toEqual([true, true]);
});
