import { NextResponse } from "next/server";
import * as z from "zod/mini";
import { parseStored } from "@/core/refusals/refusals";
import { ident, whole } from "@/core/text/fields";
import { jsonOr, MOST_BYTES, readAtMost, refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { takeWrapUps } from "@/server/wrapUps";
import { eventsAfter, PAGE_OF_EVENTS, pushEvents } from "@/store/events";
import { withoutTooLong } from "@/store/setAside";
import { studioMark } from "@/store/studio";

const Push = z.object({
	studio: z.string(),
	epoch: whole(1, 2147483647),
	device: ident,
	/** What the device proves to be itself by. Devices of before have none. */
	key: z.optional(ident),
	events: z.array(z.unknown()).check(z.maxLength(1000)),
	/** The events are all that the device still holds above this number: what is missing among them cannot come any more. */
	after: z.optional(whole(0, 2147483647)),
	/** The lowest number the device still holds: the same, as devices told it before. */
	oldest: z.optional(whole(1, 2147483647)),
	/** A lesson whose news are to come with the answer. */
	wants: z.optional(z.object({ lesson: ident, after: whole(0, Number.MAX_SAFE_INTEGER), known: whole(0, 2147483647) })),
});

/** Takes a batch of a device's events. A device of another studio or epoch is told so first, and sends again. */
export async function POST(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const text = await readAtMost(request, MOST_BYTES);
	// Events are hashed: no letter of them is changed here.
	const body = parseStored(Push, jsonOr(text));
	if (!body.ok) return refused(400, body.refusals);
	const open = await store();
	const studio = await studioMark(open);
	const { device, key, events, after, oldest, wants } = body.value;
	if (studio.id !== body.value.studio || studio.epoch !== body.value.epoch)
		return NextResponse.json({ studio }, { status: 409 });
	const pushed = await pushEvents(open, device, withoutTooLong(events, text?.length ?? 0), { after, oldest, key });
	await takeWrapUps(open, events);
	const news =
		wants && (await eventsAfter(open, wants.after, wants.lesson, { device, known: wants.known }, PAGE_OF_EVENTS));
	return NextResponse.json({ studio, ...pushed, news });
}
