import * as z from "zod/mini";
import type { LogEvent } from "@/core/log/event";
import { ident, label, text } from "@/core/text/fields";
import { DaysOff, Practised, Retargeted, ways } from "./kinds";

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
