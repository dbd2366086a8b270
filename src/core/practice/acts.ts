import * as z from "zod/mini";
import type { LogEvent } from "@/core/log/event";
import { parse } from "@/core/refusals/refusals";
import { ident, label, text } from "@/core/text/fields";
import { jsonTrouble } from "@/core/text/json";
import { DaysOff, Practised, practisedLabels, Retargeted, ways } from "./kinds";

/**
 * What happened with an assignment, in the order it was written: as the student's page keeps
 * it, hands it back and is told of it. On the server each is an event.
 */
const written = { id: ident, at: z.string().check(z.maxLength(40)), tz: z.string().check(z.maxLength(64)) };

/** What a student's page may write: an entry, a target they agree to, days without practice, one of these taken back. Nothing else. */
export const StudentAct = z.discriminatedUnion("kind", [
	z.object({ ...written, kind: z.literal("done"), body: Practised }),
	z.object({ ...written, kind: z.literal("target"), body: Retargeted }),
	z.object({ ...written, kind: z.literal("away"), body: DaysOff }),
	z.object({ ...written, kind: z.literal("back"), body: z.object({ entry: ident }) }),
]);
export type StudentAct = z.infer<typeof StudentAct>;

/** What the page is told of besides: what each drill was called when it was done, and the coach's words. */
export const PracticeAct = z.discriminatedUnion("kind", [
	z.object({
		...written,
		kind: z.literal("done"),
		body: z.object({ ...Practised.shape, what: z.optional(label(80)), by: z.optional(z.enum(ways)) }),
	}),
	z.object({ ...written, kind: z.literal("target"), body: Retargeted }),
	z.object({ ...written, kind: z.literal("away"), body: DaysOff }),
	z.object({ ...written, kind: z.literal("back"), body: z.object({ entry: ident }) }),
	z.object({ ...written, kind: z.literal("answer"), body: z.object({ entry: ident, text: text(1000) }) }),
]);
export type PracticeAct = z.infer<typeof PracticeAct>;

/** Events of practice that nobody took back, in their order, as acts. */
export function actsOf(id: string, events: readonly LogEvent[]): PracticeAct[] {
	return events.flatMap((event): PracticeAct[] => {
		const when = { id: event.id, at: event.at, tz: event.tz };
		if (event.kind === "practice" && event.body.assignment === id) {
			const { assignment: _, ...body } = event.body;
			return [{ ...when, kind: "done", body }];
		}
		if (event.kind === "practice.target" && event.body.assignment === id) {
			const { item, target } = event.body;
			return [{ ...when, kind: "target", body: { item, target } }];
		}
		if (event.kind === "practice.away" && event.body.assignment === id) {
			const { assignment: _, ...body } = event.body;
			return [{ ...when, kind: "away", body }];
		}
		if (event.kind === "practice.answered" && event.body.assignment === id) {
			const { entry, text: words } = event.body;
			return [{ ...when, kind: "answer", body: { entry, text: words } }];
		}
		return [];
	});
}

/** What of a thing that was sent as acts can be read. */
export interface ReadActs {
	acts: StudentAct[];
	/** Written in a way this version does not know. */
	unread: { id: string; raw: unknown; reason: string }[];
	/** No database keeps it letter by letter, though it may be an act. */
	unkeepable: { id: string; raw: unknown; reason: string }[];
}

/** Reads what a student's page sent, each by itself. Never throws. */
export function readActs(raws: readonly unknown[]): ReadActs {
	const read: ReadActs = { acts: [], unread: [], unkeepable: [] };
	for (const raw of raws) {
		const id = idIn(raw);
		const trouble = jsonTrouble(raw);
		if (trouble) {
			read.unkeepable.push({ id, raw, reason: trouble });
			continue;
		}
		const act = parse(StudentAct, raw, practisedLabels);
		if (act.ok) read.acts.push(act.value);
		else read.unread.push({ id, raw, reason: act.refusals[0]?.sentence ?? "The entry is damaged." });
	}
	return read;
}

const idIn = (raw: unknown): string => {
	const id = typeof raw === "object" && raw !== null ? (raw as { id?: unknown }).id : "";
	return typeof id === "string" ? id.slice(0, 64) : "";
};
