import type { Entry } from "./view";

/** What was seen in stretches of work without separate tries. */
export interface StretchCount {
	/** How often the situation came; taken or not. */
	came: number;
	taken: number;
	/** How often each position was off, by its id. */
	off: Record<string, number>;
}

/** What these entries say of stretches; of one set, where it is given. Null where there was none. */
export function stretchIn(entries: readonly Entry[], set?: string): StretchCount | null {
	const seen = entries.flatMap(({ event }) =>
		event.kind === "seen" && (set === undefined || event.set === set) ? [event.body] : [],
	);
	if (seen.length === 0) return null;
	const off: Record<string, number> = {};
	for (const { what, position = "other" } of seen) if (what === "off") off[position] = (off[position] ?? 0) + 1;
	const taken = seen.filter(({ what }) => what === "taken").length;
	return { came: taken + seen.filter(({ what }) => what === "came").length, taken, off };
}
