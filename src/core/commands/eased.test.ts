import { ladderWith, Phone } from "@/core/__tests__/phone";
import { digestLadder } from "@/core/digest/ladderDigest";
import { digestLesson, type LessonDigest } from "@/core/digest/lessonDigest";
import type { Ladder } from "@/core/ladder/ladder";
import { easedNow, foldRail } from "@/core/ladder/rail";
import { easedIn } from "@/core/pack/easedIn";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { placeOn, variationOn } from "@/core/pack/placing";
import { easeForThem, runUnder } from "./sets";

const ladder = ladderWith({ gate: "result", rule: { kind: "streak", r: 3 } });

describe("eased for them, until it is lifted", () => {
	/** Lessons one after the other on the ladder as it stands before each. */
	const lessons: LessonDigest[] = [];
	let n = 0;
	const next = (work: (phone: Phone, pack: PackLadder) => void) => {
		n += 1;
		const happened = digestLadder("ladder", lessons);
		const rail = foldRail("ladder", { ...ladder, start: "r2" } as unknown as Ladder, happened);
		const eased = [...easedNow(rail)].map(([rung, reason]) => ({
			rung,
			what: "eased" as const,
			by: "coach" as const,
			reason,
		}));
		const pack = { ...ladder, limits: eased };
		const phone = new Phone(`phone${n}`, `lesson${n}`);
		phone.beginAt(placeOn(pack, "r2"));
		if (variationOn(pack, "r2") === "easier")
			phone.write(runUnder(phone.newId, phone.view(), phone.set(), placeOn(pack, "r2"), "easier"));
		work(phone, pack);
		const day = `2026-03-0${n}`;
		lessons.push({ ...digestLesson(`lesson${n}`, phone.view()), day });
		return {
			rail: () => foldRail("ladder", { ...ladder, start: "r2" } as unknown as Ladder, digestLadder("ladder", lessons)),
		};
	};
	beforeEach(() => {
		lessons.length = 0;
		n = 0;
	});

	test("its tries are never among the rung's own, its pass marks the hole eased, and lifting makes a check due", () => {
		next((phone) => phone.row("mmgmg"));
		const set = next((phone) => {
			phone.write(easeForThem(phone.newId, phone.view(), phone.set(), "to protect them"));
			phone.row("ggggg");
		});
		expect(easedNow(set.rail())).toEqual(new Map([["r2", "to protect them"]]));
		const goes = next((phone) => phone.row("gggggg"));
		const hole = goes.rail().holes[1];
		expect(hole).toMatchObject({ state: "eased", good: 2, tries: 5, best: { good: 2, tries: 5 } });
		expect(hole?.recent).toHaveLength(1);
		expect(hole?.apart?.eased).toMatchObject({ good: 11, tries: 11, lessons: 2, last: "2026-03-03" });
		const lifted = next((phone) => {
			phone.write(easeForThem(phone.newId, phone.view(), phone.set()));
			phone.row("m");
		});
		expect(easedNow(lifted.rail()).size).toBe(0);
		expect(lifted.rail().holes[1]).toMatchObject({
			state: "eased",
			schedule: { due: lessons.at(-1)?.easings?.[0]?.day },
		});
		// Met as it is, it is passed like any other.
		const met = next((phone) => phone.row("ggg"));
		expect(met.rail().holes[1]?.state).toMatch(/passed|held/);
	});

	test("within the lesson it holds at once, for every later set on that rung", () => {
		const phone = new Phone().begin(ladder).row("g");
		const pack = { students: [], ladders: [ladder] } as unknown as Pack;
		expect(easedIn(pack, phone.view())).toBe(pack);
		phone.write(easeForThem(phone.newId, phone.view(), phone.set(), "kit is missing"));
		const now = easedIn(pack, phone.view());
		expect(now.ladders[0]?.limits).toEqual([{ rung: "r2", what: "eased", by: "coach", reason: "kit is missing" }]);
		expect(easedIn(pack, phone.view())).toBe(now);
		phone.write(easeForThem(phone.newId, phone.view(), phone.set()));
		expect(easedIn(pack, phone.view()).ladders[0]?.limits).toEqual([]);
	});
});
