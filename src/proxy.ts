import { type NextRequest, NextResponse } from "next/server";
import { policyForOnePage } from "@/server/policy";
import { stranger } from "@/server/route";

const POLICY = "content-security-policy";

/**
 * Before every page and every server action: until a passcode exists only this machine's
 * own name may be asked for. A name of another site that was made to point here would
 * else be shown the students, and could write. And every page says what its scripts may be.
 */
export function proxy(request: NextRequest) {
	const away = stranger(request);
	if (away) return away;
	if (!canBeRead(request.url)) return new NextResponse("This address cannot be read.", { status: 400 });
	const { pathname } = request.nextUrl;
	// The student's page has its own policy (`next.config.mjs`), and a server that is being written on runs what it makes up.
	if (pathname.startsWith("/p/") || process.env.NODE_ENV !== "production") return undefined;
	const policy = policyForOnePage();
	const headers = new Headers(request.headers);
	// Read while the page is made: its inline scripts then carry the policy's number.
	headers.set(POLICY, policy);
	const answer = NextResponse.next({ request: { headers } });
	answer.headers.set(POLICY, policy);
	return answer;
}

/** Whether the letters of an address are letters: what is written as a byte may be none. */
function canBeRead(url: string): boolean {
	try {
		decodeURIComponent(new URL(url).pathname);
		return true;
	} catch {
		return false;
	}
}

export const config = {
	// Routes under /api ask by themselves: what passes here is held in memory whole, and their bodies can be large.
	// The program's own files say nothing about anybody.
	// Addresses with a letter written as a byte are looked at everywhere: some bytes are no letter.
	matcher: ["/((?!api/|_next/static/).*)", "/api/(.*%.*)"],
};
