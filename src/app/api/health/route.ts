import { NextResponse } from "next/server";
import { health } from "@/server/health";
import { stranger } from "@/server/route";

/** How the studio is, for whoever watches over it: nothing of anybody in it. 503 where it cannot be read. */
export async function GET(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const told = await health();
	return NextResponse.json(told, { status: told.ok ? 200 : 503, headers: { "cache-control": "no-store" } });
}
