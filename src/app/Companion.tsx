"use client";

import { usePathname } from "next/navigation";
import { useEffect } from "react";
import { holdReady } from "@/device/holdReady";
import { handOver } from "@/ui/dates";

const AGAIN_MS = 20_000;
/** A page that is opened soon after another brings nothing new for it: the pack is the whole studio's. */
const KEPT_FOR_MS = 60_000;
const SETTLE_MS = 1500;
/** As `SignedOut` says it, which is fetched late. */
const SIGNED_OUT = "the session has ended";
let keptAt = Number.NEGATIVE_INFINITY;

/**
 * What goes on beside every page but the lesson: the program is held ready for when
 * there is no signal, the next lessons' pack is kept ahead, and what waits is sent.
 */
export function Companion() {
	const path = usePathname();
	// Everything is taken over by now: from here on days are told by this device's own.
	useEffect(handOver, []);
	useEffect(() => {
		// Where it cannot be fetched the keyboard goes on as a browser has it.
		let end = () => {};
		let isGone = false;
		void import("@/ui/keepPlace").then(
			({ keepPlace }) => {
				if (!isGone) end = keepPlace(document);
			},
			() => {},
		);
		return () => {
			isGone = true;
			end();
		};
	}, []);
	useEffect(() => {
		if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return;
		void holdReady("/sw.js", { scope: "/", updateViaCache: "none" }).catch(() => {
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
				const due = keptAt + KEPT_FOR_MS - performance.now();
				if (due > 0) {
					if (!stopped) timer = setTimeout(round, due);
					return;
				}
				await keepAhead();
				keptAt = performance.now();
				// Everything a lesson needs is here now: said for whoever looks, a journey among them.
				document.documentElement.dataset.ahead = "kept";
				void navigator.storage?.persist?.();
			} catch (error) {
				// The page that asks for the passcode clears this device. Only the server's word does that, never its silence.
				if (error instanceof Error && error.message === SIGNED_OUT) window.location.assign("/");
				else if (!stopped) timer = setTimeout(round, AGAIN_MS);
			}
		};
		timer = setTimeout(round, SETTLE_MS);
		window.addEventListener("online", round);
		return () => {
			stopped = true;
			clearTimeout(timer);
			window.removeEventListener("online", round);
		};
	}, [path]);
	return null;
}
