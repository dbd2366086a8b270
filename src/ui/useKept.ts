"use client";

import { useEffect, useState } from "react";
import { forgetKept, keepText, readKept } from "@/device/localKeep";

/** A text that is kept on this device while it is typed. */
export function useKept(key: string, initial: string): [string, (text: string) => void, () => void] {
	const name = `peg-ladder draft ${key}`;
	const [text, setText] = useState(initial);
	useEffect(() => {
		const stored = readKept(name);
		if (stored !== null) setText(stored);
	}, [name]);
	return [
		text,
		(next) => {
			setText(next);
			keepText(name, next);
		},
		() => forgetKept(name),
	];
}
