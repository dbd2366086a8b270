"use client";

import { useEffect, useState } from "react";
import type { FieldValues, UseFormReturn } from "react-hook-form";

interface Draft<T> {
	rev: number;
	values: T;
}

/**
 * Keeps what is typed into a form on this device until it is saved: it survives a
 * reload, a crash and a closed lid. Returns whether something was brought back, and
 * how to let it go. A draft of an older revision is brought back too: nothing typed
 * is lost; saving it will say that the text was changed elsewhere.
 */
export function useDraft<T extends FieldValues>(key: string, rev: number, form: UseFormReturn<T>) {
	const [restored, setRestored] = useState(false);
	const { reset, subscribe } = form;
	useEffect(() => {
		const name = `peg-ladder draft ${key}`;
		const stored = window.localStorage.getItem(name);
		if (stored) {
			try {
				const draft = JSON.parse(stored) as Draft<T>;
				reset(draft.values, { keepDefaultValues: true });
				setRestored(true);
			} catch {
				window.localStorage.removeItem(name);
			}
		}
		return subscribe({
			formState: { values: true, isDirty: true },
			callback: ({ values, isDirty }) => {
				if (isDirty) window.localStorage.setItem(name, JSON.stringify({ rev, values } satisfies Draft<T>));
			},
		});
	}, [key, rev, reset, subscribe]);
	const forget = () => {
		window.localStorage.removeItem(`peg-ladder draft ${key}`);
		setRestored(false);
	};
	return { restored, forget };
}
