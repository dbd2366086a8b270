import { Phone } from "@/core/__tests__/phone";
import { closeLesson, replyHome } from "@/core/commands/said";
import { hashEvent } from "@/core/log/parseEvent";
import { LINK_DAYS } from "@/core/practice/amount";
import type { AskedDrill } from "@/core/practice/asked";
import { journalOf } from "@/core/practice/journal";
import { dayAfter } from "@/core/text/fields";
import { onLadder, store } from "@/store/__tests__/smallStudio";
import { serverDay } from "@/store/days";
import { pushEvents } from "@/store/events";
import { makePack } from "@/store/pack";
import { type AssignmentRow, listAssignments, pageOf } from "@/store/practice";
import { latestActs, takeActs, writeForPractice } from "@/store/practiceEntries";
import { addLink, linksOf } from "@/store/practiceLinks";
import { takeWrapUps } from "./wrapUps";

const TODAY = serverDay();
const drill = (item: string, change: Partial<AskedDrill> = {}): AskedDrill => ({
	...{ item, ladder: "ladder", rung: "r2", name: "Two balls", days: 4, tries: 10, target: 7, minutes: 0 },
	...change,
});

/** A lesson that is closed with these drills asked for, or with nothing said of practice, at an hour of the day. */
function closed(lesson: string, drills?: AskedDrill[], hour = 10): Phone {
	const phone = new Phone(`phone-${lesson}`, lesson).begin(onLadder, "r2").row("gg");
	hours.set(phone, hour);
	const parting = { note: "", next: null, ...(drills ? { drills } : {}) };
	phone.write(closeLesson(phone.view(), "", [{ student: "student", parting }]));
	return phone;
}
const hours = new Map<Phone, number>();
const at = (phone: Phone) =>
	phone.events.map((event) => hashEvent({ ...event, at: `2026-03-01T${hours.get(phone)}:00:00.000Z` }));

/** Sent once, or more often: as phones do whose answer was lost. */
async function arrives(phone: Phone, times = 1) {
	for (let i = 0; i < times; i++) {
		await pushEvents(store, phone.events[0]?.device ?? "", at(phone));
		await takeWrapUps(store, at(phone));
	}
}
const page = async () => (await pageOf(store, "student")) as AssignmentRow;
const amounts = async () =>
	(await page()).assignment.items.map(({ id, dose, target, days, minutes = 0 }) =>
		[id, days.length, dose, target, minutes].join(" "),
	);

test("three wrap-ups make one page and one link: what stays, what is new and what goes", async () => {
	await arrives(closed("one", [drill("d1")]), 3);
	expect(await listAssignments(store, "student")).toHaveLength(1);
	const { id } = await page();
	expect(await amounts()).toEqual(["d1 4 10 7 0"]);
	await addLink(store, id, { name: "Ida", ends: dayAfter(TODAY, 3) });

	await arrives(
		closed("two", [drill("d1", { days: 2, minutes: 5 }), drill("d2", { rung: "r1", tries: 5, target: 9 })]),
	);
	expect(await amounts()).toEqual(["d1 2 10 7 5", "d2 4 5 5 0"]);
	await arrives(closed("three", [drill("d2", { rung: "r1", tries: 5, target: 5 })]));
	expect(await amounts()).toEqual(["d2 4 5 5 0"]);
	// One that says nothing of practice leaves the page, and renews the link all the same.
	await arrives(closed("four"));
	expect(await amounts()).toEqual(["d2 4 5 5 0"]);
	expect((await page()).id).toBe(id);
	expect(await listAssignments(store, "student")).toHaveLength(1);
	expect((await linksOf(store, id)).map(({ ends }) => ends)).toEqual([dayAfter(TODAY, LINK_DAYS)]);
});

test("a wrap-up that was changed changes the page again; one that arrives late changes nothing newer", async () => {
	const late = closed("late", [drill("d1")]);
	const phone = closed("newer", [drill("d1", { tries: 20 })], 11);
	await arrives(phone);
	await arrives(late);
	expect(await amounts()).toEqual(["d1 4 20 7 0"]);
	phone.write(
		closeLesson(phone.view(), "", [
			{ student: "student", parting: { note: "", next: null, drills: [drill("d1", { tries: 30 })] } },
		]),
	);
	await arrives(phone, 2);
	expect(await amounts()).toEqual(["d1 4 30 7 0"]);
});

test("what is not for home, or has gone, is left out; of a page there is the phone knows what it asks for", async () => {
	await arrives(closed("one", [drill("d1"), drill("own", { ladder: null, rung: null }), drill("no", { rung: "r9" })]));
	expect(await amounts()).toEqual(["d1 4 10 7 0"]);
	const pack = await makePack(store, null);
	expect(pack.students.find(({ id }) => id === "student")?.page).toMatchObject({
		drills: [{ item: "d1", days: 4, tries: 10, target: 7 }],
		link: null,
		news: null,
	});
});

test("a target the student took on gives way to the one the coach says afterwards", async () => {
	await arrives(closed("one", [drill("d1")]));
	const row = await page();
	const body = { assignment: row.id, item: "d1", target: 9, by: "student" as const };
	await writeForPractice(store, row, { kind: "practice.target", body }, { at: `${TODAY}T12:00:00.000Z`, tz: "UTC" });
	const target = async () => journalOf((await page()).assignment, await latestActs(store, row)).items[0]?.target;
	expect(await target()).toBe(9);
	await arrives(closed("two", [drill("d1", { target: 8 })]));
	expect(await target()).toBe(8);
});

test("an answer given in a lesson stands on the student's page, once, and on nobody else's", async () => {
	await arrives(closed("one", [drill("d1")]));
	const row = await page();
	const entry = { item: "d1", day: TODAY, place: "", tries: 10, good: 4, target: 7, dose: 10, minutes: 5 };
	const act = { id: "asked", at: `${TODAY}T12:00:00.000Z`, tz: "UTC" };
	const body = { ...entry, felt: 2, check: null, remark: "how high?" };
	await takeActs(store, row, [{ ...act, kind: "done", body }], "link");
	const answers = async () =>
		(await latestActs(store, row)).flatMap((one) => (one.kind === "answer" ? [one.body] : []));
	const phone = new Phone("phone-two", "two").begin(onLadder, "r2").row("g");
	hours.set(phone, 10);
	phone.write(replyHome("student", row.id, "asked", "eye height"));
	await arrives(phone, 3);
	expect(await answers()).toEqual([{ entry: "asked", text: "eye height" }]);
	const foreign = new Phone("phone-three", "three").begin(onLadder, "r2").row("g");
	hours.set(foreign, 10);
	foreign.write(replyHome("somebody-else", row.id, "asked", "not theirs"));
	await takeWrapUps(store, at(foreign));
	expect(await answers()).toHaveLength(1);
	expect((await makePack(store, null)).students.find(({ id }) => id === "student")?.page?.news?.said).toEqual([
		{ day: TODAY, remark: "how high?", answered: true, entry: "asked" },
	]);
});

test("what is no wrap-up, or nobody's, changes nothing", async () => {
	await takeWrapUps(store, [
		null,
		"words",
		{},
		{ kind: "parting" },
		{ kind: "parting", id: "a", at: "b", lesson: "no", student: "student" },
	]);
	expect(await pageOf(store, "student")).toBeNull();
});
