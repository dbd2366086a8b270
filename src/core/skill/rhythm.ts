import type { KeyPosition } from "./skill";

/** One key position's stretch of the rhythm. */
export interface BeatStretch {
	position: string;
	short: string;
	voice: string;
	/** Seconds from the start, and how long it lasts. */
	at: number;
	seconds: number;
	beats: number;
	/** Its clicks, in seconds from the start: evenly spread, the first as it begins. */
	clicks: number[];
}

export interface Rhythm {
	stretches: BeatStretch[];
	beats: number;
	seconds: number;
	/** 60 x beats / seconds; null without either. */
	perMinute: number | null;
}

/**
 * The rhythm of key positions in their order, at a share of full speed.
 *
 * @param percent of full speed, above 0; half speed lasts twice as long
 * @throws RangeError for a speed of nought or less
 */
export function rhythmOf(positions: readonly KeyPosition[], percent = 100): Rhythm {
	if (!(percent > 0)) throw new RangeError(`rhythmOf: ${percent} per cent of the speed; more than 0 is needed`);
	let at = 0;
	const stretches: BeatStretch[] = [];
	for (const { id, short, beat } of positions) {
		if (!beat || (beat.beats === 0 && beat.seconds === 0)) continue;
		const seconds = (beat.seconds * 100) / percent;
		const clicks = Array.from({ length: Math.ceil(beat.beats) }, (_, i) => at + (seconds * i) / beat.beats);
		stretches.push({ position: id, short, voice: beat.voice, at, seconds, beats: beat.beats, clicks });
		at += seconds;
	}
	const beats = stretches.reduce((sum, one) => sum + one.beats, 0);
	return { stretches, beats, seconds: at, perMinute: at > 0 && beats > 0 ? (60 * beats) / at : null };
}
