"use client";

import { type ComponentType, useEffect, useState } from "react";

/**
 * A component that is fetched when it is first shown. Where it cannot be fetched nothing
 * else fails: `failed` stands in its place, and asks again on a press.
 */
export function late<P extends object>(
	load: () => Promise<ComponentType<P>>,
	Failed: ComponentType<P & { onAgain: () => void }>,
): ComponentType<P> {
	let fetched: ComponentType<P> | null = null;
	return function Late(props: P) {
		const [Shown, setShown] = useState<ComponentType<P> | null>(() => fetched);
		const [failed, setFailed] = useState(false);
		useEffect(() => {
			if (Shown || failed) return;
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
		}, [Shown, failed]);
		if (Shown) return <Shown {...props} />;
		return failed ? <Failed {...props} onAgain={() => setFailed(false)} /> : null;
	};
}
