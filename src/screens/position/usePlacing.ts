"use client";

import { useState } from "react";
import { change, redo, startHistory, undo } from "@/core/editing/history";
import { endsRefusal, mirrorPoint, type Point } from "@/core/position/measure";
import { measureStill, type PositionCheck, type Still, type StillMeasure } from "@/core/position/still";
import { list } from "@/core/text/lists";

/** What is measured, as it is typed: which points, the range, the known length. */
export interface Ask {
	of: "angle" | "distance";
	names: string[];
	/** Degrees, or metres. */
	low: number | null;
	high: number | null;
	/** Metres, of a distance. */
	known: number | null;
}

export interface Placed {
	ask: Ask;
	points: Still["points"];
	/** Names of the points that were put where they belong; the others only wait in the picture. */
	placed: string[];
	marks: Still["marks"];
}

const USUAL = { angle: ["upper", "corner", "lower"], distance: ["one", "other"] };
const KNOWN = ["known one", "known other"];

export const namesFor = ({ of, names }: Pick<Ask, "of" | "names">): string[] => {
	const own = USUAL[of].map((usual, i) => names[i]?.trim() || usual);
	return of === "angle" ? own : [...own, ...KNOWN];
};

export const askFrom = (check: PositionCheck | undefined): Ask => ({
	of: check?.of ?? "angle",
	names: check?.at ?? [],
	low: check?.low ?? null,
	high: check?.high ?? null,
	known: null,
});

/** The points that are asked for: those that are placed stay where they are, others begin in the middle, apart. */
export const pointsFor = (ask: Ask, placed: Still["points"], { width, height }: { width: number; height: number }) =>
	namesFor(ask).map((name, i, all) => {
		const before = placed.find((point) => point.name === name);
		const apart = (i + 1) / (all.length + 1);
		return before ?? { name, x: Math.round(width * (0.3 + 0.4 * apart)), y: Math.round(height * apart) };
	});

/** The measure in the still's own terms; null while a known length is missing. */
export function measureFrom(ask: Ask): StillMeasure | null {
	const [a = "", b = "", c = "", d = ""] = namesFor(ask);
	const range = ask.low !== null && ask.high !== null ? { low: ask.low, high: ask.high } : null;
	if (ask.of === "angle") return { kind: "angle", at: [a, b, c], range };
	return ask.known === null || !(ask.known > 0)
		? null
		: { kind: "distance", at: [a, b], known: { at: [c, d], metres: ask.known }, range };
}

/** Why nothing can be told, in a sentence with what to do; null where it can. */
export function troubleOf({ ask, points, placed }: Placed): string | null {
	const { low, high } = ask;
	const waiting = namesFor(ask).filter((name) => !placed.includes(name));
	if (waiting.length > 0)
		return `Put ${list(waiting)} where ${waiting.length === 1 ? "it belongs" : "they belong"}. Then you get a reading.`;
	if (low !== null && high !== null && low > high)
		return `Tolerance: ${low} to ${high} is the wrong way round. Swap the two.`;
	const ends =
		low !== null && high !== null && endsRefusal(ask.of, { low, high }, ask.of === "angle" ? "degrees" : "m");
	if (ends) return ends;
	const spots = new Set(points.map(({ x, y }) => `${x} ${y}`));
	if (ask.of === "distance" && (ask.known === null || !(ask.known > 0)))
		return ask.known === null
			? "To measure a distance, mark a known length in the same plane and say how long it is."
			: `Known length: enter its real length, more than 0, not ${ask.known}.`;
	const measure = measureFrom(ask);
	const [told] = measure ? measureStill({ points, measures: [measure] }) : [];
	if (told && !told.measured)
		return spots.size === 1
			? "All points are on one spot. Move them apart."
			: "Two of the points are on one spot. Move one of them.";
	return null;
}

/** Points, lines and what is asked, with a way back; shown mirrored the picture stays as it was taken. */
export function usePlacing(first: Placed, width: number) {
	const [history, setHistory] = useState(() => startHistory(first));
	const [mirrored, setMirrored] = useState(false);
	const now = history.now;
	const put = (next: Partial<Placed>, what = "") =>
		setHistory((was) => change(was, { ...was.now, ...next }, what, Date.now()));
	const seen = <P extends Point>(point: P): P => (mirrored ? mirrorPoint(point, width) : point);
	return {
		now,
		mirrored,
		mirror: () => setMirrored(!mirrored),
		/** As it is shown, and back: a mirror is its own way back. */
		seen,
		put,
		move: (name: string, to: Point) =>
			put(
				{
					points: now.points.map((one) => (one.name === name ? { ...one, ...seen(to) } : one)),
					placed: [...new Set([...now.placed, name])],
				},
				`move ${name}`,
			),
		undo: () => setHistory(undo),
		redo: () => setHistory(redo),
		canUndo: history.past.length > 0,
		canRedo: history.future.length > 0,
	};
}

export type Placing = ReturnType<typeof usePlacing>;
