/** For what hangs, not for what is slow. */
const MOST_MS = 60_000;

/**
 * Waits for a thing to come true.
 *
 * @throws where it has not after a minute
 */
export async function until(isDone: () => boolean | Promise<boolean>): Promise<void> {
	const from = performance.now();
	while (!(await isDone())) {
		if (performance.now() - from > MOST_MS) throw new Error(`It did not come true: ${isDone}`);
		await new Promise((resolve) => setTimeout(resolve, 10));
	}
}
