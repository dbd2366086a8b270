import { NextResponse } from "next/server";
import type { Refusal } from "@/core/refusals/refusals";
import { isLoopback, isUnderLocalhost } from "@/core/text/hosts";
import { listStudios, studioAt } from "@/store/engine/studios";

/** A refusal as an answer: what was wrong, in sentences. */
export const refused = (status: number, refusals: Refusal[]) => NextResponse.json({ refusals }, { status });

const NOT_OPEN = "This address is not open yet. Use the one on this machine.";
const MOVING =
	"This studio is moving to another database and is back in a moment. Counts stay on the phone until then.";

/**
 * Until a passcode exists only this machine may talk to the server, and only its
 * own pages: another site's page, or a name made to point here, is turned away.
 */
export function stranger(request: Request): NextResponse | null {
	const host = request.headers.get("host") ?? "";
	const origin = request.headers.get("origin");
	const own = origin === null || origin === `http://${host}` || origin === `https://${host}`;
	// Beyond this machine the passcode stands before every request (`scripts/lan.ts`).
	const here = process.env.PEG_LAN === "1" || (listStudios() === null ? isLoopback(host) : isUnderLocalhost(host));
	if (!own || !here) return refused(403, [{ path: "host", sentence: NOT_OPEN }]);
	if (listStudios() === null) return null;
	const studio = studioAt(host);
	if (!studio) return refused(404, [{ path: "host", sentence: "There is no studio at this address." }]);
	return studio.moving ? refused(503, [{ path: "host", sentence: MOVING }]) : null;
}

/** The text of a request, or null as soon as it is longer than so many bytes: the rest is not read. */
export async function readAtMost(request: Request, most: number): Promise<string | null> {
	if (Number(request.headers.get("content-length") ?? 0) > most) return null;
	const reader = request.body?.getReader();
	if (!reader) return "";
	const decoder = new TextDecoder();
	let text = "";
	for (let size = 0; ; ) {
		const { done, value } = await reader.read();
		if (done) return text + decoder.decode();
		size += value.length;
		if (size > most) {
			await reader.cancel();
			return null;
		}
		text += decoder.decode(value, { stream: true });
	}
}

export const MOST_BYTES = 8_000_000;

/** What a text says as JSON; null where it is none. */
export function jsonOr(text: string | null): unknown {
	if (text === null) return null;
	try {
		return JSON.parse(text);
	} catch {
		return null;
	}
}

/** The JSON of a request, or null when there is none to read; one that is too long is read no further than that. */
export const readJson = async (request: Request): Promise<unknown> => jsonOr(await readAtMost(request, MOST_BYTES));

/** An answer sent piece by piece as it is made; whoever leaves off ends the making. */
export function streamed(pieces: AsyncGenerator<string | Uint8Array>, headers: Record<string, string>): Response {
	const bytes = new TextEncoder();
	const body = new ReadableStream<Uint8Array>({
		async pull(controller) {
			const { done, value } = await pieces.next();
			if (done) controller.close();
			else controller.enqueue(typeof value === "string" ? bytes.encode(value) : value);
		},
		async cancel() {
			await pieces.return(undefined);
		},
	});
	return new Response(body, { headers: { ...headers, "cache-control": "no-store" } });
}

/** A table as a file to be downloaded. */
export const csvFile = (name: string, text: string): Response =>
	new Response(text, {
		headers: {
			"content-type": "text/csv; charset=utf-8; header=present",
			"content-disposition": `attachment; filename="peg-ladder-${name}.csv"`,
			"cache-control": "no-store",
		},
	});
