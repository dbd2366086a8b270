/** Chance to pass and expected attempts used, at one rate. */
export interface Worth {
	pass: number;
	attempts: number;
}

/** A points game on good and off: +good, -off, to the target; a bust below, or a floor at nought. */
export interface Game {
	good: number;
	off: number;
	target: number;
	/** null: no bust, floor 0. */
	bust: number | null;
	/** Share of the tries that were not good and cost nothing: those that came off with their form off. */
	idle?: number;
}

/**
 * A points game as the random walk it is: the mass on every sum, attempt by attempt.
 * Only for the search, which looks at thousands of games; what it finds is analysed
 * again by the rule's own machine.
 */
export function walk({ good, off, target, bust, idle = 0 }: Game, rate: number, limit: number): Worth {
	const lowest = bust === null ? 0 : 1 - bust;
	const size = target - lowest;
	let now = new Float64Array(size);
	let after = new Float64Array(size);
	now[-lowest] = 1;
	let pass = 0;
	let attempts = 0;
	let open = 1;
	const [stays, costs] = [(1 - rate) * idle, (1 - rate) * (1 - idle)];
	for (let t = 1; t <= limit && open > 1e-15; t++) {
		after.fill(0);
		let ended = 0;
		let passed = 0;
		for (let i = 0; i < size; i++) {
			const mass = now[i] as number;
			if (mass === 0) continue;
			const up = i + good;
			if (up >= size) passed += mass * rate;
			else after[up] = (after[up] as number) + mass * rate;
			if (stays > 0) after[i] = (after[i] as number) + mass * stays;
			const down = i - off;
			if (down >= 0) after[down] = (after[down] as number) + mass * costs;
			else if (bust === null) after[0] = (after[0] as number) + mass * costs;
			else ended += mass * costs;
		}
		pass += passed;
		attempts += t * (passed + ended);
		open -= passed + ended;
		[now, after] = [after, now];
	}
	return { pass, attempts: attempts + limit * Math.max(0, open) };
}
