import fc from "fast-check";
import { Phone } from "@/core/__tests__/phone";
import type { LogEvent } from "@/core/log/event";
import { hashEvent } from "@/core/log/parseEvent";
import { onLadder } from "./smallStudio";

/** Events as nobody should send them, and as a phone in a bad way might. */

const half = String.fromCharCode(0xd83e);

/** Stand for what only JSON as text can say, or say without end: a number beyond a double, brackets in brackets. */
const TOO_LARGE = "1e999!";
const NESTED = "nested!";

/** The JSON of a value with these in it. */
export const rawJson = (value: unknown): string =>
	JSON.stringify(value)
		.replaceAll(`"${TOO_LARGE}"`, "1e999")
		.replaceAll(`"${NESTED}"`, `${"[".repeat(5000)}${"]".repeat(5000)}`);

/** A value JSON lets through: odd texts, numbers read as infinite, brackets in brackets. */
const odd = fc.oneof(
	fc.constantFrom<unknown>(half, `a${half}`, TOO_LARGE, NESTED, -0, 1e308, null, "", "\u0000", "x".repeat(5000)),
	fc.string({ unit: "binary", maxLength: 40 }),
	fc.jsonValue({ maxDepth: 4 }),
);

const days = fc.constantFrom("0026-12-03", "1969-12-31", "2100-01-01", "9999-12-31", "2026-03-01", "2026-02-30", "26");

/** A day of work on one phone: promises, notes, tries, an amendment. */
function healthy(device: string): LogEvent[] {
	const phone = new Phone(device, `lesson-${device}`).begin(onLadder, "r1").row("gmc1g");
	const [promise] = phone.write([{ kind: "promise", body: { text: "Tape", due: "2026-03-09" } }]);
	phone.write([{ kind: "amend", body: { target: promise ?? "", body: { text: "Tape", due: "2026-03-10" } } }]);
	phone.write([{ kind: "note", body: { text: "seen 🤹🏽‍♀️" } }]);
	phone.write([{ kind: "lesson.closed", student: "student", body: { remark: "", note: "", next: "2026-03-08" } }]);
	return phone.events;
}

type Change = (event: LogEvent) => unknown;
/** Hashed again where it can be: as a phone would have sent it. */
const resealed = (event: unknown): unknown => {
	try {
		return hashEvent(event as LogEvent);
	} catch {
		return event;
	}
};
const change: fc.Arbitrary<Change> = fc.oneof(
	odd.map((value) => () => value),
	fc.tuple(fc.constantFrom("unknown", "__proto__", "body", "id", "at", "tz", "lesson"), odd).map(
		([field, value]): Change =>
			(event) =>
				resealed({ ...event, [field]: value }),
	),
	fc.tuple(fc.constantFrom("extra", "text", "due", "target", half), odd).map(
		([field, value]): Change =>
			(event) =>
				resealed({ ...event, body: { ...(event.body as object), [field]: value } }),
	),
	fc.tuple(days, days).map(
		([day, due]): Change =>
			(event) =>
				resealed({ ...event, localDay: day, kind: "promise", body: { text: "Tape", due } }),
	),
	fc
		.tuple(
			fc.constantFrom<unknown>(0, -1, 1.5, 2147483647, 2147483648, 2 ** 50, Number.MAX_SAFE_INTEGER, "7"),
			fc.constantFrom("dseq", "lamport"),
		)
		.map(
			([n, field]): Change =>
				(event) =>
					resealed({ ...event, [field]: n }),
		),
);

/** One device's events with some of them made hostile, and the ids of those that were left as they were. */
export const hostileBatch = fc.array(fc.option(change, { freq: 2 }), { minLength: 9, maxLength: 9 }).map((changes) => {
	const how = (i: number) => changes[i % changes.length];
	return (device: string) => {
		const events = healthy(device);
		return {
			events: events.map((event, i) => how(i)?.(event) ?? event),
			untouched: events.filter((_, i) => !how(i)).map(({ id }) => id),
		};
	};
});
