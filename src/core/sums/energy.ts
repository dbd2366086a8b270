import { num, type Sum } from "./sum";

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
	assumes: "All of it is absorbed where it lands. How softly is not included.",
	caution:
		"No number makes a fall or a hit safe. Your sport’s governing body, the venue and licensed professionals come first.",
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
