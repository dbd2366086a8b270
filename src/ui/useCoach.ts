"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { Coach, coachLabels } from "@/core/coach/coach";
import { change, redo, startHistory, undo } from "@/core/editing/history";
import { parse } from "@/core/refusals/refusals";
import { forgetKept, keepJson, readKeptJson } from "@/device/localKeep";
import { keepCoach } from "@/server/actions";
import { useInForce } from "./useInForce";
import { useUndoKeys } from "./useUndoKeys";

/**
 * What holds for the whole studio, as it is typed: in force when it rests, with a way back,
 * and kept on this device until the server has it.
 *
 * @param draft the name it is kept under meanwhile
 */
export function useCoach(at: { id: string; rev: number }, coach: Coach, draft: string) {
	const [history, setHistory] = useState(() => startHistory(coach));
	const latest = useRef(coach);
	latest.current = history.now;
	const listeners = useRef(new Set<() => void>());
	const typed = useMemo(
		() => ({
			values: () => latest.current,
			inForce: () => {},
			replace: (next: Coach) => setHistory((was) => change(was, next, "", 0)),
			subscribe: (listener: () => void) => {
				listeners.current.add(listener);
				return () => void listeners.current.delete(listener);
			},
		}),
		[],
	);
	const { standing, amiss } = useInForce(
		typed,
		at,
		coach,
		(values) => parse(Coach, values, coachLabels),
		keepCoach,
		() => forgetKept(draft),
	);
	const told = history.now;
	// biome-ignore lint/correctness/useExhaustiveDependencies: told of each change of what is typed
	useEffect(() => {
		if (told !== coach) for (const listener of listeners.current) listener();
	}, [told]);
	useEffect(() => {
		const kept = readKeptJson(draft, (value) => value as Coach | null);
		if (kept) setHistory((now) => change(now, kept, "", 0));
	}, [draft]);
	const back = () => setHistory(undo);
	const again = () => setHistory(redo);
	useUndoKeys(back, again);
	return {
		now: history.now,
		put: (next: Coach, what: string) => {
			keepJson(draft, next);
			setHistory((was) => change(was, next, what, Date.now()));
		},
		steps: { canUndo: history.past.length > 0, canRedo: history.future.length > 0, undo: back, redo: again },
		inForce: { standing, amiss },
	};
}
