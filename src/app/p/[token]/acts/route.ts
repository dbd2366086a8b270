import { NextResponse } from "next/server";
import * as z from "zod/mini";
import { StudentAct } from "@/core/practice/acts";
import { practisedLabels } from "@/core/practice/kinds";
import { parse } from "@/core/refusals/refusals";
import { visitorOf } from "@/server/practiceLink";
import { readAtMost, refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { practiceActs, takeActs } from "@/store/practice";

const MOST_ACTS = 50;
const Sent = z.object({ acts: z.array(z.unknown()).check(z.maxLength(MOST_ACTS)) });
/** Fifty entries with the longest remarks. */
const MOST_BYTES = 256_000;

/**
 * Takes in what a student's page wrote for its own assignment. What can be read is kept, what
 * cannot is answered in words; one bad entry holds up no other.
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
			{ path: "", sentence: `At most ${MOST_BYTES / 1000} kB can come at once; send fewer entries.` },
		]);
	const sent = parse(Sent, jsonOr(text));
	if (!sent.ok) return refused(400, sent.refusals);
	const acts: StudentAct[] = [];
	const unread: { id: string; sentence: string }[] = [];
	for (const raw of sent.value.acts) {
		const act = parse(StudentAct, raw, practisedLabels);
		if (act.ok) acts.push(act.value);
		else unread.push({ id: idOf(raw), sentence: act.refusals[0]?.sentence ?? "It cannot be read." });
	}
	const { kept, refused: not } = await takeActs(open, visitor.row, acts, "link");
	return NextResponse.json({ kept, refused: [...unread, ...not], acts: await practiceActs(open, visitor.row) });
}

const idOf = (raw: unknown): string => {
	const id = typeof raw === "object" && raw !== null ? (raw as { id?: unknown }).id : "";
	return typeof id === "string" ? id.slice(0, 64) : "";
};

function jsonOr(text: string): unknown {
	try {
		return JSON.parse(text);
	} catch {
		return null;
	}
}
