import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { inOrder } from "@/core/log/view";
import { placeOn } from "@/core/pack/placing";
import { pegIn } from "./peg";
import { closeBoth, lookAt, openAgain, openSet, restingWith } from "./sets";
import { waitingOn } from "./waiting";

const rule = { kind: "bouts", a: 3, b: 3, k: 1, n: 1 } as const;
const one = { ...ladderWith({ gate: "result", rule }), id: "one", student: "ines" };
const other = { ...one, id: "other", student: "bram" };

const lookBy = (device: string, phone: Phone, at: typeof one) => {
	const [placing, variation] = waitingOn(phone.view(), at);
	return lookAt(phone.newId, phone.view(), { placing, variation, peg: pegIn(phone.view(), at) }, device);
};
/** As a tab is tapped. */
const look = (phone: Phone, at: typeof one) => phone.write(lookBy(phone.device, phone, at));
const both = (phone = new Phone()) => {
	phone.begin(one);
	look(phone, other);
	return phone;
};
const setsOf = (phone: Phone) => phone.view().sets.map(({ id, open }) => [id, open]);

test("looking at another and back closes and opens no set, and a running bout goes on", () => {
	const phone = both();
	look(phone, one);
	const before = setsOf(phone);
	phone.row("ggx");
	look(phone, other);
	look(phone, one);
	look(phone, one);
	expect(setsOf(phone)).toEqual(before);
	expect(phone.set().placing.ladder).toBe("one");
	expect(phone.visit().judgements.own.progress.large).toBe("2 : 1");
});

test("the end of one's set leaves that one in hand, not another who was looked at before", () => {
	const phone = both().row("g");
	look(phone, one);
	look(phone, other);
	phone.write(closeBoth(phone.view(), phone.set(), "rest"));
	expect(phone.set()).toMatchObject({ open: false, placing: { ladder: "other" } });
	// Looked at while it rests, it still rests; the next set is opened from there.
	look(phone, one);
	look(phone, other);
	expect(phone.set()).toMatchObject({ open: false, closedFor: "rest", placing: { ladder: "other" } });
	phone.write(openAgain(phone.newId, phone.set(), restingWith(phone.view(), phone.set())));
	expect(phone.set()).toMatchObject({ open: true, placing: { ladder: "other" } });
});

test("who takes turns goes on taking turns after a third one was looked at; the other's turn is passed by a look", () => {
	const phone = new Phone().begin(one);
	const third = { ...one, id: "third", student: "odo" };
	look(phone, third);
	look(phone, one);
	phone.write([openSet(phone.newId, placeOn(other, "r2"), "own", { inTurnWith: phone.set().id })]);
	phone.row("g");
	expect(phone.set().placing.ladder).toBe("one");
	look(phone, third);
	phone.row("g");
	expect(phone.set().placing.ladder).toBe("third");
	look(phone, one);
	phone.row("g");
	expect(phone.set().placing.ladder).toBe("other");
	look(phone, one);
	expect(phone.set().placing.ladder).toBe("one");
	expect(phone.view().sets.filter(({ open }) => !open)).toEqual([]);
});

test("another device's set is not gone on with, and stays as it is; nor is a rung that the peg has left", () => {
	const phone = both();
	const second = new Phone("second");
	second.learn(phone.events);
	look(second, one);
	expect(second.view().sets.map(({ open, holder }) => [open, holder])).toEqual([
		[true, "phone"],
		[true, "phone"],
		[true, "second"],
	]);
	look(phone, one);
	expect(lookBy("phone", phone, one)).toEqual([]);
	expect(lookBy("phone", phone, { ...other, peg: "r3" }).map(({ kind }) => kind)).toEqual([
		"set.closed",
		"set.opened",
		"set.turned",
	]);
});

test("taken back, the look before is in hand again", () => {
	const phone = both();
	look(phone, one);
	phone.undo();
	expect(phone.set().placing.ladder).toBe("other");
});

test("whatever is looked at between, every student's tries, bouts and verdict are as without a look", () => {
	const acts = fc.array(fc.tuple(fc.boolean(), fc.constantFrom("g", "x", "1", "n", "t"), fc.nat(3)), { maxLength: 40 });
	fc.assert(
		fc.property(acts, (all) => {
			const looked = both();
			const [alone, beside] = [new Phone().begin(one), new Phone().begin(other)];
			for (const [first, mark, looks] of all) {
				for (let i = 0; i < looks; i++) look(looked, i % 2 === 0 ? other : one);
				look(looked, first ? one : other);
				looked.row(mark);
				(first ? alone : beside).row(mark);
			}
			const told = (phone: Phone, ladder: string) =>
				phone
					.view()
					.visits.filter((visit) => visit.ladder === ladder)
					.map((visit) => [
						inOrder(visit).map((item) => item.counted),
						visit.judgements.own.progress,
						visit.verdict.kind,
						visit.verdict.used,
					]);
			expect(told(looked, "one")).toEqual(told(alone, "one"));
			expect(told(looked, "other")).toEqual(told(beside, "other"));
			expect(looked.view().sets).toHaveLength(2);
		}),
		{ numRuns: cases(60) },
	);
});
