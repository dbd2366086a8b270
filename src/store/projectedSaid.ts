import { and, inArray } from "drizzle-orm";
import type { LogEvent } from "@/core/log/event";
import type { Kind } from "@/core/log/kinds";
import { foldReminders, type SaidKind } from "@/core/log/reminders";
import { foldText } from "@/core/text/foldText";
import type { Store } from "./db";
import { asEvent } from "./events";
import * as t from "./schema";

const linking: Kind[] = ["void", "amend", "promise.kept", "unparked"];
const keeping: Kind[] = ["promise", "parked", "note"];

/** The events an event speaks of, where that matters to what is kept in sight. */
const targetsOf = (event: LogEvent): string[] =>
	event.kind === "void"
		? event.body.targets
		: event.kind === "amend"
			? [event.body.target]
			: event.kind === "promise.kept"
				? [event.body.promise]
				: event.kind === "unparked"
					? [event.body.parked]
					: [];

/** Works out anew each promise, parked word and note that new events made or spoke of. */
export async function takeSaid(store: Store, between: ReturnType<typeof and>): Promise<void> {
	const rows = await store.db
		.select()
		.from(t.event)
		.where(and(between, inArray(t.event.kind, [...linking, ...keeping])));
	const events = rows.map(asEvent);
	const links = events.flatMap((event) => targetsOf(event).map((target) => ({ source: event.id, target })));
	for (let i = 0; i < links.length; i += 400)
		await store.write((tx) =>
			tx
				.insert(t.link)
				.values(links.slice(i, i + 400))
				.onConflictDoNothing(),
		);
	const touched = await relatedEvents(
		store,
		events.map((event) => event.id),
		"down",
	);
	const roots: string[] = [];
	for (let i = 0; i < touched.length; i += 400)
		for (const { id } of await store.db
			.select({ id: t.event.id })
			.from(t.event)
			.where(and(inArray(t.event.id, touched.slice(i, i + 400)), inArray(t.event.kind, keeping))))
			roots.push(id);
	for (let i = 0; i < roots.length; i += 200) await keepSaid(store, roots.slice(i, i + 200));
}

/** What is said of one root never touches another, so many are folded at once. */
async function keepSaid(store: Store, roots: readonly string[]): Promise<void> {
	const about = await relatedEvents(store, roots, "up");
	const log: LogEvent[] = [];
	for (let i = 0; i < about.length; i += 400)
		log.push(
			...(
				await store.db
					.select()
					.from(t.event)
					.where(inArray(t.event.id, about.slice(i, i + 400)))
			).map(asEvent),
		);
	const { promises, parked, notes } = foldReminders(log);
	const entries = new Map([...promises, ...parked, ...notes].map((entry) => [entry.id, entry]));
	const rows = log.flatMap((from) => {
		const one = entries.get(from.id);
		return one
			? [
					{
						id: one.id,
						kind: from.kind as SaidKind,
						student: one.student,
						lesson: from.lesson,
						day: one.day,
						due: one.due,
						closedBy: one.closedBy,
						lamport: from.lamport,
						text: one.text,
						folded: foldText(one.text),
					},
				]
			: [];
	});
	await store.write(async (tx) => {
		await tx.delete(t.said).where(inArray(t.said.id, [...roots]));
		if (rows.length > 0) await tx.insert(t.said).values(rows);
	});
}

/** These ids and all that links lead to, towards what is spoken of (down) or towards who speaks (up). */
async function relatedEvents({ db }: Store, ids: readonly string[], way: "down" | "up"): Promise<string[]> {
	const [here, there] = way === "down" ? [t.link.source, t.link.target] : [t.link.target, t.link.source];
	const found = new Set(ids);
	for (let edge = [...found]; edge.length > 0; ) {
		const next: string[] = [];
		for (let i = 0; i < edge.length; i += 400)
			for (const { id } of await db
				.select({ id: there })
				.from(t.link)
				.where(inArray(here, edge.slice(i, i + 400))))
				if (!found.has(id)) {
					found.add(id);
					next.push(id);
				}
		edge = next;
	}
	return [...found];
}
