import { parse } from "@/core/refusals/refusals";
import { freshCause, freshFault, freshPosition, type KeyPosition, Skill, skillLabels } from "@/core/skill/skill";

/** Skills for tests: positions that can be read, each with what a test changes of it. */

export const position = (id: string, change: Partial<KeyPosition> = {}): KeyPosition => ({
	...freshPosition(id),
	name: `Name ${id}`,
	short: id,
	...change,
});

export const skill = (positions: KeyPosition[], change: Partial<Skill> = {}): Skill => ({
	name: "Skill",
	about: "",
	positions,
	...change,
});

/** What a skill is refused for, in sentences. */
export const refusedFor = (body: unknown): string[] => {
	const read = parse(Skill, body, skillLabels);
	return read.ok ? [] : read.refusals.map((refusal) => refusal.sentence);
};

/** A fault short of its range that may come from somewhere. */
export const blamed = (id: string, cause: Partial<ReturnType<typeof freshCause>>) => ({
	...freshFault(`${id}-f`, "short"),
	causes: [{ ...freshCause(`${id}-c`), ...cause }],
});
