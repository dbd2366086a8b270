import type { TryView } from "@/core/log/view";
import { plural } from "@/core/text/lists";
import type { Facts } from "../facts";
import type { Line } from "../line";

/**
 * The same wrong choice, misses on one target, or breaks in one link of a chain, as often as
 * a fault would have to be: they are spoken of like one.
 */
export const sameMiss: Line = {
	name: "same-miss",
	flickers: true,
	silentFor: ({ settings }) => settings.correctAfter,
	propose(facts) {
		const said = [choice, target, link].flatMap((of) => of(facts) ?? [])[0];
		if (!said) return null;
		const evidence = said.run.map(({ id }) => id).reverse();
		if (spokenSince(facts, evidence[0] as string)) return null;
		const { title, act } = said;
		const { length } = said.run;
		const times = said.running ? `${plural(length, "time")} running` : `${length} times of the last ${said.of}`;
		return { title, reason: `${said.reason(times)}, no cue on it yet.`, act, evidence };
	},
};

interface Same {
	title: string;
	reason: (times: string) => string;
	act: { kind: "cue"; position: null; cue: null } | { kind: "next" };
	/** The latest first. */
	run: TryView[];
	/** One after the other; else with others between, among so many. */
	running: boolean;
	of: number;
}

const word = { kind: "cue", position: null, cue: null } as const;

/**
 * Tries that are alike often enough to be spoken of: R of them running, or R + 1 of the last 2R; the latest first. Null
 * where there are fewer.
 */
function alike(
	tries: readonly TryView[],
	same: (one: TryView) => boolean,
	R: number,
): Pick<Same, "run" | "running" | "of"> | null {
	const latestFirst = tries.toReversed();
	const other = latestFirst.findIndex((one) => !same(one));
	const running = other < 0 ? latestFirst : latestFirst.slice(0, other);
	if (running.length >= R) return { run: running, running: true, of: running.length };
	const among = latestFirst.slice(0, 2 * R);
	const run = among.filter(same);
	return run.length > R ? { run, running: false, of: among.length } : null;
}

/** Among tries at what was called last: those at something else say nothing of it. */
function choice({ fresh, settings: { correctAfter } }: Facts): Same | null {
	const last = fresh.at(-1);
	if (!last || last.as.right === undefined) return null;
	const { called } = last.body;
	const there = fresh.filter(({ as, body }) => as.right !== undefined && body.called === called);
	// The latest wrong answer first: with others between it may be another than the latest.
	const wrong = there.toReversed().filter(({ as }) => as.right === false);
	const answers = [...new Set(wrong.map(({ body }) => body.answer))];
	const found = answers
		.map((answer) => ({
			answer,
			often: alike(there, ({ as, body }) => as.right === false && body.answer === answer, correctAfter),
		}))
		.find(({ often }) => often !== null);
	if (!found?.often) return null;
	const { answer, often } = found;
	return {
		title: answer === undefined ? "Correct the choice" : `Correct the choice: ${answer}`,
		reason: (times) =>
			called === undefined ? `The wrong choice ${times}` : `“${called}” answered with ${answer} ${times}`,
		act: word,
		...often,
	};
}

function target({ fresh, settings: { correctAfter } }: Facts): Same | null {
	const last = fresh.at(-1);
	if (!last || last.body.called === undefined || last.as.right !== undefined) return null;
	const { called } = last.body;
	const there = fresh.filter(({ body }) => body.called === called);
	const often = alike(there, ({ good }) => !good, correctAfter);
	if (!often) return null;
	return {
		title: `Correct: ${called} missed`,
		reason: (times) => `${called} missed ${times}`,
		act: word,
		...often,
	};
}

/** The ladder of the link that breaks is where to go, and it is the coach's to choose. */
function link({ fresh, placing, settings: { correctAfter } }: Facts): Same | null {
	const links = [...new Set(fresh.toReversed().flatMap(({ body }) => body.brokeAt ?? []))];
	const found = links
		.map((id) => ({ id, often: alike(fresh, ({ body }) => body.brokeAt === id, correctAfter) }))
		.find(({ often }) => often !== null);
	const name = placing.chain?.find(({ id }) => id === found?.id)?.name;
	if (!found?.often || !name) return null;
	return {
		title: `It breaks in ${name}`,
		reason: (times) => `It broke in ${name} ${times}. Work on that part's own ladder`,
		act: { kind: "next" },
		...found.often,
	};
}

function spokenSince({ input }: Facts, first: string): boolean {
	const { entries } = input.visit;
	const from = entries.findIndex(({ event }) => event.id === first);
	return entries
		.slice(from + 1)
		.some(
			({ event }) => event.kind === "feedback" && event.body.type !== "confirmation" && event.body.position === null,
		);
}
