import { NextResponse } from "next/server";
import * as z from "zod/mini";
import { readActs } from "@/core/practice/readActs";
import { parseStored } from "@/core/refusals/refusals";
import { visitorOf } from "@/server/practiceLink";
import { jsonOr, readAtMost, refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { latestActs, setActsAside, takeActs } from "@/store/practiceEntries";
import { holderOf, studioMark } from "@/store/studio";

const MOST_ACTS = 50;
const Sent = z.object({ acts: z.array(z.unknown()).check(z.maxLength(MOST_ACTS)) });
/** Fifty entries with the longest remarks. */
const MOST_BYTES = 256_000;

/**
 * Takes in what a student's page wrote for its own assignment. What can be read is kept, what
 * cannot is answered in words, and what no database keeps is set aside; one bad entry holds up no other.
 */
export async function POST(request: Request, { params }: { params: Promise<{ token: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const open = await store();
	const visitor = await visitorOf(open, (await params).token);
	if ("status" in visitor) {
		const answer = refused(visitor.status, [{ path: "token", sentence: visitor.sentence }]);
		if (visitor.after !== undefined) answer.headers.set("retry-after", String(visitor.after));
		return answer;
	}
	if (!request.headers.get("content-type")?.startsWith("application/json"))
		return refused(415, [{ path: "", sentence: "Entries come as JSON, from the practice page itself." }]);
	const text = await readAtMost(request, MOST_BYTES);
	if (text === null)
		return refused(413, [
			{ path: "", sentence: `At most ${MOST_BYTES / 1000} kB can be sent at once. Send fewer entries.` },
		]);
	const sent = parseStored(Sent, jsonOr(text));
	if (!sent.ok) return refused(400, sent.refusals);
	const { acts, unread, unkeepable } = readActs(sent.value.acts);
	await setActsAside(open, visitor.row, unkeepable);
	const { kept, refused: not, later } = await takeActs(open, visitor.row, acts, "link", visitor.locale);
	const mark = await studioMark(open);
	return NextResponse.json({
		kept,
		refused: [...[...unread, ...unkeepable].map(({ id, reason }) => ({ id, sentence: reason })), ...not],
		later,
		served: Date.now(),
		acts: await latestActs(open, visitor.row),
		holder: holderOf(mark),
	});
}
