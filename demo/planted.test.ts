import { goesWith } from "@/core/insight/goesWith";
import { seenIn } from "@/core/insight/seen";
import type { LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import { demoLog } from "./lessons";
import { ladders, students } from "./scenario";

/** What the demo's model planted is found in what its lessons say, and nothing else is. */
test("each planted origin that is told goes from its cause to the fault, and hardly anything else is told", () => {
	const lessons = new Map<string, LogEvent[]>();
	for (const event of demoLog("2026-11-27")) {
		const { lesson } = event;
		if (lesson) lessons.set(lesson, [...(lessons.get(lesson) ?? []), event]);
	}
	const views = [...lessons].map(([lesson, events]) => ({ lesson, view: foldLesson(events) }));
	const told = { planted: [] as string[], other: [] as string[] };
	for (const { id, student, skill, followed } of ladders) {
		const gift = students.find((one) => one.id === student)?.skills[skill];
		const seen = views
			.flatMap(({ lesson, view }) => seenIn(lesson, "", view, student))
			.filter((one) => one.ladder === id);
		for (const { earlier, later } of goesWith(
			seen,
			followed.positions.map((position) => position.id),
		).found) {
			const isPlanted = gift?.cause === earlier && gift.favourite === later;
			told[isPlanted ? "planted" : "other"].push(`${id}: ${earlier} -> ${later}`);
		}
	}
	expect(told.planted.length).toBeGreaterThanOrEqual(6);
	expect(told.other).toEqual([]);
});
