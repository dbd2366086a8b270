import { canonicalForm } from "@/core/hash/hash";
import { rungLabels } from "./labels";
import type { RungSettings } from "./rung";

/** A ladder as a revision holds it: rungs with their settings, lowest first. */
export type RungsBefore = readonly { id: string; settings: RungSettings }[];

export interface RungDifference {
	id: string;
	name: string;
	what: "added" | "removed" | "changed" | "moved";
	/** What reads otherwise, in the coach's words. */
	fields: string[];
}

const words: Record<string, string> = {
	...rungLabels,
	secondCue: "second cue",
	musts: "musts",
	scale: "outcomes",
	neverAlone: "never alone",
};
const same = (a: unknown, b: unknown) => canonicalForm(a ?? null) === canonicalForm(b ?? null);
const plain = (value: unknown): value is string | number => typeof value === "string" || typeof value === "number";

function fieldsOf(before: RungSettings, after: RungSettings): string[] {
	const [old, now] = [before as Record<string, unknown>, after as Record<string, unknown>];
	return [...new Set([...Object.keys(old), ...Object.keys(now)])]
		.filter((key) => !same(old[key], now[key]))
		.map((key) => {
			const called = words[key] ?? key;
			const [was, is] = [old[key], now[key]];
			return plain(was) && plain(is) && `${was}${is}`.length < 60
				? `${called}: ${was || "nothing"}, now ${is || "nothing"}`
				: called;
		});
}

/** What two states of a ladder say differently, rung by rung, in the order of the later one; those taken out come last. */
export function ladderDifferences(before: RungsBefore, after: RungsBefore): RungDifference[] {
	const old = new Map(before.map((rung) => [rung.id, rung]));
	const there = new Set(after.map(({ id }) => id));
	const order = before.filter(({ id }) => there.has(id)).map(({ id }) => id);
	const now = after.filter(({ id }) => old.has(id)).map(({ id }) => id);
	return [
		...after.flatMap(({ id, settings }): RungDifference[] => {
			const was = old.get(id);
			const name = settings.name;
			if (!was) return [{ id, name, what: "added", fields: [] }];
			const fields = fieldsOf(was.settings, settings);
			if (fields.length > 0) return [{ id, name, what: "changed", fields }];
			return order.indexOf(id) === now.indexOf(id) ? [] : [{ id, name, what: "moved", fields: [] }];
		}),
		...before
			.filter(({ id }) => !there.has(id))
			.map(({ id, settings }): RungDifference => ({ id, name: settings.name, what: "removed", fields: [] })),
	];
}
