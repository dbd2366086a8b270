import { ladderWith, Phone } from "@/core/__tests__/phone";
import { parseEvent } from "@/core/log/parseEvent";
import { partingOf } from "@/core/log/parting";
import type { Drafts } from "./drafts";
import * as inLesson from "./inLesson";
import * as saidBeside from "./said";
import { takeBackDrafts } from "./undo";

const said = { ...saidBeside, ...inLesson };
const ladder = ladderWith();
const view = new Phone().begin(ladder).row("gg").view();
const [set] = view.sets;
if (!set) throw new Error("no set");

const planned = new Phone();
const stretches = [{ id: "b", what: "The rung", at: 0, minutes: 10 }];
planned.write([
	{
		kind: "lesson.opened",
		student: "ida",
		body: { minutes: 45, wish: "", quick: false, plan: { plan: "p", watch: [], again: [], stretches } },
	},
]);

const all: Record<string, Drafts> = {
	makePromise: said.makePromise("ida", "bring the short clubs", "2026-03-01"),
	keepPromise: said.keepPromise("ida", "promise"),
	replyHome: said.replyHome("ida", "page", "entry", "eye height"),
	park: said.park("ida", "left foot turns out"),
	unpark: said.unpark("ida", "parked"),
	setKeyCue: said.setKeyCue("ida", "post it", true),
	markCause: said.markCause("ida", { skill: "skill", cause: "cause", mark: "tried" }),
	bookLesson: said.bookLesson("lesson", { id: "weekly", on: "2026-03-01" }),
	dateLesson: said.dateLesson("lesson", "2026-03-01"),
	closeLesson: said.closeLesson(view, "", [{ student: "ida", parting: { note: "well done", next: null } }]),
	stepPlan: said.stepPlan("ida", "item", "skipped"),
	planRestAnew: said.planRestAnew(planned.view(), { minutes: { b: 4 }, out: [] }),
	spotFault: said.spotFault(set, { id: "p1", name: "elbow" }, "ida"),
	takeOverSet: said.takeOverSet(set.id),
	joinApart: said.joinApart(set.id, "other-device"),
	assignSets: said.assignSets({ sets: [{ ...set, placing: { ...set.placing, ladder: null } }] }, ladder, "r1"),
};

test.each(Object.entries(all))("%s writes events that can be read again as they were meant", (_, drafts) => {
	expect(drafts.length).toBeGreaterThan(0);
	const phone = new Phone();
	phone.write(drafts);
	for (const [i, event] of phone.events.entries()) {
		const read = parseEvent(event);
		expect(read.ok ? read.value : read.refusals).toMatchObject({ kind: drafts[i]?.kind, body: drafts[i]?.body });
	}
});

test("every function here stands in the table", () => {
	expect(Object.keys(all).sort()).toEqual(Object.keys(said).sort());
});

test("closing ends the sets that are open; closed before, it changes what was left", () => {
	expect(all.closeLesson?.map(({ kind, student }) => [kind, student])).toEqual([
		["parting", "ida"],
		["set.closed", "student"],
		["lesson.closed", "ida"],
	]);
	const again = said.closeLesson({ ...view, closed: { id: "closing" } as never }, "more", []);
	expect(again).toMatchObject([{ kind: "amend", body: { target: "closing", body: { remark: "more" } } }]);
});

test("what each goes home with is theirs alone, and is written again only where it changed", () => {
	const parting = (note: string, next: string | null = null) => ({ note, next });
	const phone = new Phone().begin(ladder).row("g");
	const close = (ida: string, bo: string) =>
		phone.write(
			said.closeLesson(phone.view(), "", [
				{ student: "ida", parting: parting(ida, "2026-03-08") },
				{ student: "bo", parting: parting(bo) },
			]),
		);
	close("to Ida", "to Bo");
	// The end is nobody's in particular.
	expect(phone.view().closed).toMatchObject({ student: null, body: { note: "", next: null } });
	expect(partingOf(phone.view(), "ida")).toEqual(parting("to Ida", "2026-03-08"));
	expect(partingOf(phone.view(), "bo")).toEqual(parting("to Bo"));
	const before = phone.events.length;
	close("to Ida", "to Bo, again");
	expect(phone.events.slice(before).map(({ kind, student }) => [kind, student])).toEqual([
		["amend", "bo"],
		["amend", null],
	]);
	expect(partingOf(phone.view(), "bo")?.note).toBe("to Bo, again");
	expect(partingOf(new Phone().begin(ladder).view(), "ida")).toBeNull();
});

test("a lesson closed by an older build said it of everybody in one", () => {
	const phone = new Phone().begin(ladder).row("g");
	const own = { ladder: ladder.id, rung: "r1", name: "Low", much: "" };
	phone.write([
		{
			kind: "lesson.closed",
			body: {
				remark: "",
				note: "",
				notes: [{ student: "student", text: "well" }],
				next: "2026-03-08",
				practise: [own],
			},
		},
	]);
	expect(partingOf(phone.view(), "student")).toEqual({ note: "well", next: "2026-03-08", practise: [own] });
	expect(partingOf(phone.view(), "bo")).toEqual({ note: "", next: "2026-03-08" });
});

test("only sets of nobody are said to be somebody's", () => {
	expect(said.assignSets(view, ladder, "r1")).toEqual([]);
});

test("what was written on a bench is taken back whole, where it belongs", () => {
	const made = said.park("ida", "x").map((draft) => ({ ...draft, id: "one" }));
	expect(takeBackDrafts(made)).toEqual([
		{ kind: "void", lesson: null, student: "ida", ladder: null, body: { targets: ["one"] } },
	]);
});
