"use client";

import { useState } from "react";

/** Keys for rows that have no id of their own: a row keeps its key while others come and go. */
export function useRowKeys(count: number) {
	const [keys, setKeys] = useState(() => Array.from({ length: count }, (_, i) => i));
	const keyAt = (i: number) => keys[i] ?? i;
	const all = () => Array.from({ length: count }, (_, i) => keyAt(i));
	return {
		keyAt,
		added: () => setKeys([...all(), Math.max(-1, ...all()) + 1]),
		removed: (i: number) => setKeys(all().filter((_, n) => n !== i)),
	};
}
