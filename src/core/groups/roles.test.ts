import { rolesNow } from "./roles";

const said = [
	{ who: "feeds" as const, words: "chest high" },
	{ who: "watches" as const, words: "looks from the side", watch: "elbow" },
];
const told = (people: string[], doing: string) =>
	rolesNow(people, doing, said).map(({ person, role }) => `${person} ${role}`);

test("everybody moves on by one with each swap, and comes to everything the rung names", () => {
	const people = ["ana", "bo", "cy"];
	expect(told(people, "ana")).toEqual(["ana does", "bo feeds", "cy watches"]);
	expect(told(people, "bo")).toEqual(["bo does", "cy feeds", "ana watches"]);
	expect(told(people, "cy")).toEqual(["cy does", "ana feeds", "bo watches"]);
});

test("alone, one does; a fourth beside watches; where nothing is said, feeding comes first", () => {
	expect(told(["ana"], "ana")).toEqual(["ana does"]);
	expect(told(["a", "b", "c", "d", "e"], "a").slice(3)).toEqual(["d watches", "e watches"]);
	expect(rolesNow(["a", "b"], "a").map(({ role }) => role)).toEqual(["does", "feeds"]);
	expect(rolesNow(["a", "b", "c"], "b", said)[2]).toEqual({
		person: "a",
		role: "watches",
		words: "looks from the side",
		watch: "elbow",
	});
});
