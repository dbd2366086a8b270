"use client";

import { useCallback, useEffect, useMemo, useRef, useSyncExternalStore } from "react";
import { change, redo, startHistory, undo } from "@/core/editing/history";
import type { Outcome } from "@/core/refusals/refusals";
import { forgetKept, keepJson, readKeptJson } from "@/device/localKeep";
import { type Typed, useInForce } from "./useInForce";

interface At {
	id: string;
	rev: number;
}

/** A document as it is edited: each change a step back, kept on this device at once, in force as soon as it can be. */
class DocumentEditor<T> implements Typed<T> {
	private history;
	private readonly listeners = new Set<() => void>();

	constructor(
		private readonly key: string,
		document: T,
		/** What a draft of before is read as; null where it is none. */
		private readonly read: (value: unknown) => T | null,
	) {
		this.history = startHistory(document);
	}

	readonly values = (): T => this.history.now;
	readonly subscribe = (listener: () => void): (() => void) => {
		this.listeners.add(listener);
		return () => this.listeners.delete(listener);
	};
	readonly inForce = (): void => {};
	readonly replace = (document: T): void => this.put(startHistory(document));

	/** @param what names what is being typed, so that letters of one word are one step; empty for a step of its own */
	edit(to: T, what = ""): void {
		this.put(change(this.history, to, what, Date.now()));
		keepJson(this.key, to);
	}
	readonly undo = (): void => this.step(undo(this.history));
	readonly redo = (): void => this.step(redo(this.history));
	can(): { undo: boolean; redo: boolean } {
		return { undo: this.history.past.length > 0, redo: this.history.future.length > 0 };
	}
	readonly forget = (): void => forgetKept(this.key);
	bringBack(): void {
		const kept = readKeptJson(this.key, this.read);
		if (kept && JSON.stringify(kept) !== JSON.stringify(this.history.now)) this.edit(kept);
	}

	private step(history: typeof this.history): void {
		if (history === this.history) return;
		this.put(history);
		keepJson(this.key, history.now);
	}
	private put(history: typeof this.history): void {
		this.history = history;
		for (const listener of this.listeners) listener();
	}
}

/** A document with undo, a draft on this device, and no save button. */
export function useDocument<T extends object>(
	key: string,
	at: At,
	document: T,
	how: {
		read: (value: unknown) => T | null;
		check: (values: T) => Outcome<unknown>;
		save: (values: T, at: At) => Promise<Outcome<At>>;
	},
) {
	const made = useRef<DocumentEditor<T>>(undefined);
	made.current ??= new DocumentEditor(key, document, how.read);
	const editor = made.current;
	const values = useSyncExternalStore(editor.subscribe, editor.values, () => document);
	// After the first picture, which is the server's, and before it is said that nothing is left to keep.
	useEffect(() => editor.bringBack(), [editor]);
	const inForce = useInForce(editor, at, document, how.check, how.save, editor.forget);
	const edit = useCallback(
		(part: Partial<T>, what = "") => editor.edit({ ...editor.values(), ...part }, what),
		[editor],
	);
	const can = editor.can();
	const steps = useMemo(
		() => ({ canUndo: can.undo, canRedo: can.redo, undo: editor.undo, redo: editor.redo }),
		[can.undo, can.redo, editor],
	);
	return { values, edit, steps, inForce };
}
