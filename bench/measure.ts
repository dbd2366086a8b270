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
