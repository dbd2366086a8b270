import type * as z from "zod/mini";
import type { Body, Kind } from "./kinds";
import type { Envelope } from "./parseEvent";

/** Whose hand wrote it: the coach's, a partner's who counts for the coach, or a private link's. */
export const actors = ["coach", "partner", "link"] as const;
export type Actor = (typeof actors)[number];
type Head = Omit<z.infer<typeof Envelope>, "kind" | "body">;

/** An event as it is kept: the envelope, and a body of its kind. */
export type EventOf<K extends Kind> = K extends Kind ? Head & { kind: K; body: Body<K> } : never;
export type LogEvent = EventOf<Kind>;

/** What somebody wants written; the device adds who, when and in which order. */
export type EventDraft = {
	[K in Kind]: { kind: K; body: Body<K> } & Partial<
		Pick<Head, "id" | "lesson" | "set" | "student" | "ladder" | "rung">
	>;
}[Kind];

export type UnhashedEvent = Omit<LogEvent, "hash">;

/** Who, when and where: what the clock and the dice say, asked once per act. */
export interface Now {
	at: string;
	tz: string;
	localDay: string;
}

/** The event as it will be kept, but for its hash. */
export function envelope(
	draft: EventDraft & { id: string },
	place: { act: string; device: string; dseq: number; lamport: number },
	when: Now,
	actor: Actor = "coach",
): UnhashedEvent {
	return {
		id: draft.id,
		...place,
		...when,
		actor,
		kind: draft.kind,
		lesson: draft.lesson ?? null,
		set: draft.set ?? null,
		student: draft.student ?? null,
		ladder: draft.ladder ?? null,
		rung: draft.rung ?? null,
		body: draft.body,
	} as UnhashedEvent;
}
