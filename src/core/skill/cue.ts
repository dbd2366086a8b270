import * as z from "zod/mini";
import { label } from "@/core/text/fields";

/** Kinds of cue, in the order in which they are offered: outside of the body first. */
export const cueKinds = [
	"outside",
	"image",
	"rhythm",
	"prop",
	"look",
	"demonstration",
	"exaggerate",
	"old against new",
	"on the body",
	"hands on",
] as const;
export const CueKind = z.enum(cueKinds);
export type CueKind = z.infer<typeof CueKind>;

export const Cue = z.object({ text: label(120), kind: CueKind });
export type Cue = z.infer<typeof Cue>;

/** The cue to offer first: one outside of the body if there is one, else the first marked. */
export const firstCue = (cues: readonly Cue[]): Cue | undefined =>
	cues.find((cue) => cue.kind === "outside") ?? cues[0];

/** The cues with the one that is offered first saying this; emptied, it goes; where there is none, it is one outside of the body. */
export function withFirstCue(cues: readonly Cue[], text: string): Cue[] {
	const first = firstCue(cues);
	if (!first) return text ? [{ text, kind: "outside" }] : [];
	return cues.flatMap((cue) => (cue !== first ? [cue] : text ? [{ ...cue, text }] : []));
}

/** What a demonstration is kept as. Nobody repeats it by its words. */
export const SHOWN: Cue = { text: "shown", kind: "demonstration" };
export const isShown = (cue: Cue | null): boolean => cue?.text === SHOWN.text && cue.kind === SHOWN.kind;
