import { ladderWith, Phone, railOver } from "@/core/__tests__/phone";
import { answerPass, claimPass } from "@/core/commands/passes";
import { digestLadder } from "@/core/digest/ladderDigest";
import { foldRail } from "@/core/ladder/rail";
import { yesAsked, yesOf } from "@/core/ladder/rung";
import { digestLesson } from "./lessonDigest";

/** A met rule moves nothing: it is a pass until somebody claims, declines or postpones it. */

const ladder = ladderWith({ rule: { kind: "streak", r: 3 }, limit: 20 });
const asLadder = { side: "left" as const, policy: "mastery" as const, start: null, rungs: ladder.rungs };
const lessons = (...phones: Phone[]) => phones.map((phone) => digestLesson(phone.lesson, phone.view()));
const rail = (...phones: Phone[]) => foldRail("ladder", asLadder, digestLadder("ladder", lessons(...phones)));
const met = (lesson = "lesson") => new Phone(lesson, lesson).begin(ladder, "r1").row("ggg");
const at = (phone: Phone) => {
	const { pass } = rail(phone);
	if (!pass) throw new Error("nothing is unclaimed");
	return { ...pass, student: "student", ladder: "ladder", to: { id: "r2", name: "Middle" } };
};

test("a new ladder, three good, otherwise: stay. The peg is where the ladder starts", () => {
	const phone = met().otherwise();
	expect(rail(phone)).toMatchObject({ peg: "r1", pegIndex: 0, pass: null });
	expect(railOver("ladder", { ...asLadder, start: "r2" }, [met().view()]).peg).toBe("r2");
});

test("under fixed dose too", () => {
	const dose = ladderWith({ rule: { kind: "streak", r: 3 } }, "fixed dose");
	const phone = new Phone().begin(dose, "r1").row("ggg");
	expect(rail(phone)).toMatchObject({ peg: "r1", pass: { rung: "r1" } });
});

test("what nobody claimed is told, with the try that met it, until it is claimed", () => {
	const phone = met();
	const { metBy } = at(phone);
	expect(phone.events.find(({ id }) => id === metBy)?.kind).toBe("attempt");
	phone.write(claimPass(at(phone)));
	expect(rail(phone)).toMatchObject({ peg: "r2", pass: null });
});

test("after a first move a met rule is mentioned as well", () => {
	const phone = met().follow(ladder);
	expect(rail(phone)).toMatchObject({ peg: "r2", pass: null });
	phone.row("ggg");
	expect(rail(phone)).toMatchObject({ peg: "r2", pass: { rung: "r2" } });
});

test("declined, it is not asked again; postponed, once the ladder was worked on in another lesson", () => {
	const declined = met();
	declined.write(answerPass(at(declined), "stay"));
	expect(rail(declined, new Phone("x", "x").begin(ladder, "r1").row("m")).pass).toBeNull();
	const postponed = met();
	postponed.write(answerPass(at(postponed), "later"));
	expect(rail(postponed).pass).toBeNull();
	expect(rail(postponed, new Phone("x", "x").begin(ladder, "r1").row("m")).pass).toMatchObject({ rung: "r1" });
	postponed.undo();
	expect(rail(postponed).pass).toMatchObject({ rung: "r1" });
});

test("passed again after that it is another pass", () => {
	const one = met("a");
	one.write(answerPass(at(one), "stay"));
	const second = new Phone("c", "c").begin(ladder, "r1").row("mmmmmmmmmggg");
	expect(rail(one, second).pass).toMatchObject({ lesson: "c" });
});

describe("a day far from today", () => {
	const digest = (day: string, sure = false) => {
		const [one] = lessons(met());
		return { ...(one as NonNullable<typeof one>), lesson: day, day, ...(sure ? { sure } : {}) };
	};
	test.each(["2099-01-01", "1970-01-01", "1969-12-31"])(
		"of %s counts its tries, and decides nothing by its day",
		(day) => {
			const of = digestLadder("ladder", [digest("2026-03-01"), digest(day)], "2026-03-03");
			expect(of.rungs.r1).toMatchObject({ tries: 6, metDays: ["2026-03-01"] });
			expect(of.rungs.r1?.recent.map((one) => one.day)).toEqual(["2026-03-01"]);
			expect(of.last?.day).toBe("2026-03-01");
		},
	);
	test("once the coach has said so, it is a day like any other", () => {
		const of = digestLadder("ladder", [digest("2026-03-01"), digest("2099-01-01", true)], "2026-03-03");
		expect(of.rungs.r1?.metDays).toEqual(["2026-03-01", "2099-01-01"]);
	});
	test("tomorrow is not far: clocks stand in many zones", () =>
		expect(digestLadder("ladder", [digest("2026-03-04")], "2026-03-03").last?.day).toBe("2026-03-04"));
});

test("a card that came back does not hide last time", () => {
	const lesson = met("lesson").row("c");
	const card = new Phone("card", "card");
	card.write([
		{ kind: "lesson.opened", student: "student", body: { minutes: null, wish: "", quick: false, fromCard: true } },
	]);
	const made = lessons(lesson, card);
	const on = (i: number, day: string) => ({ ...(made[i] as NonNullable<(typeof made)[number]>), day });
	const rungs = made[0]?.rungs ?? [];
	const back = { ...on(1, "2026-03-05"), rungs, last: made[0]?.last ?? [] };
	expect(digestLadder("ladder", [on(0, "2026-03-01"), back]).last?.day).toBe("2026-03-01");
});

test("a yes that is asked for is asked in words and written with the move; without one nothing is", () => {
	const phone = met();
	for (const yes of yesOf) {
		expect(yesAsked[yes]).toMatch(/ready for$/);
		expect(claimPass({ ...at(phone), yes })[0]?.body).toMatchObject({ reason: "passed", yes });
	}
	expect(claimPass(at(phone))[0]?.body).not.toHaveProperty("yes");
});
