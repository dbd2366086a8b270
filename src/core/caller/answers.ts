import type { TryView } from "@/core/log/view";
import { type Banded, banded, difference } from "@/core/statistics/shares";
import { sum } from "@/core/statistics/sums";

/** What a run of called tries says: by target, after the same and after another, early and late. */

export interface Count {
	good: number;
	tries: number;
}

/** A share with its band and the tries it stands on. */
export type Share = Count & Banded;

/** Two shares and what lies between them, 80 %. */
export interface Pair {
	one: Share;
	other: Share;
	apart: ReturnType<typeof difference>;
}

export interface CallAnswers {
	byTarget: (Share & { called: string })[];
	/** One called once more against one that is another than the last; null where either is too few. */
	sameOrAnother: Pair | null;
	/** The first half of the calls against the second. */
	earlyOrLate: Pair | null;
	/** Right choices, apart from what came off of those whose result was looked at; null where nothing is decided. */
	decided: { right: Share; cameOff: Share | null } | null;
	/** Calls in a run that nobody answered: nothing is known of them. */
	unanswered: number;
}

/** Fewer tries on a side are no comparison. */
const ENOUGH = 4;

const countOf = (tries: readonly TryView[], hit: (one: TryView) => boolean = ({ good }) => good): Count => ({
	good: tries.filter(hit).length,
	tries: tries.length,
});
const shareOf = (count: Count): Share => ({ ...count, ...banded(count) });

/** @returns null where either side has fewer tries than are a comparison. */
export function pairOf(one: Count, other: Count, enough = ENOUGH): Pair | null {
	if (one.tries < enough || other.tries < enough) return null;
	return { one: shareOf(one), other: shareOf(other), apart: difference(one, other) };
}

/** Called tries of one visit in the order of their calls: a later visit's calls begin anew. */
const calledIn = (tries: readonly TryView[]): TryView[] =>
	tries
		.filter(({ counted, body }) => counted && body.called !== undefined && body.nth !== undefined)
		.sort((a, b) => nthOf(a) - nthOf(b));
const nthOf = ({ body }: TryView): number => body.nth as number;

/** Calls up to the last one answered that have no try. */
function unansweredIn(tries: readonly TryView[]): number {
	const answered = new Set(tries.flatMap(({ body }) => body.nth ?? []));
	return answered.size === 0 ? 0 : Math.max(...answered) + 1 - answered.size;
}

/**
 * What the called tries on a rung answer; null where the caller called none of them.
 *
 * What was called before a try is only known where its own number in the run follows: after a
 * call that nobody answered, a try is in neither of *the same* and *another*.
 *
 * @param visits the tries of each visit, oldest first.
 */
export function answersOf(visits: readonly (readonly TryView[])[]): CallAnswers | null {
	const runs = visits.map(calledIn);
	const called = runs.flat();
	if (called.length === 0) return null;
	const follows = runs.flatMap((run) =>
		run.flatMap((one, i) => {
			const before = run[i - 1];
			return before && nthOf(one) === nthOf(before) + 1 ? [{ one, same: before.body.called === one.body.called }] : [];
		}),
	);
	const after = (same: boolean) => countOf(follows.flatMap((each) => (each.same === same ? [each.one] : [])));
	const early = runs.flatMap((run) => run.slice(0, Math.floor(run.length / 2)));
	const late = runs.flatMap((run) => run.slice(Math.floor(run.length / 2)));
	return {
		byTarget: [...new Set(called.map(({ body }) => body.called as string))].map((name) => ({
			called: name,
			...shareOf(countOf(called.filter(({ body }) => body.called === name))),
		})),
		sameOrAnother: pairOf(after(true), after(false)),
		earlyOrLate: pairOf(countOf(early), countOf(late)),
		decided: decidedIn(called),
		unanswered: sum(visits, (tries) => unansweredIn(tries)),
	};
}

function decidedIn(called: readonly TryView[]): CallAnswers["decided"] {
	const decided = called.filter(({ as }) => as.right !== undefined);
	if (decided.length === 0) return null;
	const looked = decided.filter(({ body }) => body.cameOff !== undefined);
	return {
		right: shareOf(countOf(decided, ({ as }) => as.right === true)),
		cameOff: looked.length === 0 ? null : shareOf(countOf(looked, ({ body }) => body.cameOff === true)),
	};
}

/** Two labels of a rung against each other. */
export const variantsOf = (labels: readonly { good: number; of: number }[]): Pair | null => {
	const [one, other] = labels;
	if (!one || !other || labels.length > 2) return null;
	return pairOf({ good: one.good, tries: one.of }, { good: other.good, tries: other.of });
};
