"use client";

import { useSyncExternalStore } from "react";
import { keepText } from "@/device/localKeep";

const lights = ["paper", "daylight", "dim"] as const;
const changed = "peg-ladder-light";

const subscribe = (listener: () => void) => {
	window.addEventListener(changed, listener);
	return () => window.removeEventListener(changed, listener);
};
const read = () => document.documentElement.dataset.light ?? "paper";

/** Paper for indoors, full contrast for the sun, dim for halls. */
export function LightSwitch({ className }: { className: string }) {
	const light = useSyncExternalStore(subscribe, read, () => "paper");
	const next = lights[((lights as readonly string[]).indexOf(light) + 1) % lights.length] ?? "paper";
	return (
		<button
			type="button"
			className={className}
			onClick={() => {
				document.documentElement.dataset.light = next;
				keepText(changed, next);
				window.dispatchEvent(new Event(changed));
			}}
		>
			light: {light}
		</button>
	);
}

/** Runs before the first paint, so that a hall does not light up white. */
export const lightScript = `try{document.documentElement.dataset.light=localStorage.getItem(${JSON.stringify(changed)})||"paper"}catch{}`;
