import { type Outcome, refuse } from "@/core/refusals/refusals";
import { sum } from "@/core/statistics/sums";
import { plural } from "@/core/text/lists";

/** A group over several skills at once: who is where when, on which rung, and who can work with whom. */

export const MOST_PEOPLE = 12;
export const MOST_STATIONS = 6;
const MOST_TURN_MINUTES = 60;

export interface Climber {
	id: string;
	name: string;
	/** By the skill: where the peg stands and how the rungs stand. */
	ladders: readonly {
		skill: string;
		ladder: string;
		peg: number;
		rung: string;
		/** Rungs that are settled, from 0. */
		settled: readonly number[];
		kit: readonly string[];
	}[];
}

export interface Station {
	skill: string;
	/** Everything that is needed at it, each once. */
	kit: string[];
	/** Who works on what; null where somebody has no ladder there, and helps. */
	people: { id: string; name: string; rung: string | null }[];
	/** Who can work with whom: both of a pair gain by it. */
	pairs: [string, string][];
}

export interface Stations {
	stations: Station[];
	/** Groups of ids: the people spread as evenly as they can be. */
	groups: string[][];
	/** By turn and station, the group that is there; null where a station waits. */
	turns: (number | null)[][];
	minutes: number;
}

/** So many rungs apart two still work together. */
const NEAR = 2;

type OnSkill = Climber["ladders"][number] | undefined;
const onSkill = ({ ladders }: Climber, skill: string): OnSkill => ladders.find((one) => one.skill === skill);

/** Two within two rungs of each other on a skill, or one on a rung that the other has settled. */
export function workTogether(one: Climber, other: Climber, skill: string): boolean {
	const [a, b] = [onSkill(one, skill), onSkill(other, skill)];
	if (!a || !b) return false;
	return Math.abs(a.peg - b.peg) <= NEAR || b.settled.includes(a.peg) || a.settled.includes(b.peg);
}

/** Pairs of a station, each person in one at most, those who are nearest first. */
function pairsOf(people: readonly Climber[], skill: string): [string, string][] {
	const all = people.flatMap((one, i) =>
		people.slice(i + 1).flatMap((other) => {
			const [a, b] = [onSkill(one, skill), onSkill(other, skill)];
			return a && b && workTogether(one, other, skill) ? [{ one, other, apart: Math.abs(a.peg - b.peg) }] : [];
		}),
	);
	const taken = new Set<string>();
	return all
		.sort((a, b) => a.apart - b.apart)
		.flatMap(({ one, other }): [string, string][] => {
			if (taken.has(one.id) || taken.has(other.id)) return [];
			taken.add(one.id).add(other.id);
			return [[one.name, other.name]];
		});
}

/** As many groups as there are stations, dealt out by where they stand so that those of a group stand near each other, sizes at most one apart. */
function groupsOf(people: readonly Climber[], skills: readonly string[], count: number): string[][] {
	const height = (one: Climber) => sum(skills, (skill) => onSkill(one, skill)?.peg ?? 0) / Math.max(1, skills.length);
	const sorted = [...people].sort((a, b) => height(a) - height(b) || (a.id < b.id ? -1 : 1));
	const [size, more] = [Math.floor(sorted.length / count), sorted.length % count];
	let from = 0;
	return Array.from({ length: count }, (_, i) => {
		const to = from + size + (i < more ? 1 : 0);
		const group = sorted.slice(from, to).map(({ id }) => id);
		from = to;
		return group;
	});
}

/**
 * The whole of it: every group is at every station once, no station has two, each turn lasts as long.
 *
 * @param skills one station each, in the order in which they stand
 * @param minutes of all turns together
 */
export function stationsFor(people: readonly Climber[], skills: readonly string[], minutes: number): Outcome<Stations> {
	if (people.length === 0) return refuse("people", "Choose at least two students.");
	if (people.length > MOST_PEOPLE)
		return refuse("people", `${people.length} students are chosen. Up to ${MOST_PEOPLE} fit on one sheet.`);
	if (skills.length < 2) return refuse("skills", "One station needs no turns. Choose at least two skills.");
	if (skills.length > MOST_STATIONS)
		return refuse("skills", `${skills.length} stations are chosen. Use at most ${MOST_STATIONS}.`);
	const turn = Math.floor(minutes / skills.length);
	if (!(turn >= 1) || turn > MOST_TURN_MINUTES)
		return refuse(
			"minutes",
			`${plural(Number.isFinite(minutes) ? minutes : 0, "minute")} for ${skills.length} stations is not 1 to ${MOST_TURN_MINUTES} minutes each. Enter ${skills.length} to ${skills.length * MOST_TURN_MINUTES}.`,
		);
	const idle = skills.find((skill) => people.every((one) => !onSkill(one, skill)));
	if (idle)
		return refuse(
			"skills",
			`No chosen student has a ladder for ${idle}. Leave that station out, or choose another student.`,
		);
	const groups = groupsOf(people, skills, skills.length);
	return {
		ok: true,
		value: {
			minutes: turn,
			groups,
			turns: skills.map((_, t) =>
				skills.map((__, s) => {
					const group = (s - t + skills.length) % skills.length;
					return (groups[group] ?? []).length > 0 ? group : null;
				}),
			),
			stations: skills.map((skill) => ({
				skill,
				kit: [...new Set(people.flatMap((one) => onSkill(one, skill)?.kit ?? []))],
				people: people.map((one) => ({ id: one.id, name: one.name, rung: onSkill(one, skill)?.rung ?? null })),
				pairs: groups.flatMap((group) =>
					pairsOf(
						people.filter(({ id }) => group.includes(id)),
						skill,
					),
				),
			})),
		},
	};
}
