import { NextResponse } from "next/server";
import { MOST_BRINGING } from "@/core/skill/picture";
import { bringPicture, tooLarge } from "@/server/bringPicture";
import { refused, stranger } from "@/server/route";

/** Brings one picture or clip; answers its hash. */
export async function POST(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const { bytes, size } = await bodyOf(request);
	const outcome = bytes ? await bringPicture(bytes, request.headers.get("content-type") ?? "") : tooLarge(size);
	return outcome.ok ? NextResponse.json(outcome.value) : refused(400, outcome.refusals);
}

/** The body, or only its size where that is more than can be brought; it is read no further than that. */
async function bodyOf(request: Request): Promise<{ bytes: Uint8Array | null; size: number }> {
	const pieces: Uint8Array[] = [];
	let size = 0;
	for await (const piece of (request.body ?? []) as AsyncIterable<Uint8Array>) {
		pieces.push(piece);
		size += piece.length;
		if (size > MOST_BRINGING)
			return { bytes: null, size: Math.max(size, Number(request.headers.get("content-length") ?? 0)) };
	}
	return { bytes: Buffer.concat(pieces), size };
}
