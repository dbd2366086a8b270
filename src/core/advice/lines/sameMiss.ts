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
		if (!said || said.run.length < facts.settings.correctAfter) return null;
		const evidence = said.run.map(({ id }) => id).reverse();
		if (spokenSince(facts, evidence[0] as string)) return null;
		const { title, act } = said;
		return { title, reason: `${said.reason(plural(said.run.length, "time"))}, no word on it yet.`, act, evidence };
	},
};

interface Same {
	title: string;
	reason: (times: string) => string;
	act: { kind: "cue"; position: null; cue: null } | { kind: "next" };
	/** The latest first. */
	run: TryView[];
}

const word = { kind: "cue", position: null, cue: null } as const;

/** The latest of these that are alike, one after the other; the latest first. */
function alike(tries: readonly TryView[], same: (one: TryView) => boolean): TryView[] {
	const latestFirst = tries.toReversed();
	const other = latestFirst.findIndex((one) => !same(one));
	return other < 0 ? latestFirst : latestFirst.slice(0, other);
}

/** Among tries at what was called last: those at something else say nothing of it. */
function choice({ fresh }: Facts): Same | null {
	const last = fresh.at(-1);
	if (last?.as.right !== false) return null;
	const { called, answer } = last.body;
	const there = fresh.filter(({ as, body }) => as.right !== undefined && body.called === called);
	return {
		title: answer === undefined ? "Correct the choice" : `Correct the choice: ${answer}`,
		reason: (times) =>
			called === undefined
				? `The wrong choice ${times} running`
				: `“${called}” answered with ${answer} ${times} running`,
		act: word,
		run: alike(there, ({ as, body }) => as.right === false && body.answer === answer),
	};
}

function target({ fresh }: Facts): Same | null {
	const last = fresh.at(-1);
	if (!last || last.good || last.body.called === undefined || last.as.right !== undefined) return null;
	const { called } = last.body;
	const there = fresh.filter(({ body }) => body.called === called);
	return {
		title: `Correct: ${called} missed`,
		reason: (times) => `${called} missed ${times} running`,
		act: word,
		run: alike(there, ({ good }) => !good),
	};
}

/** The ladder of the link that breaks is where to go, and it is the coach's to choose. */
function link({ fresh, placing }: Facts): Same | null {
	const broke = fresh.at(-1)?.body.brokeAt;
	const name = placing.chain?.find(({ id }) => id === broke)?.name;
	if (!broke || !name) return null;
	return {
		title: `It breaks in ${name}`,
		reason: (times) => `Broken in ${name} ${times} running: its own ladder is where to look`,
		act: { kind: "next" },
		run: alike(fresh, ({ body }) => body.brokeAt === broke),
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
