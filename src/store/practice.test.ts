import { Phone } from "@/core/__tests__/phone";
import { readActs, type StudentAct } from "@/core/practice/acts";
import { type Assignment, freshItem, USUAL } from "@/core/practice/assignment";
import { journalOf } from "@/core/practice/journal";
import { dayAfter } from "@/core/text/fields";
import { check, emptyStudio, sentences, store, take, workbook } from "@/store/__tests__/smallStudio";
import { serverDay } from "./days";
import { eraseStudent } from "./erase";
import { eventsAfter, pushEvents } from "./events";
import {
	type AssignmentRow,
	addLink,
	archiveAssignment,
	asideOf,
	clearDay,
	findAssignment,
	floodedDays,
	latestActs,
	linksOf,
	listAssignments,
	MOST_ENTRIES,
	openLink,
	practiceActs,
	saveAssignment,
	setActsAside,
	takeActs,
	waitingRemarks,
	withdrawLink,
	writeForPractice,
} from "./practice";
import { catchUp } from "./projection";
import { listQuarantine } from "./setAside";

const TODAY = serverDay();
const when = { at: `${TODAY}T17:00:00.000Z`, tz: "Europe/Lisbon" };

const asked = (student: string, change: Partial<Assignment> = {}): Assignment => ({
	student,
	from: TODAY,
	note: "",
	items: [{ ...freshItem("balls"), name: "Two balls", ladder: "ladder", rung: "r2" }],
	words: [],
	most: null,
	helper: { feed: "", counts: "", cautions: "", stop: "" },
	thresholds: USUAL,
	...change,
});

async function assigned(student: string): Promise<AssignmentRow> {
	const made = await saveAssignment(store, asked(student), null);
	if (!made.ok) throw new Error(made.refusals[0]?.sentence);
	return (await findAssignment(store, made.value.id)) as AssignmentRow;
}

const done = (id: string, change: object = {}): StudentAct => ({
	...when,
	id,
	kind: "done",
	body: {
		item: "balls",
		day: TODAY,
		place: "garden",
		tries: 20,
		good: 15,
		target: 14,
		dose: 20,
		minutes: 9,
		felt: 4,
		check: null,
		remark: "",
		...change,
	},
});
const back = (id: string, entry: string): StudentAct => ({ ...when, id, kind: "back", body: { entry } });

describe("what a student's page writes", () => {
	test("is kept once each, however often it comes, on the rung of the assignment and on nobody else's", async () => {
		const row = await assigned("student");
		expect(await takeActs(store, row, [done("a"), done("b"), done("a")], "link")).toEqual({
			kept: ["a", "b"],
			fresh: 2,
			refused: [],
			later: [],
		});
		expect(await takeActs(store, row, [done("b"), done("c")], "file")).toEqual({
			kept: ["b", "c"],
			fresh: 1,
			refused: [],
			later: [],
		});
		const { events } = await eventsAfter(store, 0);
		expect(
			events.map(({ id, student, ladder, rung, actor, device, dseq }) => [
				id,
				student,
				ladder,
				rung,
				actor,
				device,
				dseq,
			]),
		).toEqual(["a", "b", "c"].map((id, i) => [id, "student", "ladder", "r2", "link", row.id, i + 1]));
		expect(journalOf(row.assignment, await practiceActs(store, row)).entries).toHaveLength(3);
	});

	test("may be taken back by the same page, and by no other", async () => {
		const [mine, other] = [await assigned("student"), await assigned("zoe")];
		await takeActs(store, mine, [done("a")], "link");
		const tried = await takeActs(store, other, [back("x", "a"), done("a"), back("y", "student")], "link");
		expect(tried.kept).toEqual([]);
		expect(tried.refused.map(({ id }) => id)).toEqual(["x", "a", "y"]);
		expect(await practiceActs(store, mine)).toHaveLength(1);
		expect((await takeActs(store, mine, [back("z", "a")], "link")).refused).toEqual([]);
		expect(await practiceActs(store, mine)).toEqual([]);
	});

	test("cannot take back what the coach wrote, nor a lesson's event", async () => {
		const row = await assigned("student");
		await takeActs(store, row, [done("a", { remark: "why?" })], "link");
		await writeForPractice(
			store,
			row,
			{ kind: "practice.answered", body: { assignment: row.id, entry: "a", text: "because" } },
			when,
		);
		const answer = (await eventsAfter(store, 0)).events.at(-1)?.id ?? "";
		expect((await takeActs(store, row, [back("b", answer)], "link")).refused).toHaveLength(1);
		expect(journalOf(row.assignment, await practiceActs(store, row)).entries[0]?.answer).toBe("because");
	});

	test("is for a day that has come; of a drill that is gone it is kept without a rung", async () => {
		const row = await assigned("student");
		const { kept, refused } = await takeActs(
			store,
			row,
			[done("a", { day: dayAfter(TODAY, 2) }), done("b", { day: "1066-10-14" }), done("c", { item: "gone" })],
			"link",
		);
		expect(kept).toEqual(["c"]);
		expect(refused.map(({ sentence }) => sentence)).toEqual([
			`${dayAfter(TODAY, 2)} is in the future.`,
			"Day: enter a day from 1900 to 2199, not 1066-10-14.",
		]);
		expect((await eventsAfter(store, 0)).events[0]).toMatchObject({ ladder: null, rung: null });
	});

	test("two assignments of one student know nothing of each other", async () => {
		const [first, second] = [await assigned("student"), await assigned("student")];
		await takeActs(store, first, [done("a")], "link");
		expect(await practiceActs(store, second)).toEqual([]);
		expect((await takeActs(store, second, [back("b", "a")], "link")).refused).toHaveLength(1);
	});

	test("a remark waits until it was answered, with words or without", async () => {
		const row = await assigned("student");
		await takeActs(
			store,
			row,
			[done("a", { remark: "heavy ones?" }), done("b"), done("c", { remark: "tired" })],
			"link",
		);
		const waiting = async () => {
			await catchUp(store);
			return (await waitingRemarks(store, dayAfter(TODAY, -30), 5)).map(({ remark }) => remark);
		};
		expect((await waiting()).sort()).toEqual(["heavy ones?", "tired"]);
		await writeForPractice(
			store,
			row,
			{ kind: "practice.answered", body: { assignment: row.id, entry: "a", text: "" } },
			when,
		);
		expect(await waiting()).toEqual(["tired"]);
		await takeActs(store, row, [back("d", "c")], "link");
		expect(await waiting()).toEqual([]);
	});
});

describe("what a link may bring", () => {
	const many = (n: number, from = 0) => Array.from({ length: n }, (_, i) => done(`n${from + i}`));

	test("is so much a day: what is over it stays where it is, whether it comes by link or as text", async () => {
		const row = await assigned("student");
		expect((await takeActs(store, row, many(150), "link")).fresh).toBe(150);
		const over = await takeActs(store, row, many(60, 140), "file");
		expect(over).toMatchObject({ fresh: 50, refused: [] });
		expect(over.later).toEqual([]);
		const later = await takeActs(store, row, many(70, 190), "link");
		// Those that came before are known; none of the others fits today.
		expect(later.kept).toHaveLength(10);
		expect(later.later).toHaveLength(60);
		expect(later.later[0]?.sentence).toMatch(/^200 entries came today, .* sent tomorrow\.$/);
		// What the coach enters is the coach's to bound.
		expect((await takeActs(store, row, many(1, 900), "paper")).fresh).toBe(1);
		const other = await assigned("zoe");
		expect((await takeActs(store, other, many(1, 5000), "link")).fresh).toBe(1);
	});

	test("is so much in all, at the same cost and in an answer of the same size however much there is", async () => {
		const row = await assigned("student");
		for (let from = 0; from < MOST_ENTRIES; from += 500) await takeActs(store, row, many(500, from), "paper");
		const over = await takeActs(store, row, many(3, MOST_ENTRIES), "link");
		expect(over).toMatchObject({ kept: [], fresh: 0 });
		expect(over.later[0]?.sentence).toContain("Ask your coach for a new one");
		await writeForPractice(
			store,
			row,
			{ kind: "practice.target", body: { assignment: row.id, item: "balls", target: 9, by: "coach" } },
			when,
		);
		const told = await latestActs(store, row);
		expect(told).toHaveLength(300);
		expect(told.at(-1)).toMatchObject({ kind: "target", body: { target: 9 } });
	});

	test("is told to the coach where it is far more than anybody practises, and taken back in one press", async () => {
		const row = await assigned("student");
		await takeActs(store, row, many(150), "link");
		await takeActs(store, row, [done("real", { day: dayAfter(TODAY, -1) })], "link");
		await catchUp(store);
		expect(await floodedDays(store, row)).toEqual([{ day: TODAY, entries: 150 }]);
		expect(await clearDay(store, row, TODAY, when)).toBe(150);
		await catchUp(store);
		expect(await floodedDays(store, row)).toEqual([]);
		expect((await practiceActs(store, row)).map(({ id }) => id)).toEqual(["real"]);
	});

	test("no number pushed in an assignment's name is its own, and none beyond counting is gone on from", async () => {
		const row = await assigned("student");
		const forged = new Phone(row.id);
		forged.write([{ kind: "note", body: { text: "forged" } }]);
		const pushed = await pushEvents(store, row.id, [{ ...forged.events[0], dseq: 2147483647 }, ...forged.events]);
		expect(pushed.setAside).toHaveLength(2);
		expect((await eventsAfter(store, 0)).events).toEqual([]);
		await takeActs(store, row, [done("a")], "link");
		expect((await eventsAfter(store, 0)).events.map(({ device, dseq }) => [device, dseq])).toEqual([[row.id, 1]]);
		// Taken in by a version that knew no such bound.
		await store.client.execute("update event set dseq = 2147483647");
		await takeActs(store, row, [done("b")], "link");
		expect((await eventsAfter(store, 0)).events.map(({ dseq }) => dseq)).toEqual([2147483647, 1]);
	});

	test("what no database keeps letter by letter is set aside whole, and what follows goes in", async () => {
		const row = await assigned("student");
		const raw = { ...done("a"), at: "2026-11-02\u0000T17:00" };
		const { acts, unkeepable } = readActs([raw, done("b", { remark: "half \ud800" }), done("c")]);
		await setActsAside(store, row, unkeepable);
		expect((await takeActs(store, row, acts, "link")).kept).toEqual(["c"]);
		const aside = await listQuarantine(store);
		expect(aside.map(({ device, dseq, raw: kept }) => [device, dseq, JSON.parse(kept).id])).toEqual([
			[asideOf(row.id), 1, "a"],
			[asideOf(row.id), 2, "b"],
		]);
		expect(JSON.parse(aside[0]?.raw ?? "")).toEqual(raw);
	});
});

describe("a private link", () => {
	test("opens its own assignment until its last day, unless it is withdrawn or the practice is put away", async () => {
		const row = await assigned("student");
		const token = await addLink(store, row.id, { name: "phone", ends: TODAY });
		expect(await openLink(store, token)).toMatchObject({ row: { id: row.id }, ends: TODAY });
		expect(await openLink(store, token, dayAfter(TODAY, 1))).toBe("ended");
		const [link] = await linksOf(store, row.id);
		await withdrawLink(store, link?.id ?? "", true);
		expect(await openLink(store, token)).toBe("withdrawn");
		await withdrawLink(store, link?.id ?? "", false);
		await archiveAssignment(store, row.id, true);
		expect(await openLink(store, token)).toBe("put away");
	});

	test("is kept as a hash alone; guessed, shortened or turned to something else it opens nothing", async () => {
		const row = await assigned("student");
		const token = await addLink(store, row.id, { name: "phone", ends: TODAY });
		expect(token).toMatch(/^[\w-]{43}$/);
		const { rows } = await store.client.execute("select * from practice_link");
		expect(JSON.stringify(rows)).not.toContain(token);
		for (const other of ["", token.slice(1), `${token}x`, "x".repeat(43), row.id, "%", "' or 1=1 --"])
			expect(await openLink(store, other)).toBeNull();
	});
});

describe("an assignment", () => {
	test("saved against an older revision is told so; whose it is never changes", async () => {
		const row = await assigned("student");
		const saved = await saveAssignment(store, asked("student", { note: "little and often" }), row);
		expect(saved).toEqual({ ok: true, value: { id: row.id, rev: 2 } });
		expect((await saveAssignment(store, asked("student"), row)).ok).toBe(false);
		expect((await saveAssignment(store, asked("zoe"), { id: row.id, rev: 2 })).ok).toBe(false);
		expect((await findAssignment(store, row.id))?.student).toBe("student");
	});

	test("goes with its student, links and all, and what comes by them afterwards finds nothing", async () => {
		const row = await assigned("student");
		const token = await addLink(store, row.id, { name: "phone", ends: TODAY });
		await takeActs(store, row, [done("a", { remark: "a secret" })], "link");
		await eraseStudent(store, "student");
		expect(await openLink(store, token)).toBeNull();
		expect(await listAssignments(store)).toEqual([]);
		expect(await workbook()).not.toContain("a secret");
	});

	test("goes out in a workbook and comes in again with its key and its entries", async () => {
		const row = await assigned("student");
		await takeActs(store, row, [done("a"), done("b")], "link");
		const { address, other } = await emptyStudio();
		const checked = await check(await workbook("student", "student"), address);
		expect(sentences(checked)).toEqual([]);
		await take(checked.staging, {}, address);
		const there = await findAssignment(other, row.id);
		expect(there).toMatchObject({ key: row.key, assignment: row.assignment });
		expect(await practiceActs(other, row)).toHaveLength(2);
		other.close();
	});
});
