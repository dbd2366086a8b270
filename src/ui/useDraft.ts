"use client";

import { useEffect, useRef, useState } from "react";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import { forgetKept, keepJson, readKeptJson } from "@/device/localKeep";

const REST_MS = 200;

interface StoredDraft<T> {
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
	/** Lets go of what was not written out yet. */
	const dropping = useRef(() => {});
	const { reset, subscribe } = form;
	/** A new revision is written down with the draft, and is no reason to bring it back. */
	const against = useRef(rev);
	against.current = rev;
	useEffect(() => {
		const name = `peg-ladder draft ${key}`;
		const draft = readKeptJson(name, (value) => value as StoredDraft<T> | null);
		if (draft?.values) {
			reset(draft.values, { keepDefaultValues: true });
			setRestored(true);
		}
		// A large form is not written out at each letter: when the typing rests, and before the page goes.
		let latest: T | null = null;
		let timer: ReturnType<typeof setTimeout> | undefined;
		const write = () => {
			clearTimeout(timer);
			if (latest) keepJson(name, { rev: against.current, values: latest } satisfies StoredDraft<T>);
			latest = null;
		};
		dropping.current = () => {
			clearTimeout(timer);
			latest = null;
		};
		const stop = subscribe({
			formState: { values: true, isDirty: true },
			callback: ({ values, isDirty }) => {
				if (!isDirty) return;
				latest = values as T;
				clearTimeout(timer);
				timer = setTimeout(write, REST_MS);
			},
		});
		window.addEventListener("pagehide", write);
		document.addEventListener("visibilitychange", write);
		return () => {
			stop();
			write();
			window.removeEventListener("pagehide", write);
			document.removeEventListener("visibilitychange", write);
		};
	}, [key, reset, subscribe]);
	const forget = () => {
		dropping.current();
		forgetKept(`peg-ladder draft ${key}`);
		setRestored(false);
	};
	return { restored, forget };
}
