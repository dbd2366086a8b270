import type { CallOrder } from "./settings";

/** What an order of calls is called: in a line that sums a rung up, and where it is chosen. */
export const orderWords: Record<CallOrder["kind"], readonly [short: string, long: string]> = {
	"in turn": ["in turn", "one after the other, a set number each"],
	"every other": ["the same call every second time", "the same call every second time"],
	runs: ["in short runs", "short runs of the same"],
	shuffled: ["shuffled", "shuffled, each equally often"],
	weighted: ["some more often", "at random, some more often"],
	capped: ["at random", "at random, the same only a few times in a row"],
};
