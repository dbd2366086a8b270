import { type Outcome, refuse } from "@/core/refusals/refusals";
import { num, type SumField, type SumValues } from "./sum";

/**
 * The same time to react at a shorter distance: what flies is slower by as much as the way is
 * shorter. Drag that grows with the square of the speed, k a metre: v(x) = V e^(-kx), so the way
 * x takes (e^(kx) - 1) / (k V).
 */

/** How long a way is worth: its length without drag, (e^(kx) - 1) / k with it. Its limit for little drag is x. */
const worth = (x: number, drag: number): number => (drag === 0 ? x : Math.expm1(drag * x) / drag);

/** Seconds to fly a way. */
export const flight = (speed: number, distance: number, drag = 0): number => worth(distance, drag) / speed;

/** Speed at a distance that gives the same time as `speed` does at `far`. */
export const speedAt = (speed: number, far: number, distance: number, drag = 0): number =>
	(speed * worth(distance, drag)) / worth(far, drag);

/** Distance at which a speed gives the same time as `speed` does at `far`. */
export function distanceAt(speed: number, far: number, slower: number, drag = 0): number {
	const share = (slower / speed) * worth(far, drag);
	return drag === 0 ? share : Math.log1p(drag * share) / drag;
}

export const FAR: SumField[] = [
	{ key: "speed", name: "real speed", of: "speed", least: 0.1, most: 150 },
	{ key: "far", name: "real distance", of: "length", least: 0.1, most: 500 },
];
export const DRAG: SumField = {
	key: "drag",
	name: "drag",
	of: "drag",
	least: 0,
	most: 0.5,
	hint: ["0 for something heavy. A scarf has ", { value: 0.2, of: "drag" }, " and more"],
};

export const tracks = (values: SumValues, near: number) => {
	const seconds = flight(num(values, "speed"), num(values, "far"), num(values, "drag"));
	return {
		seconds,
		drawing: {
			kind: "tracks" as const,
			seconds,
			tracks: [
				{ label: "real thing", length: { value: num(values, "far"), of: "length" as const } },
				{ label: "here", length: { value: near, of: "length" as const } },
			],
		},
	};
};

/** Longer than this nothing is in the air that one could meet. */
export const LONGEST = 60;

/** A refusal where drag stops it before it is there. */
export const neverThere = (values: SumValues): Outcome<never> | null =>
	flight(num(values, "speed"), num(values, "far"), num(values, "drag")) <= LONGEST
		? null
		: refuse("far", `The real flight would take over ${LONGEST} s. Enter a shorter distance, less drag or more speed.`);

export const ASSUMES =
	"It flies straight, with no push on the way. With drag, it slows by the square of its speed. Seeing where it comes from is not included.";
export const FORMULA = "v = V d / D; with drag k: v = V (e^kd − 1) / (e^kD − 1)";
