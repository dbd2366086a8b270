/** How an entry felt, from 1 to 5, and how that is asked. */
export const feelings = [1, 2, 3, 4, 5] as const;
export const feelingWays = ["faces", "words", "numbers"] as const;
/** From 1 to 5. */
export const feelingNames = ["bad", "not so good", "all right", "good", "very good"] as const;
