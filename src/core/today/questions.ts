import type { PassAt } from "@/core/commands/passes";
import type { Ladder } from "@/core/ladder/ladder";
import { limitsOf } from "@/core/ladder/limits";
import type { Rail } from "@/core/ladder/rail";
import type { Student } from "@/core/people/student";
import { readSides } from "@/core/skill/sides";

/** Something that waits for the coach's word. */
export interface Question {
	/** Where it is answered, or looked at. */
	href: string;
	text: string;
	why: string;
	/** A day that ends the text, and one that begins the why. */
	day?: string;
	since?: string;
	/** A rule that was met while the peg stayed: answered in place. */
	pass?: PassAt;
}

/** A ladder as it stands, and whose it is. */
export interface AskedLadder {
	id: string;
	student: string;
	/** The student's name. */
	who: string;
	person: Student | null;
	skill: string;
	ladder: Ladder;
	rail: Rail;
	/** The skill was revised since the ladder took it. */
	outdated: boolean;
}

/** The pass that waits on the rung in hand, where there is a rung above that the student may do. */
function passOf({ id, student, person, ladder, rail }: AskedLadder): PassAt | null {
	if (!rail.pass || !person) return null;
	const out = new Set(limitsOf(ladder.rungs, person).flatMap((one) => (one.what === "taken out" ? [one.rung] : [])));
	const above = ladder.rungs.slice(rail.pegIndex + 1).find((rung) => !out.has(rung.id));
	if (!above) return null;
	const { rung, lesson, metBy, seen } = rail.pass;
	const sides = { side: ladder.side, strong: person.strongSide };
	return {
		lesson,
		student,
		ladder: id,
		rung,
		metBy,
		seen,
		to: { id: above.id, name: readSides(above.settings.name, sides) },
		yes: ladder.rungs.find((one) => one.id === rung)?.settings.yes,
	};
}

/** What a ladder asks of its coach, most pressing first; nothing where nothing waits. */
export function questionsOn(asked: AskedLadder): Question[] {
	const { id, who, person, skill, ladder, rail, outdated } = asked;
	const href = `/ladders/${id}`;
	const read = (text: string) => readSides(text, { side: ladder.side, strong: person?.strongSide ?? "right" });
	const name = read(skill);
	const pass = passOf(asked);
	const isDone = rail.pegIndex === rail.holes.length - 1 && rail.holes.at(-1)?.state !== "open";
	return [
		...(pass && rail.pass
			? [
					{
						href,
						text: `${who}: ${read(rail.holes[rail.pegIndex]?.name ?? "")} is passed`,
						why: `on ${name}. The peg has not moved.`,
						since: rail.pass.day,
						pass,
					},
				]
			: []),
		...(isDone && rail.holes.length > 0
			? [{ href, text: `${who}: ${name} is finished`, why: "The top rung is passed. Choose what follows." }]
			: []),
		...(outdated
			? [
					{
						href,
						text: `${who}: ${name} has a new version`,
						why: "This ladder uses the old version. Update it or keep it.",
					},
				]
			: []),
		...(rail.unfounded
			? [
					{
						href: `/lessons/${rail.unfounded.lesson}`,
						text: `${who}: a peg move on ${name}`,
						why: "The tries behind this move were removed.",
					},
				]
			: []),
	];
}

/** A lesson whose day cannot be believed. */
export const dateQuestion = (lesson: string, who: string, day: string): Question => ({
	href: `/lessons/${lesson}`,
	text: `${who}: a lesson on`,
	day,
	why: "Its date looks wrong. It does not count for “last time” until you confirm the date.",
});
