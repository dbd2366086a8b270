"use client";

import { useSyncExternalStore } from "react";

/** Told of each time the page learns that all a lesson needs is held here. */
function watch(heard: () => void): () => void {
	const observer = new MutationObserver(heard);
	observer.observe(document.documentElement, { attributeFilter: ["data-ahead"] });
	return () => observer.disconnect();
}

/** Says when this device can start and count lessons without a signal; its place is kept until then. */
export function Ready() {
	const ready = useSyncExternalStore(
		watch,
		() => document.documentElement.dataset.ahead === "kept" && navigator.serviceWorker?.controller !== null,
		() => false,
	);
	return (
		<p className="mute mt-2" style={{ minHeight: "1.5em" }} role="status">
			{ready && "This device is ready for lessons without a signal ✓"}
		</p>
	);
}
