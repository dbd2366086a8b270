import * as z from "zod/mini";
import { sum } from "@/core/statistics/sums";
import { ident, text } from "@/core/text/fields";
import type { KeyPosition } from "./skill";

export const breaths = ["in", "out"] as const;

/** One step of a rhythm that has an order of its own: a key position may come twice, and a silent step belongs to none. */
export const RhythmStep = z.object({
	position: z.nullable(ident),
	beats: z.number().check(z.gte(0), z.lte(64)),
	seconds: z.number().check(z.gte(0), z.lte(60)),
	/** What is said meanwhile. */
	voice: text(40),
	breath: z.optional(z.enum(breaths)),
	/** It is counted, and nothing clicks. */
	silent: z.optional(z.boolean()),
});
export type RhythmStep = z.infer<typeof RhythmStep>;

export const OwnRhythm = z.object({
	steps: z.array(RhythmStep).check(z.minLength(1), z.maxLength(40)),
	/** Seconds at full speed from what sets it off to its first beat: as much longer as it is slower. */
	lead: z.optional(z.number().check(z.gte(0), z.lte(20))),
});
export type OwnRhythm = z.infer<typeof OwnRhythm>;

/** One stretch of a rhythm: a key position's, or a silent one. */
export interface BeatStretch {
	position: string | null;
	short: string;
	voice: string;
	breath?: "in" | "out";
	/** Seconds from the start, and how long it lasts. */
	at: number;
	seconds: number;
	beats: number;
	/** Its clicks, in seconds from the start: evenly spread, the first as it begins; none where it is silent. */
	clicks: number[];
}

export interface Rhythm {
	stretches: BeatStretch[];
	beats: number;
	seconds: number;
	/** 60 x beats / seconds; null without either. */
	perMinute: number | null;
}

/** A skill's rhythm as steps: its own order, or its key positions one after the other. */
export function stepsOf({ positions, rhythm }: WithRhythm): RhythmStep[] {
	return (
		rhythm?.steps ??
		positions.flatMap(({ id, beat }) =>
			beat && (beat.beats > 0 || beat.seconds > 0) ? [{ position: id, ...beat }] : [],
		)
	);
}

interface WithRhythm {
	positions: readonly KeyPosition[];
	rhythm?: OwnRhythm | undefined;
}

/**
 * The rhythm of a skill, at a share of full speed: beats per minute = 60 x beats / seconds.
 *
 * @param percent of full speed, above 0; half speed lasts twice as long
 * @throws RangeError for a speed of nought or less
 */
export function rhythmOf(skill: WithRhythm, percent = 100): Rhythm {
	if (!(percent > 0)) throw new RangeError(`rhythmOf: ${percent} per cent of the speed; more than 0 is needed`);
	const shorts = new Map(skill.positions.map(({ id, short }) => [id, short]));
	const steps = stepsOf(skill);
	const lead = ((skill.rhythm?.lead ?? 0) * 100) / percent;
	const stretches: BeatStretch[] =
		lead > 0 ? [{ position: null, short: "wait", voice: "", at: 0, seconds: lead, beats: 0, clicks: [] }] : [];
	let at = lead;
	for (const { position, beats, voice, breath, silent, ...step } of steps) {
		const seconds = (step.seconds * 100) / percent;
		stretches.push({
			position,
			short: (position === null ? undefined : shorts.get(position)) ?? "",
			voice,
			...(breath ? { breath } : {}),
			at,
			seconds,
			beats,
			clicks: silent ? [] : Array.from({ length: Math.ceil(beats) }, (_, i) => at + (seconds * i) / beats),
		});
		at += seconds;
	}
	const beats = sum(steps, (one) => one.beats);
	const moving = at - lead;
	return { stretches, beats, seconds: at, perMinute: moving > 0 && beats > 0 ? (60 * beats) / moving : null };
}

/** Slow at first and full at the end of a set: the speed of a try, in per cent. */
export const rampAt = (done: number, of: number, from = 50): number =>
	of <= 1 ? 100 : Math.round(from + (100 - from) * Math.min(1, done / (of - 1)));
