import { planRestAnew, stepPlan } from "@/core/commands/inLesson";
import type { Anew } from "@/core/plan/anew";
import { type Planned, type PlanRun, runPlan } from "@/core/plan/run";
import { changedActs } from "./acts/changed";
import type { Live } from "./LiveContext";

/** The plan as far as it has come, with whose each thing is. */
export const planOf = ({ pack, view }: Pick<Live, "pack" | "view">): PlanRun | null =>
	runPlan(view, (id) => pack.students.find((one) => one.id === id)?.student.name);

/** What a press does to something planned; one with a rung of its own turns to it as well. */
export function planSteps({
	lesson,
	view,
	pack,
	board,
	acts,
}: Pick<Live, "lesson" | "view" | "pack" | "board" | "acts">) {
	const student = view.opened?.student ?? null;
	const step = (item: string, act: "begun" | "skipped" | "put off") => {
		lesson.write(stepPlan(student, item, act));
	};
	return {
		/** The rest for the minutes that are left. */
		anew: (rest: Anew) => lesson.write(planRestAnew(view, rest)),
		skip: (item: string) => step(item, "skipped"),
		putOff: (item: string) => step(item, "put off"),
		begin(one: Planned) {
			step(one.id, "begun");
			if (!one.rung) {
				const { what } = view.opened?.body.plan?.stretches.find(({ id }) => id === one.id) ?? one;
				const theirs = one.student && one.student !== board.set.placing.student ? one.student : null;
				const ground = theirs ? (pack.ladders.find((ladder) => ladder.student === theirs) ?? null) : null;
				changedActs(acts.desk).beside(what, ground);
				return;
			}
			const ladder = pack.ladders.find(({ id }) => id === one.ladder);
			const { placing } = board.set;
			if (!ladder || (placing.ladder === ladder.id && placing.rung === one.rung)) return;
			if (one.rung === ladder.peg) acts.backToPeg(ladder);
			else acts.workHere(ladder, one.rung, "here today");
		},
	};
}
