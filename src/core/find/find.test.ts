import type { PackLadder } from "@/core/pack/pack";
import { freshStudent } from "@/core/people/student";
import { type Findable, findablesIn, inGroups, searchIn } from "./find";

const ladder = (rungs: [string, string][]) =>
	({
		id: "l",
		student: "zoe",
		skill: "Handstand",
		side: "left",
		rungs: rungs.map(([name, drill], i) => ({ id: `r${i}`, settings: { name, drill } })),
	}) as unknown as PackLadder;

const pages: Findable[] = [
	{ id: "p1", group: "Go to", title: "Data", text: "Back up, download, import, restore, delete", href: "/records" },
];
const all = [
	...pages,
	...findablesIn({
		students: [
			{ id: "zoe", student: { ...freshStudent("Zoë Marlow"), strongSide: "left", wish: "Ten seconds at the wall" } },
			{ id: "ida", student: freshStudent("Ida Pell") },
		],
		ladders: [
			ladder([["Wall, five seconds", "Belly to the wall, hands a foot away"]]),
			{ ...ladder([]), id: "gone", student: "nobody" },
		],
	}),
];
const found = (query: string) => searchIn(all)(query).map(({ title, href }) => `${title} > ${href}`);

describe("search", () => {
	test("a person by name, without accents and case, from the first letters", () => {
		expect(found("zoe")[0]).toBe("Zoë Marlow > /students/zoe");
		expect(found("ZO")[0]).toContain("Zoë Marlow");
	});
	test("an act with a name", () => {
		expect(found("plan ida")[0]).toBe("plan Ida Pell > /plans?student=ida");
		expect(found("report marlow")).toEqual(["report on Zoë Marlow > /students/zoe/report"]);
	});
	test("a page by what it does; a slip in a long word is forgiven, in a short one not", () => {
		expect(found("back up")).toEqual(["Data > /records"]);
		expect(found("dowmload")).toEqual(["Data > /records"]);
		expect(found("dara")).toEqual([]);
	});
	test("a rung by its name and its drill; all words must be there", () => {
		expect(found("belly")).toEqual(["Wall, five seconds (Zoë Marlow · Handstand) > /ladders/l"]);
		expect(found("belly ida")).toEqual([]);
	});
	test("a ladder says its side; one whose student is not here is left out", () => {
		expect(found("handstand").filter((one) => one.includes("ladders"))).toContain(
			"Zoë Marlow · Handstand · left, strong side > /ladders/l",
		);
		expect(all.some(({ href }) => href === "/ladders/gone")).toBe(false);
	});
	test("nothing typed finds nothing; groups stand in their order and none is empty", () => {
		expect(found("")).toEqual([]);
		expect(inGroups(searchIn(all)("wall")).map(({ group }) => group)).toEqual(["Students", "Rungs"]);
		expect(inGroups([])).toEqual([]);
	});
});
