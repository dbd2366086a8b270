import type { SaidKind } from "@/core/log/reminders";
import { cutText } from "@/core/text/fields";
import { foldText } from "@/core/text/foldText";
import { listLadders } from "@/store/ladders";
import { searchSaid } from "@/store/said";
import { listSkills } from "@/store/skills";
import { listStudents } from "@/store/students";
import { upToDate } from "./store";

/** One place where the words were found. */
export interface Hit {
	href: string;
	title: string;
	/** The text that holds the words, where it is not the title. */
	text: string;
	/** When it was said; empty where that does not matter. */
	day: string;
}

export interface FindPage {
	query: string;
	groups: { name: string; hits: Hit[] }[];
}

const SHOWN = 40;
const saidWords: Record<SaidKind, string> = {
	promise: "promised",
	parked: "parked",
	note: "noted",
	remark: "remark",
	told: "note for the student",
	wish: "wish for the lesson",
	heard: "said at the wrap-up",
};

/** Students, skills, rungs and everything said that hold all the words, whatever their case and accents. */
export async function readFind(query: string): Promise<FindPage> {
	const words = foldText(cutText(query, 200)).split(/\s+/).filter(Boolean).slice(0, 8);
	if (words.length === 0) return { query, groups: [] };
	const store = await upToDate();
	const [students, skills, ladders, said] = await Promise.all([
		listStudents(store),
		listSkills(store),
		listLadders(store),
		searchSaid(store, words, SHOWN),
	]);
	const names = new Map(students.map(({ id, student }) => [id, student.name]));
	/** The first of these texts, which together hold all the words, that holds one of them. */
	const found = (title: string, texts: readonly string[]): string | null => {
		const all = foldText([title, ...texts].join("\n"));
		if (!words.every((word) => all.includes(word))) return null;
		const missing = words.filter((word) => !foldText(title).includes(word));
		return texts.find((text) => missing.some((word) => foldText(text).includes(word))) ?? "";
	};
	const hit = (href: string, title: string, texts: readonly string[]): Hit[] => {
		const text = found(title, texts);
		return text === null ? [] : [{ href, title, text, day: "" }];
	};
	const groups = [
		{
			name: "Students",
			hits: students.flatMap(({ id, student }) =>
				hit(`/students/${id}`, student.name, [student.kit, student.wish, student.level, ...student.protectedParts]),
			),
		},
		{
			name: "Skills",
			hits: skills.flatMap(({ id, skill }) =>
				hit(
					`/skills/${id}`,
					skill.name,
					[skill.about].concat(
						skill.positions.flatMap((p) => [p.name, p.short, p.tell, p.fault, ...p.cues.map((cue) => cue.text)]),
					),
				),
			),
		},
		{
			name: "Rungs",
			hits: ladders
				.filter((row) => names.has(row.student))
				.flatMap((row) =>
					row.ladder.rungs.flatMap(({ settings }) =>
						hit(`/ladders/${row.id}`, settings.name, [settings.drill, settings.easier, settings.harder]).map((one) => ({
							...one,
							title: `${one.title} (${names.get(row.student)}, ${row.followed.name})`,
						})),
					),
				),
		},
		{
			name: "Said and noted",
			hits: said.map(({ kind, student, lesson, day, text }) => ({
				href: lesson ? `/lessons/${lesson}` : student ? `/students/${student}` : "/",
				title: [names.get(student ?? ""), saidWords[kind]].filter(Boolean).join(", "),
				text,
				day,
			})),
		},
	];
	return {
		query,
		groups: groups
			.filter((group) => group.hits.length > 0)
			.map((group) => ({ ...group, hits: group.hits.slice(0, SHOWN) })),
	};
}
