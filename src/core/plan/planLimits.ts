import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { MOST_COUNTED, type PlanClass, SURE } from "./item";

/** A chance to end in time that can be asked for. */
export const Sure = z
	.number()
	.check(z.refine((value) => SURE.some((one) => one === value), `Choose one of ${SURE.join(", ")}.`));

/** What a plan keeps to: set once for the coach, changed on a plan. */
export const PlanLimits = z.object({
	/** Least minutes of a drill, and most of all that is to be talked of. */
	drill: whole(1, 30),
	talk: whole(1, 30),
	/** Checks and new drills a lesson, at most, besides those the coach puts in. */
	rechecks: whole(0, MOST_COUNTED),
	fresh: whole(0, MOST_COUNTED),
	/** The pegs' part of the lesson, of a hundred. */
	pegs: whole(0, 80),
});
export type PlanLimits = z.infer<typeof PlanLimits>;

/** A drill of two minutes is set up, and over; a third of the lesson is the pegs'. */
export const usualLimits: PlanLimits = { drill: 4, talk: 5, rechecks: 2, fresh: 2, pegs: 33 };

/** What each limit is called, with its unit. */
export const limitLabels: Readonly<Record<keyof PlanLimits, string>> = {
	drill: "shortest drill (minutes)",
	talk: "longest talk (minutes)",
	rechecks: "most checks a lesson",
	fresh: "most new drills a lesson",
	pegs: "the pegs’ part (of 100)",
};

/** As many of each class as a lesson takes. */
export const mostBy = ({ rechecks, fresh }: Pick<PlanLimits, "rechecks" | "fresh">): Most => ({
	new: fresh,
	"re-check": rechecks,
});
export type Most = Partial<Record<PlanClass, number>>;
