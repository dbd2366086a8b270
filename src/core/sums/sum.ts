import type { Outcome, Refusal } from "@/core/refusals/refusals";
import { capital } from "@/core/text/wording";
import type { Quantity, Told, Words } from "./quantity";
import { tell, type Units } from "./units";

export type { Quantity, Told, Words } from "./quantity";

export interface SumField {
	key: string;
	name: string;
	of: Quantity;
	least: number;
	most: number;
	/** Several numbers, so many at most. */
	many?: number;
	/** May be left empty: nothing is asked of it then. */
	optional?: boolean;
	hint?: Words;
}

export type SumValues = Readonly<Record<string, number | readonly number[] | null>>;

/** What moves with the numbers: two ways side by side, bars, or spans of one stretch of time. */
export type Drawing =
	| { kind: "tracks"; seconds: number; tracks: readonly { label: string; length: Told }[] }
	| { kind: "bars"; of: Quantity; bars: readonly { label: string; value: number; marked?: boolean }[]; line?: number }
	| { kind: "time"; seconds: number; spans: readonly { label: string; from: number; to: number }[] };

export interface Worked {
	/** The number to act on, and of what it is. */
	large: Told & { words: string };
	/** What else it says, a sentence each. */
	says: readonly Words[];
	drawing: Drawing;
	/** What is written where it is put. */
	line: Words;
	/** Where it gives a rung's limit or a day's tries, or an item's minutes. */
	tries?: number;
	minutes?: number;
	/** Where it gives what a bout is won and lost by. */
	bout?: { a: number; b: number };
}

export interface Sum {
	id: string;
	title: string;
	/** What one wants to know when one comes here. */
	asks: string;
	fields: readonly SumField[];
	fresh: SumValues;
	/** Where what comes out has bounds: those of its own quantity, and the field to change where it lies outside. */
	result?: { least: number; most: number; field: string };
	formula: string;
	assumes: string;
	caution?: string;
	/** @param values checked against the fields already */
	work(values: SumValues): Outcome<Worked>;
}

export const num = (values: SumValues, key: string): number => values[key] as number;
export const many = (values: SumValues, key: string): readonly number[] => (values[key] as readonly number[]) ?? [];

function amiss({ name, of, least, most }: SumField, value: number, units: Units): string | null {
	const say = (one: number) => tell({ value: one, of }, units);
	const whole = of === "count";
	if (!Number.isFinite(value))
		return `${capital(name)}: enter a ${whole ? "whole " : ""}number from ${say(least)} to ${say(most)}.`;
	if (value < least || value > most) return `${capital(name)}: enter ${say(least)} to ${say(most)}, not ${say(value)}.`;
	return whole && !Number.isInteger(value) ? `${capital(name)}: enter a whole number, not ${value}.` : null;
}

/** Why what comes out cannot be, in the bounds of its own quantity. */
function outside({ result, fields }: Sum, { large }: Worked, units: Units): Refusal | null {
	if (!result || (large.value >= result.least && large.value <= result.most)) return null;
	const say = (value: number) => tell({ value, of: large.of }, units);
	const name = fields.find(({ key }) => key === result.field)?.name ?? "";
	return {
		path: result.field,
		sentence: `The result would be ${say(large.value)}. Possible is ${say(result.least)} to ${say(result.most)}. Change the ${name}.`,
	};
}

/** The sum for these numbers; each that cannot be is refused by its name. */
export function work(sum: Sum, values: SumValues, units: Units = "metric"): Outcome<Worked> {
	const refusals = sum.fields.flatMap((field) => {
		const { key, optional, many: most, name } = field;
		const value = values[key];
		if (optional && (value === null || value === undefined || (Array.isArray(value) && value.length === 0))) return [];
		if (most === undefined) {
			const sentence = amiss(field, typeof value === "number" ? value : Number.NaN, units);
			return sentence ? [{ path: key, sentence }] : [];
		}
		const all = Array.isArray(value) ? (value as number[]) : [];
		if (all.length === 0 || all.length > most)
			return [{ path: key, sentence: `${capital(name)}: enter 1 to ${most} numbers, separated by spaces.` }];
		const sentence = all.flatMap((one) => amiss(field, one, units) ?? [])[0];
		return sentence ? [{ path: key, sentence }] : [];
	});
	if (refusals.length > 0) return { ok: false, refusals };
	const worked = sum.work(values);
	const refusal = worked.ok ? outside(sum, worked.value, units) : null;
	return refusal ? { ok: false, refusals: [refusal] } : worked;
}
