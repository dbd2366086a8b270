"use client";

import { useSyncExternalStore } from "react";
import { keepText } from "@/device/localKeep";
import { LIGHT } from "./lightScript";

const lights = ["paper", "daylight", "dim"] as const;

const subscribe = (listener: () => void) => {
	window.addEventListener(LIGHT, listener);
	return () => window.removeEventListener(LIGHT, listener);
};
const read = () => lights.find((one) => one === document.documentElement.dataset.light) ?? "paper";

/** Paper for indoors, full contrast for the sun, dim for halls. */
export function LightSwitch({
	className,
	words = (light) => `light: ${light}`,
}: {
	className: string;
	words?: (light: (typeof lights)[number]) => string;
}) {
	const light = useSyncExternalStore(subscribe, read, () => "paper" as const);
	const next = lights[(lights.indexOf(light) + 1) % lights.length] ?? "paper";
	return (
		<button
			type="button"
			className={className}
			onClick={() => {
				document.documentElement.dataset.light = next;
				keepText(LIGHT, next);
				window.dispatchEvent(new Event(LIGHT));
			}}
		>
			{words(light)}
		</button>
	);
}
