import type { FieldErrors, FieldValues, Resolver } from "react-hook-form";
import type * as z from "zod/mini";
import { parse, type Refusal } from "@/core/refusals/refusals";

/** Puts refusals where their fields are; those of no field stand under `root`. */
export function asFieldErrors(refusals: readonly Refusal[]): FieldErrors {
	const errors: Record<string, unknown> = {};
	for (const { path, sentence } of refusals) {
		const keys = path === "" ? ["root"] : path.split(".");
		let place = errors;
		for (const key of keys.slice(0, -1)) {
			place[key] ??= {};
			place = place[key] as Record<string, unknown>;
		}
		const last = keys.at(-1) as string;
		place[last] ??= { type: "refused", message: sentence };
	}
	return errors as FieldErrors;
}

/** A form's resolver from a schema, in our own sentences. */
export const sentenceResolver =
	<T extends FieldValues>(
		schema: z.ZodMiniType<T>,
		labels: Readonly<Record<string, string>>,
	): Resolver<T, unknown, T> =>
	(values) => {
		const outcome = parse(schema, values, labels);
		return outcome.ok
			? { values: outcome.value, errors: {} }
			: { values: {}, errors: asFieldErrors(outcome.refusals) as FieldErrors<T> };
	};

/** The first row of a list that has something wrong in it, or -1. */
export const firstBadRow = (errors: unknown): number =>
	Number(Object.keys(errors ?? {}).find((key) => /^\d+$/.test(key)) ?? -1);
