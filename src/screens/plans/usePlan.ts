"use client";

import { proxy } from "comlink";
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { change, redo, startHistory, undo } from "@/core/editing/history";
import { LessonPlan, named, planLabels } from "@/core/plan/plan";
import type { PlanView } from "@/core/plan/viewPlan";
import { parse, type Refusal } from "@/core/refusals/refusals";
import { forgetKept, keepJson, readKeptJson } from "@/device/localKeep";
import { keepPlan } from "@/server/planning";
import { type Typed, useInForce } from "@/ui/useInForce";
import { engine } from "@/workers/client";

const keyOf = (id: string) => `peg-ladder draft plan ${id}`;

/** A plan as it is edited: each change a step back, kept on this device at once, in force as soon as it can be. */
class PlanEditor implements Typed<LessonPlan> {
	private history;
	private readonly listeners = new Set<() => void>();

	constructor(
		private readonly id: string,
		plan: LessonPlan,
	) {
		this.history = startHistory(plan);
	}

	readonly values = (): LessonPlan => this.history.now;
	readonly subscribe = (listener: () => void): (() => void) => {
		this.listeners.add(listener);
		return () => this.listeners.delete(listener);
	};
	readonly inForce = (): void => {};
	readonly replace = (plan: LessonPlan): void => this.put(startHistory(plan));

	/** @param what names what is being typed, so that letters of one word are one step; empty for a step of its own */
	edit(to: LessonPlan, what = ""): void {
		this.put(change(this.history, to, what, Date.now()));
		keepJson(keyOf(this.id), to);
	}
	readonly undo = (): void => this.step(undo(this.history));
	readonly redo = (): void => this.step(redo(this.history));
	can(): { undo: boolean; redo: boolean } {
		return { undo: this.history.past.length > 0, redo: this.history.future.length > 0 };
	}
	readonly forget = (): void => forgetKept(keyOf(this.id));
	bringBack(): void {
		const kept = readKeptJson(keyOf(this.id), (value) => LessonPlan.safeParse(value).data ?? null);
		if (kept && JSON.stringify(kept) !== JSON.stringify(this.history.now)) this.edit(kept);
	}

	private step(history: typeof this.history): void {
		if (history === this.history) return;
		this.put(history);
		keepJson(keyOf(this.id), history.now);
	}
	private put(history: typeof this.history): void {
		this.history = history;
		for (const listener of this.listeners) listener();
	}
}

/** What is worked out of a plan; the last one stays in sight while the next is on its way, or cannot be. */
function useView(
	plan: LessonPlan,
	names: Record<string, string>,
): { view: PlanView | null; refusals: readonly Refusal[] } {
	const [view, setView] = useState<PlanView | null>(null);
	const [refusals, setRefusals] = useState<readonly Refusal[]>([]);
	const asked = JSON.stringify([named(plan.items, plan.students, (id) => names[id]), plan.minutes]);
	useEffect(() => {
		let current = true;
		const [items, minutes] = JSON.parse(asked) as [LessonPlan["items"], number];
		const show = (made: PlanView) => {
			if (!current) return;
			setView(made);
			setRefusals([]);
		};
		void engine()
			.plan({ items, minutes }, proxy(show))
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
	const made = useRef<PlanEditor>(undefined);
	made.current ??= new PlanEditor(at.id, document);
	const editor = made.current;
	const plan = useSyncExternalStore(editor.subscribe, editor.values, () => document);
	// After the first picture, which is the server's, and before it is said that nothing is left to keep.
	useEffect(() => editor.bringBack(), [editor]);
	const inForce = useInForce(
		editor,
		at,
		document,
		(values) => parse(LessonPlan, values, planLabels),
		keepPlan,
		editor.forget,
	);
	const edit = useCallback(
		(part: Partial<LessonPlan>, what = "") => editor.edit({ ...editor.values(), ...part }, what),
		[editor],
	);
	const can = editor.can();
	const steps = useMemo(
		() => ({ canUndo: can.undo, canRedo: can.redo, undo: editor.undo, redo: editor.redo }),
		[can.undo, can.redo, editor],
	);
	return { plan, edit, steps, inForce, ...useView(plan, names) };
}
