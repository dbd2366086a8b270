/**
 * The middle of numbers: of an even count the mean of the middle two. Null of none.
 *
 * @example median([5, 1, 9, 3]) // 4
 */
export function median(numbers: readonly number[]): number | null {
	const sorted = [...numbers].sort((a, b) => a - b);
	const high = sorted[sorted.length >> 1];
	if (high === undefined) return null;
	return sorted.length % 2 === 1 ? high : ((sorted[sorted.length / 2 - 1] as number) + high) / 2;
}
