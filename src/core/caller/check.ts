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
		say("all", `The caller has ${all.length === 0 ? "nothing" : "one thing only"} to call. Name at least two.`);
	if (new Set(all).size < all.length) say("all", "The caller has one thing in two places. Remove one of them.");
	if (variants && all.length > 2) say("all", `Two ways are compared, but ${all.length} are named. Keep two of them.`);
	const strangers =
		order.kind === "every other"
			? [order.fixed].filter((name) => !all.includes(name))
			: order.kind === "weighted"
				? Object.keys(order.weights).filter((name) => !all.includes(name))
				: [];
	for (const name of strangers)
		say(
			"order",
			`The caller's order names "${name}", which is not called on this rung. Choose one of ${all.join(", ")}.`,
		);
	if (order.kind === "weighted" && all.every((name) => order.weights[name] === 0))
		say("order", "Every weight is 0, so there would be no calls. Give one of them more.");
	if (beat && !(beat.every >= SHORTEST && beat.every <= LONGEST))
		say("beat", `Beat: enter ${SHORTEST} to ${LONGEST} seconds, not ${beat.every}.`);
	if (beat && !(beat.spread >= 0 && beat.every - beat.spread >= SHORTEST))
		say("beat", `Vary by: enter 0 seconds or more, with no gap under ${SHORTEST} seconds, not ${beat.spread}.`);
	return found;
}

export const freshCaller = (all: readonly string[], seed: number): Caller => ({
	all: [...all],
	order: { kind: "shuffled", times: 1 },
	seed,
});
