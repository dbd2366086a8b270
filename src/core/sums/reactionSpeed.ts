import { ASSUMES, DRAG, FAR, FORMULA, neverThere, speedAt, tracks } from "./flight";
import { num, type Sum } from "./sum";

export const reactionSpeed: Sum = {
	id: "reaction",
	title: "As much time at a shorter distance",
	asks: "how fast to throw from here, to give as much time as in the real thing",
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
				large: { value, of: "speed", words: "the speed to throw from here" },
				says: [["It arrives in ", there, ", like the real thing."]],
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
