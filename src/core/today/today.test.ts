import type { Ladder, Rung } from "@/core/ladder/ladder";
import { foldRail, type Hole, type Rail } from "@/core/ladder/rail";
import type { Schedule } from "@/core/ladder/recheck";
import { freshRung } from "@/core/ladder/rung";
import { freshStudent } from "@/core/people/student";
import { dueRungs } from "./due";
import { orderStudents } from "./order";
import { type AskedLadder, dateQuestion, questionsOn } from "./questions";

const rung = (id: string, change: Partial<Rung["settings"]> = {}): Rung => ({
	id,
	settings: { ...freshRung(`${id} with the {this} hand`), ...change },
});
const ladder: Ladder = {
	side: "left",
	policy: "mastery",
	start: null,
	rungs: [rung("one"), rung("two", { yes: "student" }), rung("three")],
};
const untried: Rail = foldRail("l", ladder, null);
const railAt = (pegIndex: number, change: Partial<Rail> = {}, holes: Record<string, Partial<Hole>> = {}): Rail => ({
	...untried,
	pegIndex,
	peg: ladder.rungs[pegIndex]?.id ?? "",
	holes: untried.holes.map((hole) => ({ ...hole, ...holes[hole.rung] })),
	...change,
});
const asked = (change: Partial<AskedLadder>): AskedLadder => ({
	id: "l",
	student: "ida",
	who: "Ida",
	person: { ...freshStudent("Ida"), strongSide: "left" },
	skill: "balls",
	ladder,
	rail: railAt(1),
	outdated: false,
	...change,
});

describe("what waits for the coach's word", () => {
	const pass = {
		rung: "two",
		lesson: "lesson",
		metBy: "try",
		seen: {},
		day: "2026-03-01",
		lamport: 1,
		device: "phone",
		dseq: 1,
	};

	test("nothing, where nothing waits", () => expect(questionsOn(asked({}))).toEqual([]));

	test("a pass names the rung above as its student reads it, and whose yes it wants", () => {
		const [question] = questionsOn(asked({ rail: railAt(1, { pass }) }));
		expect(question).toMatchObject({
			href: "/ladders/l",
			text: "Ida: two with the left hand is passed",
			since: "2026-03-01",
			pass: { rung: "two", to: { id: "three", name: "three with the left hand" }, yes: "student", metBy: "try" },
		});
	});

	test("a rung that the student may not do is passed over; where none is left, nothing is asked", () => {
		const careful = { ...freshStudent("Ida"), protectedParts: ["shoulder" as const] };
		const loaded: Ladder = { ...ladder, rungs: [rung("one"), rung("two"), rung("three", { loads: { shoulder: 1 } })] };
		expect(questionsOn(asked({ ladder: loaded, person: careful, rail: railAt(1, { pass }) }))).toEqual([]);
		expect(questionsOn(asked({ person: null, rail: railAt(1, { pass }) }))).toEqual([]);
	});

	test("a ladder that is done, a skill revised since, and a move whose tries are gone are each one question", () => {
		const all = questionsOn(
			asked({
				outdated: true,
				rail: railAt(2, { unfounded: { lesson: "lost" } }, { three: { state: "passed" } }),
			}),
		);
		expect(all.map(({ text, href }) => [text, href])).toEqual([
			["Ida: balls is finished", "/ladders/l"],
			["Ida: balls has a new version", "/ladders/l"],
			["Ida: a peg move on balls", "/lessons/lost"],
		]);
		expect(questionsOn(asked({ rail: railAt(2) }))).toEqual([]);
		expect(dateQuestion("x", "Ida", "2099-01-01")).toMatchObject({ href: "/lessons/x", day: "2099-01-01" });
	});
});

describe("what is due", () => {
	const schedule = (due: string, slipped = false): Partial<Hole> => ({
		schedule: { due, interval: 2, slipped, settled: false, checks: 1 } satisfies Schedule,
	});
	const on = (id: string, pegIndex: number, holes: Record<string, Partial<Hole>>) => ({
		id,
		student: "ida",
		rail: railAt(pegIndex, {}, holes),
		sides: { side: "left" as const, strong: "left" as const },
	});

	test("one rung a ladder: the highest below the peg; from its day on, and not on the peg or above", () => {
		const holes = { one: schedule("2026-03-01"), two: schedule("2026-03-02"), three: schedule("2026-01-01") };
		expect(dueRungs([on("l", 2, holes)], "2026-03-02")).toMatchObject([{ rung: "two with the left hand", slip: null }]);
		expect(dueRungs([on("l", 2, holes)], "2026-03-01")).toMatchObject([{ rung: "one with the left hand" }]);
		expect(dueRungs([on("l", 2, holes)], "2026-02-28")).toEqual([]);
		expect(dueRungs([], "2026-03-01")).toEqual([]);
	});

	test("what slipped comes first, whenever it is due, and says where the peg goes back to", () => {
		const all = dueRungs(
			[
				on("late", 1, { one: schedule("2026-01-01") }),
				on("later", 1, { one: schedule("2026-02-01") }),
				on("slipped", 2, { one: schedule("2026-09-01", true), two: schedule("2026-01-01") }),
			],
			"2026-03-01",
		);
		expect(all.map(({ ladder: id }) => id)).toEqual(["slipped", "late", "later"]);
		expect(all[0]?.slip).toMatchObject({ rung: "one", peg: "three", ladder: "slipped" });
	});
});

test("who has a day comes first, by that day, then by name; whoever is in a lesson stands behind the very first", () => {
	const people = ["Ann", "Bo", "Cy", "Di"].map((name) => ({ id: name, name }));
	const next = (id: string) => ({ Cy: "2026-03-02", Bo: "2026-02-01" })[id] ?? null;
	const names = (inLesson: string[]) => orderStudents(people, next, new Set(inLesson)).map(({ name }) => name);
	expect(names([])).toEqual(["Bo", "Cy", "Ann", "Di"]);
	expect(names(["Di", "Bo"])).toEqual(["Cy", "Bo", "Di", "Ann"]);
	expect(names(["Ann", "Bo", "Cy", "Di"])).toEqual(["Bo", "Cy", "Ann", "Di"]);
	expect(orderStudents([], next, new Set())).toEqual([]);
});
