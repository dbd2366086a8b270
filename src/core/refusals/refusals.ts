import type * as z from "zod/mini";
import { cutText } from "@/core/text/fields";
import { DEPTH } from "@/core/text/json";
import { TooDeep, tidy } from "@/core/text/tidy";

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
	const name = parts.join(", ") || "The data";
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

type Issue<K extends z.core.$ZodIssue["code"]> = Extract<z.core.$ZodIssue, { code: K }>;

const isEmpty = (value: unknown): boolean =>
	value === undefined || value === null || value === "" || Number.isNaN(value);
/** What was sent, as it was written: a list or several fields as JSON. */
const quoted = (value: unknown): string =>
	`"${cutText(typeof value === "object" && value !== null ? JSON.stringify(value) : String(value), 40)}"`;

function tooBig({ origin, maximum }: Issue<"too_big">, field: string, value: unknown): string {
	if (origin === "string")
		return `${field} is too long: ${count(String(value).length)} characters, ${count(Number(maximum))} allowed.`;
	if (origin === "array")
		return `${field}: ${Array.isArray(value) ? value.length : "too many"} chosen, ${maximum} allowed.`;
	return `${field}: enter at most ${maximum}, not ${String(value)}.`;
}

function tooSmall({ origin, minimum }: Issue<"too_small">, field: string, value: unknown): string {
	if (origin === "string") return `${field}: enter a word or two.`;
	if (origin === "array") return `${field}: choose at least ${minimum}.`;
	return `${field}: enter at least ${minimum}, not ${String(value)}.`;
}

function wrongType({ expected }: Issue<"invalid_type">, field: string, value: unknown): string {
	if (isEmpty(value)) return `${field} is missing.`;
	if (expected === "number" || expected === "int") return `${field}: enter a whole number, not ${quoted(value)}.`;
	return `${field} should be ${typeWords[expected] ?? "written in another way"}.`;
}

function notListed({ values }: Issue<"invalid_value">, field: string, value: unknown): string {
	if (value === undefined) return `${field} is missing.`;
	return values.length > 12
		? `${field}: ${quoted(value)} does not exist.`
		: `${field}: choose one of ${values.map(String).join(", ")}, not ${quoted(value)}.`;
}

function sentenceFor(issue: z.core.$ZodIssue, field: string, value: unknown): string {
	switch (issue.code) {
		case "too_big":
			return tooBig(issue, field, value);
		case "too_small":
			return tooSmall(issue, field, value);
		case "invalid_type":
			return wrongType(issue, field, value);
		case "invalid_value":
			return notListed(issue, field, value);
		case "invalid_union":
			return value === undefined ? `${field} is missing.` : `${field}: ${quoted(value)} does not exist.`;
		case "unrecognized_keys":
			return `${field} has an unknown field: ${cutText(issue.keys.join(", "), 80)}.`;
		case "custom":
			return issue.message && issue.message !== "Invalid input" ? issue.message : `${field}: check what you entered.`;
		default:
			return `${field}: check how it is written.`;
	}
}

type Labels = Readonly<Record<string, string>>;

/** Parse at the door what somebody typed or sent: the value, tidy, or the sentences. */
export function parse<T>(schema: z.ZodMiniType<T>, input: unknown, labels?: Labels): Outcome<T> {
	try {
		return parseStored(schema, tidy(input), labels);
	} catch (error) {
		if (error instanceof TooDeep) return refuse("", `The data is nested over ${DEPTH} deep.`);
		throw error;
	}
}

/** The same of what is stored, or was hashed: no letter of it is changed. */
export function parseStored<T>(schema: z.ZodMiniType<T>, input: unknown, labels?: Labels): Outcome<T> {
	const result = schema.safeParse(input);
	return result.success
		? { ok: true, value: result.data }
		: { ok: false, refusals: refusals(result.error, input, labels) };
}
