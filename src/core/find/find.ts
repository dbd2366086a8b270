import MiniSearch from "minisearch";
import type { Pack } from "@/core/pack/pack";
import { sideWords } from "@/core/people/student";
import { foldText } from "@/core/text/foldText";

/** One thing that search can open. */
export interface Findable {
	id: string;
	group: "Go to" | "Do" | "Students" | "Ladders" | "Rungs";
	title: string;
	/** More words it is found by, shown under the title. */
	text: string;
	href: string;
}

/** What is done for one student, each with the address of its page. */
const actsFor = (id: string): readonly [verb: string, href: string][] => [
	["start a lesson with", `/students/${id}`],
	["plan", `/plans?student=${id}`],
	["practice for", `/students/${id}#practice`],
	["then and now of", `/students/${id}/progress`],
	["all lessons of", `/students/${id}/lessons`],
	["season of", `/season?student=${id}`],
	["report on", `/students/${id}/report`],
	["training load of", `/students/${id}/load`],
	["new ladder for", `/ladders/new?student=${id}`],
];

/** Everything of a pack that has a page: students, what is done for each, ladders and rungs. */
export function findablesIn({ students, ladders }: Pick<Pack, "students" | "ladders">): Findable[] {
	const people = new Map(students.map((one) => [one.id, one.student]));
	return [
		...students.map(
			({ id, student: { name, kit, wish } }): Findable => ({
				id: `student ${id}`,
				group: "Students",
				title: name,
				text: [wish, kit].filter(Boolean).join(" · "),
				href: `/students/${id}`,
			}),
		),
		...students.flatMap(({ id, student }) =>
			actsFor(id).map(
				([verb, href]): Findable => ({
					id: `do ${verb} ${id}`,
					group: "Do",
					title: `${verb} ${student.name}`,
					text: "",
					href,
				}),
			),
		),
		...ladders.flatMap((ladder) => {
			const student = people.get(ladder.student);
			if (!student) return [];
			const called = `${student.name} · ${ladder.name || ladder.skill}`;
			const side = ladder.side === "none" ? "" : ` · ${sideWords(ladder.side, student.strongSide)}`;
			const href = `/ladders/${ladder.id}`;
			return [
				{ id: `ladder ${ladder.id}`, group: "Ladders" as const, title: called + side, text: ladder.skill, href },
				...ladder.rungs.map(
					({ id, settings: { name, drill } }): Findable => ({
						id: `rung ${ladder.id} ${id}`,
						group: "Rungs",
						title: `${name} (${called})`,
						text: drill,
						href,
					}),
				),
			];
		}),
	];
}

const MOST = 30;
const groupOrder: readonly Findable["group"][] = ["Students", "Do", "Go to", "Ladders", "Rungs"];

/**
 * A search over all of these: every word must be in the title or the text, begun or nearly so, whatever its case
 * and accents. The answer is sorted by how well it fits, at most 30, empty for an empty query.
 */
export function searchIn(all: readonly Findable[]): (query: string) => Findable[] {
	const byId = new Map(all.map((one) => [one.id, one]));
	const index = new MiniSearch<Findable>({ fields: ["title", "text"], processTerm: foldText });
	index.addAll(all);
	return (query) =>
		index
			.search(query, {
				combineWith: "AND",
				prefix: true,
				// A slip of the finger in a long word; short ones are taken as they are.
				fuzzy: (term) => (term.length > 4 ? 1 : false),
				boost: { title: 4 },
			})
			.flatMap(({ id }) => byId.get(String(id)) ?? [])
			.slice(0, MOST);
}

/** The found ones under their headings, in the order in which one looks for them; a group without any is left out. */
export const inGroups = (found: readonly Findable[]): { group: Findable["group"]; found: Findable[] }[] =>
	groupOrder
		.map((group) => ({ group, found: found.filter((one) => one.group === group) }))
		.filter((one) => one.found.length > 0);
