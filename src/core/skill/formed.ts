const isObject = (value: unknown): value is Record<string, unknown> =>
	typeof value === "object" && value !== null && !Array.isArray(value);

/** Lists, words and objects of a skill that a page walks through without asking. */
const shapes: Record<string, "words" | "number" | "list" | "object" | "either"> = {
	...{ name: "words", about: "words", short: "words", tell: "words", fault: "words", text: "words", words: "words" },
	...{ voice: "words", id: "words", kind: "words", unit: "words", hash: "words", consent: "words", trigger: "words" },
	...{ who: "words", drill: "words", check: "words", forms: "words", measuredAt: "words", reason: "words" },
	...{ toleranceByBeat: "words", author: "words", protects: "words" },
	...{ positions: "list", cues: "list", faults: "list", causes: "list", remedies: "list", steps: "list" },
	...{ prerequisites: "list", chain: "list", schools: "list", difficulties: "list", notches: "list" },
	...{ beats: "number", seconds: "number", low: "number", high: "number", lead: "number", deduction: "number" },
	...{ beat: "object", tolerance: "object", tells: "object", right: "object", wrong: "object", ways: "object" },
	...{ rhythm: "object", stages: "either" },
};
/** Lists of names, not of objects. */
const ofWords = new Set(["prerequisites", "chain"]);

const fits = (value: unknown, shape: (typeof shapes)[string], key: string): boolean => {
	switch (shape) {
		case "words":
			return typeof value === "string";
		case "number":
			// A number that is none yet is nothing, once it is written down.
			return typeof value === "number" || value === null;
		case "object":
			return isObject(value) && walks(value);
		case "either":
			return Array.isArray(value) ? fits(value, "list", key) : isObject(value) && walks(value);
		default:
			return (
				Array.isArray(value) &&
				value.every((one) => (ofWords.has(key) ? typeof one === "string" : isObject(one) && walks(one)))
			);
	}
};

/** Whether everything in it is of the sort its name says, as deep as it goes. */
function walks(value: Record<string, unknown>): boolean {
	return Object.entries(value).every(([key, inside]) => {
		const shape = shapes[key];
		return inside === undefined || shape === undefined || fits(inside, shape, key);
	});
}

/**
 * Whether what was typed has the form of a skill at all, so that its page can show it: a draft
 * may say anything, but a page that cannot be drawn has no way back. What is only wrong is the
 * schema's to say.
 */
export const isFormed = (typed: unknown): boolean =>
	isObject(typed) &&
	typeof typed.name === "string" &&
	Array.isArray(typed.positions) &&
	typed.positions.every(
		(one) =>
			isObject(one) && ["id", "name", "short"].every((key) => typeof one[key] === "string") && Array.isArray(one.cues),
	) &&
	walks(typed);
