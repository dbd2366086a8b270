import { ladderWith, Phone, railOver } from "@/core/__tests__/phone";
import { placeOn } from "@/core/pack/placing";
import type { Rule } from ".";

describe("a rule on several days, in a lesson", () => {
	const days = ladderWith({
		rule: { kind: "days", rule: { kind: "streak", r: 3 }, days: 2, gap: 2 } as Rule,
		limit: 20,
	});
	const placing = placeOn(days, "r2");
	test("the first day goes on to the next thing, the second steps up", () => {
		expect(new Phone().beginAt(placing).row("ggg").advice()).toMatchObject({
			line: "step-up",
			title: "Day 1 of 2 done",
			act: { kind: "next" },
		});
		const second = new Phone()
			.beginAt({ ...placing, daysMet: ["2026-02-20"] })
			.row("ggg")
			.advice();
		expect(second).toMatchObject({ line: "step-up", act: { kind: "move", to: "r3" } });
		const tooNear = new Phone()
			.beginAt({ ...placing, daysMet: ["2026-02-28"] })
			.row("ggg")
			.advice();
		expect(tooNear.title).toBe("Day 1 of 2 done");
	});
	test("the hole is filled when the days are", () => {
		const on = (day: string) => {
			const view = new Phone("a", day).beginAt(placing).row("ggg").view();
			return { ...view, opened: view.opened && { ...view.opened, localDay: day } };
		};
		const rail = (...lessons: string[]) =>
			railOver("ladder", { side: "left", policy: "mastery", start: "r2", rungs: days.rungs }, lessons.map(on)).holes[1];
		expect(rail("2026-03-01")).toMatchObject({ state: "open", metDays: ["2026-03-01"] });
		expect(rail("2026-03-01", "2026-03-02")?.state).toBe("open");
		expect(rail("2026-03-01", "2026-03-03")?.state).toBe("held");
	});
});
