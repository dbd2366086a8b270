"use client";

import { useState } from "react";
import { useStable } from "@/ui/useStable";
import type { Board } from "./model";

/** The label in hand: as it was said, else as on the last try of the visit. */
export function useLabel({ visit }: Board) {
	const [said, setSaid] = useState<{ visit: string; label: string } | null>(null);
	return {
		label: said?.visit === visit.key ? said.label : (visit.tries.at(-1)?.body.label ?? ""),
		setLabel: useStable((label: string) => setSaid({ visit: visit.key, label })),
	};
}
