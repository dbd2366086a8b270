import type { SketchKind } from "./sketch";

/** What a drawn set-up says in words. */
export interface SketchWords {
	kind: (kind: SketchKind) => string;
	/** What is there, for who does not see it. */
	label: (things: string) => string;
	/** A thing above the ground. */
	up: (name: string, length: string) => string;
	/** What does for it at home, of all things. */
	home: (things: string) => string;
	instead: (own: string, name: string) => string;
}

export const kindWords: Record<SketchKind, string> = {
	person: "person",
	mark: "mark on the ground",
	object: "object",
	camera: "camera",
};

export const sketchWords: SketchWords = {
	kind: (kind) => kindWords[kind],
	label: (things) => `Set-up from above: ${things}`,
	up: (name, length) => `${name}, ${length} up`,
	home: (things) => `At home: ${things}.`,
	instead: (own, name) => `${own} for ${name}`,
};
