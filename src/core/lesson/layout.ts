import { type Gate, looksAtForm } from "@/core/ladder/rung";
import type { Attempt, WatchedPosition } from "@/core/log/kinds";

/** One touch field: what it says, and the attempt one touch on it logs. */
export interface TouchField {
	id: string;
	small: string;
	label: string;
	attempt: Attempt;
	/** The position it names as off; fields of one row can be slid over together. */
	position?: string;
	/** Keys that press it. */
	keys?: string[];
}

export interface FieldLayout {
	/** Rows of faults, top to bottom. */
	rows: TouchField[][];
	/** The bottom row; the last one is GOOD. */
	main: TouchField[];
	/** Musts that have no field of their own for want of room: holding *other* names one of them. */
	behind?: readonly { id: string; name: string }[];
}

export const OTHER = { id: "other", short: "other" };

const row = (
	id: string,
	small: string,
	positions: readonly { id: string; short: string }[],
	attempt: Omit<Attempt, "off">,
): TouchField[] =>
	positions.map((position) => ({
		id: `${id}-${position.id}`,
		small,
		label: position.short,
		position: position.id,
		attempt: { ...attempt, off: [{ position: position.id }] },
	}));

const main = (id: string, small: string, label: string, attempt: Omit<Attempt, "off">): TouchField => ({
	id,
	small,
	label,
	attempt: { ...attempt, off: [] },
});

/** A keyboard's keys: digits for the first row of faults, shifted digits for the second, one for good, one for not. */
export function withKeys({ rows, main: below, ...rest }: FieldLayout): FieldLayout {
	const missed = below.length > 1 ? below[0] : rows[0]?.at(-1);
	const keysOf = (field: TouchField): string[] => [
		...rows.flatMap((one, i) =>
			one.flatMap((other, n) => (other === field ? ((["12345", "!@#$%"][i] ?? "")[n] ?? []) : [])),
		),
		...(field === below.at(-1) ? ["g", "PageDown"] : []),
		...(field === missed ? ["m", "PageUp"] : []),
	];
	const keyed = (field: TouchField): TouchField => ({ ...field, keys: keysOf(field) });
	return { ...rest, rows: rows.map((one) => one.map(keyed)), main: below.map(keyed) };
}

/** The attempt a held *other* logs once one of the musts behind it is named. */
export const namedMust = (field: TouchField, position: string): Attempt => ({ ...field.attempt, off: [{ position }] });

/** So many fields of a row are wide enough for a thumb. */
export const ROOM = 5;

/**
 * The fields a gate asks for. Under `both` each result has a row of faults; under
 * `form` nobody asks whether it came off, under `result` only misses are looked into,
 * and the musts: without them a hit is none. Musts that are not watched stand beside those that are.
 * A touch on a fault row says that the others were fine only where form is judged.
 */
export function fieldsFor(
	gate: Gate,
	positions: readonly WatchedPosition[],
	unwatched: readonly WatchedPosition[] = [],
): FieldLayout {
	const room = Math.max(0, ROOM - positions.length - 1);
	const beside = unwatched.slice(0, room);
	const rest = unwatched.slice(room).map(({ id, name }) => ({ id, name }));
	const layout = rowsOf(gate, positions, beside, rest.length > 0);
	return rest.length > 0 ? { ...layout, behind: rest } : layout;
}

function rowsOf(
	gate: Gate,
	positions: readonly WatchedPosition[],
	beside: readonly WatchedPosition[],
	hasMore: boolean,
): FieldLayout {
	const judged = looksAtForm(gate);
	const faults = [...positions, ...beside, OTHER];
	const musts = [...positions.filter((position) => position.must), ...beside, ...(hasMore ? [OTHER] : [])];
	const watched = positions.length > 0 || hasMore;
	switch (gate) {
		case "both":
			return {
				rows: [
					row("hit", "good, but", faults, { result: "hit", judged }),
					row("miss", "missed", faults, { result: "miss", judged }),
				],
				main: [
					main("miss-clean", "", "missed, form fine", { result: "miss", judged }),
					main("good", "", "GOOD", { result: "hit", judged }),
				],
			};
		case "form":
			return {
				rows: [row("off", "off", faults, { result: "hit", judged })],
				main: [main("good", "", "GOOD", { result: "hit", judged })],
			};
		case "result":
			return {
				rows: [
					...(musts.length > 0 ? [row("hit", "came off, but", musts, { result: "hit", judged })] : []),
					...(watched ? [row("miss", "missed", faults, { result: "miss", judged })] : []),
				],
				main: [
					main("miss", "", "MISSED", { result: "miss", judged }),
					main("good", "", "GOOD", { result: "hit", judged }),
				],
			};
		case "commitment":
			return {
				rows: watched ? [row("committed", "committed, but", faults, { result: "miss", judged, committed: true })] : [],
				main: [
					main("held-back", "", "held back", { result: "miss", judged, committed: false }),
					main("good", "went for it", "GOOD", { result: "hit", judged, committed: true }),
				],
			};
	}
}
