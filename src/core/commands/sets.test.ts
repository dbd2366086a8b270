import { ladderWith, Phone, railOver } from "@/core/__tests__/phone";
import { digestLadder } from "@/core/digest/ladderDigest";
import { digestLesson } from "@/core/digest/lessonDigest";
import { foldLesson } from "@/core/log/fold";
import type { Placing } from "@/core/log/kinds";
import { noteFor } from "@/core/log/noteFor";
import type { SetView } from "@/core/log/view";
import { wrapUp } from "@/core/log/wrap";
import { changedHere, improvised } from "@/core/pack/changed";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn } from "@/core/pack/placing";
import { pegIn } from "./peg";
import { afterStop } from "./round";
import { circuitOn, quickUp } from "./rounds";
import {
	closeBoth,
	easeForThem,
	inForm,
	leaveFor,
	leaveWithPartner,
	openAgain,
	openSet,
	runUnder,
	type SetOptions,
	takeBreak,
} from "./sets";
import { attemptIn } from "./tries";

const ladder = ladderWith({ gate: "result", rule: { kind: "streak", r: 3 } });
const hit = { result: "hit", off: [], judged: false };
const miss = { ...hit, result: "miss" };

const workHere = (phone: Phone, rung: string, way: SetOptions) =>
	phone.write(leaveFor(phone.newId, phone.view(), phone.set(), placeOn(ladder, rung), "own", way));

const railOf = (phone: Phone) =>
	railOver(ladder.id, { side: "left", policy: "mastery", start: "r2", rungs: ladder.rungs }, [phone.view()]);

/** One touch, and what it brings with it. */
function touch(phone: Phone, attempt: typeof hit) {
	const set = phone.set();
	const [act = []] = attemptIn(phone.newId, set, attempt);
	phone.write([...act, ...afterStop(phone.newId, phone.view(), set, attempt, [ladder])]);
}

test("here today: judged like any other work, and the peg stays; a rule met leads back to it", () => {
	const phone = new Phone().begin(ladder);
	workHere(phone, "r1", { elsewhere: "here today" });
	phone.row("ggg");
	expect(phone.visit().verdict.kind).toBe("met");
	expect(phone.advice()).toMatchObject({ title: "The rule is met here. Back to the peg", act: { kind: "peg" } });
	expect(pegIn(phone.view(), ladder)).toBe("r2");
	phone.follow(ladder);
	expect(phone.set()).toMatchObject({ placing: { rung: "r2" }, elsewhere: null });
	expect(phone.view().moves).toEqual([]);
	expect(railOf(phone).peg).toBe("r2");
	expect(railOf(phone).holes.map(({ state }) => state)).toEqual(["passed", "open", "open"]);
});

test("nothing worked elsewhere sends the peg down, however badly it goes", () => {
	const phone = new Phone().begin(ladder);
	workHere(phone, "r3", { elsewhere: "here today" });
	phone.row("mmmmmmmm");
	expect(phone.advice().line).toBe("too-hard");
	expect(phone.advice().act).not.toMatchObject({ kind: "move" });
});

test("a warm-up is logged and load, and judged by nothing", () => {
	const phone = new Phone().begin(ladder);
	workHere(phone, "r1", { elsewhere: "warm-up" });
	phone.row("gggg");
	expect(phone.visit()).toMatchObject({ elsewhere: "warm-up", verdict: { kind: "open", used: 0 } });
	expect(phone.advice()).toMatchObject({ line: "warm-up", act: { kind: "peg" } });
	const view = phone.view();
	const [rung] = wrapUp(view);
	expect(rung).toMatchObject({ tries: 0, good: 0, warmUp: 4, met: false });
	expect(noteFor("Ida", "today", wrapUp(view))).toContain("Low: 4 tries to warm up.");
	expect(digestLesson("lesson", view)).toMatchObject({
		attempts: 4,
		rungs: [{ tries: 0, tried: 0, met: false, instead: { of: "warm-up", good: null, tries: 4 } }],
		last: [],
	});
	expect(railOf(phone).holes[0]).toMatchObject({ state: "open", tried: 0 });
});

test("a circuit: so many touches and none between; the last leads to the peg, and undo takes a stop back with its try", () => {
	const phone = new Phone().begin(ladder);
	const round = circuitOn(phone.view(), ladder);
	expect(round).toMatchObject({ each: 5, of: "tries", stops: [{ rung: "r1" }, { rung: "r2" }, { rung: "r3" }] });
	workHere(phone, "r1", { elsewhere: "here today", round });
	for (let i = 0; i < 4; i++) touch(phone, miss);
	expect(phone.set().placing.rung).toBe("r1");
	touch(phone, hit);
	expect(phone.set()).toMatchObject({ placing: { rung: "r2" }, elsewhere: "here today", round: { at: 1 } });
	phone.undo();
	expect(phone.set()).toMatchObject({ placing: { rung: "r1" }, open: true });
	expect(phone.visit().tries).toHaveLength(4);
	for (let i = 0; i < 11; i++) touch(phone, hit);
	expect(phone.set()).toMatchObject({ placing: { rung: "r2" }, elsewhere: null, round: null });
	const tries = wrapUp(phone.view()).map((rung) => [rung.name, rung.tries]);
	expect(Object.fromEntries(tries)).toEqual({ Low: 5, Middle: 5, High: 5 });
});

test("quickly up: three good at each rung below the peg, then the peg", () => {
	const high = { ...ladder, peg: "r3" };
	const phone = new Phone().begin(high);
	const round = quickUp(phone.view(), high);
	expect(round?.stops.map(({ rung }) => rung)).toEqual(["r1", "r2"]);
	workHere(phone, "r1", { elsewhere: "here today", round: round ?? undefined });
	const said = (attempt: typeof hit) => {
		const set = phone.set();
		phone.write([
			...(attemptIn(phone.newId, set, attempt)[0] ?? []),
			...afterStop(phone.newId, phone.view(), set, attempt, [high]),
		]);
		return phone.set().placing.rung;
	};
	expect([hit, miss, hit, hit].map(said)).toEqual(["r1", "r1", "r1", "r2"]);
	expect([hit, hit, hit].map(said)).toEqual(["r2", "r2", "r3"]);
	expect(phone.set().elsewhere).toBeNull();
	expect(quickUp(phone.view(), { ...ladder, peg: "r1" })).toBeNull();
});

test("a try that does not count is no try of the stop", () => {
	const phone = new Phone().begin(ladder);
	workHere(phone, "r1", { elsewhere: "here today", round: { ...circuitOn(phone.view(), ladder), each: 1 } });
	touch(phone, { ...hit, noCount: true } as typeof hit);
	expect(phone.set().placing.rung).toBe("r1");
	touch(phone, hit);
	expect(phone.set().placing.rung).toBe("r2");
});

test("an easing, a rest and another setting keep the stop, the turn and the place", () => {
	const phone = new Phone().begin(ladder);
	workHere(phone, "r1", { elsewhere: "here today", round: circuitOn(phone.view(), ladder) });
	const kept = { elsewhere: "here today", round: { at: 0 } };
	phone.write(inForm(phone.newId, phone.view(), phone.set(), "easier"));
	expect(phone.set()).toMatchObject({ variation: "easier", ...kept });
	phone.write(closeBoth(phone.view(), phone.set(), "rest"));
	phone.write(openAgain(phone.newId, phone.set(), null));
	expect(phone.set()).toMatchObject({ variation: "easier", ...kept });
	const { visit, placing } = phone.set();
	phone.write(runUnder(phone.newId, phone.view(), phone.set(), changedHere(placing, ladder, { watch: ["p3"] })));
	expect(phone.set()).toMatchObject({ visit, ...kept });
	expect(phone.set().placing.positions.map(({ id }) => id)).toEqual(["p3"]);
	expect(phone.set().placing.rungVersion).not.toBe(placing.rungVersion);
});

test("a break has its minutes, and the form to come back with", () => {
	const phone = new Phone().begin(ladder).row("g");
	phone.write(takeBreak(phone.view(), phone.set(), 5, "easier"));
	const set = phone.set();
	expect(set).toMatchObject({ open: false, closedFor: "pause", rest: { minutes: 5, comeBackWith: "easier" } });
	for (const act of attemptIn(phone.newId, set, hit)) phone.write(act);
	expect(phone.set()).toMatchObject({ open: true, variation: "easier" });
});

test("a drill thought of just now is run like the rung in hand, and the peg stays", () => {
	const phone = new Phone().begin(ladder);
	phone.write(
		leaveFor(phone.newId, phone.view(), phone.set(), improvised("made", "Kneeling", phone.set().placing), "own", {
			elsewhere: "here today",
		}),
	);
	phone.row("ggm");
	expect(wrapUp(phone.view()).map(({ name, good, tries }) => [name, good, tries])).toEqual([["Kneeling", 2, 3]]);
	expect(phone.advice().act).toBeNull();
	expect(foldLesson(phone.events).moves).toEqual([]);
	expect(railOf(phone)).toMatchObject({ peg: "r2" });
});

test("eased for them: the easier form is the rung from then on, judged by itself, and back again", () => {
	const phone = new Phone().begin(ladder).row("gg");
	const ease = () => phone.write(easeForThem(phone.newId, phone.view(), phone.set()));
	ease();
	expect(phone.set()).toMatchObject({ variation: "easier", placing: { easedBy: "Made easier for them." } });
	expect(phone.visit().tries).toEqual([]);
	phone.row("ggg");
	expect(phone.visit().verdict.kind).toBe("met");
	expect(phone.advice()).toMatchObject({ line: "step-up", reason: expect.stringContaining("easier form") });
	ease();
	expect(phone.set()).toMatchObject({ variation: "own" });
	expect(phone.set().placing.easedBy).toBeUndefined();
	phone.row("g");
	// The rung's own tries of before go on.
	expect(phone.visit()).toMatchObject({ verdict: { kind: "met", used: 6 } });
});

test("the limit counts the whole lesson on a rung, in whatever visits its tries were made", () => {
	const short = {
		...ladder,
		rungs: ladder.rungs.map((rung) => ({ ...rung, settings: { ...rung.settings, limit: 8 } })),
	};
	const phone = new Phone().begin(short).row("gmg");
	const beside = () =>
		phone.write(
			leaveFor(phone.newId, phone.view(), phone.set(), placeOn(short, "r2"), "own", { elsewhere: "here today" }),
		);
	const back = () => phone.write(leaveFor(phone.newId, phone.view(), phone.set(), placeOn(short, "r2")));
	beside();
	phone.row("mm");
	expect(phone.visit().verdict).toMatchObject({ used: 5, left: 3 });
	back();
	expect(phone.visit().verdict).toMatchObject({ used: 5, left: 3 });
	phone.row("mmm");
	expect(phone.visit().verdict).toMatchObject({ used: 8, left: 0, kind: "limit" });
	phone.row("g");
	expect(phone.visit().tries.at(-1)?.over).toBe(true);
});

test("eased for them in the middle of it: the wrap-up tells both forms apart, each with its own score", () => {
	const phone = new Phone().begin(ladder).row("mg");
	phone.write(easeForThem(phone.newId, phone.view(), phone.set()));
	phone.row("ggg");
	const [before, eased] = wrapUp(phone.view());
	expect(before).toMatchObject({ easedBy: null, good: 1, tries: 2, met: false });
	expect(eased).toMatchObject({ easedBy: "Made easier for them.", good: 3, tries: 3, met: true });
	const digest = digestLesson("lesson", phone.view());
	expect(digest.rungs.map(({ good, tries, met }) => ({ good, tries, met }))).toEqual([
		{ good: 1, tries: 2, met: false },
		{ good: 3, tries: 3, met: true },
	]);
	const sum = Object.values(digestLadder("ladder", [digest]).rungs)[0];
	expect(sum).toMatchObject({ good: 1, tries: 2, lessons: 1, apart: { eased: { good: 3, tries: 3, lessons: 1 } } });
});

describe("two at once", () => {
	const other: PackLadder = { ...ladder, id: "other", student: "bo" };
	const pair = (joint: boolean) => {
		const phone = new Phone().begin(other);
		const partner = phone.set();
		phone.write([
			openSet(phone.newId, placeOn(ladder, "r2"), "own", {
				inTurnWith: partner.id,
				turn: 3,
				...(joint ? { joint } : {}),
			}),
		]);
		return phone;
	};
	const open = (phone: Phone) =>
		phone
			.view()
			.sets.filter((set) => set.open)
			.map(({ placing, joint, turn, elsewhere }) => [
				placing.student,
				placing.settings.name,
				{ joint, turn, elsewhere },
			]);

	test.each([
		["in turn", false],
		["together", true],
	])("a drill of their own is begun for both, %s as before, and stands on nobody's rung", (_, joint) => {
		const phone = pair(joint);
		const set = phone.set();
		const drill = (placing: Placing) => improvised("drill", "Eyes shut", placing);
		const theirs = ({ placing }: SetView) => drill(placing);
		const way = { elsewhere: "here today" } as const;
		phone.write(leaveWithPartner(phone.newId, phone.view(), set, drill(set.placing), theirs, "own", way));
		const as = { joint, turn: 3, elsewhere: "here today" };
		expect(open(phone)).toEqual([
			["bo", "Eyes shut", as],
			["student", "Eyes shut", as],
		]);
		phone.row("g");
		expect(phone.view().visits.filter(({ rung, tries }) => rung === "r2" && tries.length > 0)).toEqual([]);
	});

	test("on a rung of one ladder alone the other goes on in turn where they are", () => {
		const phone = pair(false);
		phone.write(
			leaveWithPartner(phone.newId, phone.view(), phone.set(), placeOn(ladder, "r1"), null, "own", {
				elsewhere: "here today",
			}),
		);
		expect(open(phone)).toEqual([
			["bo", "Middle", { joint: false, turn: 3, elsewhere: null }],
			["student", "Low", { joint: false, turn: 3, elsewhere: "here today" }],
		]);
	});

	test("what was done together ends where one of them leaves it for a rung of their own", () => {
		const phone = pair(true);
		phone.write(
			leaveWithPartner(phone.newId, phone.view(), phone.set(), placeOn(ladder, "r1"), null, "own", {
				elsewhere: "here today",
			}),
		);
		expect(open(phone)).toEqual([["student", "Low", { joint: false, turn: 1, elsewhere: "here today" }]]);
	});
});
