"use client";

import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import { type UseFormReturn, useForm } from "react-hook-form";
import { change, type History, redo, startHistory, undo } from "@/core/editing/history";
import { rungLabels } from "@/core/ladder/labels";
import { type Ladder, LadderToSave, type Rung } from "@/core/ladder/ladder";
import { parse } from "@/core/refusals/refusals";
import { keepLadder } from "@/server/actions";
import { firstBadRow, sentenceResolver } from "@/ui/sentenceResolver";
import { useDraft } from "@/ui/useDraft";
import { useInForce, useTypedForm } from "@/ui/useInForce";
import { useRefusals } from "@/ui/useRefusals";

const REST_MS = 250;
/** A name that a field of its own has: letters typed into it are one step. */
const isLeaf = (name: string | undefined): name is string => name !== undefined && /\.\D[^.]*$/.test(name);

const labels = { ...rungLabels, settings: "settings" };

export type LadderForm = ReturnType<typeof useLadderForm>;

/** The ladder's form: kept on this device while it is typed, every change undoable, in force as soon as it can be. */
export function useLadderForm(
	ladder: Ladder,
	at: { id: string; rev: number } | null,
	owner: { student: string; skill: string },
	onBad: (rung: string | null) => void,
) {
	const router = useRouter();
	const { refused, setRefused, ask } = useRefusals();
	const form = useForm<Ladder, unknown, Ladder>({
		defaultValues: ladder,
		resolver: sentenceResolver(LadderToSave, labels),
	});
	const { restored, forget } = useDraft(
		`ladder ${at?.id ?? `new ${owner.student} ${owner.skill}`}`,
		at?.rev ?? 0,
		form as never,
	);
	const steps = useSteps(form);

	/** Makes the ladder; one that is there is in force as it is typed. */
	const make = form.handleSubmit(
		async (values) => {
			if (at) return;
			const outcome = await ask(keepLadder(values, null, owner));
			if (!outcome.ok) return;
			form.reset(values);
			forget();
			router.push(`/ladders/${outcome.value.id}`);
			router.refresh();
		},
		(bad) => onBad(form.getValues("rungs")[firstBadRow(bad.rungs)]?.id ?? null),
	);
	const inForce = useInForce(
		useTypedForm(form),
		at,
		ladder,
		(values) => parse(LadderToSave, values, labels),
		(values, place) => keepLadder(values, place, owner),
		forget,
	);
	/** Puts other rungs in place of those here, as one step. */
	const setRungs = useCallback(
		(to: (rungs: Rung[]) => readonly Rung[]) => {
			const rungs = [...to(structuredClone(form.getValues("rungs")) as Rung[])];
			form.setValue("rungs", rungs, { shouldDirty: true });
			steps.mark();
		},
		[form, steps.mark],
	);
	return { form, restored, forget, make, inForce, refused, setRefused, setRungs, steps };
}

/** Undo and redo over a form's values. What is kept of a step is its text: a plain value that nothing changes in place. */
function useSteps(form: UseFormReturn<Ladder, unknown, Ladder>) {
	const history = useRef<History<string> | null>(null);
	const pending = useRef<{ timer: ReturnType<typeof setTimeout>; name: string } | null>(null);
	/** A step is being gone back or forth: what the form tells of it is no step of its own. */
	const going = useRef(false);
	const [can, setCan] = useState({ undo: false, redo: false });
	const { subscribe, getValues, reset } = form;

	const tell = useCallback(() => {
		const now = history.current;
		const next = { undo: (now?.past.length ?? 0) > 0, redo: (now?.future.length ?? 0) > 0 };
		setCan((was) => (was.undo === next.undo && was.redo === next.redo ? was : next));
	}, []);
	const commit = useCallback(
		(what: string) => {
			if (pending.current) clearTimeout(pending.current.timer);
			pending.current = null;
			if (history.current) history.current = change(history.current, JSON.stringify(getValues()), what, Date.now());
			tell();
		},
		[getValues, tell],
	);
	/** What was typed last is a step now, not only when the typing rests. */
	const flush = useCallback(() => {
		if (pending.current) commit(pending.current.name);
	}, [commit]);
	useEffect(() => {
		// After the draft of this device was brought back, if there is one: that is where undo ends.
		const started = setTimeout(() => {
			history.current ??= startHistory(JSON.stringify(getValues()));
		});
		const stop = subscribe({
			formState: { values: true },
			callback: ({ name }) => {
				if (going.current) return;
				history.current ??= startHistory(JSON.stringify(form.formState.defaultValues));
				const last = pending.current;
				if (!isLeaf(name)) return commit("");
				if (last?.name !== name) return startLeaf(name);
				clearTimeout(last.timer);
				pending.current = { name, timer: setTimeout(() => commit(name), REST_MS) };
			},
		});
		const startLeaf = (name: string) => {
			commit(name);
			pending.current = { name, timer: setTimeout(() => commit(name), REST_MS) };
		};
		return () => {
			clearTimeout(started);
			stop();
		};
	}, [subscribe, getValues, commit, form.formState.defaultValues]);

	const go = useCallback(
		(step: typeof undo<string>) => {
			flush();
			if (!history.current) return;
			history.current = step(history.current);
			going.current = true;
			reset(JSON.parse(history.current.now) as Ladder, { keepDefaultValues: true });
			going.current = false;
			tell();
		},
		[flush, reset, tell],
	);
	const back = useCallback(() => go(undo), [go]);
	const again = useCallback(() => go(redo), [go]);
	const mark = useCallback(() => commit(""), [commit]);
	return { canUndo: can.undo, canRedo: can.redo, undo: back, redo: again, flush, mark };
}
