import type * as z from "zod/mini";
import { cutText } from "@/core/words/text";

/** Why something was not taken: where, and a sentence with what would be right. */
export interface Refusal {
	/** Path into what was sent, `rungs.2.limit`; empty for the whole. */
	path: string;
	sentence: string;
}

/** Either a value, or the reasons why there is none. Nothing in between. */
export type Outcome<T> = { ok: true; value: T } | { ok: false; refusals: Refusal[] };

export const refuse = (path: string, sentence: string): { ok: false; refusals: Refusal[] } => ({
	ok: false,
	refusals: [{ path, sentence }],
});

const at = (value: unknown, path: readonly PropertyKey[]): unknown =>
	path.reduce<unknown>(
		(v, key) => (v === null || v === undefined ? undefined : (v as Record<PropertyKey, unknown>)[key]),
		value,
	);

const singular = (word: string): string =>
	word
		.replace(/ies$/, "y")
		.replace(/(ch|sh|x)es$/, "$1")
		.replace(/s$/, "");

/** `rungs.2.limit` reads "Rung 3, limit"; labels replace the last word. */
function fieldName(path: readonly PropertyKey[], labels: Readonly<Record<string, string>>): string {
	const parts: string[] = [];
	for (let i = 0; i < path.length; i++) {
		const key = path[i];
		const next = path[i + 1];
		if (typeof key === "number") continue;
		const word = labels[String(key)] ?? String(key);
		parts.push(typeof next === "number" ? `${singular(word)} ${next + 1}` : word);
	}
	const name = parts.join(", ") || "What was sent";
	return name.charAt(0).toUpperCase() + name.slice(1);
}

const count = (n: number) => n.toLocaleString("en");

/**
 * The words for what a schema found. The schema library ships without words on
 * purpose (they would weigh on the lesson); ours name the field, what is wrong
 * and what would be right.
 */
export function refusals(
	error: z.core.$ZodError,
	input: unknown,
	labels: Readonly<Record<string, string>> = {},
): Refusal[] {
	return error.issues.map((issue) => {
		const field = fieldName(issue.path, labels);
		const value = at(input, issue.path);
		return { path: issue.path.map(String).join("."), sentence: sentenceFor(issue, field, value) };
	});
}

/** What a schema wants, as one would say it. */
const typeWords: Readonly<Record<string, string>> = {
	array: "a list",
	object: "several fields with their names",
	record: "several fields with their names",
	string: "words",
	boolean: "yes or no",
	null: "left empty",
};

function sentenceFor(issue: z.core.$ZodIssue, field: string, value: unknown): string {
	switch (issue.code) {
		case "too_big":
			if (issue.origin === "string")
				return `${field} is ${count(String(value).length)} characters long; at most ${count(Number(issue.maximum))} fit.`;
			if (issue.origin === "array")
				return `${field}: ${Array.isArray(value) ? value.length : "too many"} chosen; at most ${issue.maximum} can be.`;
			return `${field} is ${String(value)}; at most ${issue.maximum} is allowed.`;
		case "too_small":
			if (issue.origin === "string") return `${field} is empty; write a word or two.`;
			if (issue.origin === "array") return `${field} is empty; at least ${issue.minimum} is needed.`;
			return `${field} is ${String(value)}; at least ${issue.minimum} is needed.`;
		case "invalid_type":
			if (value === undefined || value === null || value === "" || Number.isNaN(value)) return `${field} is missing.`;
			if (issue.expected === "number" || issue.expected === "int")
				return `${field} is "${cutText(String(value), 40)}"; a whole number is needed.`;
			return `${field} should be ${typeWords[issue.expected] ?? "written in another way"}.`;
		case "invalid_value":
			if (value === undefined) return `${field} is missing.`;
			if (issue.values.length > 12) return `${field} "${cutText(String(value), 40)}" is not known here.`;
			return `${field} is "${cutText(String(value), 40)}"; choose one of ${issue.values.map(String).join(", ")}.`;
		case "invalid_union":
			return value === undefined
				? `${field} is missing.`
				: `${field} "${cutText(String(value), 40)}" is not known here.`;
		case "unrecognized_keys":
			return `${field} has a field that is not known here: ${cutText(issue.keys.join(", "), 80)}.`;
		case "custom":
			return issue.message && issue.message !== "Invalid input" ? issue.message : `${field} is not right.`;
		default:
			return `${field} is not written as it should be.`;
	}
}

/** Parse at the door: the value, or the sentences. */
export function parse<T>(
	schema: z.ZodMiniType<T>,
	input: unknown,
	labels?: Readonly<Record<string, string>>,
): Outcome<T> {
	const result = schema.safeParse(input);
	return result.success
		? { ok: true, value: result.data }
		: { ok: false, refusals: refusals(result.error, input, labels) };
}
