import { and, asc, eq, inArray, sql } from "drizzle-orm";
import type { Body } from "@/core/log/kinds";
import { type KeyCue, keyCueOf } from "@/core/skill/keyCue";
import type { Store } from "./db";
import * as t from "./schema";
import { holds } from "./takenBack";

/**
 * Cues that are to be met again and again, by the student, with how often they were given.
 * A coach marks a few; what was given is looked up for those alone.
 */
export async function keyCues({ db }: Store, students?: readonly string[]): Promise<Map<string, KeyCue[]>> {
	const marks = await db
		.select({ student: t.event.student, body: t.event.body, day: t.event.localDay })
		.from(t.event)
		.where(and(eq(t.event.kind, "cue.key"), students ? inArray(t.event.student, [...students]) : undefined, holds))
		.orderBy(asc(t.event.lamport), asc(t.event.device), asc(t.event.dseq));
	/** By the student: each key cue with the day it was made one. */
	const texts = new Map<string, Map<string, string>>();
	for (const { student, body, day } of marks) {
		const { text, on } = body as Body<"cue.key">;
		if (!student) continue;
		const theirs = texts.get(student) ?? new Map<string, string>();
		// Said again while it is one, it stays one from its first day on.
		if (!on) theirs.delete(text);
		else if (!theirs.has(text)) theirs.set(text, day);
		texts.set(student, theirs);
	}
	const found = await Promise.all(
		[...texts].map(async ([student, theirs]) => {
			const given = await db
				.select({
					day: t.event.localDay,
					// Own words are written down afterwards, as an amendment of what was said.
					text: sql<string>`coalesce(json_extract(${t.event.body}, '$.cue.text'), json_extract(${t.event.body}, '$.body.cue.text'))`,
				})
				.from(t.event)
				.where(and(eq(t.event.student, student), inArray(t.event.kind, ["feedback", "amend"]), holds));
			const daysOf = (text: string) => given.flatMap((one) => (one.text === text ? [one.day] : []));
			return [student, [...theirs].map(([text, from]) => keyCueOf(text, daysOf(text), from))] as const;
		}),
	);
	return new Map(found.filter(([, cues]) => cues.length > 0));
}
