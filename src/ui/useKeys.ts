"use client";

import { useEffect, useLayoutEffect, useRef } from "react";

const isTyping = (target: EventTarget | null): boolean =>
	target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Plain single keys, never while somebody types and never with a modifier. */
export function useKeys(bindings: Readonly<Record<string, (event: KeyboardEvent) => void>>): void {
	const latest = useRef(bindings);
	// With what is on the screen, not a moment after it: a key may follow at once.
	useLayoutEffect(() => {
		latest.current = bindings;
	});
	useEffect(() => {
		const onKey = (event: KeyboardEvent) => {
			if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
			const act = latest.current[event.key];
			if (!act) return;
			event.preventDefault();
			act(event);
		};
		window.addEventListener("keydown", onKey);
		return () => window.removeEventListener("keydown", onKey);
	}, []);
}
