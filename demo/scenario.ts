import * as z from "zod/mini";
import { Ladder, Policy } from "@/core/ladder/ladder";
import { RungSettings } from "@/core/ladder/rung";
import { Direction } from "@/core/log/kinds";
import { Side } from "@/core/people/body";
import { Student } from "@/core/people/student";
import { CueKind } from "@/core/skill/cue";
import { examples } from "@/core/skill/examples";
import { Skill } from "@/core/skill/skill";
import { ident, label, text, whole } from "@/core/text/fields";
import raw from "./scenario.json" with { type: "json" };
import { calls, scriptedLadders } from "./scripted";

/**
 * A private coach of circus skills in Quillhaven, a town that does not exist. Nobody
 * in it does either. The data is in `scenario.json`, and goes through the same
 * schemas as anybody's; `docs/demo.md` tells what the numbers mean.
 */

const share = z.number().check(z.gte(0), z.lte(1));

/** How somebody is at a skill, on the scale of rung numbers, and what they keep getting wrong. */
const Gift = z.object({
	start: z.number(),
	/** The favourite fault, in which direction, and the earlier position it comes from. */
	favourite: ident,
	direction: Direction,
	cause: ident,
});

const DemoStudent = z.object({
	id: ident,
	student: Student,
	skills: z.record(ident, Gift),
	/** Rungs learned in twenty tries, when new to the skill. */
	pace: share,
	/** Rungs forgotten per day away. */
	forgets: share,
	/** Tries after which a lesson tires. */
	tires: whole(1, 200),
	/** Standard deviation of good and bad days, in rungs. */
	sway: share,
	/** Kinds of cue that help this one. */
	hears: z.array(CueKind),
	/** Lessons that began badly, and by how many rungs. */
	relapses: z.array(z.object({ weeksAgo: whole(1, 20), skill: ident, drop: z.number() })),
	lessons: z.object({
		/** Days after the week's first one. */
		offset: whole(0, 6),
		/** Weeks ago without a lesson. */
		missed: z.array(whole(1, 20)),
		/** Ladders worked on, lesson by lesson in turn. */
		turns: z.array(z.array(ident)),
	}),
	/** What is promised now, and in how many days from today it is due. */
	promised: z.array(z.tuple([label(400), z.int().check(z.gte(-30), z.lte(60))])),
	/** What is parked now. */
	parked: z.array(text(1000)),
	/** What was promised and parked on the way, and dealt with. */
	later: z.array(label(400)),
	wishes: z.array(text(400)),
	/** Days from today of the next lesson. */
	nextIn: whole(0, 60),
});
export type DemoStudent = z.infer<typeof DemoStudent>;

const usual = {
	triesPerSet: 9,
	readyRate: 0.85,
	correctAfter: 3,
	adjust: 3,
	secondCue: false,
	notches: {},
	loads: {},
	care: [],
	neverAlone: false,
};

const Scenario = z.object({
	skills: z.record(ident, Skill),
	/** Skills as they were before their last revision. */
	older: z.record(ident, Skill),
	/** Drills of each skill from easy to hard, without what is usual. */
	drills: z.record(ident, z.array(z.record(z.string(), z.unknown()))),
	students: z.array(DemoStudent),
	/** Each takes a stretch of its skill's drills. */
	ladders: z.array(
		z.object({
			id: ident,
			student: ident,
			skill: ident,
			side: Side,
			policy: Policy,
			start: z.nullable(ident),
			rungs: z.tuple([whole(0, 20), whole(1, 21)]),
			/** It still follows the skill as it was. */
			older: z.boolean(),
			/** The ladder on the other side that it mirrors, rung by rung. */
			twin: z.optional(ident),
		}),
	),
	/** What the coach took from the rule finder after these twenty weeks, by the rung's gate. */
	ruled: z.record(z.enum(["form", "both", "result"]), z.object({ rule: RungSettings.shape.rule, limit: whole(1, 60) })),
	/** Ladders that kept the rules of the twenty weeks, for luck to be found on. */
	lucky: z.array(ident),
	remarks: z.array(text(4000)),
});

const scenario = Scenario.parse(raw);
export const { older, students, remarks } = scenario;
/** Two of them are the examples that everybody can begin from. */
export const skills: Record<string, Skill> = {
	...scenario.skills,
	balls: examples.threeBalls,
	unicycle: examples.unicycle,
	calls,
};

export interface DemoLadder {
	id: string;
	student: string;
	skill: string;
	ladder: Ladder;
	/** The skill as the ladder follows it. */
	followed: Skill;
	/** Drills of the skill below its first rung: how hard that one is. */
	from: number;
	/** The ladder as its lessons were held on it, where its rules have changed since. */
	before?: Ladder;
}

function skillNamed(among: Record<string, Skill>, id: string): Skill {
	const skill = among[id];
	if (!skill) throw new Error(`the scenario has no skill ${id}`);
	return skill;
}

/** The ladders whose lessons the model makes. */
export const modelled: DemoLadder[] = scenario.ladders.map(
	({ id, student, skill, side, policy, start, rungs: [from, to], older: behind, twin }) => ({
		id,
		student,
		skill,
		from,
		followed: skillNamed(behind ? older : skills, skill),
		ladder: Ladder.parse({
			side,
			policy,
			start,
			...(twin
				? {
						twin: {
							ladder: twin,
							rungs: Object.fromEntries(
								Array.from({ length: to - from }, (_, i) => [`${id}-${i + 1}`, `${twin}-${i + 1}`]),
							),
						},
					}
				: {}),
			rungs: (scenario.drills[skill] ?? []).slice(from, to).map((drill, i) => ({
				id: `${id}-${i + 1}`,
				settings: RungSettings.parse({ ...usual, ...drill }),
			})),
		}),
	}),
);

/** Ladders that luck can pass: one as it was taught all along, and those that show every kind of rule. */
export const lucky: string[] = [...scenario.lucky, ...scriptedLadders.map(({ id }) => id)];

/** The same drills under the rules that the finder gave. */
const ruled = (ladder: Ladder): Ladder =>
	Ladder.parse({
		...ladder,
		rungs: ladder.rungs.map(({ id, settings }) => ({
			id,
			settings: { ...settings, ...scenario.ruled[settings.gate as keyof typeof scenario.ruled] },
		})),
	});

/** Every ladder as it stands today. */
export const ladders: DemoLadder[] = [...modelled, ...scriptedLadders].map((one) =>
	lucky.includes(one.id) ? one : { ...one, before: one.ladder, ladder: ruled(one.ladder) },
);
