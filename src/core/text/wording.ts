/** Small words around a word. Apart from lists: the lesson does not need them. */

/** Each once, in the order they first come, with how often where that is more than once: "tired, 5 times". */
export function eachOnce(words: readonly string[]): string[] {
	const times = new Map<string, number>();
	for (const word of words) times.set(word, (times.get(word) ?? 0) + 1);
	return [...times].map(([word, n]) => (n > 1 ? `${word}, ${n} times` : word));
}

/** "a stage", "an object". */
export const aOrAn = (word: string): string => `${/^[aeiou]/i.test(word) ? "an" : "a"} ${word}`;

/** The first letter large, for where a sentence begins with what elsewhere stands in one. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
