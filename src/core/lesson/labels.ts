import type { Elsewhere } from "@/core/log/kinds";

/** What work beside the peg is called where it is read; the stored names stay. */
export const elsewhereWords: Record<Elsewhere, string> = {
	"here today": "just today",
	"warm-up": "warm-up",
	"re-check": "check",
};
