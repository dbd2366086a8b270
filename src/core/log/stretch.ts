import type { Variation } from "./kinds";
import type { Entry } from "./view";

/** What was seen in stretches of work without separate tries. */
export interface StretchCount {
	/** How often the situation came; taken or not. */
	came: number;
	taken: number;
	/** How often each position was off, by its id. */
	off: Record<string, number>;
}

/** Stretches of one form of the rung, with one label. */
export interface StretchWrap extends StretchCount {
	variation: Variation;
	label: string;
}

/** What these entries say of stretches, apart by the form they were played in and by the label that held. */
export function stretchesIn(entries: readonly Entry[], formOfSet: ReadonlyMap<string, Variation>): StretchWrap[] {
	const kinds = new Map<string, { variation: Variation; label: string; entries: Entry[] }>();
	for (const entry of entries) {
		if (entry.event.kind !== "seen") continue;
		const variation = formOfSet.get(entry.event.set ?? "") ?? "own";
		const label = entry.event.body.label ?? "";
		const one = kinds.get(`${variation}/${label}`) ?? { variation, label, entries: [] };
		one.entries.push(entry);
		kinds.set(`${variation}/${label}`, one);
	}
	return [...kinds.values()].flatMap(({ variation, label, entries: some }) => {
		const count = stretchIn(some);
		return count ? [{ variation, label, ...count }] : [];
	});
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
