import { subscribe } from "node:diagnostics_channel";
import type { IncomingMessage, ServerResponse } from "node:http";
import { sum } from "@/core/statistics/sums";
import { log } from "./log";
import { patternOf } from "./patterns";

/**
 * How long what is asked for takes, place by place, since the process began. It is Node's own
 * word for it (diagnostics channels), so no route can forget to be watched.
 */

/** Upper bounds in milliseconds; what takes longer than the last is counted beyond it. */
const BOUNDS = [5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 30_000];
/** What takes longer than this is a line in the log. */
const SLOW_MS = 1000;

interface Times {
	/** How often it took at most so long, by bound, and longer than all. */
	counts: number[];
	worst: number;
}
const shared = globalThis as { pegLadderTimes?: Map<string, Times>; pegLadderWatched?: boolean };
const times = (): Map<string, Times> => {
	shared.pegLadderTimes ??= new Map();
	return shared.pegLadderTimes;
};

/** Takes down how long a place took once. */
export function took(place: string, ms: number): void {
	const known = times().get(place) ?? { counts: new Array<number>(BOUNDS.length + 1).fill(0), worst: 0 };
	const at = BOUNDS.findIndex((bound) => ms <= bound);
	known.counts[at === -1 ? BOUNDS.length : at] = (known.counts[at === -1 ? BOUNDS.length : at] ?? 0) + 1;
	known.worst = Math.max(known.worst, ms);
	times().set(place, known);
}

export interface Slow {
	place: string;
	times: number;
	/** Milliseconds within which 95 in 100 were answered (the bound of their group), and the worst. */
	within: number;
	worst: number;
}

/** Asked for less often, a place says more of the moment than of itself: the first page after a start is slow. */
const FEWEST = 20;

/** The places whose slow answers are slowest, slowest first; only what took longer than a blink, of those asked for often. */
export function slowest(most: number): Slow[] {
	return [...times()]
		.map(([place, { counts, worst }]) => {
			const all = sum(counts);
			let seen = 0;
			const at = counts.findIndex((n) => {
				seen += n;
				return seen >= 0.95 * all;
			});
			return { place, times: all, within: Math.round(Math.min(BOUNDS[at] ?? worst, worst)), worst: Math.round(worst) };
		})
		.filter(({ times: n, within }) => n >= FEWEST && within > 100)
		.sort((a, b) => b.within - a.within || b.worst - a.worst)
		.slice(0, most);
}

/** Watches every request of this process from now on. */
export function watchRequests(): void {
	if (shared.pegLadderWatched) return;
	shared.pegLadderWatched = true;
	const begun = new WeakMap<IncomingMessage, number>();
	subscribe("http.server.request.start", (message) => {
		begun.set((message as { request: IncomingMessage }).request, performance.now());
	});
	subscribe("http.server.response.finish", (message) => {
		const { request, response } = message as { request: IncomingMessage; response: ServerResponse };
		const from = begun.get(request);
		if (from === undefined) return;
		const place = patternOf(request.url ?? "/");
		if (place === null) return;
		const ms = performance.now() - from;
		took(place, ms);
		const said = { place, method: request.method, status: response.statusCode, ms: Math.round(ms) };
		if (ms > SLOW_MS) log.warn(said, "slow");
		else log.debug(said, "request");
	});
}
