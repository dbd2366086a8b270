import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { adviseOn } from "@/core/advice";
import { replay } from "@/core/advice/replay";
import { amendAttempt, insertAfter } from "@/core/commands/tries";
import { takeBack } from "@/core/commands/undo";
import type { LogEvent } from "./event";
import { foldLesson } from "./fold";
import { byOrder } from "./order";
import { resolve } from "./resolve";

const ladder = ladderWith({ rule: { kind: "rolling", k: 3, n: 4 }, limit: 20 });
const results = (phone: Phone) =>
	phone
		.visit()
		.tries.map((t) => (t.good ? "g" : "m"))
		.join("");

describe("taking back", () => {
	test("a void takes an attempt back, a void of the void puts it back", () => {
		const phone = new Phone().begin(ladder).row("gm");
		phone.undo();
		expect(results(phone)).toBe("g");
		const last = phone.events.at(-1) as LogEvent;
		phone.write(takeBack([last.id]));
		expect(results(phone)).toBe("gm");
	});

	test("undo takes back act by act, down to the lesson's beginning", () => {
		const phone = new Phone().begin(ladder).row("ggg").follow(ladder);
		expect(phone.set().placing.rung).toBe("r3");
		phone.undo();
		expect(phone.set().placing.rung).toBe("r2");
		expect(phone.view().moves).toHaveLength(0);
		for (let i = 0; i < 9; i++) phone.undo();
		expect(results(phone)).toBe("");
		expect(phone.view().sets).toHaveLength(1);
	});

	test("undo takes an amendment back, not the attempt under it", () => {
		const phone = new Phone().begin(ladder);
		const id = phone.attempt({ result: "miss", off: [], judged: true });
		phone.write(amendAttempt(phone.set(), id, { result: "hit", off: [], judged: true }));
		expect(results(phone)).toBe("g");
		expect(results(phone.undo())).toBe("m");
		expect(results(phone.undo())).toBe("");
	});

	test("a peg move whose evidence is taken back stays, and is marked until it goes too", () => {
		const phone = new Phone().begin(ladder).row("ggg").follow(ladder);
		const [first] = phone.view().visits[0]?.tries ?? [];
		phone.write(takeBack([first?.id ?? ""]));
		const view = phone.view();
		expect(view.moves).toHaveLength(1);
		expect([...view.unfounded]).toEqual([view.moves[0]?.id]);
		phone.write(takeBack([view.moves[0]?.id ?? ""]));
		expect(phone.view().unfounded.size).toBe(0);
	});

	test("a void cannot reach ahead, so two voids cannot take each other back", () => {
		const phone = new Phone().begin(ladder).row("g");
		const attempt = phone.events.at(-1) as LogEvent;
		phone.write([{ id: "v1", kind: "void", body: { targets: ["v2", attempt.id] } }]);
		phone.write([{ id: "v2", kind: "void", body: { targets: ["v1"] } }]);
		expect(results(phone)).toBe("g");
	});
});

describe("amending and inserting", () => {
	test("an amendment keeps the place, and the last one wins", () => {
		const phone = new Phone().begin(ladder);
		const id = phone.attempt({ result: "miss", off: [], judged: true });
		phone.row("m");
		for (const result of ["hit", "miss", "hit"])
			phone.write(amendAttempt(phone.set(), id, { result, off: [], judged: true }));
		expect(results(phone)).toBe("gm");
	});

	test("an amendment that does not read as its kind changes nothing", () => {
		const phone = new Phone().begin(ladder).row("g");
		const id = phone.events.at(-1)?.id ?? "";
		phone.write([{ kind: "amend", body: { target: id, body: { result: "UPPER CASE" } } }]);
		expect(results(phone)).toBe("g");
	});

	test("inserts stand right behind what they follow, in their own order", () => {
		const phone = new Phone().begin(ladder).row("mm");
		const first = phone.visit().tries[0]?.id ?? "";
		phone.write(insertAfter(phone.set(), first, { result: "hit", off: [], judged: true }));
		expect(results(phone)).toBe("mgm");
		const inserted = phone.visit().tries[1]?.id ?? "";
		phone.write(insertAfter(phone.set(), inserted, { result: "miss", off: [], judged: true }));
		expect(results(phone)).toBe("mgmm");
		phone.write(takeBack([first]));
		expect(results(phone)).toBe("gmm");
	});

	test("an insert whose place is not there stands where it was made", () => {
		const phone = new Phone().begin(ladder).row("mm");
		phone.write(insertAfter(phone.set(), "nowhere", { result: "hit", off: [], judged: true }));
		expect(results(phone)).toBe("mmg");
	});
});

/** What two people with a phone each might do, as a list of small choices. */
const doings = fc.array(
	fc.record({
		who: fc.constantFrom(0, 1),
		what: fc.constantFrom(
			"g",
			"m",
			"1",
			"n",
			"undo",
			"amend",
			"insert",
			"void",
			"over",
			"learn",
			"follow",
			"otherwise",
		),
		at: fc.nat(30),
	}),
	{ maxLength: 40 },
);

/** What a coach may do besides counting, to one of the tries there are. */
const does: Record<string, (phone: Phone, at: number, one: string | undefined) => unknown> = {
	undo: (phone) => phone.undo(),
	amend: (phone, at, one) =>
		one && phone.write(amendAttempt(phone.set(), one, { result: at % 2 ? "hit" : "miss", off: [], judged: true })),
	insert: (phone, _, one) =>
		one && phone.write(insertAfter(phone.set(), one, { result: "hit", off: [], judged: true })),
	void: (phone, at) => phone.write(takeBack([phone.events[at % phone.events.length]?.id ?? "", "unknown"])),
	over: (phone) => phone.write([{ kind: "set.takenOver", set: phone.set().id, body: { set: phone.set().id } }]),
	follow: (phone) => phone.follow(ladder),
	otherwise: (phone) => phone.otherwise(),
};

function play(steps: readonly { who: number; what: string; at: number }[]): Phone[] {
	const phones = [new Phone("a").begin(ladder), new Phone("b")];
	phones[1]?.learn(phones[0]?.events ?? []);
	for (const { who, what, at } of steps) {
		const phone = phones[who] as Phone;
		const tries = phone.view().visits.flatMap((v) => v.tries);
		const one = tries[at % Math.max(1, tries.length)]?.id;
		if ("gm1n".includes(what)) phone.row(what);
		else if (what === "learn") phone.learn((phones[1 - who] as Phone).events);
		else if (phone.set()) does[what]?.(phone, at, one);
		if (!phone.set()) break;
	}
	return phones;
}

const plain = (events: readonly LogEvent[]) => {
	const view = foldLesson(events);
	return JSON.stringify({ ...view, unfounded: [...view.unfounded].sort(), seen: Object.entries(view.seen).sort() });
};

test("any interleaving of two devices, delivered in any order with repeats, folds to one state", () => {
	fc.assert(
		fc.property(doings, fc.array(fc.nat(1000), { minLength: 1, maxLength: 60 }), (steps, shuffle) => {
			const log = play(steps).flatMap((phone) => phone.own());
			const delivered = [...log, ...log.filter((_, i) => i % 3 === 0)];
			const order = delivered
				.map((event, i) => ({ event, key: (shuffle[i % shuffle.length] as number) * 7919 + i * 31 }))
				.sort((x, y) => (x.key % 1009) - (y.key % 1009));
			expect(plain(order.map((one) => one.event))).toBe(plain([...log].sort(byOrder)));
		}),
		{ numRuns: cases(300) },
	);
});

test("advice recorded with a decision comes out again from its recorded basis", () => {
	let replayed = 0;
	fc.assert(
		fc.property(doings, (steps) => {
			const log = play(steps).flatMap((phone) => phone.own());
			for (const event of log) {
				if (event.kind !== "advice.followed" && event.kind !== "advice.overruled") continue;
				expect(replay(log, event)).toMatchObject({ line: event.body.line, title: event.body.title });
				replayed += 1;
			}
		}),
		{ numRuns: cases(300) },
	);
	expect(replayed).toBeGreaterThan(cases(300) / 3);
});

test("a decision of another engine is not replayed", () => {
	const phone = new Phone().begin(ladder).row("ggg").otherwise();
	const event = phone.events.at(-1) as LogEvent;
	if (event.kind !== "advice.overruled") throw new Error("unexpected");
	expect(replay(phone.events, event)).not.toBeNull();
	expect(
		replay(phone.events, { ...event, body: { ...event.body, basis: { ...event.body.basis, engine: "0" } } }),
	).toBeNull();
});

test("resolving twice the same is resolving once", () => {
	const phone = new Phone().begin(ladder).row("gmgm").undo();
	expect(resolve([...phone.events, ...phone.events])).toEqual(resolve(phone.events));
	const set = phone.set();
	expect(adviseOn(phone.view(), set)).toEqual(adviseOn(phone.view(), set));
});
