import type { Role, RungSettings } from "@/core/ladder/rung";

/** Who has which role now: the one who tries does, the others feed, count and watch in turn. */

type Roles = NonNullable<RungSettings["roles"]>;

export interface InRole {
	person: string;
	role: Role;
	words: string;
	watch?: string;
}

const beside = ["feeds", "counts", "watches"] as const;

/**
 * Roles of everybody who is there. Those beside the one who does follow them in the order in
 * which they stand, so that with each swap everybody moves on by one. Roles the rung says
 * nothing of are given where there are more people than it names; a fourth beside watches.
 *
 * @param people in the order in which they take turns; `doing` is among them.
 */
export function rolesNow(people: readonly string[], doing: string, said: Roles = []): InRole[] {
	const at = people.indexOf(doing);
	const after = [...people.slice(at + 1), ...people.slice(0, Math.max(0, at))];
	const named = beside.filter((role) => said.some(({ who }) => who === role));
	const order: readonly Role[] = named.length > 0 ? named : beside;
	const inRole = (person: string, role: Role): InRole => {
		const one = said.find(({ who }) => who === role);
		return { person, role, words: one?.words ?? "", ...(one?.watch ? { watch: one.watch } : {}) };
	};
	return [inRole(doing, "does"), ...after.map((person, i) => inRole(person, order[i] ?? "watches"))];
}
