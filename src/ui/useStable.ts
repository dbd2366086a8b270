"use client";

import { useCallback, useLayoutEffect, useRef } from "react";

/** The latest of a function under one identity: what it is handed to need not be drawn anew when only it changes. */
export function useStable<A extends unknown[], R>(act: (...args: A) => R): (...args: A) => R {
	const latest = useRef(act);
	useLayoutEffect(() => {
		latest.current = act;
	});
	return useCallback((...args: A) => latest.current(...args), []);
}
