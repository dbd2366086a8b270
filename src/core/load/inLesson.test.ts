import { ladderWith, Phone } from "@/core/__tests__/phone";
import { inSet, openSet } from "@/core/commands/sets";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn } from "@/core/pack/placing";
import { COACH, loadOf, reachedInLesson } from "./inLesson";

/** The day the phone's clock says. */
const TODAY = "2026-03-01";
const limited = (change: Partial<PackLadder["rungs"][number]["settings"]> = {}): PackLadder => ({
	...ladderWith({ limit: 60, loads: { knee: 2 }, ...change }),
	load: [
		{ part: "knee", day: 10, week: 100, before: [{ day: "2026-02-27", load: 80 }] },
		{ part: "shoulder", day: 1, week: 1, before: [{ day: TODAY, load: 9 }] },
	],
});

test("the limit is reached by every try, those that do not count as well, and stands before anything else", () => {
	const phone = new Phone().begin(limited()).row("ggan");
	expect(phone.set().placing.load?.map(({ part }) => part)).toEqual(["knee"]);
	expect(phone.advice().line).not.toBe("load");
	expect(phone.row("g").advice()).toMatchObject({
		line: "load",
		title: "Enough for the knee",
		reason: "10 of 10 today. Choose other work, or raise the limit and say why.",
		canSilence: false,
	});
});

test("what other days took counts in the week; taken back, a try loads nothing", () => {
	const ladder = limited();
	const phone = new Phone().begin({
		...ladder,
		load: [{ ...(ladder.load?.[0] as never as object), day: null } as never],
	});
	phone.row("g".repeat(9));
	expect(reachedInLesson(phone.view(), phone.set().placing)).toEqual([]);
	const [last] = phone.row("g").view().events.slice(-1);
	expect(reachedInLesson(phone.view(), phone.set().placing)).toEqual([
		{ part: "knee", of: "week", load: 100, limit: 100 },
	]);
	phone.write([{ kind: "void", body: { targets: [last?.id ?? ""] } }]);
	expect(reachedInLesson(phone.view(), phone.set().placing)).toEqual([]);
});

test("raised with a reason, it goes on to the new limit; undone, it stands again", () => {
	const phone = new Phone().begin(limited()).row("ggggg");
	const [raise] = phone.write(inSet(phone.set(), "load.raised", { part: "knee", of: "day", to: 14, reason: "a show" }));
	expect(phone.advice().line).not.toBe("load");
	expect(phone.row("gg").advice()).toMatchObject({ line: "load", reason: expect.stringMatching(/^14 of 14 today/) });
	phone.write([{ kind: "void", body: { targets: [raise as string] } }]);
	expect(phone.advice().reason).toMatch(/^14 of 10 today/);
});

test("who feeds is loaded: whoever takes turns, else the coach; nobody where both do each try together", () => {
	const ladder = limited({ feederLoads: { shoulder: 0.5 } });
	const other = { ...ladder, id: "other", student: "other" };
	const alone = new Phone().begin(ladder).row("ggnn");
	expect(loadOf(alone.view(), "student")).toEqual({ knee: 8 });
	expect(loadOf(alone.view(), COACH)).toEqual({ shoulder: 2 });

	const pair = (joint: boolean) => {
		const phone = new Phone().begin(ladder);
		phone.write([openSet(phone.newId, placeOn(other, "r2"), "own", { inTurnWith: phone.set().id, joint })]);
		return phone.row("ggg").view();
	};
	// Of three tries the other does the first and the last.
	expect(loadOf(pair(false), "student")).toEqual({ knee: 2, shoulder: 1 });
	expect(loadOf(pair(false), "other")).toEqual({ knee: 4, shoulder: 0.5 });
	expect(loadOf(pair(false), COACH)).toEqual({});
	for (const who of ["student", "other", COACH]) expect(loadOf(pair(true), who).shoulder).toBeUndefined();
});
