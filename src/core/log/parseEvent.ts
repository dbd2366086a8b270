import * as z from "zod/mini";
import { hashOf } from "@/core/hash/hash";
import { type Outcome, parseStored, type Refusal, refuse } from "@/core/refusals/refusals";
import { day, dayTrouble, ident, whole } from "@/core/text/fields";
import { jsonTrouble } from "@/core/text/json";
import { tidy } from "@/core/text/tidy";
import { actors, type LogEvent, type UnhashedEvent } from "./event";
import { bodies } from "./kinds";
import { TOP_LAMPORT } from "./order";

/**
 * The hash covers everything but itself, so that no field can differ under one id. Texts are
 * made tidy first: this is the one door by which what somebody typed becomes an event.
 */
export function hashEvent(event: UnhashedEvent): LogEvent {
	const { hash: _, ...rest } = tidy(event as LogEvent);
	return { ...rest, hash: hashOf(rest) } as LogEvent;
}

type Schemas = Readonly<Record<string, z.ZodMiniType<unknown>>>;

/** An event of a lesson, or why it cannot be read. Unknown kinds are refused by name. Never throws. */
export const parseEvent = (input: unknown): Outcome<LogEvent> => parseAmong(bodies as Schemas, input);

/** An event of one of these kinds, or why it cannot be read. */
export function parseAmong(schemas: Schemas, input: unknown): Outcome<LogEvent> {
	const trouble = jsonTrouble(input);
	if (trouble) return refuse("", trouble);
	const envelope = parseStored(Envelope, input);
	if (!envelope.ok) return envelope;
	const { kind } = envelope.value;
	const schema = Object.hasOwn(schemas, kind) ? schemas[kind] : undefined;
	if (!schema) return refuse("kind", `Kind "${kind}" does not exist.`);
	const body = parseStored(schema, envelope.value.body);
	if (!body.ok)
		return {
			ok: false,
			refusals: body.refusals.map((r): Refusal => ({ ...r, path: r.path ? `body.${r.path}` : "body" })),
		};
	if (envelope.value.kind === "amend" && (body.value as { body: unknown }).body === undefined)
		return refuse("body.body", "Body is missing: an amendment carries the whole new body.");
	const { hash, ...rest } = input as LogEvent;
	if (hashOf(rest) !== hash) return refuse("hash", "The event's hash does not match its content.");
	// As it was sent, not as it was read: the hash must hold again when it is read back.
	return { ok: true, value: input as LogEvent };
}

/**
 * What in an event lies outside of what is taken from now on, though it can be read: days
 * that nobody means, a place in the order that cannot have happened. What was taken in
 * before stays, is carried along and comes back, with these as remarks.
 */
export function outOfBounds(event: LogEvent): Refusal[] {
	const trouble = daysIn(event).flatMap(({ path, name, day }) => {
		const sentence = dayTrouble(name, day);
		return sentence ? [{ path, sentence }] : [];
	});
	if (event.lamport > TOP_LAMPORT)
		trouble.push({
			path: "lamport",
			sentence: `Its place in the order is ${event.lamport}, above the highest possible, ${TOP_LAMPORT}.`,
		});
	return trouble;
}

export const Envelope = z.strictObject({
	id: ident,
	/** First event of the act this one belongs to: undo takes a whole act back. */
	act: ident,
	device: ident,
	/** The device's own counter, from 1, without gaps. */
	dseq: whole(1, 2147483647),
	/** 1 + the highest the device had seen. */
	lamport: whole(1, Number.MAX_SAFE_INTEGER),
	/** What the device's clock said: a remark, never used for order. */
	at: z.string().check(z.maxLength(40)),
	tz: z.string().check(z.maxLength(64)),
	/** The day it was where it happened, decided on the device. */
	localDay: day,
	actor: z.enum(actors),
	kind: z.string().check(z.maxLength(40)),
	lesson: z.nullable(ident),
	set: z.nullable(ident),
	student: z.nullable(ident),
	ladder: z.nullable(ident),
	rung: z.nullable(ident),
	body: z.unknown(),
	/** Content address of all the other fields. */
	hash: z.string().check(z.regex(/^[0-9a-f]{64}$/)),
});

const dayFields: Readonly<Record<string, string>> = { due: "Due", next: "Next lesson", day: "The day" };

/** The days an event names: its own, and those in its body or in the body it amends to. */
function daysIn(event: LogEvent): { path: string; name: string; day: string }[] {
	const amended = event.kind === "amend" ? (event.body.body as Record<string, unknown> | null) : null;
	const inside = Object.entries(dayFields).flatMap(([field, name]) => {
		const own = (event.body as Record<string, unknown>)[field];
		const to = typeof amended === "object" ? amended?.[field] : undefined;
		return [
			...(typeof own === "string" ? [{ path: `body.${field}`, name, day: own }] : []),
			...(typeof to === "string" ? [{ path: `body.body.${field}`, name, day: to }] : []),
		];
	});
	return [{ path: "localDay", name: "The day it happened", day: event.localDay }, ...inside];
}
