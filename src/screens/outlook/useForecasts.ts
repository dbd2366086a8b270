"use client";

import { useEffect, useState } from "react";
import type { LadderCost, OpenRung } from "@/core/plan/cost";
import type { LadderOutlook } from "@/core/plan/outlook";
import type { Outcome } from "@/core/refusals/refusals";
import { engine } from "@/workers/client";
import type { Told } from "@/workers/forecasts";
import { forecasts } from "@/workers/forecastsClient";

/** A worker's answer to a question written as text; null while it is worked out, and without a question. */
function useAnswer<T>(question: string | null, work: (question: string) => Promise<T>): T | null {
	const [answered, setAnswered] = useState<{ question: string; answer: T } | null>(null);
	// biome-ignore lint/correctness/useExhaustiveDependencies: the question says it all
	useEffect(() => {
		if (question === null) return;
		let current = true;
		void work(question).then((answer) => current && setAnswered({ question, answer }));
		return () => {
			current = false;
		};
	}, [question]);
	return answered && answered.question === question ? answered.answer : null;
}

type Asked = Pick<LadderOutlook, "passes" | "others" | "above">;

/** Lessons to the top of each ladder, and what comes in so many lessons on each. */
export const useForecasts = (ladders: readonly (Asked & { lessons: readonly number[] })[]): Outcome<Told>[] | null =>
	useAnswer(
		JSON.stringify(ladders.map(({ passes, others, above, lessons }) => ({ passes, others, above, lessons }))),
		(question) =>
			Promise.all(
				(JSON.parse(question) as (Asked & { lessons: number[] })[]).map(({ lessons, ...asked }) =>
					forecasts().ladder(asked, lessons),
				),
			),
	);

export interface Past {
	made: number;
	held: number;
}

/** How forecasts of these ladders fared that could have been made before. */
export const usePast = (ladders: readonly (readonly number[])[], ahead: number): Past | null =>
	useAnswer(JSON.stringify([ladders, ahead]), (question) => {
		const [all, lessons] = JSON.parse(question) as [number[][], number];
		return forecasts().past(all, lessons);
	});

/** What rows of rungs cost at rates that stay as they are; null while it is worked out. */
export const useCosts = (rows: readonly (readonly OpenRung[])[]): LadderCost[] | null =>
	useAnswer(JSON.stringify(rows), (question) =>
		Promise.all((JSON.parse(question) as OpenRung[][]).map((rungs) => engine().ladderCost(rungs))),
	);
