import { replay } from "@/core/advice/replay";
import { watchRefusals } from "@/core/ladder/ladder";
import { foldRail } from "@/core/ladder/rail";
import { parseEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/lesson";
import { wrapUp } from "@/core/log/wrap";
import { demoLog } from "./lessons";
import { calendar, ladders, skills, students } from "./scenario";

const log = demoLog("2026-11-25");
const lessons = [...new Set(log.flatMap((event) => event.lesson ?? []))].map((id) =>
	log.filter((event) => event.lesson === id),
);
const views = lessons.map(foldLesson);

test("the scenario hangs together: every ladder's rungs watch what its skill has", () => {
	for (const { student, skill, ladder } of ladders) {
		expect(students.some((s) => s.id === student)).toBe(true);
		const followed = skills[skill];
		expect(followed && watchRefusals(ladder, followed)).toEqual([]);
	}
	for (const skill of Object.values(skills))
		expect([skill.positions.length >= 5, skill.positions.length <= 8]).toEqual([true, true]);
	expect(students.map((s) => s.student.strongSide)).toContain("left");
	expect(students.flatMap((s) => s.student.protectedParts)).toContain("ankle");
});

test("the same seed and day give the same log, another seed another one", () => {
	expect(demoLog("2026-11-25")).toEqual(log);
	expect(demoLog("2026-11-25", 56)).not.toEqual(log);
});

test("it is a log like any other: it parses, and its numbers follow on", () => {
	for (const event of log) expect(parseEvent(JSON.parse(JSON.stringify(event)))).toEqual({ ok: true, value: event });
	expect(log.map((event) => event.dseq)).toEqual(log.map((_, i) => i + 1));
});

test("days are relative to the day it is made, and all lie before it", () => {
	expect(views.map((view) => view.opened?.localDay)).toEqual(
		calendar.map(({ daysAgo }) => new Date(Date.parse("2026-11-25") - daysAgo * 86_400_000).toISOString().slice(0, 10)),
	);
	for (const view of views) expect((view.closed?.body.next ?? "") > (view.opened?.localDay ?? "")).toBe(true);
});

test("every decision in it comes out again from its basis", () => {
	let decisions = 0;
	for (const lesson of lessons)
		for (const event of lesson) {
			if (event.kind !== "advice.followed" && event.kind !== "advice.overruled") continue;
			expect(replay(lesson, event)).toMatchObject({ line: event.body.line, title: event.body.title });
			decisions += 1;
		}
	expect(decisions).toBeGreaterThan(30);
});

test("people in it learn, are corrected, and get stuck: there is something to look at", () => {
	const rails = ladders.map(({ id, ladder }) => foldRail(id, ladder, views));
	expect(rails.every((rail) => rail.pegIndex > 0 && rail.pegIndex < rail.holes.length - 1)).toBe(true);
	const rungs = views.flatMap(wrapUp);
	expect(rungs.reduce((sum, rung) => sum + rung.tries, 0)).toBeGreaterThan(400);
	expect(rungs.flatMap((rung) => rung.cues).length).toBeGreaterThan(10);
	expect(rungs.filter((rung) => !rung.met).length).toBeGreaterThan(5);
	// The favourite fault leads among what was tagged of those who have one and watch it.
	const clubs = rungs
		.filter((rung) => rung.student === "bram" && rung.ladder === "bram-clubs")
		.flatMap((rung) => rung.faults);
	const times = (short: string) =>
		clubs.filter((fault) => fault.short === short).reduce((sum, fault) => sum + fault.times, 0);
	expect(times("height")).toBeGreaterThan(times("elbow"));
});
