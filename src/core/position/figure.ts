import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import type { Point } from "./measure";

/** The simulated camera's figure: a body from the side at chosen angles, whose truth is known. Pixels. */

export const joints = ["head", "shoulder", "elbow", "wrist", "hip", "knee", "ankle"] as const;
export type Joint = (typeof joints)[number];

/** Angles of the body in degrees: at the shoulder between trunk and arm, the others between the two parts they join. */
export interface Pose {
	shoulder: number;
	elbow: number;
	hip: number;
	knee: number;
}

export const FIGURE = { width: 640, height: 800 } as const;
const HIP: Point = { x: 320, y: 430 };
const LONG = { trunk: 190, head: 62, upperArm: 105, forearm: 100, thigh: 150, shin: 145 } as const;

/** Turns a direction by so many degrees and goes on from a point. */
const goOn = (from: Point, direction: number, length: number): Point => ({
	x: from.x + length * Math.cos((direction * Math.PI) / 180),
	y: from.y + length * Math.sin((direction * Math.PI) / 180),
});

const UP = -90;
const HALF = 180;

/** Where each joint of a pose is. */
export function figureOf({ shoulder, elbow, hip, knee }: Pose): Record<Joint, Point> {
	const shoulderAt = goOn(HIP, UP, LONG.trunk);
	// The trunk goes down from the shoulder; the arm opens forward from it.
	const arm = UP + HALF - shoulder;
	const elbowAt = goOn(shoulderAt, arm, LONG.upperArm);
	// The trunk goes up from the hip; the thigh opens forward from it.
	const thigh = UP + hip;
	const kneeAt = goOn(HIP, thigh, LONG.thigh);
	return {
		head: goOn(shoulderAt, UP, LONG.head),
		shoulder: shoulderAt,
		elbow: elbowAt,
		wrist: goOn(elbowAt, arm - HALF + elbow, LONG.forearm),
		hip: HIP,
		knee: kneeAt,
		ankle: goOn(kneeAt, thigh + HALF - knee, LONG.shin),
	};
}

/** The lines that the figure is drawn with. */
export const bones: readonly [Joint, Joint][] = [
	["head", "shoulder"],
	["shoulder", "hip"],
	["shoulder", "elbow"],
	["elbow", "wrist"],
	["hip", "knee"],
	["knee", "ankle"],
];

const between = (share: number, low: number, high: number) => Math.round(low + share * (high - low));

const SPREAD = 0x9e3779b1;
const LET_GO = 16;

/** A pose by its number: the same one whenever it is asked for. */
export function poseOf(seed: number): Pose {
	// Seeds that lie close together begin alike: they are spread, and the first draws let go.
	const rng = xoroshiro128plus(Math.imul(seed, SPREAD));
	for (let i = 0; i < LET_GO; i++) rng.next();
	const share = () => (rng.next() >>> 0) / 4294967296;
	return {
		shoulder: between(share(), 15, 165),
		elbow: between(share(), 40, 170),
		hip: between(share(), 100, 178),
		knee: between(share(), 90, 178),
	};
}
