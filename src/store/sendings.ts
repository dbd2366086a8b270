import { and, eq, inArray } from "drizzle-orm";
import type { StudentAct } from "@/core/practice/acts";
import { entryOf, isNewer } from "@/core/practice/counting";
import type { Practised } from "@/core/practice/kinds";
import type { Store } from "./db";
import * as t from "./schema";

/** Sendings of one entry: the newest holds, whatever order they come in. */

type Done = Extract<StudentAct, { kind: "done" }>;

/** What is here of an entry: the newest sending's number, and the events of those that hold. */
export interface Sendings {
	rev: number;
	holding: string[];
}

/** What is here of the entries these acts send again, by the entry. */
export async function sendingsOf(
	db: Pick<Store["db"], "select">,
	device: string,
	acts: readonly StudentAct[],
): Promise<Map<string, Sendings>> {
	const entries = new Set(
		acts.flatMap((act) =>
			act.kind === "done" && act.body.entry ? [act.body.entry] : act.kind === "back" ? [act.body.entry] : [],
		),
	);
	const sendings = new Map([...entries].map((entry) => [entry, { rev: -1, holding: [] as string[] }]));
	if (entries.size === 0) return sendings;
	const rows = await db
		.select({ id: t.event.id, kind: t.event.kind, body: t.event.body })
		.from(t.event)
		.where(and(eq(t.event.device, device), inArray(t.event.kind, ["practice", "void"])));
	const gone = new Set(
		rows.flatMap(({ kind, body }) => (kind === "void" ? (body as { targets: string[] }).targets : [])),
	);
	for (const { id, kind, body } of rows) {
		if (kind !== "practice") continue;
		const { entry, rev = 0 } = body as Practised;
		for (const key of new Set([entry ?? id, id])) {
			const known = sendings.get(key);
			if (!known) continue;
			known.rev = Math.max(known.rev, rev);
			if (!gone.has(id)) known.holding.push(id);
		}
	}
	return sendings;
}

/** Sendings of an entry, or the one act of that id, among acts that have just come. */
export const freshOf = (entry: string, fresh: Iterable<StudentAct>): string[] =>
	[...fresh].flatMap((one) => (one.id === entry || (one.kind === "done" && entryOf(one) === entry) ? [one.id] : []));

/** What an act takes back: all that holds of its entry, here and just come. */
export function takenBackBy(
	act: StudentAct,
	fresh: Iterable<StudentAct>,
	sendings: ReadonlyMap<string, Sendings>,
): string[] {
	if (act.kind !== "back") return [];
	const { entry } = act.body;
	const all = [...new Set([...(sendings.get(entry)?.holding ?? []), ...freshOf(entry, fresh)])];
	return all.length > 0 ? all : [entry];
}

/** An older sending that comes late changes nothing: what it says was replaced on the phone already. */
export function isLatest(act: StudentAct, sendings: Map<string, Sendings>): boolean {
	const known = act.kind === "done" ? sendings.get(entryOf(act)) : undefined;
	return !known || act.kind !== "done" || (act.body.rev ?? 0) > known.rev;
}

/** What is taken back, because these take its place; of several sendings of one entry that came together the newest stays. */
export function replacedBy(
	fresh: readonly StudentAct[],
	sendings: Map<string, Sendings>,
): { targets: string[]; act: Done }[] {
	const latest = new Map<string, Done>();
	const targets = new Map<string, string[]>();
	for (const act of fresh) {
		if (act.kind !== "done") continue;
		const entry = entryOf(act);
		const before = latest.get(entry);
		const old = before ? [isNewer(act.body, before.body) ? before.id : act.id] : (sendings.get(entry)?.holding ?? []);
		targets.set(entry, [...(targets.get(entry) ?? []), ...old]);
		if (!before || isNewer(act.body, before.body)) latest.set(entry, act);
	}
	return [...latest].flatMap(([entry, act]) => {
		const old = targets.get(entry) ?? [];
		return old.length > 0 ? [{ targets: old, act }] : [];
	});
}
