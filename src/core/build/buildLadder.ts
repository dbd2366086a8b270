import { type Difficulty, EXTENT, weightless } from "@/core/difficulty/difficulty";
import type { Policy, Rung } from "@/core/ladder/ladder";
import { freshRung, MAX_WATCHED, type RungSettings } from "@/core/ladder/rung";
import type { Side } from "@/core/people/body";
import { type Outcome, type Refusal, refuse } from "@/core/refusals/refusals";
import { firstCue } from "@/core/skill/cue";
import type { KeyPosition, Skill } from "@/core/skill/skill";
import { sum } from "@/core/statistics/sums";
import { cutText } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import { capital } from "@/core/text/wording";
import { raisesOffTheGround } from "./care";
import { cut, fewestParts, type Notching } from "./partition";

export const chainings = ["ground up", "last first", "whole - parts - whole"] as const;
export type Chaining = (typeof chainings)[number];

/** What a ladder is to be built of. */
export interface Request {
	skill: Skill;
	side: Side;
	policy: Policy;
	/** In the order in which they are raised; only those named in `ends` are used. */
	difficulties: readonly Difficulty[];
	/** Start and goal notch of each difficulty used, by its id. */
	ends: Readonly<Record<string, { start: number; goal: number }>>;
	/** How key positions are linked; null leaves the whole movement on every rung. */
	chaining: Chaining | null;
	/** A rung for each notch, so many rungs, or as few as keep every step within `greatest`. */
	size: "each notch" | { rungs: number } | { greatest: number };
	/** Tries a lesson, where the coach promotes and not the rule. */
	dose?: number | undefined;
	/** Another difficulty goes back a notch for the one rung on which one is raised. */
	easeBack: boolean;
}

export interface LadderDraft {
	rungs: Rung[];
	/** Why each rung stands where it does, and how heavy the step to it is; the first is the start. */
	reasons: { sentence: string; weight: number }[];
}

export const MOST_RUNGS = 100;

/**
 * How much of the movement is done, as a difficulty: a notch for each stretch of key
 * positions that the chaining links, with the positions that are in it. Under
 * *whole - parts - whole* the first and the last notch are both the whole.
 */
export function extentOf(
	positions: readonly KeyPosition[],
	chaining: Chaining,
): { difficulty: Difficulty; parts: KeyPosition[][] } {
	const parts: KeyPosition[][] =
		chaining === "ground up"
			? positions.map((_, i) => positions.slice(0, i + 1))
			: chaining === "last first"
				? positions.map((_, i) => positions.slice(positions.length - 1 - i))
				: [[...positions], ...positions.map((position) => [position]), [...positions]];
	const shorts = (part: readonly KeyPosition[]) =>
		part.length === 1 ? `${part[0]?.short} alone` : `${part[0]?.short} to ${part.at(-1)?.short}`;
	const whole = chaining === "whole - parts - whole";
	return {
		difficulty: {
			id: EXTENT,
			name: "how much of it",
			notches: parts.map((part, i) => ({
				name:
					whole && i === 0 ? "the whole, for a look" : part.length === positions.length ? "the whole" : shorts(part),
				weight: i === 0 ? 0 : 1,
			})),
		},
		parts,
	};
}

function refusalsOf({ skill, difficulties, ends, chaining, size, policy, dose }: Request): Refusal[] {
	const said: Refusal[] = [];
	const used = difficulties.filter(({ id }) => id in ends);
	for (const { id, name, notches } of used) {
		const { start, goal } = ends[id] as { start: number; goal: number };
		const words = (notch: number) => `"${notches[notch]?.name ?? notch}"`;
		if (!(start in notches) || !(goal in notches))
			said.push({
				path: `ends.${id}`,
				sentence: `${name} has no notch ${start in notches ? goal : start}. Choose from 0 to ${notches.length - 1}.`,
			});
		else if (goal < start)
			said.push({
				path: `ends.${id}`,
				sentence: `${name} would go down, from ${words(start)} to ${words(goal)}. The goal must be at or above the start. Swap them.`,
			});
		notches.slice(1).forEach(({ name: notch, weight }) => {
			if (!(weight > 0))
				said.push({
					path: `difficulties.${id}`,
					sentence: weightless(name, notch, weight),
				});
		});
	}
	if (chaining && skill.positions.length < 2)
		said.push({
			path: "chaining",
			sentence: `"${skill.name}" has ${plural(skill.positions.length, "key position")}: too few to link. Add positions, or keep the whole movement on every rung.`,
		});
	if (
		size !== "each notch" &&
		"rungs" in size &&
		!(Number.isInteger(size.rungs) && size.rungs >= 2 && size.rungs <= MOST_RUNGS)
	)
		said.push({
			path: "size",
			sentence: `Number of rungs: enter 2 to ${MOST_RUNGS}, not ${size.rungs}.`,
		});
	if (size !== "each notch" && "greatest" in size && !(size.greatest > 0))
		said.push({
			path: "size",
			sentence: `Biggest step: enter more than 0, not ${size.greatest}. A normal notch is 1.`,
		});
	if (policy === "fixed dose" && !(Number.isInteger(dose) && (dose ?? 0) >= 1 && (dose ?? 0) <= 500))
		said.push({
			path: "dose",
			sentence: "Tries a day: enter a whole number from 1 to 500.",
		});
	return said;
}

/** What is proposed to be checked first where height or inversion is raised: the coach's to change. */
function careFor(used: readonly Difficulty[], notches: ReadonlyMap<string, number>): string[] {
	const risky = used.some((one) => raisesOffTheGround(one, notches.get(one.id) ?? 0));
	return risky ? ["mat under it", "a spotter stands by"] : [];
}

/**
 * A ladder from a start to a goal on several difficulties: the single notches in the
 * coach's order, cut into steps of which the heaviest is as light as can be. A draft:
 * every name, number and rule in it is the coach's to change.
 */
export function buildLadder(request: Request, newId: () => string): Outcome<LadderDraft> {
	const wrong = refusalsOf(request);
	if (wrong.length > 0) return { ok: false, refusals: wrong };
	const { skill, chaining, size } = request;
	const extent = chaining ? extentOf(skill.positions, chaining) : null;
	const used = [
		...(extent ? [extent.difficulty] : []),
		...request.difficulties.filter(({ id }) => id in request.ends && id !== EXTENT),
	];
	const endsOf = (one: Difficulty) =>
		one.id === EXTENT
			? { start: 0, goal: one.notches.length - 1 }
			: (request.ends[one.id] as { start: number; goal: number });
	const row: Notching[] = used.flatMap((one) => {
		const { start, goal } = endsOf(one);
		return Array.from({ length: goal - start }, (_, i) => ({
			difficulty: one.id,
			to: start + i + 1,
			weight: one.notches[start + i + 1]?.weight ?? 1,
		}));
	});
	if (row.length === 0) return refuse("ends", "Choose at least one scale, and a goal above its start.");
	const steps = stepsFor(row, size, used);
	if (!steps.ok) return steps;
	const ends = cut(row, steps.value);
	const rungs: Rung[] = [];
	const reasons: LadderDraft["reasons"] = [];
	const notches = new Map(used.map((one) => [one.id, endsOf(one).start]));
	const names = new Map<string, number>();
	const heaviest = Math.max(...ends.map((end, i) => weightOf(row.slice(ends[i - 1] ?? 0, end))));
	const put = (raised: readonly Notching[], eased: string | null) => {
		const here = new Map(notches);
		if (eased) here.set(eased, (here.get(eased) as number) - 1);
		const settings = settingsOf(request, used, here, raised, extent?.parts ?? null);
		const times = (names.get(settings.name) ?? 0) + 1;
		names.set(settings.name, times);
		rungs.push({
			id: newId(),
			settings: { ...settings, name: times > 1 ? `${settings.name}, ${times}` : settings.name },
		});
	};
	put([], null);
	reasons.push({ sentence: "Where it starts.", weight: 0 });
	let before: string | null = null;
	ends.forEach((end, i) => {
		const raised = row.slice(ends[i - 1] ?? 0, end);
		for (const { difficulty, to } of raised) notches.set(difficulty, to);
		const last = i === ends.length - 1;
		const eased = request.easeBack && !last ? easedBy(raised, used, notches, endsOf) : null;
		put(raised, eased);
		const weight = weightOf(raised);
		reasons.push({ weight, sentence: reasonFor(raised, weight, heaviest, used, eased ?? null, before) });
		before = raised.at(-1)?.difficulty ?? before;
	});
	return { ok: true, value: { rungs, reasons } };
}

const weightOf = (raised: readonly Notching[]) => sum(raised, ({ weight }) => weight);

function stepsFor(row: readonly Notching[], size: Request["size"], used: readonly Difficulty[]): Outcome<number> {
	if (size === "each notch") return { ok: true, value: Math.min(row.length, MOST_RUNGS - 1) };
	if ("rungs" in size) {
		if (size.rungs - 1 <= row.length) return { ok: true, value: size.rungs - 1 };
		return refuse(
			"size",
			`${size.rungs} rungs need ${size.rungs - 1} steps, but there are ${plural(row.length, "notch")} to raise. Ask for at most ${row.length + 1}, or raise more.`,
		);
	}
	const parts = fewestParts(row, size.greatest);
	if (parts !== null) return { ok: true, value: parts };
	const heavy = row.reduce((most, one) => (one.weight > most.weight ? one : most));
	const one = used.find(({ id }) => id === heavy.difficulty);
	return refuse(
		"size",
		`"${one?.notches[heavy.to]?.name}" of ${one?.name} alone is a step of ${heavy.weight}, bigger than the ${size.greatest} allowed. Allow ${heavy.weight}, or add a notch in between.`,
	);
}

/** The difficulty that goes back a notch while another is raised: the last in order that was raised before and is not raised now. */
function easedBy(
	raised: readonly Notching[],
	used: readonly Difficulty[],
	notches: ReadonlyMap<string, number>,
	endsOf: (one: Difficulty) => { start: number },
): string | null {
	const free = used.filter(
		(one) =>
			one.id !== EXTENT &&
			!raised.some(({ difficulty }) => difficulty === one.id) &&
			(notches.get(one.id) as number) > endsOf(one).start,
	);
	return free.at(-1)?.id ?? null;
}

function reasonFor(
	raised: readonly Notching[],
	weight: number,
	heaviest: number,
	used: readonly Difficulty[],
	eased: string | null,
	before: string | null,
): string {
	const named = (id: string) => used.find((one) => one.id === id);
	const words = raised.map(
		({ difficulty, to }) => `${named(difficulty)?.name}: ${named(difficulty)?.notches[to]?.name}`,
	);
	const kinds = new Set(raised.map(({ difficulty }) => difficulty));
	const why =
		kinds.size > 1
			? "two scales at once: one alone would leave a bigger step elsewhere"
			: raised.length > 1
				? `${raised.length} notches at once, so that every other step stays within ${round(heaviest)}`
				: raised[0]?.difficulty === before
					? "one notch more"
					: "the next scale, by one notch";
	return `${words.join(", ")}. Step of ${round(weight)}: ${why}.${eased ? ` ${named(eased)?.name} is one notch easier on this rung.` : ""}`;
}

/** A dose is done in so many sets. */
const DOSE_SETS = 3;

const round = (n: number) => Number(n.toFixed(2));

function settingsOf(
	{ skill, policy, dose }: Request,
	used: readonly Difficulty[],
	notches: ReadonlyMap<string, number>,
	raised: readonly Notching[],
	parts: KeyPosition[][] | null,
): RungSettings {
	const notchName = (id: string, at: number) => used.find((one) => one.id === id)?.notches[at]?.name ?? "";
	const words = used.map((one) => notchName(one.id, notches.get(one.id) as number));
	const fresh = [...new Set(raised.map(({ difficulty }) => difficulty))];
	const title = raised.length === 0 ? words : fresh.map((id) => notchName(id, notches.get(id) as number));
	const inIt = parts ? (parts[notches.get(EXTENT) as number] ?? skill.positions) : skill.positions;
	// What is new in the movement is looked at first, then what no try is good without.
	const musts = inIt.filter((position) => position.must);
	const watched = [...new Set([...(parts ? [...inIt].reverse().slice(0, 1) : []), ...musts, ...inIt])]
		.slice(0, MAX_WATCHED)
		.sort((a, b) => skill.positions.indexOf(a) - skill.positions.indexOf(b));
	const last = raised.at(-1);
	const next = used.find((one) => (notches.get(one.id) as number) + 1 < one.notches.length);
	const cue = firstCue(watched[0]?.cues ?? []);
	return {
		...freshRung(cutText(capital(title.join(", ")), 76)),
		drill: `${capital(words.join(", "))}.${cue ? ` Think of “${cue.text}”.` : ""}`,
		gate: watched.length > 0 ? "both" : "result",
		watch: watched.map((position) => position.id),
		...(policy === "fixed dose" && dose ? { limit: dose, triesPerSet: Math.max(1, Math.ceil(dose / DOSE_SETS)) } : {}),
		care: careFor(used, notches),
		notches: Object.fromEntries(notches),
		easier: last ? notchName(last.difficulty, last.to - 1) : "",
		harder: next ? notchName(next.id, (notches.get(next.id) as number) + 1) : "",
	};
}
