import * as z from "zod/mini";
import { text } from "@/core/text/fields";

/** What a note to the student is made of. */
export const noteParts = ["head", "rungs", "cue", "marks", "practise", "next"] as const;
export type NotePart = (typeof noteParts)[number];
export const notePartWords: Record<NotePart, string> = {
	head: "whose, and when",
	rungs: "what you did, and what got better",
	cue: "the one cue",
	marks: "their own mark",
	practise: "what to practise",
	next: "the next day",
};

/** A note as the coach writes it: what stands in which order, and the words around what was counted. */
export const NoteTemplate = z.object({
	/** Stands first; {name} is whose it is. */
	greeting: text(300),
	/** Each part once; one that is missing comes last. */
	order: z.array(z.enum(noteParts)).check(z.maxLength(noteParts.length)),
	leftOut: z.array(z.enum(noteParts)).check(z.maxLength(noteParts.length)),
	/** {cue} is what was said most. */
	cue: text(300),
	/** Over the list of drills. */
	practise: text(300),
	/** {day} is the next lesson's. */
	next: text(300),
	/** Stands last. */
	end: text(600),
});
export type NoteTemplate = z.infer<typeof NoteTemplate>;

export const usualNote: NoteTemplate = {
	greeting: "",
	order: [...noteParts],
	leftOut: [],
	cue: "Remember: “{cue}”.",
	practise: "Until then, practise:",
	next: "Next lesson: {day}.",
	end: "",
};

export const noteLabels = {
	greeting: "greeting",
	order: "order",
	leftOut: "left out",
	cue: "words for the cue",
	practise: "words above the practice",
	next: "words for the next lesson",
	end: "last words",
};

/** Words with what stands between braces put in: "{cue}". */
export const filled = (words: string, values: Readonly<Record<string, string>>): string =>
	words.replace(/\{(\w+)\}/g, (all, name: string) => values[name] ?? all);

/** Every part once, in the template's order. */
export const orderOf = ({ order }: Pick<NoteTemplate, "order">): NotePart[] => [...new Set([...order, ...noteParts])];
