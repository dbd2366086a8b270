import { ladderWith } from "@/core/__tests__/phone";
import { freshCoach } from "@/core/coach/coach";
import { freshStudent } from "@/core/people/student";
import type { Outcome } from "@/core/refusals/refusals";
import { live, store } from "./__tests__/smallStudio";
import { findBooking, saveBooking } from "./bookings";
import { findCoach, saveCoach } from "./coach";
import type { Saved } from "./documents";
import { findLadder, saveLadder } from "./ladders";
import { findPlan, savePlan } from "./plans";
import { findAssignment, saveAssignment } from "./practice";
import { findStudent, saveStudent } from "./students";

/** One kind of document: how it is saved, what says a word in it, and how it is read back. */
interface Kind {
	start: () => Promise<Saved>;
	save: (word: string, at: Saved) => Promise<Outcome<Saved>>;
	read: (id: string) => Promise<string | undefined>;
}

const added = async (outcome: Promise<Outcome<Saved>>): Promise<Saved> => {
	const saved = await outcome;
	if (!saved.ok) throw new Error(saved.refusals[0]?.sentence);
	return saved.value;
};
const student = (kit: string) => ({ ...freshStudent("Ida"), kit });
const booking = (place: string) => ({
	students: ["student"],
	place,
	day: "2026-03-01",
	time: "16:00",
	minutes: 45,
	zone: "UTC",
	repeats: "once" as const,
	until: null,
	changes: [],
});
const plan = (wish: string) => ({
	day: "2026-03-01",
	time: "",
	minutes: 45,
	students: ["student"],
	wish,
	watch: [],
	again: [],
	items: [],
});
const assignment = (note: string) => ({
	student: "student",
	from: "2026-03-01",
	note,
	items: [],
	words: [],
	most: null,
	helper: { feed: "", counts: "", cautions: "", stop: "" },
	thresholds: { of: 3, raise: 3, lower: 1 },
});
const ladder = (drill: string) => ({
	side: "left" as const,
	policy: "mastery" as const,
	start: null,
	rungs: ladderWith({ drill }).rungs.map(({ id, settings }) => ({ id, settings: { ...settings, watch: [] } })),
});

const kinds: Record<string, Kind> = {
	"a student": {
		start: () => added(saveStudent(store, student("short clubs"), null)),
		save: (word, at) => saveStudent(store, student(word), at),
		read: async (id) => (await findStudent(store, id))?.student.kit,
	},
	"a lesson in the calendar": {
		start: () => added(saveBooking(store, booking("the barn"), null)),
		save: (word, at) => saveBooking(store, booking(word), at),
		read: async (id) => (await findBooking(store, id))?.booking.place,
	},
	"a plan": {
		start: () => added(savePlan(store, plan("a wish"), null)),
		save: (word, at) => savePlan(store, plan(word), at),
		read: async (id) => (await findPlan(store, id))?.plan.wish,
	},
	practice: {
		start: () => added(saveAssignment(store, assignment("a note"), null)),
		save: (word, at) => saveAssignment(store, assignment(word), at),
		read: async (id) => (await findAssignment(store, id))?.assignment.note,
	},
	"a ladder": {
		start: async () => ({ id: "ladder", rev: (await findLadder(store, "ladder"))?.rev ?? 0 }),
		save: (word, at) => saveLadder(store, ladder(word), at),
		read: async (id) => (await findLadder(store, id))?.ladder.rungs[0]?.settings.drill,
	},
	"what holds for the studio": {
		start: async () => (await findCoach(store)).at,
		save: (word, at) => saveCoach(store, { ...freshCoach, checks: [{ kit: word, items: ["mat"] }] }, at),
		read: async () => (await findCoach(store)).coach.checks?.[0]?.kit,
	},
};

test.each(Object.entries(kinds))(
	"%s: right input is stored; sent twice it is stored once, and another's words are never written over",
	async (_, { start, save, read }) => {
		await live();
		const at = await start();
		const once = await save("new words", at);
		expect(once).toEqual({ ok: true, value: { id: at.id, rev: at.rev + 1 } });
		// Its answer was lost: the same again, against the same place.
		expect(await save("new words", at)).toEqual(once);
		expect(await save("other words", at)).toMatchObject({ ok: false, refusals: [{ path: "rev" }] });
		expect(await read(at.id)).toBe("new words");
		expect(await save("other words", { id: at.id, rev: at.rev + 1 })).toMatchObject({ value: { rev: at.rev + 2 } });
		expect(await read(at.id)).toBe("other words");
	},
);

test.each(Object.entries(kinds).filter(([name]) => name !== "what holds for the studio"))(
	"%s that is gone is said to be gone, and nothing is made in its place",
	async (_, { save }) => {
		await live();
		expect(await save("words", { id: "nobody", rev: 3 })).toMatchObject({ ok: false, refusals: [{ path: "id" }] });
	},
);
