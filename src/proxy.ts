import type { NextRequest } from "next/server";
import { stranger } from "@/server/route";

/**
 * Before every page and every server action: until a passcode exists only this machine's
 * own name may be asked for. A name of another site that was made to point here would
 * else be shown the students, and could write.
 */
export const proxy = (request: NextRequest) => stranger(request) ?? undefined;

export const config = {
	// Routes under /api ask by themselves: what passes here is held in memory whole, and their bodies can be large.
	// The program's own files say nothing about anybody.
	matcher: ["/((?!api/|_next/static/).*)"],
};
