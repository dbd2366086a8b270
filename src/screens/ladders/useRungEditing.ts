"use client";

import { useCallback, useEffect, useRef } from "react";
import { useWatch } from "react-hook-form";
import { v7 as uuid } from "uuid";
import { between } from "@/core/build/between";
import type { Difficulty } from "@/core/difficulty/difficulty";
import { allDifficulties } from "@/core/difficulty/usual";
import type { Rung } from "@/core/ladder/ladder";
import { freshRung } from "@/core/ladder/rung";
import { useKeys } from "@/ui/useKeys";
import type { LadderDocument } from "./useLadder";

export type RungEditing = ReturnType<typeof useRungEditing>;

/** The list of rungs as it is worked on: rungs added, put between, made of others, and which of them is open. */
export function useRungEditing(
	{ form, setRungs }: LadderDocument,
	open: string | null,
	setOpen: (to: string | null | ((now: string | null) => string | null)) => void,
) {
	const rungs = (useWatch({ control: form.control, name: "rungs" }) ?? []) as Rung[];
	const difficulties = (useWatch({ control: form.control, name: "difficulties" }) ?? allDifficulties) as Difficulty[];
	/** From the top down, as the rows stand. */
	const ids = rungs.map(({ id }) => id).reverse();
	const latest = useRef({ rungs, difficulties });
	latest.current = { rungs, difficulties };

	const add = useCallback(
		(above?: number) => {
			const rung: Rung = { id: uuid(), settings: freshRung("") };
			setRungs((now) => {
				const place = above === undefined ? now.length : above + 1;
				return [...now.slice(0, place), rung, ...now.slice(place)];
			});
			setOpen(rung.id);
		},
		[setRungs, setOpen],
	);
	const toggle = useCallback((id: string) => setOpen((now) => (now === id ? null : id)), [setOpen]);
	/** Halves the step to a rung that is too big, or raises two difficulties at once. */
	const putBetween = useCallback(
		(i: number) => {
			const [lower, upper] = [latest.current.rungs[i - 1], latest.current.rungs[i]];
			const made = lower && upper && between(lower, upper, latest.current.difficulties, uuid);
			if (!made) return;
			setRungs((now) => [...now.slice(0, i), made.rung, ...now.slice(i)]);
			setOpen(made.rung.id);
		},
		[setRungs, setOpen],
	);
	/** The rung that is open after an edit of the list: the one that was made, if one was. */
	const reshape = (to: (now: Rung[]) => Rung[]) => {
		const before = new Set(rungs.map(({ id }) => id));
		setRungs(to);
		setOpen(form.getValues("rungs").find(({ id }) => !before.has(id))?.id ?? null);
	};
	const step = (by: number) => {
		const next = ids[Math.min(ids.length - 1, Math.max(0, ids.indexOf(open ?? "") + by))];
		if (next) setOpen(next);
	};
	useKeys({ a: () => add(), ArrowUp: () => step(-1), ArrowDown: () => step(1), Escape: () => setOpen(null) });
	useEffect(() => {
		if (open && !rungs.some(({ id }) => id === open)) setOpen(null);
	}, [open, rungs, setOpen]);
	return { rungs, difficulties, ids, add, toggle, putBetween, reshape };
}
