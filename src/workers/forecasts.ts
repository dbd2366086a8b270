import { expose } from "comlink";
import { type Forecast, fitPace, lessonsToTop, passesAhead, pastForecasts, type ToTop } from "@/core/insight/forecast";
import type { LadderOutlook } from "@/core/plan/outlook";
import type { Outcome } from "@/core/refusals/refusals";

/** What comes, told from what came: fits over every ladder of a coach, off the thread that answers fingers. */

/** Lessons to the top, and what comes in so many lessons, all at one pace. */
export interface Told {
	/** It rests on the ladder's own lessons, not on the coach's other ladders alone. */
	own: boolean;
	top: ToTop;
	ahead: Outcome<Forecast>[];
}

const forecasts = {
	/** @param ahead numbers of lessons; those further than can be told of are refused one by one */
	ladder({ passes, others, above }: Pick<LadderOutlook, "passes" | "others" | "above">, ahead: readonly number[]) {
		const pace = fitPace(passes, others);
		if (!pace.ok) return pace;
		return {
			ok: true,
			value: {
				own: pace.value.own,
				top: lessonsToTop(pace.value, above),
				ahead: ahead.map((lessons) => passesAhead(pace.value, lessons)),
			},
		} satisfies Outcome<Told>;
	},
	past: (ladders: readonly (readonly number[])[], ahead: number) => pastForecasts(ladders, ahead),
};

export type Forecasts = typeof forecasts;

expose(forecasts);
