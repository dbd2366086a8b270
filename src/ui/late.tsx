"use client";

import { Component, type ComponentType, type ReactNode, useEffect, useState } from "react";

/** What breaks while it is drawn is taken out, and something else stands in its place: the page around it goes on. */
class Boundary extends Component<
	{ instead: (again: () => void) => ReactNode; children: ReactNode },
	{ broken: boolean }
> {
	override state = { broken: false };
	static getDerivedStateFromError = () => ({ broken: true });
	override render() {
		const { instead, children } = this.props;
		return this.state.broken ? instead(() => this.setState({ broken: false })) : children;
	}
}

/**
 * A component that is fetched when it is first shown. Where it cannot be fetched, or breaks,
 * nothing else fails: `Failed` stands in its place, and asks again on a press.
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
		if (Loaded)
			return (
				<Boundary instead={(again) => <Failed {...props} onAgain={again} />}>
					<Loaded {...props} />
				</Boundary>
			);
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
