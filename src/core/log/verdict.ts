import { leftOpen, outcomesOn } from "@/core/ladder/good";
import {
	type Ahead,
	beginJudging,
	type Judged,
	type Judgement,
	type Judging,
	judgementOf,
	judgeOne,
	type Rule,
} from "@/core/rules";
import { scoreProves, type Tally, tallyProves } from "@/core/rules/tally";
import { lookedFor, type Placing, type Variation } from "./kinds";
import { formOf, inOrder, rungKey, type TallyView, type TryView, triesIn, type Verdict, type Visit } from "./view";

/** Where the rule stands on one form of a rung. A tally starts its machine anew: nobody knows its order. */
interface Form {
	judging: Judging;
	/** The set of the latest attempt: a clock begins anew with each. */
	set: string | null;
	/** The attempt that met the rule. */
	metBy: string | null;
	/** A rule met or bust before a tally stays so. */
	settled: Judging | null;
	/** The tally that proves the rule, whatever its order was. */
	provedBy: string | null;
}

/** A visit on its way: what one more try needs to know. */
interface RunningVerdict {
	/** Counted tries on the rung in this lesson, earlier visits included. */
	used: number;
	forms: Record<Variation, Form>;
	/** As it was read last: what comes on this form counts in a new set. */
	setOver: Record<Variation, boolean>;
}

/** Kept beside the visits and not in them: no part of the lesson, only a way to go on with it. */
const running = new WeakMap<Visit, RunningVerdict>();

const freshForm = (rule: Rule): Form => ({
	judging: beginJudging(rule),
	set: null,
	metBy: null,
	settled: null,
	provedBy: null,
});

const freshRun = (rule: Rule, used: number): RunningVerdict => ({
	used,
	forms: { own: freshForm(rule), easier: freshForm(rule), harder: freshForm(rule) },
	setOver: { own: false, easier: false, harder: false },
});

/** The verdict of a visit before anything was tried. */
export function unjudged(rule: Rule): Pick<Visit, "judgements" | "verdict"> {
	const blank = judgementOf(rule, beginJudging(rule), 0);
	return {
		judgements: { own: blank, easier: blank, harder: blank },
		verdict: { kind: "open", metBy: null, allowed: 0, raisedBy: 0, used: 0, left: 0 },
	};
}

/**
 * The limit counts the whole lesson on a rung. A later visit starts with what is left, and so
 * does one that is gone back into after others on the same rung.
 *
 * @param placeOf where in the lesson's order a try, a tally or the opening of a set stands.
 */
export function judgeVisits(
	visits: readonly Visit[],
	raised: ReadonlyMap<string, number>,
	placeOf: (id: string) => number,
): void {
	const byRung = new Map<string, Visit[]>();
	for (const visit of visits) {
		const key = rungKey(visit.placing);
		byRung.set(key, [...(byRung.get(key) ?? []), visit]);
	}
	for (const [key, group] of byRung) judgeRung(group, raised.get(key) ?? 0, placeOf);
}

/** All visits to one rung in a lesson, their tries as they came. */
function judgeRung(visits: readonly Visit[], raisedBy: number, placeOf: (id: string) => number): void {
	const allowedOn = ({ placing }: Visit) => Math.max(0, placing.settings.limit + raisedBy);
	const all = visits.flatMap((visit) => inOrder(visit).map((item) => ({ visit, item })));
	// One visit's tries are in order; those of several may lie between each other.
	if (visits.length > 1) all.sort((a, b) => placeOf(a.item.id) - placeOf(b.item.id));
	// A rung's limit counts the day: what an earlier lesson of it has used is used.
	const before = visits[0]?.placing.usedToday ?? 0;
	const runs = new Map(visits.map((visit) => [visit, freshRun(visit.rule, before)]));
	const usedAt: { place: number; used: number }[] = [];
	let used = before;
	for (const { visit, item } of all) {
		const run = runs.get(visit) as RunningVerdict;
		run.used = used;
		take(visit, allowedOn(visit), run, item);
		used = run.used;
		if (visits.length > 1) usedAt.push({ place: placeOf(item.id), used });
	}
	for (const [visit, run] of runs) {
		// Opened again after others were tried, it has used what they have.
		if (visits.length > 1) {
			const last = Math.max(placeOf(visit.sets.at(-1) ?? ""), placeOf(inOrder(visit).at(-1)?.id ?? ""));
			run.used = usedAt.findLast(({ place }) => place <= last)?.used ?? before;
		}
		provedByScores(visit, run);
		running.set(visit, run);
		read(visit, run, { allowed: allowedOn(visit), raisedBy });
	}
}

/** A score may meet the rule by itself; it is no try, and changes nothing else. */
function provedByScores({ rule, scores }: Visit, run: RunningVerdict): void {
	for (const { id, variation, counted, ...score } of scores) {
		const form = run.forms[variation];
		const decided = form.settled !== null || form.provedBy !== null || form.metBy !== null;
		if (counted && !decided && scoreProves(rule, score)) run.forms[variation] = { ...form, provedBy: id };
	}
}

/**
 * One more attempt at the end of a visit that is to stand at `at`: its verdict follows from
 * where it stood before. False where that is not known, or where a later visit to the rung
 * rests on this one.
 */
export function judgeAnother(visits: readonly Visit[], at: number, visit: Visit, attempt: TryView): boolean {
	const before = visits[at] as Visit;
	const known = running.get(before);
	const key = rungKey(visit.placing);
	if (!known || visits.slice(at + 1).some((later) => rungKey(later.placing) === key)) return false;
	const run: RunningVerdict = { used: known.used, forms: { ...known.forms }, setOver: { ...known.setOver } };
	take(visit, before.verdict.allowed, run, attempt);
	running.set(visit, run);
	read(visit, run, before.verdict, before);
	return true;
}

/** A visit with something added that is no try: the verdict stands as it was. */
export function judgedAs(before: Visit, visit: Visit): void {
	const known = running.get(before);
	if (known) running.set(visit, known);
}

/** Takes in the next try or tally of a visit. */
function take(
	{ rule, placing }: Pick<Visit, "rule" | "placing">,
	allowed: number,
	run: RunningVerdict,
	item: TryView | TallyView,
): void {
	if (!item.counted) return;
	run.used += triesIn(item);
	item.over = run.used > allowed;
	if (item.over) return;
	const form = run.forms[item.variation];
	if (item.kind === "tally") {
		// Met or lost before the tally, it stays so, whatever the tally says.
		const decided = form.metBy !== null || judgementOf(rule, form.judging, 0).bust;
		const settled = form.settled ?? (decided ? form.judging : null);
		const provedBy = form.provedBy ?? (settled === null && proves(rule, item, placing) ? item.id : null);
		run.forms[item.variation] = { ...freshForm(rule), metBy: form.metBy, settled, provedBy };
		return;
	}
	const isNew = form.set !== null && form.set !== item.set;
	const seen: Judged = isNew ? { ...item.as, newSet: true, ...(item.newBout ? { newBout: true } : {}) } : item.as;
	const judging = judgeOne(rule, form.judging, seen);
	const undecided = form.settled === null && form.provedBy === null;
	const metNow = undecided && form.judging.metAt < 0 && judging.metAt >= 0;
	run.forms[item.variation] = { ...form, judging, set: item.set, metBy: metNow ? item.id : form.metBy };
}

/** Ways a try can come out on a rung, worked out once for its settings. */
const outcomesKnown = new WeakMap<object, readonly Judged[]>();

function outcomesAt(placing: Placing): readonly Judged[] {
	const { settings } = placing;
	const outcomes = outcomesKnown.get(settings) ?? outcomesOn(settings, lookedFor(placing));
	outcomesKnown.set(settings, outcomes);
	return outcomes;
}

/** The set in hand is over, by a rest or by its clock: what comes counts in a new one. */
const isSetOver = (visit: Visit): boolean => {
	const last = visit.tries.at(-1);
	if (last?.body.late) return true;
	const closed = visit.entries.findLastIndex(({ event }) => event.kind === "set.closed");
	return closed >= 0 && !visit.entries.slice(closed + 1).some((entry) => entry.try);
};

/** Writes down what the rule says of each form, and of the rung. */
function read(
	visit: Visit,
	run: RunningVerdict,
	{ allowed, raisedBy }: Pick<Verdict, "allowed" | "raisedBy">,
	before?: Visit,
): void {
	const outcomes = outcomesAt(visit.placing);
	const left = Math.max(0, allowed - run.used);
	const judgements = {} as Record<Variation, Judgement>;
	for (const variation of ["own", "easier", "harder"] as const) {
		const form = run.forms[variation];
		// What this form was tried in is over as well where another form has a set of its own by now.
		const setOver = isSetOver(visit) || (form.set !== null && form.set !== visit.sets.at(-1));
		const known = before && running.get(before);
		const same = known?.forms[variation] === form && known.setOver[variation] === setOver;
		run.setOver[variation] = setOver;
		judgements[variation] =
			before && same
				? lessLeft(before.judgements[variation], left)
				: readForm(visit.rule, form, left, { outcomes, setOver });
	}
	visit.judgements = judgements;
	const form = formOf(visit.placing);
	const own = judgements[form];
	visit.verdict = {
		kind: own.met
			? "met"
			: own.bust
				? "not yet"
				: left === 0
					? "limit"
					: own.needs !== null
						? "open"
						: "cannot be met today",
		metBy: own.met ? (run.forms[form].metBy ?? run.forms[form].provedBy) : null,
		allowed,
		raisedBy,
		used: run.used,
		left,
	};
}

function readForm(rule: Rule, { judging, settled, provedBy }: Form, left: number, ahead: Ahead): Judgement {
	const said = judgementOf(rule, settled ?? judging, left, ahead);
	if (!provedBy || said.met) return said;
	const { progress } = said;
	return { ...said, met: true, bust: false, needs: 0, progress: { ...progress, value: progress.target } };
}

/** Nothing was tried on this form since; only fewer tries are left. */
const lessLeft = (said: Judgement, left: number): Judgement =>
	said.needs !== null && said.needs > left ? { ...said, needs: null } : said;

/** Every order of a tally is walked once, however often the lesson is folded. */
const proofs = new WeakMap<Rule, Map<string, boolean>>();

function proves(rule: Rule, { tries, good, longest, seconds }: Tally, placing: Placing): boolean {
	const known = proofs.get(rule) ?? new Map<string, boolean>();
	proofs.set(rule, known);
	const key = `${tries}/${good}/${longest}/${seconds}`;
	const said =
		known.get(key) ??
		tallyProves(rule, { tries, good, longest, seconds }, leftOpen(placing.settings, lookedFor(placing)));
	known.set(key, said);
	return said;
}

/** What an earlier lesson of the day left of a rung's limit, in words; null where none used any of it. */
export function leftToday({ settings, usedToday = 0 }: Pick<Placing, "settings" | "usedToday">): string | null {
	if (usedToday === 0) return null;
	const left = Math.max(0, settings.limit - usedToday);
	const used = `${Math.min(usedToday, settings.limit)} of ${settings.limit} tries here are used today.`;
	return `${used} ${left === 0 ? "None" : left} left.`;
}
