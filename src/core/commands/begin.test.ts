import { ladderWith, Phone } from "@/core/__tests__/phone";
import { digestLesson } from "@/core/digest/lessonDigest";
import { placeOn } from "@/core/pack/placing";
import { letGo, openedAs, opensWith } from "./begin";

const ladder = ladderWith({ limit: 20 });

test("how long, what for and how hard may be said once it has begun; saying it again writes nothing", () => {
	const phone = new Phone().begin(ladder);
	phone.write(openedAs(phone.view(), { minutes: 60, wish: "one clean turn" }));
	phone.row("gg").write(openedAs(phone.view(), { effort: 6 }));
	expect(phone.view().opened?.body).toMatchObject({ minutes: 60, wish: "one clean turn", effort: 6 });
	expect(digestLesson("lesson", phone.view())).toMatchObject({ minutes: 60, wish: "one clean turn" });
	expect(openedAs(phone.view(), { effort: 6 })).toEqual([]);
});

test("a lesson nobody tried anything in is let go of; one with a try in it is not", () => {
	const phone = new Phone().begin(ladder);
	phone.write(letGo(phone.view()) ?? []);
	expect(phone.view()).toMatchObject({ opened: null, visits: [], sets: [] });
	expect(letGo(phone.view())).toBeNull();
	expect(letGo(new Phone().begin(ladder).row("g").view())).toBeNull();
	const parked = new Phone().begin(ladder);
	parked.write([{ kind: "parked", student: "student", body: { text: "chin" } }]);
	expect(letGo(parked.view())).toBeNull();
});

test("a rung's limit counts the day: what an earlier lesson of it used is used", () => {
	const used = [
		{ day: "2026-03-01", rung: "r2", tries: 12 },
		{ day: "2026-03-01", rung: "r2", tries: 3 },
		{ day: "2026-03-01", rung: "r1", tries: 9 },
	];
	const phone = new Phone().begin({ ...ladder, used }).row("ggga");
	expect(phone.visit().verdict).toMatchObject({ allowed: 20, used: 19, left: 1, kind: "cannot be met today" });
	expect(phone.row("g").visit().verdict).toMatchObject({ used: 20, kind: "limit" });
	// Back on the rung by another visit, it goes on from there.
	expect(placeOn({ ...ladder, used }, "r1").usedToday).toBe(9);
	expect(placeOn({ ...ladder, used }, "r3").usedToday).toBeUndefined();
	// A rule is judged on this lesson's own tries.
	expect(phone.visit().tries).toHaveLength(5);
});

test.each([
	["at the peg", "r3", null],
	["from the bottom", "r1", ["r1", "r2"]],
	["last lesson's work", "r2", null],
] as const)("a lesson nothing is planned for begins %s, as its ladder says", (begins, rung, stops) => {
	const last = { day: "2026-02-20", rung: "Middle", good: 4, tries: 9, cue: null };
	const [placing, variation, way] = opensWith({ ...ladder, begins, peg: "r3", last });
	expect([placing.rung, variation]).toEqual([rung, "own"]);
	expect(way.elsewhere).toBe(begins === "at the peg" ? undefined : "here today");
	expect(way.round?.stops.map((stop) => stop.rung) ?? null).toEqual(stops);
});

test("last lesson's work is found on a rung that names its side", () => {
	const rungs = ladder.rungs.map((rung) =>
		rung.id === "r2" ? { ...rung, settings: { ...rung.settings, name: "Middle, {this}" } } : rung,
	);
	const last = { day: "2026-02-20", rung: "Middle, left", good: 4, tries: 9, cue: null };
	const [placing] = opensWith({ ...ladder, rungs, side: "left", begins: "last lesson's work", peg: "r3", last });
	expect(placing.rung).toBe("r2");
});

test("where nothing is below the peg, or last lesson's rung is gone or taken out, a lesson begins at the peg", () => {
	const last = { day: "2026-02-20", rung: "Middle", good: 4, tries: 9, cue: null };
	const atPeg = (change: Partial<typeof ladder>) => opensWith({ ...ladder, ...change })[2];
	expect(atPeg({ begins: "from the bottom", peg: "r1" })).toEqual({});
	expect(atPeg({ begins: "last lesson's work", last: { ...last, rung: "Gone" } })).toEqual({});
	expect(atPeg({ begins: "last lesson's work", last: null })).toEqual({});
	const limits = [{ rung: "r2", what: "taken out" as const, reason: "wrist" }];
	expect(atPeg({ begins: "last lesson's work", peg: "r3", last, limits })).toEqual({});
});
