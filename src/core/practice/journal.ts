import { sum } from "@/core/statistics/sums";
import type { PracticeAct } from "./acts";
import type { Assignment, PracticeItem } from "./assignment";
import { entryOf, isNewer } from "./counting";
import type { DaysOff, Practised, ways } from "./kinds";
import { goesToRaise, type Suggestion, suggestTarget } from "./targets";

/** An entry as it stands, with the coach's word to it. */
export interface JournalEntry extends Practised {
	id: string;
	/** The same however often the entry was changed and sent again. */
	entry: string;
	/** What the drill was called; empty where it is not known any more. */
	what: string;
	/** How it came; not known of what this phone has not sent yet. */
	by?: (typeof ways)[number] | undefined;
	/** Null until somebody answered; empty where it was read and nothing was to be said. */
	answer: string | null;
}

/** A drill with what was done of it. */
export interface JournalItem {
	item: PracticeItem;
	/** The target as it stands: the coach's, or what either side made of it since. */
	target: number;
	entries: JournalEntry[];
	suggestion: Suggestion | null;
	/** How many more goes that meet the target would raise it; null where it is as high as it goes. */
	next: { goes: number; to: number } | null;
}

export interface Journal {
	/** By the day it was done, then in the order it was written. */
	entries: JournalEntry[];
	items: JournalItem[];
	/** Entries whose remark nobody has answered. */
	toAnswer: JournalEntry[];
	/** Days without practice that the student told of, in the order of their first days. */
	away: Away[];
}

export interface Away extends DaysOff {
	id: string;
}

const byDay = (a: JournalEntry, b: JournalEntry): number => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0);

/**
 * What came of an assignment: its entries, the targets as they stand, what is to be answered.
 * The same on the student's phone and at the coach's.
 *
 * @param acts in the order they were written; one that is there twice counts once
 */
export function journalOf(
	{ items, thresholds }: Pick<Assignment, "items" | "thresholds">,
	acts: readonly PracticeAct[],
): Journal {
	const once = [...new Map(acts.map((act) => [act.id, act])).values()];
	const back = new Set(once.flatMap((act) => (act.kind === "back" ? [act.body.entry] : [])));
	const answers = new Map(once.flatMap((act) => (act.kind === "answer" ? [[act.body.entry, act.body.text]] : [])));
	const names = new Map(items.map(({ id, name }) => [id, name]));
	const written: JournalEntry[] = [];
	const targets = new Map<string, { target: number; from: number }>();
	const latest = latestOf(once);
	const gone = new Set(
		once.flatMap((act) => (act.kind === "done" && (back.has(act.id) || back.has(entryOf(act))) ? [entryOf(act)] : [])),
	);
	for (const act of once) {
		if (act.kind === "done" && latest.get(entryOf(act)) === act && !gone.has(entryOf(act)))
			written.push({
				...act.body,
				id: act.id,
				entry: entryOf(act),
				what: act.body.what ?? names.get(act.body.item) ?? "",
				answer: answers.get(entryOf(act)) ?? answers.get(act.id) ?? null,
			});
		// What was written before a target moved was under another one.
		if (act.kind === "target" && !back.has(act.id))
			targets.set(act.body.item, { target: act.body.target, from: written.length });
	}
	const entries = written.toSorted(byDay);
	return {
		entries,
		items: items.map((item): JournalItem => {
			const moved = targets.get(item.id);
			const target = Math.min(item.dose, moved?.target ?? item.target);
			const since = written.slice(moved?.from ?? 0).filter((entry) => entry.item === item.id);
			return {
				item,
				target,
				entries: entries.filter((entry) => entry.item === item.id),
				suggestion: suggestTarget(since, { ...item, target }, thresholds),
				next: goesToRaise(since, { ...item, target }, thresholds),
			};
		}),
		away: once
			.flatMap((act) => (act.kind === "away" && !back.has(act.id) ? [{ ...act.body, id: act.id }] : []))
			.toSorted((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0)),
		toAnswer: entries.filter((entry) => entry.remark !== "" && entry.answer === null),
	};
}

/** Of each entry the sending that holds. */
function latestOf(acts: readonly PracticeAct[]): Map<string, PracticeAct> {
	const latest = new Map<string, Extract<PracticeAct, { kind: "done" }>>();
	for (const act of acts) {
		const before = act.kind === "done" ? latest.get(entryOf(act)) : undefined;
		if (act.kind === "done" && (!before || isNewer(act.body, before.body))) latest.set(entryOf(act), act);
	}
	return latest;
}

/** The greatest share of good ones, of those done whole where there are any; null where nothing was counted. */
export function bestOf(entries: readonly JournalEntry[]): JournalEntry | null {
	const whole = entries.filter(({ tries, dose }) => tries >= dose);
	const among = whole.length > 0 ? whole : entries.filter(({ tries }) => tries > 0);
	return among.reduce<JournalEntry | null>(
		(best, one) => (best === null || one.good / one.tries > best.good / best.tries ? one : best),
		null,
	);
}

/** What was done together: for the load of a week. */
export const sumOf = (entries: readonly Pick<JournalEntry, "tries" | "good" | "minutes" | "day">[]) => ({
	tries: sum(entries, (one) => one.tries),
	good: sum(entries, (one) => one.good),
	minutes: sum(entries, (one) => one.minutes),
	days: new Set(entries.map(({ day }) => day)).size,
});

/** Tries of one day, over all drills: for the most that is allowed. */
export const triesOn = (entries: readonly JournalEntry[], day: string): number =>
	entries.reduce((sum, one) => (one.day === day ? sum + one.tries : sum), 0);
