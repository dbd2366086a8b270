"use client";

import { type ComponentType, useEffect, useState } from "react";

/**
 * A component that is fetched when it is first shown. Where it cannot be fetched nothing
 * else fails: `failed` stands in its place, and asks again on a press.
 */
export function late<P extends object>(
	load: () => Promise<ComponentType<P>>,
	Failed: ComponentType<P & { onAgain: () => void }>,
): LateComponent<P> {
	let fetched: ComponentType<P> | null = null;
	function Late(props: P) {
		const [Loaded, setShown] = useState<ComponentType<P> | null>(() => fetched);
		const [failed, setFailed] = useState(false);
		useEffect(() => {
			if (Loaded || failed) return;
			let here = true;
			load().then(
				(component) => {
					fetched = component;
					if (here) setShown(() => component);
				},
				() => here && setFailed(true),
			);
			return () => {
				here = false;
			};
		}, [Loaded, failed]);
		if (Loaded) return <Loaded {...props} />;
		return failed ? <Failed {...props} onAgain={() => setFailed(false)} /> : null;
	}
	return Object.assign(Late, {
		preload: () =>
			load().then(
				(component) => {
					fetched = component;
				},
				// It is asked for again when it is opened.
				() => {},
			),
	});
}

type LateComponent<P> = ComponentType<P> & { preload: () => Promise<void> };

/** Fetches these one after the other when nothing else is to do, so that they are there when they are opened. */
export function preloadLate(all: readonly { preload: () => Promise<void> }[]): () => void {
	let stopped = false;
	const idle = window.requestIdleCallback ?? ((act: () => void) => setTimeout(act, 200));
	const next = (at: number) => {
		if (!stopped && at < all.length) void all[at]?.preload().then(() => idle(() => next(at + 1)));
	};
	idle(() => next(0));
	return () => {
		stopped = true;
	};
}
