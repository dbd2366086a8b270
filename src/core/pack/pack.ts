import * as z from "zod/mini";
import type { LengthUnit } from "@/core/coach/coach";
import { BAND_HIGH, BAND_LOW } from "@/core/estimate/tooHard";
import { hashOf } from "@/core/hash/hash";
import { Policy } from "@/core/ladder/policy";
import { freshRung, Rung, type RungSettings } from "@/core/ladder/rung";
import { causeMarks, Placing, type Variation, WatchedPosition } from "@/core/log/kinds";
import { Side, Student } from "@/core/people/student";
import { readSides } from "@/core/skill/sides";
import { cutText, ident } from "@/core/text/fields";

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
	/** Where its faults may come from, with a drill that would show it and how the student can tell alone. */
	causes: z.optional(
		z.array(z.object({ id: ident, words: z.string(), who: z.string(), drill: z.string(), check: z.string() })),
	),
});
export type PackPosition = z.infer<typeof PackPosition>;

const Score = z.object({ good: z.number(), tries: z.number(), day: z.string() });

const PackLadder = z.object({
	id: ident,
	student: ident,
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
	positions: z.array(PackPosition),
	/** Lower edge of the coach's working band. */
	bandLow: z.optional(z.number()),
	bandHigh: z.optional(z.number()),
	/** The coach's unit of distances; metres where nothing is said. */
	unit: z.optional(z.enum(["m", "ft"] satisfies LengthUnit[])),
	chain: Placing.shape.chain,
	rungs: z.array(Rung),
	/** Before the lessons still to come. */
	peg: ident,
	holes: z.array(
		z.object({
			rung: ident,
			state: z.enum(["open", "passed", "held", "settled", "slipped", "skipped"]),
			tried: z.number(),
			metDays: z.array(z.string()),
			first: z.optional(z.nullable(Score)),
			best: z.nullable(Score),
		}),
	),
	/** Rungs that are not to be done as they stand, with this student. */
	limits: z.optional(z.array(z.object({ rung: ident, what: z.enum(["taken out", "eased"]), reason: z.string() }))),
	last: z.nullable(
		z.object({
			day: z.string(),
			rung: z.string(),
			good: z.number(),
			tries: z.number(),
			cue: z.nullable(z.string()),
			practise: z.optional(z.string()),
		}),
	),
});
export type PackLadder = z.infer<typeof PackLadder>;

export const Pack = z.object({
	studio: z.object({ id: z.string(), epoch: z.number(), demo: z.boolean() }),
	students: z.array(z.object({ id: ident, student: Student })),
	ladders: z.array(PackLadder),
	promises: z.array(PackReminder),
	parked: z.array(PackReminder),
	/** Lessons that are open, and for whom: one is gone back into, not begun again. */
	open: z.optional(z.array(z.object({ lesson: ident, students: z.array(ident), day: z.string() }))),
});
export type Pack = z.infer<typeof Pack>;

/** What a rung says, with its sides read out; the record keeps it as it was written. */
export const readOn = (ladder: PackLadder | null, words: string): string =>
	ladder ? readSides(words, { side: ladder.side, strong: ladder.strong ?? "right" }) : words;

const limitOn = (ladder: PackLadder, rung: string) =>
	(ladder.limits ?? []).find((limit) => limit.rung === rung) ?? null;
/** Taken out for this student: not to be done at all. */
export const isOut = (ladder: PackLadder, rung: string): boolean => limitOn(ladder, rung)?.what === "taken out";

/** Why a rung is not to be done as it stands; null where it may. */
export const limitWords = (ladder: PackLadder, rung: string): string | null => limitOn(ladder, rung)?.reason ?? null;

/** The form in which a rung is begun: its easier one where it is eased for this student. */
export const variationOn = (ladder: PackLadder, rung: string): Variation =>
	limitOn(ladder, rung)?.what === "eased" ? "easier" : "own";

/** Where a lesson begins: on the peg, or, where that rung is taken out, on the nearest one below that is not, else above. */
export function beginsOn(ladder: PackLadder): string {
	if (!isOut(ladder, ladder.peg)) return ladder.peg;
	const at = ladder.rungs.findIndex(({ id }) => id === ladder.peg);
	const open = ladder.rungs.map(({ id }, i) => ({ id, i })).filter(({ id }) => !isOut(ladder, id));
	return (open.findLast(({ i }) => i < at) ?? open[0])?.id ?? ladder.peg;
}

const RE_EARN = { kind: "streak", r: 3 } as const;

/** The placing a set on this rung is opened with: the settings, and the ground the advice stands on. */
export function placeOn(ladder: PackLadder, rung: string, reEarnFrom: string | null = null): Placing {
	const found = ladder.rungs.find((r) => r.id === rung) ?? ladder.rungs[0];
	if (!found) throw new RangeError("placeOn: a ladder has at least one rung");
	const { settings } = found;
	const hole = ladder.holes.find((one) => one.rung === found.id);
	return {
		student: ladder.student,
		ladder: ladder.id,
		rung: found.id,
		rungVersion: hashOf(settings),
		settings,
		// The skill's own order is the causal one: a fault can only come from an earlier position.
		positions: watchedOn(ladder, settings),
		...mustsBeside(ladder, settings),
		side: ladder.side,
		policy: ladder.policy,
		// What is taken out for this student is never the next rung up or down.
		order: ladder.rungs
			.filter(({ id }) => id === found.id || !isOut(ladder, id))
			.map(({ id, settings: s }) => ({
				id,
				name: s.name,
				...(s.notches.tempo === undefined ? {} : { tempo: s.notches.tempo }),
			})),
		...(limitOn(ladder, found.id)?.what === "eased"
			? { easedBy: cutText(limitOn(ladder, found.id)?.reason || "Eased.", 200) }
			: {}),
		triedBefore: hole?.tried ?? 0,
		// Only a rule on several days asks for them, and only for as many as it can count.
		...(settings.rule.kind === "days" ? { daysMet: hole?.metDays.slice(-60) ?? [] } : {}),
		bandLow: ladder.bandLow ?? BAND_LOW,
		bandHigh: ladder.bandHigh ?? BAND_HIGH,
		reEarn: reEarnFrom ? { from: reEarnFrom, rule: RE_EARN } : null,
		...(ladder.chain ? { chain: ladder.chain } : {}),
	};
}

/** The watched positions, as they are kept with a set. */
const watchedOn = (ladder: PackLadder, { watch, musts }: RungSettings): WatchedPosition[] =>
	ladder.positions
		.filter((position) => watch.includes(position.id))
		.map(({ id, name, short, fault, cues, must, deduction }) => ({
			id,
			name,
			short,
			fault,
			cues,
			...(must || musts?.includes(id) ? { must: true } : {}),
			...(deduction === undefined ? {} : { deduction }),
		}));

/** Musts of the skill that the rung does not watch: they can be logged all the same. */
function mustsBeside(ladder: PackLadder, settings: RungSettings): Pick<Placing, "musts"> {
	const musts = ladder.positions.filter(({ id, must }) => must && !settings.watch.includes(id)).map(({ id }) => id);
	return musts.length > 0 ? { musts: watchedOn(ladder, { ...settings, watch: musts }).slice(0, 12) } : {};
}

/** A placing with something of its settings changed here and now: the rung itself stays as it is. */
export function changedHere(placing: Placing, ladder: PackLadder | null, change: Partial<RungSettings>): Placing {
	const settings = { ...placing.settings, ...change };
	const { musts, ...rest } = placing;
	const looked =
		ladder && change.watch
			? { positions: watchedOn(ladder, settings), ...mustsBeside(ladder, settings) }
			: musts
				? { musts }
				: {};
	return { ...rest, settings, rungVersion: hashOf(settings), ...looked };
}

/** A drill thought of just now, on no ladder yet: it is run like the rung in hand, by the result, and put in order later. */
export function improvised(id: string, name: string, placing: Placing): Placing {
	const { watch, triesPerSet, notches, loads, neverAlone, care } = placing.settings;
	const settings: RungSettings = {
		...freshRung(name),
		watch,
		triesPerSet,
		notches,
		loads,
		neverAlone,
		care,
	};
	const { daysMet: _, easedBy: __, ...rest } = placing;
	return { ...rest, rung: id, settings, rungVersion: hashOf(settings), triedBefore: 0, reEarn: null };
}

/** A count begun before anybody said for whom: by the result, with plenty of room. */
export function placeQuick(): Placing {
	const settings: RungSettings = {
		...freshRung("Quick count"),
		rule: { kind: "rolling", k: 9, n: 12 },
		limit: 100,
		triesPerSet: 12,
	};
	return {
		student: null,
		ladder: null,
		rung: "quick",
		rungVersion: hashOf(settings),
		settings,
		positions: [],
		side: "none",
		policy: "mastery",
		order: [],
		triedBefore: 0,
		bandLow: BAND_LOW,
		bandHigh: BAND_HIGH,
		reEarn: null,
	};
}

/** The form of a rung in the coach's words: its name, or its easier or harder variation. */
export const variationWords = (placing: Placing, variation: Variation): string =>
	variation === "own" ? placing.settings.name : placing.settings[variation] || `${placing.settings.name}, ${variation}`;
