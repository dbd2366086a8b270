import { ladderWith, Phone } from "@/core/__tests__/phone";
import type { parse } from "@/core/refusals/refusals";
import { hashEvent, parseEvent } from "./parseEvent";

const said = (outcome: ReturnType<typeof parse>) => (outcome.ok ? [] : outcome.refusals.map((r) => r.sentence));

describe("an event", () => {
	const [event] = new Phone().begin(ladderWith()).events;
	if (!event) throw new Error("no event");
	test("reads back as it was hashed", () =>
		expect(parseEvent(JSON.parse(JSON.stringify(event)))).toEqual({ ok: true, value: event }));
	test("with another word under the same hash is refused", () =>
		expect(said(parseEvent({ ...event, lesson: "another" }))).toEqual([
			"The event's hash does not match its content.",
		]));
	test("of an unknown kind is refused by its name", () =>
		expect(said(parseEvent({ ...event, kind: "wishful" }))[0]).toContain("wishful"));
	test("with a body of another kind is refused", () =>
		expect(said(parseEvent(hashEvent({ ...event, kind: "state" } as never)))[0]).toBe("Mark is missing."));
	test.each([
		[null, "The data is missing."],
		[7, "The data should be several fields with their names."],
		["x", "The data should be several fields with their names."],
		[[], "The data should be several fields with their names."],
		[{}, "Id is missing."],
	])("is not %j", (raw, sentence) => expect(said(parseEvent(raw))[0]).toBe(sentence));
});
