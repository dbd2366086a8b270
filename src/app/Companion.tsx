"use client";

import { usePathname } from "next/navigation";
import { useEffect } from "react";

const AGAIN_MS = 20_000;

/**
 * What goes on beside every page but the lesson: the program is held ready for when
 * there is no signal, the next lessons' pack is kept ahead, and what waits is sent.
 */
export function Companion() {
	const path = usePathname();
	useEffect(() => {
		if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return;
		void navigator.serviceWorker.register("/sw.js", { scope: "/", updateViaCache: "none" }).catch(() => {
			// Refused (a private window, a full disk): the lesson works all the same while the server answers.
		});
	}, []);
	useEffect(() => {
		// The lesson and the wrap-up send for themselves.
		if (path === "/live" || path === "/wrap") return;
		let stopped = false;
		let timer: ReturnType<typeof setTimeout> | undefined;
		const round = async () => {
			clearTimeout(timer);
			try {
				const { keepAhead, sendWaiting } = await import("@/device/ahead");
				await sendWaiting();
				await keepAhead();
				// Everything a lesson needs is here now: said for whoever looks, a journey among them.
				document.documentElement.dataset.ahead = "kept";
				void navigator.storage?.persist?.();
			} catch {
				if (!stopped) timer = setTimeout(round, AGAIN_MS);
			}
		};
		const started = setTimeout(round, 1500);
		window.addEventListener("online", round);
		return () => {
			stopped = true;
			clearTimeout(started);
			clearTimeout(timer);
			window.removeEventListener("online", round);
		};
	}, [path]);
	return null;
}
