/** Two ways of doing one thing, timed in turns in one run, so that the machine's moods fall on both. */
export interface Pair {
	name: string;
	/** What it is measured against. */
	baseline: string;
	ours: () => unknown;
	theirs: () => unknown;
	/** Turns; each gives one ratio. */
	turns: number;
	/** Ours is run this often within a turn, where one run is too short to time. */
	repeat: number;
	goal: string;
}

const time = (work: () => unknown, times: number): number => {
	const from = performance.now();
	for (let i = 0; i < times; i++) work();
	return (performance.now() - from) / times;
};

export const median = (all: readonly number[]): number => {
	const sorted = [...all].sort((a, b) => a - b);
	const middle = sorted.length >> 1;
	return sorted.length % 2
		? (sorted[middle] as number)
		: ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
};

/** Ratios of theirs to ours, one a turn, with their spread. The first turn warms both up and is not counted. */
export function compare({ name, baseline, ours, theirs, turns, repeat, goal }: Pair): void {
	const ratios: number[] = [];
	const times: { ours: number; theirs: number }[] = [];
	for (let turn = 0; turn <= turns; turn++) {
		const one = { ours: time(ours, repeat), theirs: time(theirs, 1) };
		if (turn === 0) continue;
		times.push(one);
		ratios.push(one.theirs / one.ours);
	}
	const ms = (n: number) => `${n.toFixed(n < 10 ? 2 : 0)} ms`;
	console.log(`${name}\n  against ${baseline}`);
	console.log(
		`  ${median(ratios).toFixed(1)} times as fast (${Math.min(...ratios).toFixed(1)} to ${Math.max(...ratios).toFixed(1)} over ${turns} turns; ours ${ms(median(times.map((t) => t.ours)))}, theirs ${ms(median(times.map((t) => t.theirs)))}); goal ${goal}`,
	);
}

/** Two ways of doing one thing, each of which says itself how long it took, or how large it was. */
export interface Against {
	name: string;
	baseline: string;
	ours: () => Promise<number>;
	theirs: () => Promise<number>;
	turns: number;
	unit: "ms" | "s";
	/** At most this many times the baseline's. */
	goal: number | null;
}

/** How many times the baseline's ours is: the median over the turns, its quartiles, and the extremes. */
export async function against({ name, baseline, ours, theirs, turns, unit, goal }: Against): Promise<void> {
	const ratios: number[] = [];
	const times: { ours: number; theirs: number }[] = [];
	for (let turn = 0; turn <= turns; turn++) {
		// Each goes first in every other turn.
		const first = turn % 2 ? ours : theirs;
		const one = await first();
		const other = await (first === ours ? theirs : ours)();
		if (turn === 0) continue;
		const pair = first === ours ? { ours: one, theirs: other } : { ours: other, theirs: one };
		times.push(pair);
		ratios.push(pair.ours / pair.theirs);
	}
	const sorted = [...ratios].sort((a, b) => a - b);
	const at = (share: number) => (sorted[Math.round(share * (sorted.length - 1))] as number).toFixed(2);
	const middle = (of: "ours" | "theirs") => `${median(times.map((one) => one[of])).toFixed(2)} ${unit}`;
	console.log(`${name}\n  against ${baseline}`);
	console.log(
		`  ${verdict(median(ratios), goal)} (half of ${turns} turns from ${at(0.25)} to ${at(0.75)}, all from ${at(0)} to ${at(1)}; ours ${middle("ours")}, theirs ${middle("theirs")})`,
	);
}

export const verdict = (ratio: number, goal: number | null): string =>
	`${ratio.toFixed(2)} times the baseline's${goal === null ? "" : `; goal ${goal}: ${ratio <= goal ? "met" : `missed by ${(ratio - goal).toFixed(2)}`}`}`;

/**
 * What a piece of work allocates on its way, in kB: the heap and array buffers right
 * after it against a freshly collected heap before it. Needs --expose-gc.
 */
export function memoryOf(work: () => unknown): number {
	(globalThis as { gc?: () => void }).gc?.();
	const held = () => {
		const { heapUsed, arrayBuffers } = process.memoryUsage();
		return heapUsed + arrayBuffers;
	};
	const before = held();
	work();
	return Math.max(0, held() - before) / 1024;
}
