import { NextResponse } from "next/server";
import { refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { eventsAfter, PAGE_OF_EVENTS } from "@/store/events";
import { highestPlace } from "@/store/known";
import { studioMark } from "@/store/studio";

/** Events of one lesson that arrived after a number; those the asking device made up to `known` are left out. */
export async function GET(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const query = new URL(request.url).searchParams;
	const lesson = query.get("lesson");
	const after = Number(query.get("after") ?? 0);
	if (!lesson) return refused(400, [{ path: "lesson", sentence: "Lesson is missing." }]);
	if (!Number.isSafeInteger(after) || after < 0)
		return refused(400, [{ path: "after", sentence: `After is "${query.get("after")}". Use a whole number from 0.` }]);
	const open = await store();
	const studio = await studioMark(open);
	const own = { device: query.get("device") ?? "", known: Number(query.get("known") ?? 0) || 0 };
	// Open lessons ask every few seconds: how far the order has come is told to those who want it.
	const order = query.has("order") ? { lamport: await highestPlace(open) } : {};
	return NextResponse.json({ studio, ...order, ...(await eventsAfter(open, after, lesson, own, PAGE_OF_EVENTS)) });
}
