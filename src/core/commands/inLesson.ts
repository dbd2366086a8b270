import type { Body } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn } from "@/core/pack/placing";
import type { Anew } from "@/core/plan/anew";
import type { Drafts } from "./drafts";

/** What the lesson needs with its first touches, of one press each. */

/** Noticed, and left alone for now. */
export const park = (student: string | null, text: string, ladder?: string | null): Drafts => [
	{ kind: "parked", student, ...(ladder === undefined ? {} : { ladder }), body: { text } },
];

/** What was found of a candidate cause, for one student. */
export const markCause = (student: string | null, body: Body<"cause.marked">): Drafts => [
	{ kind: "cause.marked", student, body },
];

/** What was done with something planned. */
export const stepPlan = (student: string | null, item: string, act: Body<"plan.step">["act"]): Drafts => [
	{ kind: "plan.step", student, body: { item, act } },
];

/** This device counts on a set that another one holds. */
export const takeOverSet = (set: string): Drafts => [{ kind: "set.takenOver", set, body: { set } }];

/** What another device counted apart on a set belongs to it. */
export const joinApart = (set: string, device: string): Drafts => [{ kind: "set.joined", set, body: { set, device } }];

/** Says afterwards for whom the sets of a quick count were, and on which rung. */
export function assignSets({ sets }: Pick<LessonView, "sets">, ladder: PackLadder, rung: string): Drafts {
	const placing = placeOn(ladder, rung);
	return sets
		.filter((one) => one.placing.ladder === null)
		.map(({ id }) => ({
			kind: "set.assigned",
			student: ladder.student,
			ladder: ladder.id,
			rung: placing.rungVersion,
			set: id,
			body: { set: id, placing },
		}));
}

/** The rest of a plan for the minutes that are left: shortened, and without what does not fit any more. */
export function planRestAnew(
	{ opened }: Pick<LessonView, "opened">,
	{ minutes, out }: Pick<Anew, "minutes" | "out">,
): Drafts {
	if (!opened?.body.plan) return [];
	const body = { ...opened.body, plan: { ...opened.body.plan, anew: { ...opened.body.plan.anew, ...minutes } } };
	return [
		{ kind: "amend", student: opened.student, body: { target: opened.id, body } },
		...out.flatMap(({ id }) => stepPlan(opened.student, id, "skipped")),
	];
}
