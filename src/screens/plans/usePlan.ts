"use client";

import { proxy } from "comlink";
import { useEffect, useState } from "react";
import { LessonPlan, named, planLabels } from "@/core/plan/plan";
import type { PlanView } from "@/core/plan/viewPlan";
import { parse, type Refusal } from "@/core/refusals/refusals";
import { keepPlan } from "@/server/planning";
import { useDocument } from "@/ui/useDocument";
import { engine } from "@/workers/client";

/** What is worked out of a plan; the last one stays in sight while the next is on its way, or cannot be. */
function useView(
	plan: LessonPlan,
	names: Record<string, string>,
): { view: PlanView | null; refusals: readonly Refusal[] } {
	const [view, setView] = useState<PlanView | null>(null);
	const [refusals, setRefusals] = useState<readonly Refusal[]>([]);
	const asked = JSON.stringify({
		items: named(plan.items, plan.students, (id) => names[id]),
		minutes: plan.minutes,
		sure: plan.sure,
		limits: plan.limits,
		ladders: plan.ladders,
	});
	useEffect(() => {
		let current = true;
		const show = (made: PlanView) => {
			if (!current) return;
			setView(made);
			setRefusals([]);
		};
		void engine()
			.plan(JSON.parse(asked) as Pick<LessonPlan, "items" | "minutes" | "sure" | "limits" | "ladders">, proxy(show))
			.then((outcome) => {
				if (!current) return;
				if (outcome.ok) show(outcome.value);
				else setRefusals(outcome.refusals);
			});
		return () => {
			current = false;
		};
	}, [asked]);
	return { view, refusals };
}

export function usePlan(at: { id: string; rev: number }, document: LessonPlan, names: Record<string, string>) {
	const { values, ...rest } = useDocument(`peg-ladder draft plan ${at.id}`, at, document, {
		read: (value) => LessonPlan.safeParse(value).data ?? null,
		check: (plan) => parse(LessonPlan, plan, planLabels),
		save: keepPlan,
	});
	return { plan: values, ...rest, ...useView(values, names) };
}
