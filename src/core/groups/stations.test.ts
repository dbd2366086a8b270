import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { type Climber, stationsFor, workTogether } from "./stations";

const climber = (id: string, pegs: Record<string, number>, settled: number[] = []): Climber => ({
	id,
	name: id.toUpperCase(),
	ladders: Object.entries(pegs).map(([skill, peg]) => ({
		skill,
		ladder: `${id}-${skill}`,
		peg,
		rung: `${skill} ${peg + 1}`,
		settled,
		kit: [`${skill} kit`],
	})),
});

test("who works with whom: within two rungs, or one on a rung the other has settled", () => {
	const [low, near, high] = [
		climber("a", { balls: 1 }),
		climber("b", { balls: 3 }),
		climber("c", { balls: 7 }, [0, 1, 2]),
	];
	expect(workTogether(low, near, "balls")).toBe(true);
	expect(workTogether(low, high, "balls")).toBe(true);
	expect(workTogether(near, high, "balls")).toBe(false);
	expect(workTogether(low, climber("d", { clubs: 1 }), "balls")).toBe(false);
});

test("every group is at every station once, no station has two, nobody is in two, sizes are one apart at most", () => {
	const rng = xoroshiro128plus(9);
	const upTo = (n: number) => (rng.next() >>> 0) % n;
	for (let n = 0; n < 300; n++) {
		const skills = ["balls", "clubs", "line", "wheel"].slice(0, 2 + upTo(3));
		const people = Array.from({ length: 1 + upTo(12) }, (_, i) =>
			climber(`p${i}`, Object.fromEntries(skills.map((skill) => [skill, upTo(9)]))),
		);
		const told = stationsFor(people, skills, skills.length * (1 + upTo(20)));
		if (!told.ok) throw new Error(told.refusals[0]?.sentence);
		const { groups, turns, stations } = told.value;
		expect(groups.flat().sort()).toEqual(people.map(({ id }) => id).sort());
		const sizes = groups.map(({ length }) => length);
		expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
		for (const turn of turns) {
			const there = turn.filter((group) => group !== null);
			expect(new Set(there).size).toBe(there.length);
		}
		for (const [s] of skills.entries()) {
			const came = turns.map((turn) => turn[s]).filter((group) => group !== null);
			expect(new Set(came).size).toBe(groups.filter(({ length }) => length > 0).length);
		}
		for (const { pairs } of stations) {
			const paired = pairs.flat();
			expect(new Set(paired).size).toBe(paired.length);
		}
	}
});

test("what cannot be is said: nobody, thirteen, one station, no time, a station nobody climbs at", () => {
	const one = climber("a", { balls: 1, clubs: 2 });
	const against = (...ask: Parameters<typeof stationsFor>) => {
		const told = stationsFor(...ask);
		return told.ok ? "" : told.refusals[0]?.sentence;
	};
	expect(against([], ["balls", "clubs"], 30)).toContain("Choose at least two students.");
	expect(
		against(
			Array.from({ length: 13 }, () => one),
			["balls", "clubs"],
			30,
		),
	).toContain("13 students are chosen. Up to 12 fit on one sheet.");
	expect(against([one], ["balls"], 30)).toContain("One station needs no turns. Choose at least two skills.");
	expect(against([one], ["balls", "clubs"], 1)).toContain(
		"1 minute for 2 stations is not 1 to 60 minutes each. Enter 2 to 120.",
	);
	expect(against([one], ["balls", "line"], 30)).toContain(
		"No chosen student has a ladder for line. Leave that station out, or choose another student.",
	);
});
