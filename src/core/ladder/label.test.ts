import fc from "fast-check";
import { ladderLabels, studentLabels } from "./label";

const ladder = (
	id: string,
	student: string,
	skill: string,
	side: "left" | "right" | "none" = "none",
	name?: string,
) => ({
	id,
	student,
	skill,
	side,
	name,
});
const people = [
	{ id: "ida", name: "Ida Fern" },
	{ id: "ida2", name: "Ida Moss" },
	{ id: "bo", name: "Bo" },
];

test("the first name where it is nobody else's, else the whole; the same name twice is numbered", () => {
	const whos = (all: typeof people) => [...studentLabels(all).values()].map(({ who }) => who);
	expect(whos(people)).toEqual(["Ida Fern", "Ida Moss", "Bo"]);
	expect(whos([...people, { id: "bo2", name: "Bo" }])).toEqual(["Ida Fern", "Ida Moss", "Bo", "Bo (2)"]);
	expect(studentLabels([]).size).toBe(0);
});

test("a ladder is called by its own name, else by skill and side; what would read the same is numbered", () => {
	const labels = ladderLabels(
		[
			ladder("a", "bo", "balls"),
			ladder("b", "bo", "hoop", "left"),
			ladder("c", "bo", "hoop", "right"),
			ladder("d", "bo", "balls"),
			ladder("e", "bo", "balls", "none", "Balls, for the show"),
			ladder("f", "ida", "balls"),
		],
		people,
	);
	expect([...labels.values()].map(({ what }) => what)).toEqual([
		"balls",
		"hoop, left",
		"hoop, right",
		"balls (2)",
		"Balls, for the show",
		"balls",
	]);
	expect(labels.get("a")).toMatchObject({ who: "Bo", several: true });
	expect(labels.get("f")).toMatchObject({ who: "Ida Fern", several: false });
});

test("whatever they are called, no two ladders read the same", () => {
	const word = fc.constantFrom("a", "A", "a (2)", "b", "");
	const rows = fc.array(fc.tuple(fc.nat(3), word, fc.constantFrom("left", "right", "none"), fc.option(word)), {
		maxLength: 12,
	});
	const names = fc.array(fc.constantFrom("Ida", "ida", "Ida Fern", "Ida Moss", "Bo", "Ida (2)"), {
		minLength: 4,
		maxLength: 4,
	});
	fc.assert(
		fc.property(rows, names, (all, called) => {
			const ladders = all.map(([student, skill, side, name], i) =>
				ladder(`l${i}`, `s${student}`, skill, side as "left", name ?? undefined),
			);
			const labels = ladderLabels(
				ladders,
				called.map((name, i) => ({ id: `s${i}`, name })),
			);
			for (const whose of ["who", "name"] as const) {
				const read = [...labels.values()].map((label) => `${label[whose]} · ${label.what}`.toLocaleLowerCase());
				expect(new Set(read).size).toBe(ladders.length);
			}
		}),
	);
});
