import { digestsOver, ladderWith, Phone, railOver } from "@/core/__tests__/phone";
import { movePeg } from "@/core/commands/follow";
import { inSet, openSet, switchTo } from "@/core/commands/sets";
import { amendAttempt, attemptIn } from "@/core/commands/tries";
import type { Ladder } from "@/core/ladder/ladder";
import { placeQuick } from "@/core/pack/changed";
import { placeOn } from "@/core/pack/placing";
import { noteFor } from "./noteFor";
import { foldReminders } from "./reminders";
import { wrapUp } from "./wrap";

const ladder = ladderWith({ rule: { kind: "rolling", k: 3, n: 4 }, limit: 6 });
const asLadder: Ladder = { side: ladder.side, policy: ladder.policy, start: "r2", rungs: ladder.rungs };

describe("visits", () => {
	test("a set end resets nothing: rule and run go on in the visit", () => {
		const phone = new Phone().begin(ladder).row("gg");
		phone.write([{ kind: "set.closed", set: phone.set().id, body: { reason: "rest" } }]);
		phone.row("g");
		expect(phone.visit().sets).toHaveLength(2);
		expect(phone.visit().verdict.kind).toBe("met");
	});

	test("counting after a rest opens the next set by itself, as an act of its own", () => {
		const phone = new Phone().begin(ladder).row("g");
		phone.write([{ kind: "set.closed", set: phone.set().id, body: { reason: "rest" } }]);
		const acts = attemptIn(phone.newId, phone.set(), { result: "hit", off: [], judged: true });
		expect(acts.map((act) => act.map((event) => event.kind))).toEqual([["set.opened"], ["attempt"]]);
	});

	test("turning to another ladder and back continues the visit", () => {
		const other = { ...ladder, id: "other", student: "friend" };
		const phone = new Phone().begin(ladder).row("gg");
		phone.write(switchTo(phone.newId, phone.set(), placeOn(other, "r1")));
		phone.row("m");
		phone.write(switchTo(phone.newId, phone.set(), placeOn(ladder, "r2")));
		phone.row("g");
		expect(phone.view().visits).toHaveLength(2);
		expect(phone.visit().verdict.kind).toBe("met");
	});

	test("another rule or gate starts a new visit; six more does not", () => {
		const phone = new Phone().begin(ladder).row("gg");
		phone.write(inSet(phone.set(), "limit.changed", { rung: "r2", by: 6 }));
		expect(phone.visit().verdict).toMatchObject({ allowed: 12, raisedBy: 6 });
		expect(phone.row("g").visit().verdict.kind).toBe("met");
		const placing = phone.set().placing;
		for (const change of [{ rule: { kind: "streak" as const, r: 3 } }, { gate: "form" as const }]) {
			phone.write(switchTo(phone.newId, phone.set(), { ...placing, settings: { ...placing.settings, ...change } }));
			expect(phone.visit().tries).toHaveLength(0);
		}
	});

	test("easier tries use up the limit, and never pass the rung", () => {
		const phone = new Phone().begin(ladder);
		phone.write(switchTo(phone.newId, phone.set(), phone.set().placing, "easier"));
		phone.row("gggg");
		expect(phone.visit().judgements.easier.met).toBe(true);
		expect(phone.visit().verdict).toMatchObject({ kind: "cannot be met today", used: 4, left: 2 });
	});

	test("past the limit tries are kept, and judged once the limit is raised", () => {
		const phone = new Phone().begin(ladder).row("mmmmmmggg");
		expect(phone.visit().verdict).toMatchObject({ kind: "limit", used: 9 });
		expect(phone.visit().tries.filter((t) => t.over)).toHaveLength(3);
		phone.write(inSet(phone.set(), "limit.changed", { rung: "r2", by: 6 }));
		expect(phone.visit().verdict).toMatchObject({ kind: "met", raisedBy: 6 });
	});

	test("a rule that cannot be met any more says so", () => {
		expect(new Phone().begin(ladder).row("mmmm").visit().verdict.kind).toBe("cannot be met today");
		expect(new Phone().begin(ladder).row("mmm").visit().verdict.kind).toBe("open");
	});

	test("what closes a set after a move belongs to the visit before it", () => {
		const phone = new Phone().begin(ladder).row("ggg").follow(ladder);
		phone.row("g");
		const [before, after] = phone.view().visits;
		expect(before?.entries.map((e) => e.event.kind)).toContain("set.closed");
		expect(after?.tries).toHaveLength(1);
	});
});

describe("a quick count", () => {
	test("learns afterwards for whom it was, and on which rung", () => {
		const phone = new Phone().beginAt(placeQuick()).row("gg");
		phone.write([openSet(phone.newId, placeQuick())]);
		phone.row("g");
		expect(phone.view().visits).toHaveLength(1);
		const placing = placeOn(ladder, "r2");
		phone.write(
			phone.view().sets.map((set) => ({ kind: "set.assigned", set: set.id, body: { set: set.id, placing } })),
		);
		expect(phone.visit()).toMatchObject({ student: "student", ladder: "ladder", rung: "r2" });
		expect(phone.visit().verdict.kind).toBe("met");
		expect(phone.undo().visit().ladder).toBeNull();
	});
});

describe("two devices", () => {
	const watching = () => {
		const [a, b] = [new Phone("a").begin(ladder).row("g"), new Phone("b")];
		b.learn(a.events);
		return [a, b] as const;
	};
	test("only the device that holds the set counts; the other's tries stand apart until they are joined", () => {
		const [a, b] = watching();
		b.row("gg");
		a.learn(b.events);
		expect(a.visit().verdict.used).toBe(1);
		expect(a.visit().tries.filter((t) => t.apart)).toHaveLength(2);
		a.write([{ kind: "set.joined", body: { set: a.set().id, device: "b" } }]);
		expect(a.visit().verdict).toMatchObject({ used: 3, kind: "met" });
	});
	test("after a take-over the other one counts", () => {
		const [a, b] = watching();
		b.write([{ kind: "set.takenOver", set: b.set().id, body: { set: b.set().id } }]);
		b.row("gg");
		a.learn(b.events);
		a.row("m");
		expect(a.set().holder).toBe("b");
		expect(a.visit().verdict.used).toBe(3);
	});
});

describe("the rail", () => {
	const met = (lesson: string, day: string) => {
		const phone = new Phone("a", lesson).begin(ladder).row("ggg");
		const view = phone.view();
		return { phone, view: { ...view, opened: view.opened && { ...view.opened, localDay: day } } };
	};
	test("passed on one day, held on two", () => {
		const [one, two] = [met("one", "2026-03-01").view, met("two", "2026-03-03").view];
		expect(railOver("ladder", asLadder, [one]).holes.map((h) => h.state)).toEqual(["open", "passed", "open"]);
		expect(railOver("ladder", asLadder, [one, two]).holes[1]).toMatchObject({ state: "held", tries: 6, good: 6 });
		expect(railOver("ladder", asLadder, [one, one]).holes[1]?.state).toBe("passed");
	});
	test("the peg stands where the last move put it, else at the start, else on the lowest open rung", () => {
		expect(railOver("ladder", asLadder, [])).toMatchObject({ peg: "r2", pegIndex: 1 });
		const moved = new Phone().begin(ladder).row("ggg").follow(ladder).view();
		expect(railOver("ladder", asLadder, [moved]).peg).toBe("r3");
		expect(railOver("ladder", { ...asLadder, start: null, rungs: asLadder.rungs.slice(0, 2) }, [moved]).peg).toBe("r1");
	});
	test("a test-out marks what it jumped over as skipped", () => {
		const phone = new Phone().begin(ladder, "r1");
		phone.write(
			movePeg(phone.newId, phone.view(), phone.set(), ladder, "r3", { from: "r1", reason: "tested out", evidence: [] }),
		);
		expect(railOver("ladder", asLadder, [phone.view()]).holes.map((h) => h.state)).toEqual([
			"skipped",
			"skipped",
			"open",
		]);
	});
	test("re-earning a lower rung by the short rule passes nothing", () => {
		const easy = ladderWith({ easier: "", rule: { kind: "rolling", k: 9, n: 9 }, limit: 20 });
		const phone = new Phone().begin(easy).row("111c111").follow(easy).row("ggg");
		expect(phone.visit().verdict.kind).toBe("met");
		expect(railOver("ladder", asLadder, [phone.view()]).holes[0]?.state).toBe("open");
	});
	test("last time is the latest lesson's last visit, with the last cue", () => {
		const phone = new Phone().begin(ladder).row("g111").follow(ladder).row("g");
		expect(digestsOver("ladder", [phone.view()]).last).toMatchObject({
			day: "2026-03-01",
			rung: "Middle",
			good: 2,
			tries: 5,
			cue: "out there",
		});
		expect(digestsOver("nothing", [phone.view()]).last).toBeNull();
	});
});

test("the wrap-up adds up: tries, good, longest run, faults, cues with what followed", () => {
	const wide = ladderWith({ limit: 30 });
	const phone = new Phone().begin(wide).row("gg1a1ng").follow(wide);
	phone.write(
		inSet(phone.set(), "feedback", { type: "correction", position: "p1", cue: { text: "out there", kind: "outside" } }),
	);
	phone.row("1ggggggg");
	const [rung] = wrapUp(phone.view());
	expect(rung).toMatchObject({ tries: 14, good: 10, longestRun: 7, noCount: 1, variationTries: 0, met: false });
	expect(rung?.faults).toEqual([{ position: "p1", short: "first", times: 4, directions: { short: 1 } }]);
	expect(rung?.cues[0]).toMatchObject({ words: "out there", kind: "outside", next: { on: 5, of: 6 } });
	const note = noteFor("Ida", "Sun 1 Mar", wrapUp(phone.view()), { next: "Sun 8 Mar" });
	expect(note).toContain("Middle: 10 of 14 tries good, longest run 7.");
	expect(note).toContain("Remember: “out there”.");
	expect(note).toContain("Next lesson: Sun 8 Mar.");
});

test("promises and parked notes stay in sight until they are dealt with", () => {
	const phone = new Phone();
	const [late] = phone.write([{ kind: "promise", student: "s", body: { text: "tape", due: "2026-04-01" } }]);
	phone.write([{ kind: "promise", student: "s", body: { text: "line", due: "2026-03-02" } }]);
	const [parked] = phone.write([{ kind: "parked", student: "s", body: { text: "chin" } }]);
	phone.write([{ kind: "promise.kept", body: { promise: late ?? "" } }]);
	const [un] = phone.write([{ kind: "unparked", body: { parked: parked ?? "" } }]);
	const open = (kept: { text: string; closedBy: string | null }[]) =>
		kept.filter((k) => k.closedBy === null).map((k) => k.text);
	expect(open(foldReminders(phone.events).promises)).toEqual(["line"]);
	expect(open(foldReminders(phone.events).parked)).toEqual([]);
	phone.write([{ kind: "void", body: { targets: [un ?? ""] } }]);
	expect(open(foldReminders(phone.events).parked)).toEqual(["chin"]);
});

test("what was logged as other and named afterwards is told by its name", () => {
	const phone = new Phone().begin(ladderWith({ gate: "result" }));
	const id = phone.attempt({ result: "miss", off: [{ position: "other" }], judged: false });
	phone.write(
		amendAttempt(phone.set(), id, { result: "miss", off: [{ position: "made-up", name: "chin" }], judged: false }),
	);
	expect(wrapUp(phone.view())[0]?.faults).toMatchObject([{ position: "made-up", short: "chin", times: 1 }]);
});

test("a must that is not watched can be logged, and without it no try is good", () => {
	const ladder = ladderWith({ gate: "result", watch: ["p1"] });
	const must = { ...ladder, positions: ladder.positions.map((one) => ({ ...one, must: one.id === "p3" })) };
	const placing = placeOn(must, "r2");
	expect(placing.positions.map(({ id }) => id)).toEqual(["p1"]);
	expect(placing.musts?.map(({ id }) => id)).toEqual(["p3"]);
	const phone = new Phone().beginAt(placing);
	phone.attempt({ result: "hit", off: [{ position: "p3" }], judged: false });
	phone.attempt({ result: "hit", off: [{ position: "p2" }], judged: false });
	expect(phone.visit().tries.map(({ good }) => good)).toEqual([false, true]);
	expect(wrapUp(phone.view())[0]?.faults.map(({ short }) => short)).toEqual(["third", "other"]);
});
