import { type Outcome, refuse } from "@/core/refusals/refusals";
import { num, type Sum, type SumField, type SumValues } from "./sum";

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

const FAR: SumField[] = [
	{ key: "speed", name: "speed in earnest", of: "speed", least: 0.1, most: 150 },
	{ key: "far", name: "distance in earnest", of: "length", least: 0.1, most: 500 },
];
const DRAG: SumField = {
	key: "drag",
	name: "drag",
	of: "drag",
	least: 0,
	most: 0.5,
	hint: ["0 for something heavy; a scarf has ", { value: 0.2, of: "drag" }, " and more"],
};

const tracks = (values: SumValues, near: number) => {
	const seconds = flight(num(values, "speed"), num(values, "far"), num(values, "drag"));
	return {
		seconds,
		drawing: {
			kind: "tracks" as const,
			seconds,
			tracks: [
				{ label: "in earnest", length: { value: num(values, "far"), of: "length" as const } },
				{ label: "here", length: { value: near, of: "length" as const } },
			],
		},
	};
};

/** Longer than this nothing is in the air that one could meet. */
const LONGEST = 60;

/** A refusal where drag stops it before it is there. */
const neverThere = (values: SumValues): Outcome<never> | null =>
	flight(num(values, "speed"), num(values, "far"), num(values, "drag")) <= LONGEST
		? null
		: refuse(
				"far",
				`In earnest it would be over ${LONGEST} s under way; a shorter distance, less drag or more speed is needed.`,
			);

const ASSUMES =
	"That it flies straight and nothing pushes it; with drag, that it is slowed by the square of its speed. Seeing where it comes from is not in it.";
const FORMULA = "v = V d / D; with drag k: v = V (e^kd − 1) / (e^kD − 1)";

export const reactionSpeed: Sum = {
	id: "reaction",
	title: "As much time at a shorter distance",
	asks: "how fast to throw from here, so that there is as much time as in earnest",
	fields: [...FAR, { key: "near", name: "distance here", of: "length", least: 0.1, most: 500 }, DRAG],
	fresh: { speed: 12, far: 9, near: 5, drag: 0 },
	result: { least: 0.1, most: 150, field: "near" },
	formula: FORMULA,
	assumes: ASSUMES,
	work(values) {
		const near = num(values, "near");
		const late = neverThere(values);
		if (late) return late;
		const value = speedAt(num(values, "speed"), num(values, "far"), near, num(values, "drag"));
		const { seconds, drawing } = tracks(values, near);
		const there = { value: seconds, of: "seconds" as const };
		return {
			ok: true,
			value: {
				large: { value, of: "speed", words: "to be thrown from here" },
				says: [["It is there in ", there, ", as in earnest."]],
				drawing,
				line: [
					"Thrown at ",
					{ value, of: "speed" },
					" from ",
					{ value: near, of: "length" },
					": there in ",
					there,
					", as at ",
					{ value: num(values, "speed"), of: "speed" },
					" from ",
					{ value: num(values, "far"), of: "length" },
					".",
				],
			},
		};
	},
};

export const reactionDistance: Sum = {
	id: "distance",
	title: "The distance for a slower throw",
	asks: "how close to stand for what can be thrown here, so that there is as much time as in earnest",
	fields: [...FAR, { key: "slower", name: "speed here", of: "speed", least: 0.1, most: 150 }, DRAG],
	fresh: { speed: 12, far: 9, slower: 6, drag: 0 },
	result: { least: 0.1, most: 500, field: "slower" },
	formula: "d = D v / V; with drag k: d = ln(1 + v (e^kD − 1) / V) / k",
	assumes: ASSUMES,
	work(values) {
		const slower = num(values, "slower");
		const late = neverThere(values);
		if (late) return late;
		const value = distanceAt(num(values, "speed"), num(values, "far"), slower, num(values, "drag"));
		const { seconds, drawing } = tracks(values, value);
		return {
			ok: true,
			value: {
				large: { value, of: "length", words: "is the distance here" },
				says: [["It is there in ", { value: seconds, of: "seconds" }, ", as in earnest."]],
				drawing,
				line: [
					"From ",
					{ value, of: "length" },
					" at ",
					{ value: slower, of: "speed" },
					": as much time as in earnest, ",
					{ value: seconds, of: "seconds" },
					".",
				],
			},
		};
	},
};

export const startTime: Sum = {
	id: "start",
	title: "When to start",
	asks: "when one’s own movement has to begin to be there with what comes",
	fields: [
		{ key: "arrives", name: "time until it is there", of: "seconds", least: 0.05, most: 60 },
		{ key: "own", name: "time of one’s own movement", of: "seconds", least: 0.01, most: 60 },
	],
	fresh: { arrives: 0.75, own: 0.45 },
	formula: "start = arrival − own time",
	assumes: "That one’s own movement takes as long as it does alone. Seeing and deciding come before the start.",
	work(values) {
		const [arrives, own] = [num(values, "arrives"), num(values, "own")];
		const value = arrives - own;
		return {
			ok: true,
			value: {
				large: { value: Math.abs(value), of: "seconds", words: value < 0 ? "before it leaves" : "after it leaves" },
				says: [
					value < 0
						? ["It takes longer than what comes: start before it leaves, or shorten the movement."]
						: ["So long it can be watched."],
				],
				drawing: {
					kind: "time",
					seconds: Math.max(arrives, own),
					spans: [
						{ label: "it comes", from: Math.max(0, -value), to: Math.max(arrives, own) },
						{ label: "own movement", from: Math.max(0, value), to: Math.max(arrives, own) },
					],
				},
				line: [
					"Start ",
					{ value: Math.abs(value), of: "seconds" },
					value < 0 ? " before it leaves." : " after it leaves.",
				],
			},
		};
	},
};

/** Joules: half m v squared. */
export const energyOf = (mass: number, speed: number): number => 0.5 * mass * speed * speed;

export const energy: Sum = {
	id: "energy",
	title: "How hard it lands",
	asks: "what another weight or another speed changes",
	fields: [
		{ key: "mass", name: "mass", of: "mass", least: 0.001, most: 300 },
		{ key: "speed", name: "speed", of: "speed", least: 0.1, most: 60 },
		{ key: "mass2", name: "the other mass", of: "mass", least: 0.001, most: 300 },
		{ key: "speed2", name: "the other speed", of: "speed", least: 0.1, most: 60 },
	],
	fresh: { mass: 0.21, speed: 5, mass2: 0.21, speed2: 7 },
	result: { least: 0.01, most: 10000, field: "mass2" },
	formula: "E = ½ m v²",
	assumes: "The whole of it is taken up where it lands; nothing is said of how softly.",
	caution:
		"No number makes a fall or a hit safe. What the discipline’s own body, the venue and those licensed for it say goes first.",
	work(values) {
		const one = energyOf(num(values, "mass"), num(values, "speed"));
		const value = energyOf(num(values, "mass2"), num(values, "speed2"));
		const times = { value: value / one, of: "number" as const };
		return {
			ok: true,
			value: {
				large: { ...times, words: "times as hard" },
				says: [["From ", { value: one, of: "energy" }, " to ", { value, of: "energy" }, "."]],
				drawing: {
					kind: "bars",
					of: "energy",
					bars: [
						{ label: "first", value: one },
						{ label: "the other", value, marked: true },
					],
				},
				line: ["It lands ", times, " times as hard: ", { value, of: "energy" }, "."],
			},
		};
	},
};
