import type { Rule } from "@/core/rules";
import type { Yardstick } from "./wald";

/** A rule that keeps both risks, with what it does and costs. */
export interface FoundRule {
	rule: Rule;
	passNotReady: number;
	passReady: number;
	attemptsNotReady: number;
	attemptsReady: number;
	/** Expected attempts, mean of the two rates: its price. */
	mean: number;
}

export interface Finding {
	/** Fewest expected attempts first. */
	found: FoundRule[];
	/** The simplest that keeps both risks, how much dearer it is (1.1 is a tenth more), and whether that is close. */
	simplest: { found: FoundRule; price: number; close: boolean } | null;
	yardstick: Yardstick;
	/** What is to be said of each kind that keeps the risks badly or not at all. */
	remarks: string[];
}

/** How far a search is, from 0 to 1, and the best rule it knows of so far. */
export interface Progress {
	done: number;
	first: FoundRule | null;
}
