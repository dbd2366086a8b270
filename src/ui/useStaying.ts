"use client";

import { useState } from "react";

/**
 * Lines that a press deals with. One that was pressed stays in its place until the page is left, also
 * where the page's next answer has it no more: nothing moves under the finger, and what the line says
 * of the press is read. One that was in none of the lines comes behind them.
 *
 * @param idOf what tells one line from the others
 */
export function useStaying<T>(entries: readonly T[], idOf: (one: T) => string) {
	const [pressed, setPressed] = useState<readonly { one: T; at: number }[]>([]);
	const lines = [...entries];
	for (const { one, at } of pressed) if (!lines.some((line) => idOf(line) === idOf(one))) lines.splice(at, 0, one);
	const stay = (one: T) => {
		const others = pressed.filter((other) => idOf(other.one) !== idOf(one));
		const at = lines.findIndex((line) => idOf(line) === idOf(one));
		setPressed([...others, { one, at: at < 0 ? lines.length : at }].sort((a, b) => a.at - b.at));
	};
	return { lines, stay };
}
