"use client";

import { useEffect, useState } from "react";
import type { Forecast } from "@/core/insight/forecast";
import type { Outcome } from "@/core/refusals/refusals";
import { forecasts } from "@/workers/forecastsClient";

/** An answer of the worker to what is asked as text; null while it is worked out, and where nothing is asked. */
function useTold<T>(asked: string | null, work: (asked: string) => Promise<T>): T | null {
	const [told, setTold] = useState<{ asked: string; answer: T } | null>(null);
	// biome-ignore lint/correctness/useExhaustiveDependencies: what is asked says it all
	useEffect(() => {
		if (asked === null) return;
		let current = true;
		void work(asked).then((answer) => current && setTold({ asked, answer }));
		return () => {
			current = false;
		};
	}, [asked]);
	return told && told.asked === asked ? told.answer : null;
}

/** What comes in each of so many lessons, told from the passes so far and from other ladders. */
export const useForecasts = (
	passes: readonly number[],
	lessons: readonly number[],
	others: readonly (readonly number[])[],
): Outcome<Forecast>[] | null =>
	useTold(lessons.length > 0 ? JSON.stringify([passes, lessons, others]) : null, (asked) => {
		const [of, ahead, beside] = JSON.parse(asked) as [number[], number[], number[][]];
		return forecasts().ahead(of, ahead, beside);
	});

export interface Past {
	made: number;
	held: number;
}

/** How forecasts of these ladders fared that could have been made before. */
export const usePast = (ladders: readonly (readonly number[])[], ahead: number): Past | null =>
	useTold(JSON.stringify([ladders, ahead]), (asked) => {
		const [all, lessons] = JSON.parse(asked) as [number[][], number];
		return forecasts().past(all, lessons);
	});
