import type { RateLimiterRes } from "rate-limiter-flexible";
import { allowance, dropOldAllowances } from "@/store/allowance";
import type { Store } from "@/store/db";
import { type AssignmentRow, hashOfToken, openLink } from "@/store/practice";

/**
 * Who comes by a private link: what its token opens, or the answer in words. A link is asked
 * for at most so often a minute; wrong addresses are counted together, since a token is not
 * guessed anyway.
 */
const A_MINUTE = 120;
const WRONG = 100;

interface Limits {
	each: ReturnType<typeof allowance>;
	wrong: ReturnType<typeof allowance>;
}
const shared = globalThis as { pegLadderPracticeLimits?: WeakMap<Store, Limits> };
/** Of a studio, for all routes: Next bundles each apart, so a module's own would be one for each. */
function limits(store: Store): Limits {
	shared.pegLadderPracticeLimits ??= new WeakMap();
	const known = shared.pegLadderPracticeLimits.get(store);
	if (known) return known;
	const made = {
		each: allowance(store, "link", { points: A_MINUTE, duration: 60 }),
		wrong: allowance(store, "no link", { points: WRONG, duration: 300 }),
	};
	shared.pegLadderPracticeLimits.set(store, made);
	void dropOldAllowances(store, Date.now()).catch(() => undefined);
	return made;
}

export type Visitor =
	| { row: AssignmentRow; ends: string }
	| { status: 404 | 410 | 429; title: string; sentence: string; after?: number };

const over = (reached: unknown): Visitor => ({
	status: 429,
	title: "One moment",
	sentence:
		"This page was asked for very often just now. Wait a minute, then open it again; nothing on your phone is lost.",
	after: Math.ceil(((reached as RateLimiterRes).msBeforeNext ?? 60_000) / 1000),
});

const closed = {
	withdrawn: "Your coach has closed this link. Ask for a new one; what is on your phone is still there.",
	ended: "The time of this link is over. Ask your coach for a new one; what is on your phone is still there.",
	"put away": "This practice is put away. Ask your coach for the new one; what is on your phone is still there.",
} as const;

export async function visitorOf(open: Store, token: string): Promise<Visitor> {
	const { each, wrong } = limits(open);
	const opened = await openLink(open, token);
	if (opened === null) {
		try {
			await wrong.consume("all");
		} catch (reached) {
			return over(reached);
		}
		return {
			status: 404,
			title: "Nothing is here",
			sentence:
				"This address opens nothing. Check that all of it was copied. If it opened before, the studio has moved: ask your coach for a new link. What is on your phone is still there.",
		};
	}
	try {
		await each.consume(hashOfToken(token));
	} catch (reached) {
		return over(reached);
	}
	if (typeof opened === "string") return { status: 410, title: "This link is closed", sentence: closed[opened] };
	return opened;
}
