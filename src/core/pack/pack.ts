import * as z from "zod/mini";
import type { LengthUnit } from "@/core/coach/lengths";
import { lessonStarts, Policy } from "@/core/ladder/policy";
import { Rung } from "@/core/ladder/rung";
import { causeMarks, Placing, PlanTaken, WatchedPosition } from "@/core/log/kinds";
import { Side } from "@/core/people/body";
import { Student } from "@/core/people/student";
import { AskedDrill } from "@/core/practice/asked";
import { HomeNews } from "@/core/practice/news";
import { ident } from "@/core/text/fields";

/** What a device needs to run any lesson without asking again. */

/** A picture or clip by its hash, and what it shows. */
const PackPicture = z.object({ hash: z.string(), clip: z.boolean(), shows: z.string() });

const PackReminder = z.object({
	id: ident,
	student: z.nullable(ident),
	text: z.string(),
	day: z.string(),
	due: z.nullable(z.string()),
	closedBy: z.nullable(z.string()),
});

/** A key position as it is looked for in a lesson, sides read out. */
const PackPosition = z.object({
	...WatchedPosition.shape,
	look: z.optional(z.array(z.string())),
	pictures: z.optional(z.array(PackPicture)),
	/** What it is checked by on a still: degrees or metres, and the names of the points. */
	check: z.optional(
		z.object({
			of: z.enum(["angle", "distance"]),
			low: z.number(),
			high: z.number(),
			at: z.array(z.string()),
		}),
	),
	/** Where its faults may come from, with a drill that would show it and how the student can tell alone. */
	causes: z.optional(
		z.array(z.object({ id: ident, words: z.string(), who: z.string(), drill: z.string(), check: z.string() })),
	),
});
export type PackPosition = z.infer<typeof PackPosition>;

const Score = z.object({ good: z.number(), tries: z.number(), day: z.string() });

export const PackLadder = z.object({
	id: ident,
	student: ident,
	/** What the coach calls it, where it has a name of its own. */
	name: z.optional(z.string()),
	skill: z.string(),
	/** The skill's id: what is said of its causes is kept by it. */
	skillId: z.optional(ident),
	/** What was found of candidate causes for this student, by the cause. */
	causes: z.optional(z.record(ident, z.enum(causeMarks))),
	/** What sets the skill off. */
	trigger: z.optional(z.string()),
	side: Side,
	/** The student's strong side, for reading out what the rungs say. */
	strong: z.optional(z.enum(["left", "right"])),
	policy: Policy,
	/** Where a lesson on it begins; at the peg where nothing is said. */
	begins: z.optional(z.enum(lessonStarts)),
	positions: z.array(PackPosition),
	/** Lower edge of the coach's working band. */
	bandLow: z.optional(z.number()),
	bandHigh: z.optional(z.number()),
	/** A coin holds one correction in three back. */
	coin: z.optional(z.boolean()),
	/** The coach's unit of distances; metres where nothing is said. */
	unit: z.optional(z.enum(["m", "ft"] satisfies LengthUnit[])),
	/** The skill's rhythm at full speed: seconds and clicks from its start. */
	rhythm: z.optional(
		z.object({
			seconds: z.number(),
			stretches: z.array(
				z.object({
					short: z.string(),
					voice: z.string(),
					breath: z.optional(z.enum(["in", "out"])),
					at: z.number(),
					seconds: z.number(),
					beats: z.number(),
					clicks: z.array(z.number()),
				}),
			),
		}),
	),
	chain: Placing.shape.chain,
	/** Limits of load, and what each part took in the days before the lessons still to come. */
	load: Placing.shape.load,
	/** Tries that other lessons of a day have used of a rung's limit. */
	used: z.optional(z.array(z.object({ day: z.string(), rung: ident, tries: z.number() }))),
	/** Each with the content address of its settings. */
	rungs: z.array(z.object({ ...Rung.shape, version: z.string() })),
	/** Before the lessons still to come. */
	peg: ident,
	holes: z.array(
		z.object({
			rung: ident,
			state: z.enum(["open", "passed", "eased", "held", "settled", "slipped", "skipped"]),
			tried: z.number(),
			metDays: z.array(z.string()),
			/** The day on which it wants to be looked at again. */
			due: z.optional(z.string()),
			first: z.optional(z.nullable(Score)),
			best: z.nullable(Score),
		}),
	),
	/** Rungs that are not to be done as they stand, with this student. */
	limits: z.optional(
		z.array(
			z.object({
				rung: ident,
				what: z.enum(["taken out", "eased"]),
				reason: z.string(),
				/** The coach's own word, which a press lifts. */
				by: z.optional(z.literal("coach")),
			}),
		),
	),
	/** What is checked besides a rung's own list, by the rung. */
	checks: z.optional(z.record(ident, z.array(z.string()))),
	/** Rungs that are not for practice at home, and why. */
	notHome: z.optional(z.record(ident, z.string())),
	last: z.nullable(
		z.object({
			day: z.string(),
			rung: z.string(),
			good: z.number(),
			tries: z.number(),
			cue: z.nullable(z.string()),
			result: z.optional(z.string()),
			eased: z.optional(z.literal(true)),
			practise: z.optional(z.string()),
		}),
	),
});
export type PackLadder = z.infer<typeof PackLadder>;

export const Pack = z.object({
	studio: z.object({ id: z.string(), epoch: z.number(), demo: z.boolean() }),
	/** The highest place in the order of all that has happened: what a device writes next comes after it. */
	lamport: z.optional(z.number()),
	students: z.array(
		z.object({
			id: ident,
			student: Student,
			/** How long the last lesson was to be, and what was wished for. */
			last: z.optional(z.object({ minutes: z.nullable(z.number()), wish: z.string() })),
			/** Cues to be met again: how often they were, and the day they are due. */
			cues: z.optional(z.array(z.object({ text: z.string(), met: z.number(), due: z.nullable(z.string()) }))),
			/** Their own page: what it asks for now, until when a link opens it, and what came from home since the last lesson. */
			page: z.optional(
				z.object({ id: ident, drills: z.array(AskedDrill), link: z.nullable(z.string()), news: z.nullable(HomeNews) }),
			),
			/** Cues that worked for them lately, with the share right after each, the best first. */
			worked: z.optional(z.array(z.object({ text: z.string(), share: z.number() }))),
		}),
	),
	ladders: z.array(PackLadder),
	promises: z.array(PackReminder),
	parked: z.array(PackReminder),
	/** What is said again and again in a lesson without a plan. */
	again: z.optional(PlanTaken.shape.again),
	/** How notes are written, where it is not the usual way: read by whoever writes one. */
	note: z.optional(z.unknown()),
	/** Languages of its students, as their pages carry them: read by whoever writes a note. */
	languages: z.optional(z.array(z.unknown())),
	/** Lessons that are planned for a day, and for whom. */
	plans: z.optional(
		z.array(
			z.object({ day: z.string(), students: z.array(ident), minutes: z.number(), wish: z.string(), taken: PlanTaken }),
		),
	),
	/** Lessons that are open, and for whom: one is gone back into, not begun again. */
	open: z.optional(z.array(z.object({ lesson: ident, students: z.array(ident), day: z.string() }))),
});
export type Pack = z.infer<typeof Pack>;
