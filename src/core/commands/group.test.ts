import { ladderWith, Phone } from "@/core/__tests__/phone";
import { roundOf } from "@/core/groups/rounds";
import type { PackLadder } from "@/core/pack/pack";
import { doseOf, groupTry, roundsOver, setOf } from "./group";
import { lastAct, takeBack } from "./undo";

const group: PackLadder[] = ["ana", "bo", "cy"].map((id) => ({
	...ladderWith({ triesPerSet: 2 }),
	id,
	student: `student-${id}`,
}));
const one = (id: string) => group.find((ladder) => ladder.id === id) as PackLadder;
const good = { result: "hit", off: [], judged: true };

const board = () => {
	const phone = new Phone();
	phone.write([{ kind: "lesson.opened", student: null, body: { minutes: 45, wish: "", quick: false } }]);
	const touch = (...ids: string[]) => {
		for (const id of ids) phone.write(groupTry(phone.newId, phone.view(), group, one(id), good));
	};
	const doses = () => group.map((ladder) => doseOf(phone.view(), ladder).done);
	return { phone, touch, doses };
};

test("each in a set of their own, in whatever order they come; the last dose ends the round for all", () => {
	const { phone, touch, doses } = board();
	touch("ana", "bo", "ana", "cy");
	expect(doses()).toEqual([2, 1, 1]);
	expect(phone.view().sets.map(({ open }) => open)).toEqual([true, true, true]);
	touch("bo");
	expect(roundsOver(phone.view(), group)).toBe(0);
	touch("cy");
	expect(roundsOver(phone.view(), group)).toBe(1);
	expect(doses()).toEqual([0, 0, 0]);
	expect(group.map(({ id }) => setOf(phone.view(), id))).toEqual([null, null, null]);
	// Each one's tries are on their own ladder, and the next round goes on in the same visit.
	touch("ana");
	expect(phone.view().visits.map(({ ladder, tries }) => [ladder, tries.length])).toEqual([
		["ana", 3],
		["bo", 2],
		["cy", 2],
	]);
});

test("undone, the try that ended the round is gone and the round goes on", () => {
	const { phone, touch, doses } = board();
	touch("ana", "ana", "bo", "bo", "cy", "cy");
	expect(doses()).toEqual([0, 0, 0]);
	const last = lastAct(phone.view(), "phone");
	phone.write(takeBack(last?.targets ?? []));
	expect(doses()).toEqual([2, 2, 1]);
	expect(roundsOver(phone.view(), group)).toBe(0);
});

test("what does not count is no part of a dose", () => {
	const { phone, touch, doses } = board();
	touch("ana", "ana", "bo", "bo", "cy");
	phone.write(groupTry(phone.newId, phone.view(), group, one("cy"), { ...good, noCount: true }));
	expect(doses()).toEqual([2, 2, 1]);
});

test("partners swap from round to round, and who waited plays next", () => {
	const ids = group.map(({ id }) => id);
	const outs = [0, 2, 4].map((round) => roundOf(ids, round).out);
	expect(new Set(outs).size).toBe(3);
});

test("of one of them the last one is taken back, whatever the others did since", () => {
	const { phone, touch, doses } = board();
	touch("ana", "bo", "bo", "cy");
	phone.write(takeBack(lastAct(phone.view(), "phone", "ana")?.targets ?? []));
	expect(doses()).toEqual([0, 2, 1]);
	expect(lastAct(phone.view(), "phone", "ana")).toBeNull();
	expect(lastAct(phone.view(), "phone")?.kind).toBe("attempt");
});
