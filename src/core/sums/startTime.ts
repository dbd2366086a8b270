import { num, type Sum } from "./sum";

export const startTime: Sum = {
	id: "start",
	title: "When to start",
	asks: "when you must start to move, to be there on time",
	fields: [
		{ key: "arrives", name: "time until it arrives", of: "seconds", least: 0.05, most: 60 },
		{ key: "own", name: "time your movement takes", of: "seconds", least: 0.01, most: 60 },
	],
	fresh: { arrives: 0.75, own: 0.45 },
	formula: "start = arrival − own time",
	assumes: "Your movement takes as long as it does alone. Seeing and deciding come before the start.",
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
