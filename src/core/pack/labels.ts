import { type LadderLabel, ladderLabels } from "@/core/ladder/label";
import type { Pack } from "./pack";

type Named = Pick<Pack, "ladders" | "students">;

/** Asked for by every tab and line, and worked out once a pack. */
const known = new WeakMap<Named["ladders"], Map<string, LadderLabel>>();

/** How the pack's ladders are called, by id: never the same for two of them. */
export function labelsIn({ ladders, students }: Named): Map<string, LadderLabel> {
	const labels =
		known.get(ladders) ??
		ladderLabels(
			ladders,
			students.map(({ id, student }) => ({ id, name: student.name })),
		);
	known.set(ladders, labels);
	return labels;
}

/** A ladder in one line: whose, and which. Empty for one that is not in the pack. */
export function ladderWords(pack: Named, ladder: string): string {
	const label = labelsIn(pack).get(ladder);
	return label ? `${label.name} · ${label.what}` : "";
}

/** How one of several ladders at hand is told from the others in a few letters. */
export interface ShortLabel {
	who: string;
	/** Which of theirs, where they have several; the side alone where that tells it from the other at hand. */
	what: string;
	/** Another ladder of the same student is at hand too. */
	isOneOfSeveral: boolean;
}

/** The side stands first: it is what a narrow place may not cut off. */
const sideFirst = ({ skill, side }: Named["ladders"][number], what: string): string =>
	what === `${skill}, ${side}` ? `${side} · ${skill}` : what;

/** @param among ids of the ladders at hand */
export function shortLabel(pack: Named, id: string, among: readonly (string | null)[]): ShortLabel {
	const label = labelsIn(pack).get(id);
	const own = pack.ladders.find((ladder) => ladder.id === id);
	if (!label || !own) return { who: "somebody", what: "", isOneOfSeveral: false };
	const others = pack.ladders.filter((one) => one.student === own.student && one.id !== id && among.includes(one.id));
	const [other] = others;
	// Two sides of one skill are told apart at a glance.
	const bySide = others.length === 1 && other?.skill === own.skill && other.side !== own.side && own.side !== "none";
	return {
		who: label.who,
		what: bySide && !own.name ? own.side : label.several ? sideFirst(own, label.what) : "",
		isOneOfSeveral: others.length > 0,
	};
}
