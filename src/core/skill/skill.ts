import * as z from "zod/mini";
import { complainIn } from "@/core/words/complain";
import { ident, label, text } from "@/core/words/text";

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

/** One checkpoint of a skill. `short` is what stands on the phone: ten letters at most. */
export const KeyPosition = z.object({
	id: ident,
	name: label(80),
	short: label(10),
	tell: text(400),
	/** First one first offered, unless one outside of the body is there. */
	cues: z.array(Cue).check(z.maxLength(8)),
	fault: text(200),
	/** The earlier position this fault usually comes from. */
	origin: z.nullable(ident),
	/** Without it the try is not good, under any gate. */
	must: z.optional(z.boolean()),
	/** Points taken off where it was off. */
	deduction: z.optional(z.number().check(z.gte(0), z.lte(100))),
});
export type KeyPosition = z.infer<typeof KeyPosition>;

/** What a skill version holds: everything a lesson needs to know of the skill. */
export const Skill = z
	.object({
		name: label(80),
		about: text(1000),
		positions: z.array(KeyPosition).check(z.maxLength(60)),
	})
	.check((ctx) => {
		const complain = complainIn(ctx);
		const seen = new Map<string, number>();
		ctx.value.positions.forEach((position, i) => {
			for (const field of ["name", "short"] as const) {
				const key = `${field} ${position[field].toLocaleLowerCase()}`;
				const first = seen.get(key);
				if (first !== undefined)
					complain(
						["positions", i, field],
						`Key position ${i + 1} has the same ${field === "short" ? "short name" : "name"} as position ${first + 1}, "${position[field]}"; give it another.`,
					);
				else seen.set(key, i);
			}
			if (position.origin === null) return;
			const origin = ctx.value.positions.findIndex((p) => p.id === position.origin);
			if (origin < 0)
				complain(
					["positions", i, "origin"],
					`Key position ${i + 1}, "${position.short}", comes from a position that is gone; choose another or none.`,
				);
			else if (origin >= i)
				complain(
					["positions", i, "origin"],
					`Key position ${i + 1}, "${position.short}", cannot come from "${ctx.value.positions[origin]?.short}", which is not before it; choose an earlier one or none.`,
				);
		});
	});
export type Skill = z.infer<typeof Skill>;

export const skillLabels = {
	name: "name",
	about: "what it is",
	positions: "key positions",
	short: "short name",
	tell: "tell",
	cues: "cues",
	text: "cue",
	kind: "kind of cue",
	fault: "fault",
	origin: "where it comes from",
};

/** The cue to offer first: one outside of the body if there is one, else the first marked. */
export const firstCue = (cues: readonly Cue[]): Cue | undefined =>
	cues.find((cue) => cue.kind === "outside") ?? cues[0];
