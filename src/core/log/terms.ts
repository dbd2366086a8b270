import { allParts, type Rule } from "@/core/rules";
import type { Bouts } from "@/core/rules/bouts";
import { mean } from "@/core/statistics/sums";
import { plural } from "@/core/text/lists";
import { lookedFor } from "./kinds";
import type { StretchWrap } from "./stretch";
import { englishTerms, type TermWords } from "./termWords";
import { formOf, type TryView } from "./view";
import { type RungWrap, tellsRuns } from "./wrap";

const short = (n: number) => String(Number(n.toFixed(1)));

/**
 * What a rung's rule looks at besides good and off, said of all counted tries of a
 * lesson on the rung itself: points, lengths, ratings, measures, answers, targets. One
 * phrase each; none for rules that look at good and off alone.
 */
export function inTerms(
	{ visits, stretches = [] }: Pick<RungWrap, "visits"> & Partial<Pick<RungWrap, "stretches">>,
	say: TermWords = englishTerms,
): string[] {
	const four = fourOf(visits);
	return [
		...inTries(visits, say),
		...(four ? [say.four(four)] : []),
		...stretches.flatMap((stretch) => stretchWords(stretch, visits, say)),
	];
}

/** Breaks in words: "a break of 3 minutes, back in the form: slower". */
export const breakWords = ({ visits, breaks }: Pick<RungWrap, "visits" | "breaks">): string[] =>
	breaks.map(({ minutes, comeBackWith }) => {
		const form = comeBackWith && comeBackWith !== "own" ? `, then ${formWords(visits, comeBackWith)}` : "";
		return `a break${minutes === null ? "" : ` of ${plural(minutes, "minute")}`}${form}`;
	});

/** The form in the coach's words, where the rung has any for it. */
const formWords = (visits: RungWrap["visits"], form: "easier" | "harder", say: TermWords = englishTerms): string =>
	visits.at(-1)?.placing.settings[form] || say.form(form);

/** The same for where choices and results stand in a table of their own. */
export const inTermsBesideFour = (rung: RungWrap): string[] => {
	const four = fourOf(rung.visits);
	return inTerms(rung).filter((said) => !four || said !== englishTerms.four(four));
};

/** Right and wrong choices by what came of them, on the rung itself. */
export const fourOf = (visits: RungWrap["visits"]): TwoByTwo | null => twoByTwo(ownTries(visits));

const ownTries = (visits: RungWrap["visits"]): TryView[] =>
	visits.flatMap((visit) => visit.tries.filter((t) => t.counted && t.variation === formOf(visit.placing)));

function stretchWords(
	{ came, taken, off, variation, label }: StretchWrap,
	visits: RungWrap["visits"],
	say: TermWords,
): string[] {
	const names = new Map(visits.flatMap(({ placing }) => lookedFor(placing).map(({ id, short }) => [id, short])));
	const faults = Object.entries(off).map(([id, n]) => `${names.get(id) ?? say.other()} ${n}`);
	const where = say.list(
		[say.inPlay(), variation === "own" ? "" : formWords(visits, variation, say), label ?? ""].filter(Boolean),
	);
	return [
		...(came > 0 ? [say.taken(where, taken, came)] : []),
		...(faults.length > 0 ? [say.off(where, say.list(faults))] : []),
	];
}

/** Counted tries on the rung itself, and what was counted against a clock. */
const triedIn = (visits: RungWrap["visits"]): { tries: TryView[]; timed: Timed[] } => ({
	tries: ownTries(visits),
	timed: visits.flatMap((visit) => [
		...visit.tallies
			.filter((one) => one.counted && one.seconds !== undefined && one.variation === formOf(visit.placing))
			.map(({ good, seconds }) => ({ count: good, seconds: seconds as number })),
		...visit.scores
			.filter((one) => one.counted && one.variation === formOf(visit.placing))
			.map(({ count, seconds }) => ({ count, seconds })),
	]),
});

function inTries(visits: RungWrap["visits"], say: TermWords): string[] {
	const rule = visits.at(-1)?.rule;
	if (!rule) return [];
	const { tries, timed } = triedIn(visits);
	if (tries.length + timed.length === 0) return [];
	const scale = visits.at(-1)?.placing.settings?.scale ?? [];
	const labels = byLabel(visits).map(({ label, good, of }) => say.each(label, good, of));
	return [
		...allParts(rule).flatMap((part) => phrase(part, tries, timed, say) ?? (part === rule ? sumOf(visits, say) : [])),
		...calledOut(allParts(rule), timed, say),
		// Of two outcomes the number of good tries says the other.
		...(scale.length > 2
			? [
					say.list(
						scale.map(({ code, label }) => `${label} ${tries.filter(({ body }) => body.result === code).length}`),
					),
				]
			: []),
		...(labels.length > 0 ? [say.list(labels)] : []),
		...endedIn(visits, say),
	];
}

/** A run shorter than this says nothing that the count does not. */
export const RUN_WORTH_TELLING = 3;

/**
 * What came of a rung in a lesson in the terms of its rule: the real total and the best, whether or not the rule was
 * met earlier. Null where good of tries says it all.
 *
 * @example "22 points, rule met at 15"; "longest run 11"; "longest 34, 2 times at 20 or more"
 */
export function resultOf(rung: RungWrap): string | null {
	const rule = rung.visits.at(-1)?.rule;
	if (!rule || rung.tries + rung.visits.reduce((all, { scores }) => all + scores.length, 0) === 0) return null;
	const { tries, timed } = triedIn(rung.visits);
	const said = allParts(rule).flatMap(
		(part) => phrase(part, tries, timed, englishTerms) ?? (part === rule ? sumOf(rung.visits, englishTerms) : []),
	);
	const run = tellsRuns(rung) ? (rung.longestRun ?? 0) : 0;
	const all = [
		...said,
		...calledOut(allParts(rule), timed, englishTerms),
		...(run >= RUN_WORTH_TELLING && run < rung.good ? [`longest run ${run}`] : []),
	];
	return all.length > 0 ? all.join(", ") : null;
}

/** Of tries two did together, who ended them: they themselves, or the other. */
function endedIn(visits: RungWrap["visits"], say: TermWords): string[] {
	const ended = visits.flatMap(({ student, tries }) =>
		tries.flatMap(({ counted, body }) => (counted && body.endedBy ? [body.endedBy === student] : [])),
	);
	const own = ended.filter(Boolean).length;
	return ended.length > 0 ? [say.ended(own, ended.length - own)] : [];
}

/** Good of all counted tries under each label, in the order in which they came up. */
export function byLabel(visits: RungWrap["visits"]): { label: string; good: number; of: number }[] {
	const labels = new Map<string, { label: string; good: number; of: number }>();
	for (const { counted, good, body } of visits.flatMap((visit) => visit.tries)) {
		if (!counted || !body.label) continue;
		const entry = labels.get(body.label) ?? { label: body.label, good: 0, of: 0 };
		labels.set(body.label, { ...entry, good: entry.good + (good ? 1 : 0), of: entry.of + 1 });
	}
	return [...labels.values()];
}

/** "near 3 of 5": of all tries at each, in the order given; none where nothing was tried there. */
const ofEach = (
	all: readonly string[],
	tries: readonly TryView[],
	hit: (one: TryView) => boolean,
	say: TermWords,
): string =>
	say.list(
		all
			.map((name) => [name, tries.filter(({ as }) => (as.called ?? as.result) === name)] as const)
			.map(([name, there]) =>
				there.length === 0 ? say.none(name) : say.each(name, there.filter(hit).length, there.length),
			),
	);

const rangeOf = (values: readonly number[], say: TermWords): string => {
	const [low, high] = [Math.min(...values), Math.max(...values)];
	return low === high ? say.at(short(low)) : say.between(short(low), short(high));
};

/** What was measured beside it, each kind for itself: "height cm from 30 to 42, 36 on average". */
function secondOf(tries: readonly TryView[], say: TermWords): string[] {
	const values = new Map<string, number[]>();
	for (const { second } of tries.map(({ body }) => body))
		if (second) values.set(second.of, [...(values.get(second.of) ?? []), second.value]);
	return [...values].map(([of, all]) => say.average(of, rangeOf(all, say), short(mean(all))));
}

/** How many in so many seconds; null seconds for a total. */
interface Timed {
	count: number;
	seconds: number | null;
}

/** Scores that no rule of this rung looks at: the best of each length of time, which are never compared. */
function calledOut(parts: readonly Rule[], timed: readonly Timed[], say: TermWords): string[] {
	const best = new Map<number | null, number>();
	for (const { count, seconds } of timed) {
		if (parts.some((part) => part.kind === "count" && part.seconds === seconds)) continue;
		best.set(seconds, Math.max(count, best.get(seconds) ?? 0));
	}
	return [...best].map(([seconds, count]) => (seconds === null ? say.score(count) : say.timed(count, seconds)));
}

function phrase(part: Rule, tries: readonly TryView[], timed: readonly Timed[], say: TermWords): string[] | null {
	switch (part.kind) {
		case "length": {
			const lengths = tries.flatMap(({ as }) => as.length ?? []);
			if (lengths.length === 0) return [];
			const long = tries.filter(({ as }) => !as.refused && (as.length ?? 0) >= part.length).length;
			return [say.longest(Math.max(...lengths), long, part.length), ...secondOf(tries, say)];
		}
		case "rating": {
			const ratings = tries.flatMap(({ as }) => as.rating ?? []);
			return ratings.length === 0 ? [] : [say.rated(short(mean(ratings)), Math.max(...ratings))];
		}
		case "within": {
			const measured = tries.flatMap(({ body }) => body.measure ?? []);
			if (measured.length === 0) return [];
			const inside = tries.filter(
				({ as: { measure, refused, effort = 0 } }) =>
					measure !== undefined &&
					!refused &&
					measure >= part.low &&
					measure <= part.high &&
					effort <= (part.effort ?? 10),
			).length;
			const values = measured.map(({ value }) => value);
			const unit = measured[0]?.unit ?? "";
			const efforts = tries.flatMap(({ body }) => body.effort ?? []);
			return [
				say.list([say.inside(inside, measured.length, say.span(part.low, part.high, unit)), rangeOf(values, say)]),
				...secondOf(tries, say),
				...(efforts.length > 0 ? [say.effort(short(mean(efforts)))] : []),
			];
		}
		case "decision":
			return choices(tries, say);
		case "points": {
			const named = Object.keys(part.targets ?? {});
			return named.length > 0 ? [ofEach(named, tries, ({ as }) => as.good, say)] : null;
		}
		case "spread": {
			const nowhere = tries.filter(({ as }) => !part.targets.includes(as.called ?? as.result)).length;
			return [
				say.list([
					ofEach(part.targets, tries, ({ as }) => as.good, say),
					...(nowhere > 0 ? [say.nowhere(nowhere)] : []),
				]),
			];
		}
		case "bouts":
			return boutWords(part, tries, say);
		case "count": {
			const sets = new Map<string, number>();
			for (const { set, as } of tries) if (as.good && !as.late) sets.set(set, (sets.get(set) ?? 0) + 1);
			const equal = timed.filter(({ seconds }) => seconds === part.seconds).map(({ count }) => count);
			return [say.bestSet(Math.max(0, ...sets.values(), ...equal), part.seconds)];
		}
		default:
			return null;
	}
}

/** Right choices, by situation; what came off, and the four together; and what was held back. */
function choices(tries: readonly TryView[], say: TermWords): string[] {
	const answered = tries.filter(({ as }) => as.right !== undefined);
	if (answered.length === 0) return [];
	const right = ({ as }: TryView) => as.right === true;
	const called = [...new Set(answered.flatMap(({ as }) => as.called ?? []))];
	const each = called.length > 1 ? `: ${ofEach(called, answered, right, say)}` : "";
	const heldBack = answered.filter(({ body }) => body.committed === false).length;
	const both = twoByTwo(answered);
	return [
		`${say.right(answered.filter(right).length, answered.length)}${each}`,
		...(both ? [say.cameOff(both.rightCameOff + both.wrongCameOff, both.of)] : []),
		...(heldBack > 0 ? [say.heldBack(heldBack)] : []),
	];
}

/** Choices and results together, of tries where both were seen; null where none was. */
function twoByTwo(tries: readonly TryView[]): TwoByTwo | null {
	const seen = tries.filter(({ as, body }) => as.right !== undefined && body.cameOff !== undefined);
	if (seen.length === 0) return null;
	const count = (right: boolean, cameOff: boolean) =>
		seen.filter(({ as, body }) => as.right === right && body.cameOff === cameOff).length;
	return {
		of: seen.length,
		rightCameOff: count(true, true),
		rightMissed: count(true, false),
		wrongCameOff: count(false, true),
		wrongMissed: count(false, false),
	};
}
interface TwoByTwo {
	/** Tries of which both is known. */
	of: number;
	rightCameOff: number;
	rightMissed: number;
	wrongCameOff: number;
	wrongMissed: number;
}

/** Points add up in their own order: where the last visit's sum stood. */
function sumOf(visits: RungWrap["visits"], say: TermWords): string[] {
	const last = visits.at(-1);
	if (last?.rule.kind !== "points") return [];
	const { met, progress } = last.judgements[formOf(last.placing)];
	return [say.points(progress.value, progress.target, met)];
}

interface Bout {
	good: number;
	off: number;
	won: boolean;
	firstGood: boolean;
}

/** Bouts that were played out, in order. An unfinished one goes on in the next set, but for sets of before. */
export function boutsIn({ a, b }: Pick<Bouts, "a" | "b">, tries: readonly TryView[]): Bout[] {
	const bouts: Bout[] = [];
	let open: Bout | null = null;
	let set: string | null = null;
	for (const { good, newBout, set: now } of tries) {
		if (!open || (newBout && set !== now)) open = { good: 0, off: 0, won: false, firstGood: good };
		set = now;
		open[good ? "good" : "off"] += 1;
		if (open.good < a && open.off < b) continue;
		bouts.push({ ...open, won: open.good >= a });
		open = null;
	}
	return bouts;
}

/** Who won which, and how often the first try of one was good. */
function boutWords(rule: Bouts, tries: readonly TryView[], say: TermWords): string[] {
	const all = boutsIn(rule, tries);
	if (all.length === 0) return [];
	const score = ({ good, off, won }: Bout) => say.bout(good, off, won);
	return [
		say.bouts(all.filter(({ won }) => won).length, all.length, say.list(all.map(score))),
		say.firstGood(all.filter(({ firstGood }) => firstGood).length, all.length),
	];
}
