/** "1 try", "2 tries": `plural(n, 'try', 'tries')`. */
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

const lists = new Intl.ListFormat("en-GB");

/** "a, b and c". */
export const list = (words: readonly string[]): string => lists.format(words);
