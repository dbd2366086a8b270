import type { SketchWords } from "@/core/ladder/sketchWords";
import type { Say } from "./locale";

/** The words of a drawn set-up in a student's language. */
export const sketchWordsIn = (say: Say): SketchWords => ({
	kind: (kind) => say(`sketch.${kind}`),
	label: (things) => say("sketch.label", { things }),
	up: (name, length) => say("sketch.up", { name, length }),
	home: (things) => say("sketch.home", { things }),
	instead: (own, name) => say("sketch.for", { own, name }),
});
