/** Run to see that it runs, not to measure: one turn of everything, and of what is done many times only some. */
export const small = process.env.PEG_BENCH === "small";
export const few = (many: number, some: number): number => (small ? some : many);

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
export function compare({ name, baseline, ours, theirs, repeat, goal, ...pair }: Pair): void {
	const turns = few(pair.turns, 1);
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
export async function against({ name, baseline, ours, theirs, unit, goal, ...pair }: Against): Promise<void> {
	const turns = few(pair.turns, 1);
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

/** The slow ones of many: taken in turns of so many at a time, told as the 95th of a hundred. */
export interface Tail {
	name: string;
	baseline: string;
	ours: (times: number) => Promise<number[]>;
	theirs: (times: number) => Promise<number[]>;
	turns: number;
	times: number;
	unit: "ms";
	goal: number | null;
}

export const share = (all: readonly number[], part: number): number => {
	const sorted = [...all].sort((a, b) => a - b);
	return sorted[Math.max(0, Math.min(sorted.length, Math.ceil(part * sorted.length)) - 1)] as number;
};

const DRAWN_AGAIN = 2000;

/** How many times the baseline's 95th percentile ours is, and between what the ratio lies when whole turns are drawn again. */
export async function tail({ name, baseline, ours, theirs, unit, goal, ...pair }: Tail): Promise<void> {
	const [turns, times] = [few(pair.turns, 1), few(pair.times, 5)];
	await ours(times);
	await theirs(times);
	const pairs: { ours: number[]; theirs: number[] }[] = [];
	for (let turn = 0; turn < turns; turn++)
		pairs.push(
			turn % 2
				? { ours: await ours(times), theirs: await theirs(times) }
				: { theirs: await theirs(times), ours: await ours(times) },
		);
	const ratio = (of: typeof pairs, part: number) =>
		share(
			of.flatMap((one) => one.ours),
			part,
		) /
		share(
			of.flatMap((one) => one.theirs),
			part,
		);
	let seed = 1;
	const draw = () => {
		seed = (seed * 48271) % 2147483647;
		return pairs[seed % pairs.length] as (typeof pairs)[number];
	};
	const again = Array.from({ length: DRAWN_AGAIN }, () => ratio(pairs.map(draw), 0.95));
	const at = (of: "ours" | "theirs", part: number) =>
		`${share(
			pairs.flatMap((one) => one[of]),
			part,
		).toFixed(1)} ${unit}`;
	console.log(`${name}\n  against ${baseline}`);
	console.log(
		`  95 in 100, of ${turns * times}: ${verdict(ratio(pairs, 0.95), goal)} (95 % interval ${share(again, 0.025).toFixed(2)} to ${share(again, 0.975).toFixed(2)}; ours ${at("ours", 0.95)}, theirs ${at("theirs", 0.95)}); half: ${ratio(pairs, 0.5).toFixed(2)} times (ours ${at("ours", 0.5)}, theirs ${at("theirs", 0.5)})`,
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
