import { ASSUMES, DRAG, distanceAt, FAR, neverThere, tracks } from "./flight";
import { num, type Sum } from "./sum";

export const reactionDistance: Sum = {
	id: "distance",
	title: "The distance for a slower throw",
	asks: "how close to stand for the speed you can throw, to give as much time as in the real thing",
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
				says: [["It arrives in ", { value: seconds, of: "seconds" }, ", like the real thing."]],
				drawing,
				line: [
					"From ",
					{ value, of: "length" },
					" at ",
					{ value: slower, of: "speed" },
					": as much time as in the real thing, ",
					{ value: seconds, of: "seconds" },
					".",
				],
			},
		};
	},
};
