import type { Refusal } from "@/core/refusals/refusals";
import type { Caller } from "./settings";

/** The shortest beat somebody can answer, and the longest that is one. */
const [SHORTEST, LONGEST] = [0.5, 120];

/**
 * Why a caller cannot be used as it stands: each sentence with the field it speaks of.
 *
 * @param all what is called on the rung: its own list, or what its rule or decisions name.
 */
export function callerRefusals({ order, beat, variants }: Caller, all: readonly string[]): Refusal[] {
	const found: Refusal[] = [];
	const say = (path: string, sentence: string) => found.push({ path, sentence });
	if (all.length < 2)
		say("all", `The caller has ${all.length === 0 ? "nothing" : "one thing only"} to call; name two at least.`);
	if (new Set(all).size < all.length)
		say("all", "The caller would call one thing under two places; take one of them out.");
	if (variants && all.length > 2) say("all", `Two ways are compared, and ${all.length} are named; leave two of them.`);
	const strangers =
		order.kind === "every other"
			? [order.fixed].filter((name) => !all.includes(name))
			: order.kind === "weighted"
				? Object.keys(order.weights).filter((name) => !all.includes(name))
				: [];
	for (const name of strangers)
		say(
			"order",
			`The caller's order names "${name}", which is not called on this rung; choose one of ${all.join(", ")}.`,
		);
	if (order.kind === "weighted" && all.every((name) => order.weights[name] === 0))
		say("order", "Every weight is 0, so nothing would be called; give one of them more.");
	if (beat && !(beat.every >= SHORTEST && beat.every <= LONGEST))
		say("beat", `The beat is ${beat.every} seconds; ${SHORTEST} to ${LONGEST} are needed.`);
	if (beat && !(beat.spread >= 0 && beat.every - beat.spread >= SHORTEST))
		say(
			"beat",
			`The spread of the beat is ${beat.spread} seconds; 0 or more are needed, and no gap under ${SHORTEST} seconds.`,
		);
	return found;
}

export const freshCaller = (all: readonly string[], seed: number): Caller => ({
	all: [...all],
	order: { kind: "shuffled", times: 1 },
	seed,
});
