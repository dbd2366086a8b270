import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { Phone } from "@/core/__tests__/phone";
import type { StudentAct } from "@/core/practice/acts";
import { type Assignment, freshItem, USUAL } from "@/core/practice/assignment";
import { journalOf } from "@/core/practice/journal";
import { readActs } from "@/core/practice/readActs";
import { englishDay } from "@/core/text/days";
import { dayAfter } from "@/core/text/fields";
import { check, emptyStudio, sentences, store, take, workbook } from "@/store/__tests__/smallStudio";
import { serverDay } from "./days";
import { eraseStudent } from "./erase";
import { eventsAfter, pushEvents } from "./events";
import {
	type AssignmentRow,
	archiveAssignment,
	changePage,
	findAssignment,
	listAssignments,
	pageOf,
	saveAssignment,
} from "./practice";
import {
	asideOf,
	clearDay,
	floodedDays,
	latestActs,
	MOST_A_DAY,
	MOST_ENTRIES,
	practiceActs,
	setActsAside,
	takeActs,
	waitingRemarks,
	writeForPractice,
} from "./practiceEntries";
import { addLink, linksOf, openLink, renewLinks, withdrawLink } from "./practiceLinks";
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
	test("is one entry however often it is sent: the newest sending holds, in any order and any number of times", async () => {
		const sendings = [0, 1, 2, 3].map((rev) => done(`v${rev}`, { entry: "v0", rev, tries: rev + 1, good: rev }));
		const orders = [[[0], [1], [2], [3]], [[0, 1, 2, 3]], [[3], [0], [2], [1]], [[2, 0], [3, 1], [3], [0, 1, 2, 3]]];
		for (const order of orders) {
			const row = await assigned("student");
			const own = sendings.map((act) => ({ ...act, id: `${row.id}-${act.id}`.slice(-60) }));
			for (const batch of order) {
				const sent = batch.flatMap((i) => own[i] ?? []);
				const { kept, refused } = await takeActs(store, row, sent, "link");
				expect([kept.length, refused]).toEqual([sent.length, []]);
			}
			const { entries } = journalOf(row.assignment, await practiceActs(store, row));
			expect(entries.map(({ entry, tries, good }) => [entry, tries, good])).toEqual([["v0", 4, 3]]);
			await catchUp(store);
			expect(await floodedDays(store, row)).toEqual([]);
		}
	});

	test("twice, late, in any order, by link and by file, of a drill that is gone: all is kept or named, and the newest holds", async () => {
		const away = (id: string): StudentAct => ({
			...when,
			id,
			kind: "away",
			body: { from: TODAY, to: TODAY, why: "ill" },
		});
		const acts: StudentAct[] = [
			...[0, 1, 2].map((rev) => done(`a${rev}`, { entry: "a0", rev, good: rev })),
			...[0, 1].map((rev) => done(`b${rev}`, { entry: "b0", rev, good: rev, item: "gone" })),
			...[done("c", { day: dayAfter(TODAY, -30) }), done("future", { day: dayAfter(TODAY, 9) })],
			...[away("ill"), away("well"), back("undo", "well")],
		];
		await fc.assert(
			fc.asyncProperty(
				fc.shuffledSubarray(acts, { minLength: acts.length }),
				fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 6 }),
				fc.boolean(),
				async (order, sizes, byFile) => {
					const row = await assigned("student");
					// Of each run its own: what was known before would say nothing.
					const mine = (id: string) => `${row.id}${id}`.slice(-60);
					const own = order.map((act): StudentAct => {
						if (act.kind === "back") return { ...act, id: mine(act.id), body: { entry: mine(act.body.entry) } };
						return { ...act, id: mine(act.id) };
					});
					const batches: StudentAct[][] = [];
					for (let at = 0, i = 0; at < own.length; at += sizes[i++ % sizes.length] ?? 1)
						batches.push(own.slice(at, at + (sizes[i % sizes.length] ?? 1)));
					// What takes back goes with, or after, what it takes back: as a phone sends it. At the end all of it comes again.
					for (const [i, batch] of [...batches, own].entries()) {
						const { kept, refused, later } = await takeActs(store, row, batch, byFile && i % 2 === 1 ? "file" : "link");
						const said = [...kept, ...refused.map(({ id }) => id), ...later.map(({ id }) => id)];
						expect(said.sort()).toEqual(batch.map(({ id }) => id).sort());
						expect(refused.every(({ sentence }) => sentence.endsWith("."))).toBe(true);
					}
					const { entries, away: off } = journalOf(row.assignment, await practiceActs(store, row));
					const good = Object.fromEntries(entries.map((one) => [one.entry, one.good]));
					expect([entries.length, good]).toEqual([3, { a0: 2, b0: 1, [mine("c")]: 15 }]);
					expect(off.map(({ id }) => id)).toEqual([mine("ill")]);
				},
			),
			{ numRuns: cases(60) },
		);
	});

	test("an answer stays with its entry when more is said of it, and taking the entry back takes all of it", async () => {
		const row = await assigned("student");
		await takeActs(store, row, [done("first", { entry: "first", remark: "hard today" })], "link");
		const answer = {
			kind: "practice.answered",
			body: { assignment: row.id, entry: "first", text: "Slower." },
		} as const;
		await writeForPractice(store, row, answer, when);
		await takeActs(store, row, [done("second", { entry: "first", rev: 1, remark: "hard today", felt: 2 })], "link");
		await catchUp(store);
		expect(await waitingRemarks(store, TODAY, 10)).toEqual([]);
		const journal = () => practiceActs(store, row).then((acts) => journalOf(row.assignment, acts).entries);
		expect(await journal()).toMatchObject([{ entry: "first", felt: 2, answer: "Slower." }]);
		await takeActs(store, row, [back("away", "second")], "link");
		expect(await journal()).toEqual([]);
	});

	test("an entry is taken back by its name, though the phone no longer knows which sending arrived", async () => {
		const row = await assigned("student");
		await takeActs(store, row, [done("lost", { entry: "count", rev: 5 })], "link");
		const journal = async () => journalOf(row.assignment, await practiceActs(store, row)).entries.length;
		expect(await journal()).toBe(1);
		expect((await takeActs(store, row, [back("b1", "count")], "link")).refused).toEqual([]);
		expect(await journal()).toBe(0);
		// Together with what it takes back, and once more.
		const both = [done("v1", { entry: "other", rev: 1 }), back("b2", "other")];
		expect((await takeActs(store, row, both, "link")).refused).toEqual([]);
		expect((await takeActs(store, row, [back("b3", "other")], "link")).refused).toEqual([]);
		expect((await takeActs(store, row, [back("b4", "never")], "link")).refused).toHaveLength(1);
		expect(await journal()).toBe(0);
	});

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
			`${englishDay(dayAfter(TODAY, 2), TODAY)} is in the future. Choose today or an earlier day.`,
			"Day: choose a day.",
		]);
		expect((await eventsAfter(store, 0)).events[0]).toMatchObject({ ladder: null, rung: null });
	});

	test("a page beside the own one knows nothing of it", async () => {
		const first = await assigned("student");
		const beside = await saveAssignment(store, asked("student"), null, { apart: true });
		const second = (await findAssignment(store, beside.ok ? beside.value.id : "")) as AssignmentRow;
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

describe("a student's own page", () => {
	const wrapUp = (event: string, at = `${TODAY}T18:00:00.000Z`) => ({ event, at, day: TODAY });
	const asks = (names: readonly string[], change: Partial<Assignment> = {}) =>
		asked("student", {
			items: names.map((name) => ({ ...freshItem(name), name, ladder: null, rung: null })),
			...change,
		});

	test("is made by the first wrap-up and changed by those after it, each once and none by one that is older", async () => {
		const first = await changePage(store, "student", wrapUp("w1"), (before) => {
			expect(before).toBeNull();
			return asks(["balls"]);
		});
		const again = (event: string, at: string | undefined, names: string[]) =>
			changePage(store, "student", wrapUp(event, at), () => asks(names));
		expect(await again("w1", undefined, ["clubs"])).toBeNull();
		expect(await again("w0", `${TODAY}T10:00:00.000Z`, ["clubs"])).toBeNull();
		expect(await again("w2", `${TODAY}T19:00:00.000Z`, ["balls", "rings"])).toBe(first);
		const page = await pageOf(store, "student");
		expect(page?.assignment.items.map(({ id }) => id)).toEqual(["balls", "rings"]);
		expect(page?.history).toMatchObject([{ day: TODAY, drills: [{ item: "balls" }, { item: "rings" }] }]);
		expect(await listAssignments(store, "student")).toHaveLength(1);
	});

	test("keeps what was asked when, and names what was done of a drill that has left", async () => {
		const row = await assigned("student");
		const saved = await saveAssignment(store, asks(["clubs"]), row);
		expect(saved.ok).toBe(true);
		const page = (await findAssignment(store, row.id)) as AssignmentRow;
		await takeActs(store, page, [done("late", { item: "clubs" })], "link");
		const moved = await changePage(store, "student", { ...wrapUp("w"), day: dayAfter(TODAY, 1) }, () => asks([]));
		expect(moved).toBe(row.id);
		const now = (await findAssignment(store, row.id)) as AssignmentRow;
		expect(now.history.map(({ drills }) => drills.map(({ name }) => name))).toEqual([["clubs"], []]);
		await takeActs(store, now, [done("later", { item: "clubs" })], "link");
		const { entries } = journalOf(now.assignment, await practiceActs(store, now));
		expect(entries.map(({ what }) => what)).toEqual(["clubs", "clubs"]);
	});

	test("is the newest where there are several, and all older links lead to it; one beside it keeps its own", async () => {
		const old = await assigned("student");
		const oldLink = await addLink(store, old.id, { name: "Ida", ends: TODAY });
		await archiveAssignment(store, old.id, true);
		const camp = await saveAssignment(store, asks(["camp"]), null, { apart: true });
		const campId = camp.ok ? camp.value.id : "";
		const campLink = await addLink(store, campId, { name: "camp", ends: TODAY });
		const opens = async (token: string) => {
			const opened = await openLink(store, token);
			return opened === null ? null : "row" in opened ? opened.row.id : opened.closed;
		};
		expect(await opens(oldLink)).toBe("put away");
		const own = await assigned("student");
		expect([await opens(oldLink), await opens(campLink)]).toEqual([own.id, campId]);
		expect([(await linksOf(store, own.id)).length, (await linksOf(store, campId)).length]).toEqual([1, 1]);
		await renewLinks(store, "student", dayAfter(TODAY, 90));
		expect((await linksOf(store, own.id)).map(({ ends }) => ends)).toEqual([dayAfter(TODAY, 90)]);
		expect((await linksOf(store, campId)).map(({ ends }) => ends)).toEqual([TODAY]);
		// What was sent on the older page, and sent again on this one because its answer was lost, is here once.
		await takeActs(store, old, [done("twice")], "link");
		const page = (await findAssignment(store, own.id)) as AssignmentRow;
		expect(await takeActs(store, page, [done("twice")], "link")).toMatchObject({
			kept: ["twice"],
			fresh: 0,
			refused: [],
		});
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

	test("is sent anew as often as a count goes on, and stays one entry of the day", async () => {
		const row = await assigned("student");
		for (let rev = 0; rev < MOST_A_DAY + 20; rev++)
			expect(
				(await takeActs(store, row, [done(`s${rev}`, { entry: "count", rev, tries: rev + 1, good: 1 })], "link")).fresh,
			).toBe(1);
		const { entries } = journalOf(row.assignment, await practiceActs(store, row));
		expect(entries.map(({ entry, tries }) => [entry, tries])).toEqual([["count", MOST_A_DAY + 20]]);
		expect((await takeActs(store, row, [done("another")], "link")).fresh).toBe(1);
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
		expect(await openLink(store, token, dayAfter(TODAY, 1))).toMatchObject({ closed: "ended" });
		const [link] = await linksOf(store, row.id);
		await withdrawLink(store, link?.id ?? "", true);
		expect(await openLink(store, token)).toMatchObject({ closed: "withdrawn" });
		await withdrawLink(store, link?.id ?? "", false);
		await archiveAssignment(store, row.id, true);
		expect(await openLink(store, token)).toMatchObject({ closed: "put away" });
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
