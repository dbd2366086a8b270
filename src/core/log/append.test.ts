import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { anyRule } from "@/core/__tests__/rules";
import { movePeg } from "@/core/commands/follow";
import { closeSet, inSet, switchTo } from "@/core/commands/sets";
import { tallyIn } from "@/core/commands/tries";
import { placeOn } from "@/core/pack/placing";
import type { Rule } from "@/core/rules";
import { appendEvent } from "./append";
import { foldLesson } from "./fold";
import type { LessonView } from "./view";

type Act = (phone: Phone) => void;

/** What happens between tries, besides the marks of a row. */
const acts: Record<string, Act> = {
	"|": (phone) => phone.write([closeSet(phone.set(), "rest")]),
	e: (phone) => phone.write(switchTo(phone.newId, phone.set(), phone.set().placing, "easier")),
	w: (phone) => phone.write(switchTo(phone.newId, phone.set(), phone.set().placing, "own")),
	T: (phone) => {
		for (const act of [tallyIn(phone.newId, phone.set(), { tries: 4, good: 3, longest: 3 })]) phone.write(act);
	},
	"6": (phone) => phone.write(inSet(phone.set(), "limit.changed", { rung: phone.set().placing.rung, by: 6 })),
	u: (phone) => phone.undo(),
};
const rows = fc.array(fc.constantFrom(..."gggggggxm12anckt|ewT6uP".split("")), { maxLength: 40 });

/** Grows the lesson event by event, folding anew wherever growing says that it cannot, and holds each step against the fold. */
function grown(phone: Phone): { view: LessonView; anew: string[] } {
	let view = foldLesson([]);
	const anew: string[] = [];
	phone.events.forEach((event, i) => {
		const next = appendEvent(view, event);
		const whole = foldLesson(phone.events.slice(0, i + 1));
		if (next) expect(next).toEqual(whole);
		else anew.push(event.kind);
		view = next ?? whole;
	});
	return { view, anew };
}

test("whatever is done in a lesson, under any rule, it grows into what the fold makes of it", () => {
	fc.assert(
		fc.property(anyRule, rows, fc.integer({ min: 3, max: 30 }), (rule, row, limit) => {
			const ladder = ladderWith({ rule: rule as Rule, limit });
			const phone = new Phone().begin(ladder);
			for (const mark of row) {
				if (mark === "P")
					phone.write(
						movePeg(phone.newId, phone.view(), phone.set(), ladder, phone.set().placing.rung === "r2" ? "r1" : "r2", {
							from: phone.set().placing.rung,
							reason: "by hand",
							evidence: [],
						}),
					);
				else if (acts[mark]) acts[mark](phone);
				else phone.row(mark);
			}
			grown(phone);
		}),
		{ numRuns: cases(150) },
	);
});

test("tries, cues and state marks of the set in hand never need the whole fold", () => {
	const phone = new Phone().begin(ladderWith()).row("gg1cgm2dtgxngkqr".repeat(4));
	expect(grown(phone).anew).toEqual(["lesson.opened", "set.opened"]);
});

test("what is not last in the order, of another device, or a correction, is folded", () => {
	const phone = new Phone().begin(ladderWith()).row("gg");
	const [tried] = phone.events.filter((event) => event.kind === "attempt");
	if (!tried) throw new Error("nothing was tried");
	const view = phone.view();
	expect(appendEvent(view, tried)).toBeNull();
	expect(appendEvent(view, { ...tried, id: "other", device: "watch", dseq: 1, lamport: 1 })).toBeNull();
	expect(appendEvent(view, { ...tried, id: "other", device: "watch", dseq: 1, lamport: 99 })).toBeNull();
	phone.write([{ kind: "void", body: { targets: [tried.id] } }]);
	// The void is the last in the order, though it is no part of what the lesson shows.
	const last = phone.events.at(-1);
	expect(phone.view().top).toEqual({ lamport: last?.lamport, device: "phone", dseq: last?.dseq });
	expect(appendEvent(phone.view(), { ...tried, id: "late", dseq: 9, lamport: (last?.lamport ?? 0) - 1 })).toBeNull();
});

test("the same lesson grown twice from one view is right both times", () => {
	const phone = new Phone().begin(ladderWith()).row("ggg");
	const view = phone.view();
	phone.row("g");
	const next = phone.events.at(-1);
	if (!next) throw new Error("nothing was tried");
	expect(appendEvent(view, next)).toEqual(appendEvent(view, next));
	expect(view.visits[0]?.tries).toHaveLength(3);
});

test("back on a ladder that was left, the lesson grows on", () => {
	const ladder = ladderWith();
	const other = { ...ladder, id: "other" };
	const phone = new Phone().begin(ladder).row("gg");
	phone.write(switchTo(phone.newId, phone.set(), placeOn(other, "r2")));
	phone.row("gm");
	phone.write(switchTo(phone.newId, phone.set(), placeOn(ladder, "r2")));
	const { view, anew } = grown(phone.row("g1g"));
	expect(anew).not.toContain("attempt");
	expect(view.visits[0]?.verdict.used).toBe(5);
});
