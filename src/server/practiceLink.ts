import { RateLimiterMemory, type RateLimiterRes } from "rate-limiter-flexible";
import type { Store } from "@/store/db";
import { type AssignmentRow, openLink } from "@/store/practice";

/**
 * Who comes by a private link: what its token opens, or the answer in words. A link is asked
 * for at most so often a minute; wrong addresses are counted together, since a token is not
 * guessed anyway.
 */
const A_MINUTE = 120;
const WRONG = 100;

interface Limits {
	each: RateLimiterMemory;
	wrong: RateLimiterMemory;
}
const shared = globalThis as { pegLadderPracticeLimits?: Limits };
// Next bundles each route apart: a module's own would be one for each.
const limits = (): Limits => {
	shared.pegLadderPracticeLimits ??= {
		each: new RateLimiterMemory({ points: A_MINUTE, duration: 60 }),
		wrong: new RateLimiterMemory({ points: WRONG, duration: 300 }),
	};
	return shared.pegLadderPracticeLimits;
};

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
	const { each, wrong } = limits();
	try {
		await each.consume(token);
	} catch (reached) {
		return over(reached);
	}
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
			sentence: "This address opens nothing. Look whether all of it was copied, or ask your coach for a new one.",
		};
	}
	if (typeof opened === "string") return { status: 410, title: "This link is closed", sentence: closed[opened] };
	return opened;
}
