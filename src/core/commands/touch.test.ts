import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { foldLesson } from "@/core/log/fold";
import type { Attempt } from "@/core/log/kinds";
import type { LessonView, SetView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn } from "@/core/pack/placing";
import { groupTry } from "./group";
import { closeBoth, openSet, restingWith } from "./sets";
import { tallyTogether, touchIn } from "./touch";
import { lastAct, takeBack } from "./undo";

const [ida, bo] = (["ida", "bo"] as const).map((student) => ({
	...ladderWith({ gate: "result", rule: { kind: "streak", r: 30 } }),
	id: `${student}-ladder`,
	student,
})) as [PackLadder, PackLadder];
const hit: Attempt = { result: "hit", off: [], judged: false };
const miss: Attempt = { result: "miss", off: [{ position: "p1" }], judged: true };

function pair(joint: boolean, turn = 1): Phone {
	const phone = new Phone().begin(bo);
	const first = phone.set();
	phone.write([openSet(phone.newId, placeOn(ida, "r2"), "own", { inTurnWith: first.id, turn, joint })]);
	return phone;
}
const resting = (phone: Phone): SetView | null => restingWith(phone.view(), phone.set());
const touch = (phone: Phone, attempt = hit) => {
	for (const act of touchIn(phone.newId, phone.view(), phone.set(), attempt, resting(phone), [ida, bo]))
		phone.write(act);
};
const triesOf = (view: LessonView, student: string) =>
	view.visits.filter((visit) => visit.student === student).flatMap(({ tries }) => tries);
const counts = (phone: Phone) => [triesOf(phone.view(), "ida").length, triesOf(phone.view(), "bo").length];

test("together, each touch is one try of both; whose fault it was is not the other's", () => {
	const phone = pair(true);
	touch(phone);
	touch(phone, miss);
	expect(counts(phone)).toEqual([2, 2]);
	expect(triesOf(phone.view(), "bo").map(({ body }) => [body.result, body.off])).toEqual([
		["hit", []],
		["miss", []],
	]);
	expect(triesOf(phone.view(), "ida")[1]?.body.off).toEqual([{ position: "p1" }]);
	// Undo takes it from both.
	const last = lastAct(phone.view(), "phone");
	phone.write(takeBack(last?.targets ?? []));
	expect(counts(phone)).toEqual([1, 1]);
});

test("after a rest the touch that opens both sets is a try of both as well", () => {
	const phone = pair(true);
	touch(phone);
	phone.write(closeBoth(phone.view(), phone.set(), "rest"));
	touch(phone);
	expect(counts(phone)).toEqual([2, 2]);
	touch(phone);
	expect(counts(phone)).toEqual([3, 3]);
	expect(phone.view().sets.filter((set) => set.open && set.joint)).toHaveLength(2);
});

test.each([false, true])(
	"a set as numbers is both's where it was done together, after a rest (%s) as well",
	(rested) => {
		const phone = pair(true);
		touch(phone);
		if (rested) phone.write(closeBoth(phone.view(), phone.set(), "rest"));
		phone.write(tallyTogether(phone.newId, phone.view(), phone.set(), { good: 3, tries: 5 }, resting(phone)));
		const tallies = phone
			.view()
			.visits.map(({ student, tallies: all }) => [student, all.map(({ good, tries }) => [good, tries])]);
		expect(tallies).toEqual([
			["bo", [[3, 5]]],
			["ida", [[3, 5]]],
		]);
		const alone = pair(false);
		alone.write(tallyTogether(alone.newId, alone.view(), alone.set(), { good: 3, tries: 5 }, null));
		expect(alone.view().visits.map(({ tallies: all }) => all.length)).toEqual([0, 1]);
	},
);

test("in turn, a touch is one try of the student in hand, and the turn goes on", () => {
	const phone = pair(false, 2);
	for (let i = 0; i < 5; i++) touch(phone);
	expect(counts(phone)).toEqual([3, 2]);
});

type Move = "good" | "miss" | "no count" | "rest" | "undo" | "board";
const moves = fc.array(fc.constantFrom<Move>("good", "miss", "no count", "rest", "undo", "board"), { maxLength: 14 });

function make(move: Move, phone: Phone): void {
	if (move === "rest") phone.write(closeBoth(phone.view(), phone.set(), "rest"));
	else if (move === "undo") phone.undo();
	else if (move === "board") phone.write(groupTry(phone.newId, phone.view(), [ida, bo], ida, hit));
	else touch(phone, move === "miss" ? miss : { ...hit, ...(move === "no count" ? { noCount: true } : {}) });
}

/** How many tries each may have more after a move, of Ida and of Bo. */
function allowed(move: Move, { joint, placing }: SetView, afterBoard: boolean): number[][] {
	if (move === "rest") return [[0, 0]];
	if (move === "undo") return [0, -1].flatMap((a) => [0, -1].map((b) => [a, b]));
	if (move === "board") return [[1, 0]];
	const alone = placing.student === "ida" ? [1, 0] : [0, 1];
	if (!joint) return [alone];
	// The board may have begun a set of Ida's own beside the joint one: then the other works alone.
	return afterBoard ? [[1, 1], alone] : [[1, 1]];
}

test("whatever is done on two phones, each touch is a try of the one in hand or of both, and of nobody else", () => {
	fc.assert(
		fc.property(moves, fc.boolean(), fc.integer({ min: 1, max: 3 }), (all, joint, turn) => {
			const [one, two] = [pair(joint, turn), new Phone("watching")];
			for (const [i, move] of all.entries()) {
				// The other phone looks on; it has nothing of its own to take back.
				two.learn(one.events);
				two.undo();
				one.learn(two.events);
				const [before, set] = [counts(one), one.set()];
				make(move, one);
				const afterBoard = all.slice(0, i).includes("board");
				expect(allowed(move, set, afterBoard)).toContainEqual(counts(one).map((n, k) => n - (before[k] ?? 0)));
			}
			const tries = (view: LessonView) => view.visits.map((visit) => visit.tries.map(({ id }) => id));
			expect(tries(foldLesson([...one.events].reverse()))).toEqual(tries(one.view()));
		}),
		{ numRuns: cases(200) },
	);
});
