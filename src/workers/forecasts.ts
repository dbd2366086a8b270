import { expose } from "comlink";
import { type Forecast, forecast, pastForecasts } from "@/core/insight/forecast";
import type { Outcome } from "@/core/refusals/refusals";

/** What comes, told from what came: fits over every ladder of a coach, off the thread that answers fingers. */

const forecasts = {
	/** One forecast for each number of lessons ahead. */
	ahead: (
		passes: readonly number[],
		lessons: readonly number[],
		others: readonly (readonly number[])[],
	): Outcome<Forecast>[] => lessons.map((n) => forecast(passes, n, others)),
	past: (ladders: readonly (readonly number[])[], ahead: number) => pastForecasts(ladders, ahead),
};

export type Forecasts = typeof forecasts;

expose(forecasts);
