"use client";

import { useEffect } from "react";

/** Ctrl Z and Shift Ctrl Z, also while somebody types: what is undone is the page's own history, not the field's. */
export function useUndoKeys(undo: () => void, redo: () => void): void {
	useEffect(() => {
		const onKey = (event: KeyboardEvent) => {
			if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
			event.preventDefault();
			if (event.shiftKey) redo();
			else undo();
		};
		window.addEventListener("keydown", onKey);
		return () => window.removeEventListener("keydown", onKey);
	}, [undo, redo]);
}
