import * as z from "zod/mini";
import { calledOn } from "@/core/caller/called";
import { callerRefusals } from "@/core/caller/check";
import { Difficulties } from "@/core/difficulty/difficulty";
import { Side } from "@/core/people/body";
import { complainIn } from "@/core/refusals/complain";
import type { Refusal } from "@/core/refusals/refusals";
import { isJudged } from "@/core/skill/look";
import type { Skill } from "@/core/skill/skill";
import { ident, text } from "@/core/text/fields";
import { passRefusal } from "./passable";
import { lessonStarts, Policy } from "./policy";
import { freshRung, MAX_WATCHED, Rung } from "./rung";

export { type LessonStart, lessonStarts, Policy, policies } from "./policy";
export { Rung } from "./rung";

/** A ladder's rungs, lowest first, and where the student starts on them. */
export const Ladder = z
	.object({
		/** What the coach calls it, where skill and side do not tell it from another of the same student. */
		name: z.optional(text(40)),
		side: Side,
		policy: Policy,
		start: z.nullable(ident),
		/** Where a lesson on it begins; where nothing is said, at the peg. */
		begins: z.optional(z.enum(lessonStarts)),
		/** The skill's stage and school that this ladder follows; none, and it follows what the skill says of itself. */
		stage: z.optional(ident),
		school: z.optional(ident),
		rungs: z.array(Rung).check(z.maxLength(200)),
		/**
		 * What the rungs' notches are counted on, as it was when the ladder was built: a
		 * difficulty renamed or reweighed later changes no ladder that stands.
		 */
		difficulties: z.optional(Difficulties),
		/** The same ladder on the other side, and which of its rungs each of these mirrors. */
		twin: z.optional(z.object({ ladder: ident, rungs: z.record(ident, ident) })),
	})
	.check((ctx) => {
		const complain = complainIn(ctx);
		const { rungs, start } = ctx.value;
		if (rungs.length === 0) complain(["rungs"], "A ladder needs at least one rung. Add one, or start with three.");
		const names = new Map<string, number>();
		rungs.forEach(({ settings }, i) => {
			const key = settings.name.toLocaleLowerCase();
			const first = names.get(key);
			if (first !== undefined)
				complain(
					["rungs", i, "settings", "name"],
					`Rungs ${first + 1} and ${i + 1} are both called "${settings.name}". Rename one of them.`,
				);
			else names.set(key, i);
		});
		if (new Set(rungs.map((rung) => rung.id)).size < rungs.length)
			complain(["rungs"], "Two rungs have the same id. Add the second one again.");
		if (start !== null && !rungs.some((rung) => rung.id === start))
			complain(["start"], "The starting rung is not on this ladder. Choose one that is.");
	});
export type Ladder = z.infer<typeof Ladder>;

/** A ladder that is to be saved: each of its rungs can be passed. One in the record or in a file is read as it is. */
export const LadderToSave = Ladder.check((ctx) => {
	const complain = complainIn(ctx);
	ctx.value.rungs.forEach(({ settings }, i) => {
		const refusal = passRefusal(settings);
		if (refusal) complain(["rungs", i, "settings", refusal.path], refusal.sentence);
		if (settings.caller)
			for (const { path, sentence } of callerRefusals(settings.caller, calledOn(settings)))
				complain(["rungs", i, "settings", "caller", path], `"${settings.name}": ${sentence}`);
	});
});

/** What a ladder asks of its skill: that every watched position is there, and is looked at where the ladder stands. */
export function watchRefusals(ladder: Ladder, skill: Skill): Refusal[] {
	const known = new Map(skill.positions.map((position) => [position.id, position]));
	const judged = skill.positions.filter((position) => isJudged(position, ladder));
	const stage = skill.stages?.find(({ id }) => id === ladder.stage)?.name ?? "its stage";
	const among = (positions: readonly { short: string }[]) => positions.map(({ short }) => short).join(", ");
	return ladder.rungs.flatMap(({ settings }, i) => {
		const path = `rungs.${i}.settings.watch`;
		if (settings.watch.some((id) => !known.has(id)))
			return [
				{
					path,
					sentence: `"${settings.name}" watches a key position that "${skill.name}" no longer has. Choose from ${among(skill.positions) || "none: add positions first"}.`,
				},
			];
		const early = settings.watch.flatMap((id) => known.get(id) ?? []).filter((one) => !judged.includes(one));
		return early.length > 0
			? [
					{
						path,
						sentence: `"${settings.name}" watches ${among(early)}, not judged yet at ${stage}. Choose from ${among(judged) || "none: choose in the skill what this stage judges"}.`,
					},
				]
			: [];
	});
}

/** Of not ready students 20 and 17 in 100 pass these in a lesson, of ready ones 88 and 97: from the finder. */
const FIRST_RULES = {
	short: { rule: { kind: "block", k: 7, n: 8 }, limit: 16 },
	long: { rule: { kind: "block", k: 12, n: 15 }, limit: 30 },
} as const;

/**
 * Three plain rungs, so that a new student on a new skill can be counted at once: help first, then alone, then for
 * real. Judged by the result, with the skill's first key positions watched; the rest grows later.
 */
export function threeRungs(ids: readonly [string, string, string], skill: Pick<Skill, "name" | "positions">): Rung[] {
	const watch = skill.positions.slice(0, MAX_WATCHED).map(({ id }) => id);
	const rung = (id: string, name: string, drill: string, by: keyof typeof FIRST_RULES): Rung => ({
		id,
		settings: { ...freshRung(name), drill, watch, ...FIRST_RULES[by] },
	});
	return [
		rung(ids[0], "With help", `${skill.name}, with all the help needed.`, "short"),
		rung(ids[1], "Alone, easy", `${skill.name}, alone, in the easiest way.`, "long"),
		rung(ids[2], "The real thing", `${skill.name}, the real thing.`, "long"),
	];
}
