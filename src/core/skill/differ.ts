import { canonicalForm } from "@/core/hash/hash";
import { textsIn } from "./sides";
import { type KeyPosition, type Skill, skillLabels } from "./skill";

/** One thing that reads otherwise: which, before and after. */
export interface Difference {
	field: string;
	before: string;
	after: string;
}

export interface PositionDifference {
	id: string;
	short: string;
	what: "added" | "removed" | "changed" | "moved";
	fields: Difference[];
}

export interface Differences {
	skill: Difference[];
	positions: PositionDifference[];
}

const fieldWords: Record<string, string> = {
	...skillLabels,
	order: "order",
	must: "must",
	deduction: "deduction",
	protects: "what it protects",
	beat: "rhythm",
	right: "right picture",
	wrong: "wrong picture",
	ways: "schools’ ways",
	tolerance: "tolerance",
	trigger: "trigger",
	prerequisites: "prerequisites",
	chain: "chain",
};

const same = (a: unknown, b: unknown): boolean => a === b || canonicalForm(a ?? null) === canonicalForm(b ?? null);

/** A value in a line: its texts, or its numbers, one after the other. */
function line(value: unknown): string {
	if (value === undefined || value === null || value === "") return "nothing";
	if (typeof value !== "object") return String(value);
	const texts = textsIn(value)
		.filter(({ path, text }) => text !== "" && !["id", "hash", "kind", "by", "of"].includes(path.at(-1) ?? ""))
		.map(({ text }) => text);
	return texts.length > 0 ? texts.join(" · ") : Object.keys(value).length === 0 ? "nothing" : JSON.stringify(value);
}

function fieldsOf(before: object, after: object, leave: readonly string[]): Difference[] {
	const [old, now] = [before as Record<string, unknown>, after as Record<string, unknown>];
	return [...new Set([...Object.keys(old), ...Object.keys(now)])]
		.filter((key) => !leave.includes(key) && !same(old[key], now[key]))
		.map((key) => ({ field: fieldWords[key] ?? key, before: line(old[key]), after: line(now[key]) }));
}

/** What two versions of a skill say differently, position by position, in the order of the newer one. */
export function differences(before: Skill, after: Skill): Differences {
	const old = new Map(before.positions.map((position) => [position.id, position]));
	const kept = (skill: Skill, other: Skill) =>
		skill.positions.map(({ id }) => id).filter((id) => other.positions.some((position) => position.id === id));
	const [order, now] = [kept(before, after), kept(after, before)];
	const shortOf = (id: string | null) =>
		[...after.positions, ...before.positions].find((position) => position.id === id)?.short ?? null;
	const named = (position: KeyPosition) => ({ ...position, origin: shortOf(position.origin) });
	return {
		skill: fieldsOf(before, after, ["positions"]),
		positions: [
			...after.positions.flatMap((position): PositionDifference[] => {
				const { id, short } = position;
				const was = old.get(id);
				if (!was) return [{ id, short, what: "added", fields: [] }];
				const fields = fieldsOf(named(was), named(position), ["id"]);
				if (fields.length > 0) return [{ id, short, what: "changed", fields }];
				return order.indexOf(id) === now.indexOf(id) ? [] : [{ id, short, what: "moved", fields: [] }];
			}),
			...before.positions
				.filter(({ id }) => !after.positions.some((position) => position.id === id))
				.map(({ id, short }): PositionDifference => ({ id, short, what: "removed", fields: [] })),
		],
	};
}

export const noDifference = ({ skill, positions }: Differences): boolean => skill.length + positions.length === 0;
