/** "1 try", "2 tries": `plural(n, 'try', 'tries')`. */
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** "a, b and c". */
export function list(words: readonly string[]): string {
	if (words.length < 2) return words[0] ?? "";
	return `${words.slice(0, -1).join(", ")} and ${words[words.length - 1]}`;
}
