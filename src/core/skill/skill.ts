import * as z from "zod/mini";
import { Difficulties, difficultyLabels } from "@/core/difficulty/difficulty";
import { complainIn } from "@/core/refusals/complain";
import { ident, label, text } from "@/core/text/fields";
import { Cue } from "./cue";
import { Direction } from "./direction";
import { OwnRhythm } from "./rhythm";
import { endsTrouble, Tolerance, toleranceRefusal } from "./tolerance";

/** A picture or a short clip, by the hash of what was stored; the bytes lie beside the record. */
export const Picture = z.object({
	hash: z.string().check(z.regex(/^[0-9a-f]{64}$/)),
	clip: z.boolean(),
	/** Nobody is shown, or who agreed to it and when. */
	consent: label(120),
});
export type Picture = z.infer<typeof Picture>;

export const causeKinds = ["position", "skill", "intention", "state", "difficulty", "kit"] as const;
export const CauseKind = z.enum(causeKinds);
export type CauseKind = z.infer<typeof CauseKind>;

export const causeWords: Record<CauseKind, string> = {
	position: "an earlier position",
	skill: "another skill",
	intention: "the intention",
	state: "a state of mind",
	difficulty: "a difficulty set too high",
	kit: "the kit",
};

/** One reason a fault may have. Its place in the list is its rank. */
export const Cause = z.object({
	id: ident,
	kind: CauseKind,
	/** The earlier position, here or in the other skill. */
	position: z.nullable(ident),
	/** The other skill. */
	skill: z.nullable(ident),
	words: text(200),
	/** Who thinks so. */
	who: text(80),
	/** A drill that would show it. */
	drill: text(200),
	/** How the student can tell alone. */
	check: text(200),
});
export type Cause = z.infer<typeof Cause>;

export const remedyKinds = ["cue", "drill", "easing", "prop"] as const;
const Remedy = z.object({ kind: z.enum(remedyKinds), words: text(200) });

/** A position off, short of its tolerance or beyond it. */
export const Fault = z.object({
	id: ident,
	direction: Direction,
	words: text(200),
	causes: z.array(Cause).check(z.maxLength(8)),
	remedies: z.array(Remedy).check(z.maxLength(8)),
	picture: z.optional(Picture),
});
export type Fault = z.infer<typeof Fault>;

/** How else one can tell: `tell` is what is seen. */
export const senses = ["feel", "hear", "mark", "test"] as const;
export const senseWords: Record<(typeof senses)[number], string> = {
	feel: "felt",
	hear: "heard",
	mark: "a mark it leaves",
	test: "hands-on test (ask first)",
};

/** One checkpoint of a skill. `short` is what stands on the phone: ten letters at most. */
export const KeyPosition = z.object({
	id: ident,
	name: label(80),
	short: label(10),
	tell: text(400),
	tells: z.optional(z.partialRecord(z.enum(senses), text(300))),
	tolerance: z.optional(Tolerance),
	/** The points an angle or a distance of it is measured at on a still, with commas between: "shoulder, elbow, wrist". */
	measuredAt: z.optional(text(120)),
	/** Where the tolerance is another on a beat of the rhythm: "on the dip 10 to 20 cm, on the rise none". */
	toleranceByBeat: z.optional(text(300)),
	/** First one first offered, unless one outside of the body is there. */
	cues: z.array(Cue).check(z.maxLength(8)),
	/** Other forms of it that are on as well: any of them is right. */
	forms: z.optional(text(300)),
	/** The usual fault in a few words. */
	fault: text(200),
	/** The earlier position this fault usually comes from. */
	origin: z.nullable(ident),
	/** Both ways of being off, with causes and remedies. */
	faults: z.optional(z.array(Fault).check(z.maxLength(8))),
	/** Without it the try is not good, under any gate. */
	must: z.optional(z.boolean()),
	/** Points taken off where it was off. */
	deduction: z.optional(z.number().check(z.gte(0), z.lte(100))),
	/** What it keeps from harm. */
	protects: z.optional(text(200)),
	/** Its part of the rhythm; `voice` is what is breathed or said meanwhile. */
	beat: z.optional(
		z.object({
			beats: z.number().check(z.gte(0), z.lte(64)),
			seconds: z.number().check(z.gte(0), z.lte(60)),
			voice: text(40),
		}),
	),
	right: z.optional(Picture),
	wrong: z.optional(Picture),
	/** What holds at a stage, by the stage's id; a stage that says nothing is not judged yet. */
	stages: z.optional(z.record(ident, z.object({ tolerance: z.optional(Tolerance), words: text(300) }))),
	/** How a school does it and why, by the school's id. */
	ways: z.optional(z.record(ident, z.object({ words: text(300), reason: text(300) }))),
});
export type KeyPosition = z.infer<typeof KeyPosition>;

export const orders = ["ground up", "start to finish"] as const;

const Named = { id: ident, name: label(60) };

/** What a skill version holds: everything a lesson needs to know of the skill. */
export const Skill = z
	.object({
		name: label(80),
		about: text(1000),
		/** Whose work it is, where it came from somebody else. */
		author: z.optional(label(80)),
		order: z.optional(z.enum(orders)),
		positions: z.array(KeyPosition).check(z.maxLength(60)),
		/** What sets it off: "as the feeder's hand starts". */
		trigger: z.optional(text(120)),
		/** The rhythm in an order of its own; left out, that of the key positions. */
		rhythm: z.optional(OwnRhythm),
		stages: z.optional(z.array(z.object(Named)).check(z.maxLength(6))),
		schools: z.optional(z.array(z.object({ ...Named, reason: text(400) })).check(z.maxLength(6))),
		/** Skills to have first. */
		prerequisites: z.optional(z.array(ident).check(z.maxLength(20))),
		/** Its own difficulties, in place of the studio's, for the ladders built from it. */
		difficulties: z.optional(Difficulties),
		/** Skills tried one after the other in one go. */
		chain: z.optional(z.array(ident).check(z.maxLength(12))),
	})
	.check((ctx) => {
		const complain = complainIn(ctx);
		const { positions } = ctx.value;
		const seen = new Map<string, number>();
		for (const [i, step] of (ctx.value.rhythm?.steps ?? []).entries())
			if (step.position !== null && !positions.some(({ id }) => id === step.position))
				complain(
					["rhythm", "steps", i, "position"],
					`Step ${i + 1} of the rhythm is at a deleted key position. Choose another, or none.`,
				);
		positions.forEach((position, i) => {
			const called = position.short || position.name;
			for (const field of ["name", "short"] as const) {
				const key = `${field} ${position[field].toLocaleLowerCase()}`;
				const first = seen.get(key);
				if (first !== undefined)
					complain(
						["positions", i, field],
						`Key position ${i + 1} has the same ${field === "short" ? "short name" : "name"} as position ${first + 1}, "${position[field]}". Change one of them.`,
					);
				else seen.set(key, i);
			}
			const backwards = (from: string | null): string | null => {
				if (from === null) return null;
				const at = positions.findIndex((p) => p.id === from);
				if (at < 0)
					return `Key position ${i + 1}, "${called}", has a deleted position as its cause. Choose another or none.`;
				return at < i
					? null
					: `Key position ${i + 1}, "${called}", cannot come from "${positions[at]?.short}", which is not before it. Choose an earlier one or none.`;
			};
			const origin = backwards(position.origin);
			if (origin) complain(["positions", i, "origin"], origin);
			(position.faults ?? []).forEach((fault, f) => {
				fault.causes.forEach((cause, c) => {
					const path = ["positions", i, "faults", f, "causes", c];
					const wrong = cause.kind === "position" ? backwards(cause.position) : null;
					if (wrong) complain([...path, "position"], wrong);
				});
			});
			const range = toleranceRefusal(`"${called}"`, position.tolerance);
			if (range) complain(["positions", i, "tolerance"], range);
			for (const [stage, { tolerance }] of Object.entries(position.stages ?? {})) {
				const words = toleranceRefusal(`"${called}" at one stage`, tolerance);
				if (words) complain(["positions", i, "stages", stage], words);
			}
		});
	});
export type Skill = z.infer<typeof Skill>;

/** A skill that is to be kept: one kept before with a range that nothing can be judged by stays readable. */
export const SkillToKeep = Skill.check((ctx) => {
	ctx.value.positions.forEach(({ short, tolerance, stages, measuredAt }, i) => {
		const own = endsTrouble(`"${short}"`, tolerance, !!measuredAt);
		if (own) complainIn(ctx)(["positions", i, "tolerance"], own);
		for (const [stage, one] of Object.entries(stages ?? {})) {
			const staged = endsTrouble(`"${short}" at one stage`, one.tolerance, !!measuredAt);
			if (staged) complainIn(ctx)(["positions", i, "stages", stage], staged);
		}
	});
});

export const skillLabels = {
	...difficultyLabels,
	name: "name",
	about: "what it is",
	author: "author",
	positions: "key positions",
	short: "short name",
	tell: "tell",
	tells: "tells",
	...senseWords,
	cues: "cues",
	text: "cue",
	kind: "kind of cue",
	fault: "fault",
	faults: "faults",
	causes: "causes",
	remedies: "remedies",
	words: "words",
	origin: "cause",
	low: "low end",
	high: "high end",
	unit: "unit",
	consent: "consent",
	schools: "schools",
	stages: "stages",
	who: "whose view it is",
	drill: "test drill",
	forms: "other right forms",
	measuredAt: "points it is measured at",
	toleranceByBeat: "tolerance by beat",
	check: "self-check",
	voice: "breath or voice",
	rhythm: "rhythm",
	steps: "steps of the rhythm",
	lead: "wait before the first beat",
	beats: "beats",
	seconds: "seconds",
};

export const freshPosition = (id: string): KeyPosition => ({
	id,
	name: "",
	short: "",
	tell: "",
	cues: [],
	fault: "",
	origin: null,
});
export const freshFault = (id: string, direction: Fault["direction"]): Fault => ({
	id,
	direction,
	words: "",
	causes: [],
	remedies: [],
});
export const freshCause = (id: string): Cause => ({
	id,
	kind: "intention",
	position: null,
	skill: null,
	words: "",
	who: "",
	drill: "",
	check: "",
});

/** A fault as a page begins it: with room for a cause and a remedy; what stays empty says nothing. */
export const beginFault = (id: string, cause: string, direction: Fault["direction"]): Fault => ({
	...freshFault(id, direction),
	causes: [freshCause(cause)],
	remedies: [{ kind: "cue", words: "" }],
});

/** Whether anything was said of a cause yet. */
export const saysCause = ({ kind, words, drill, check, position, skill }: Cause): boolean =>
	kind !== "intention" || Boolean(words || drill || check || position || skill);

/** What is worth a second look without being wrong. */
export function remarks({ positions }: Skill): string[] {
	const said: string[] = [];
	if (positions.length === 1)
		said.push(
			`"${positions[0]?.short || "The key position"}" is the only key position. Add the one before it, where a fault could start, or the one after it.`,
		);
	return said;
}
