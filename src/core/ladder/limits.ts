import { type Reached, reachedWords } from "@/core/load/load";
import type { Student } from "@/core/people/student";
import { list } from "@/core/text/lists";
import type { Rung } from "./ladder";

/** How a limit is read beside a rung; the stored names stay. */
export const limitWords = { eased: "easier form", "taken out": "left out" } as const;

/** What a rung is not to be done as it stands for, with this student. */
export interface Limit {
	rung: string;
	/** Eased to its own easier variation where it has one, taken out where it has none. */
	what: "taken out" | "eased";
	reason: string;
	/** The coach's own word, which a press lifts. */
	by?: "coach" | undefined;
}

type Limited = Pick<Student, "name" | "protectedParts" | "lacks">;

const key = (word: string) => word.trim().toLocaleLowerCase();

/**
 * The rungs that a protected body part or missing kit takes out or eases: those whose
 * loads name the part with more than 0, or whose needs name the kit, letter case aside; and
 * those that load a part whose limit of the day or of seven days is reached; then those the coach has eased.
 *
 * @param easings the reason by the rung; rungs without an easier form stay as they are
 */
export function limitsOf(
	rungs: readonly Rung[],
	student: Limited,
	reached: readonly Reached[] = [],
	easings: ReadonlyMap<string, string> = new Map(),
): Limit[] {
	const missing = new Set((student.lacks ?? []).map(key));
	return rungs.flatMap(({ id, settings }): Limit[] => {
		const parts = student.protectedParts.filter((part) => (settings.loads[part] ?? 0) > 0);
		const kit = (settings.needs ?? []).filter((one) => missing.has(key(one)));
		const full = reached.filter(({ part }) => (settings.loads[part] ?? 0) > 0);
		if (parts.length + kit.length + full.length === 0) return easedByCoach(id, settings, student, easings.get(id));
		const why = [
			...(parts.length > 0 ? [`it loads the ${list(parts)}, which ${parts.length > 1 ? "are" : "is"} protected`] : []),
			...(kit.length > 0 ? [`it needs ${list(kit)}, which ${kit.length > 1 ? "are" : "is"} missing`] : []),
			...full.map(reachedWords),
		].join(", ");
		// What is easier loads as well: over its limit a part rests.
		const eased = settings.easier !== "" && full.length === 0;
		return [
			{
				rung: id,
				what: eased ? "eased" : "taken out",
				reason: `${eased ? "Made easier" : "Left out"} for ${student.name}: ${why}.${eased ? ` Do “${settings.easier}” instead.` : ""}`,
			},
		];
	});
}

/** A rung that is not to be jumped over untried: it has a checklist, or is never done alone. */
export const careful = ({ settings }: Rung): boolean => settings.care.length > 0 || settings.neverAlone;

function easedByCoach(
	rung: string,
	{ easier }: Rung["settings"],
	{ name }: Limited,
	reason: string | undefined,
): Limit[] {
	if (reason === undefined || easier === "") return [];
	const why = reason ? `: ${reason}` : "";
	return [{ rung, what: "eased", by: "coach", reason: `Made easier for ${name}${why}. Do “${easier}” instead.` }];
}
