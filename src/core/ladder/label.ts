import type { Side } from "@/core/people/body";

/** What tells one ladder from another on a screen. */
export interface LadderLabel {
	/** Whose it is: the first name where no other student has it, else the whole name. */
	who: string;
	/** The whole name, numbered where another student has the same. */
	name: string;
	/** The name the coach gave it, else its skill and its side; numbered where two would read the same. */
	what: string;
	/** The student has another ladder too: their name alone says nothing. */
	several: boolean;
}

interface Labelled {
	id: string;
	student: string;
	skill: string;
	side: Side;
	name?: string | undefined;
}

const firstOf = (name: string): string => name.trim().split(/\s+/)[0] ?? "";

/** The same names in the same order, each made different from those before it by a number: "Ida", "Ida (2)". */
function numbered(names: readonly string[]): string[] {
	const taken = new Set<string>();
	return names.map((name) => {
		let own = name;
		for (let n = 2; taken.has(own.toLocaleLowerCase()); n++) own = `${name} (${n})`;
		taken.add(own.toLocaleLowerCase());
		return own;
	});
}

/** Names that tell students apart, by id, short and whole; no two of a kind are the same. */
export function studentLabels(
	students: readonly { id: string; name: string }[],
): Map<string, Pick<LadderLabel, "who" | "name">> {
	const firsts = students.map(({ name }) => firstOf(name).toLocaleLowerCase());
	const isAlone = (first: string) => firsts.filter((one) => one === first).length === 1;
	const short = numbered(students.map(({ name }, i) => (isAlone(firsts[i] ?? "") ? firstOf(name) : name.trim())));
	const whole = numbered(students.map(({ name }) => name.trim()));
	return new Map(students.map(({ id }, i) => [id, { who: short[i] ?? "", name: whole[i] ?? "" }]));
}

/** How each ladder is called among these, by id: never the same for two of them. */
export function ladderLabels(
	ladders: readonly Labelled[],
	students: readonly { id: string; name: string }[],
): Map<string, LadderLabel> {
	const whose = studentLabels(students);
	const labels = new Map<string, LadderLabel>();
	for (const student of new Set(ladders.map((ladder) => ladder.student))) {
		const own = ladders.filter((ladder) => ladder.student === student);
		const whats = numbered(own.map(({ name, skill, side }) => name || (side === "none" ? skill : `${skill}, ${side}`)));
		own.forEach(({ id }, i) => {
			const { who, name } = whose.get(student) ?? { who: "somebody", name: "somebody" };
			labels.set(id, { who, name, what: whats[i] ?? "", several: own.length > 1 });
		});
	}
	return labels;
}
