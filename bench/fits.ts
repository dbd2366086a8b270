import { forecast, pastForecasts } from "@/core/insight/forecast";
import { goesWith } from "@/core/insight/goesWith";
import type { SeenVisit } from "@/core/insight/seen";
import { few, median } from "./measure";

const TURNS = few(7, 1);
const A_SECOND_MS = few(1000, 50);

/** Passes a lesson of a ladder: about one in three, the same ones each time. */
const passes = (lessons: number, of: number): number[] =>
	Array.from({ length: lessons }, (_, i) => ((i * 7 + of * 5) % 3 === 0 ? 1 : 0));

/** Visits of a student as forty lessons of them leave behind: three positions watched, a hundred tries a lesson. */
const visits = (lessons: number): SeenVisit[] =>
	Array.from({ length: lessons }, (_, lesson) => ({
		lesson: `l${lesson}`,
		day: "2026-11-27",
		ladder: "ladder",
		rung: `r${lesson % 4}`,
		watched: ["a", "b", "c"],
		steps: Array.from({ length: 100 }, (_, i) => ({
			kind: "try" as const,
			id: `t${lesson}-${i}`,
			good: i % 3 !== 0,
			judged: true,
			off: ["a", "b", "c"].filter((_, p) => (i * (p + 3) + lesson) % 7 < 2),
		})),
	}));

/** Everything that is fitted for one student at once: three ladders of their own, twelve of others, forty lessons try by try. */
export function fits(): void {
	const own = [passes(60, 1), passes(45, 2), passes(30, 3)];
	const others = Array.from({ length: 12 }, (_, i) => passes(40, i));
	const seen = visits(40);
	const all = () => {
		const from = performance.now();
		for (const one of own)
			for (const ahead of [4, 8, 16])
				if (!forecast(one, ahead, [...own.filter((ladder) => ladder !== one), ...others]).ok)
					throw new Error("a forecast was refused");
		pastForecasts([...own, ...others], 4);
		goesWith(seen, ["a", "b", "c"]);
		return performance.now() - from;
	};
	all();
	const took = Array.from({ length: TURNS }, all);
	const ratio = median(took) / A_SECOND_MS;
	console.log(
		`all fits for one student, against a second:\n  ${ratio.toFixed(2)} of it (${(Math.min(...took) / A_SECOND_MS).toFixed(2)} to ${(Math.max(...took) / A_SECOND_MS).toFixed(2)} over ${TURNS} turns); goal 1: ${ratio <= 1 ? "met" : "missed"}`,
	);
}
