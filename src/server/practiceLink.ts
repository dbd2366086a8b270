import type { RateLimiterRes } from "rate-limiter-flexible";
import { type WholeLocale, wholeLocaleOf } from "@/core/languages/wholeLocale";
import { allowance, dropOldAllowances } from "@/store/allowance";
import type { Store } from "@/store/db";
import { spokenFor } from "@/store/languages";
import type { AssignmentRow } from "@/store/practice";
import { hashOfToken, openLink } from "@/store/practiceLinks";

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
	| { row: AssignmentRow; ends: string; locale: WholeLocale }
	| { status: 404 | 410 | 429; title: string; sentence: string; after?: number; locale: WholeLocale };

const over = (reached: unknown, locale: WholeLocale): Visitor => ({
	status: 429,
	title: locale.say("link.wait"),
	sentence: locale.say("link.wait.why"),
	locale,
	after: Math.ceil(((reached as RateLimiterRes).msBeforeNext ?? 60_000) / 1000),
});

const closed = {
	withdrawn: "link.ended.off",
	ended: "link.ended.time",
	"put away": "link.ended.archived",
} as const;

export async function visitorOf(open: Store, token: string): Promise<Visitor> {
	const { each, wrong } = limits(open);
	const opened = await openLink(open, token);
	if (opened === null) {
		try {
			await wrong.consume("all");
		} catch (reached) {
			return over(reached, wholeLocaleOf());
		}
		return {
			status: 404,
			locale: wholeLocaleOf(),
			title: "Link not found",
			sentence:
				"This link does not work. Check that you copied all of it. If it worked before, ask your coach for a new one. Your entries are still on this phone.",
		};
	}
	const locale = wholeLocaleOf(await spokenFor(open, "row" in opened ? opened.row.student : opened.student));
	try {
		await each.consume(hashOfToken(token));
	} catch (reached) {
		return over(reached, locale);
	}
	if ("closed" in opened)
		return { status: 410, title: locale.say("link.ended"), sentence: locale.say(closed[opened.closed]), locale };
	return { ...opened, locale };
}
