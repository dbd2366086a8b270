"use client";

import { useEffect } from "react";

/** Keeps the screen lit while the lesson is in sight; asked for again each time it comes back. */
export function useAwake(): void {
	useEffect(() => {
		let lock: WakeLockSentinel | null = null;
		let gone = false;
		const ask = async () => {
			if (document.visibilityState !== "visible") return;
			try {
				lock = (await navigator.wakeLock?.request("screen")) ?? null;
				if (gone) void lock?.release();
			} catch {
				// A low battery may refuse it; the lesson goes on, and the screen dims as it always does.
			}
		};
		void ask();
		document.addEventListener("visibilitychange", ask);
		return () => {
			gone = true;
			document.removeEventListener("visibilitychange", ask);
			void lock?.release();
		};
	}, []);
}
