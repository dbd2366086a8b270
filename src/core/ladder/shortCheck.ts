/** The short check: seven good of ten, stopped as soon as it is decided. */
export const CHECK = { kind: "block", k: 7, n: 10 } as const;
/** How often somebody at 8.5 in 10, who is ready, fails the short check by luck: 1 - P(Bin(10, .85) ≥ 7). */
export const FALSE_ALARM = 0.05;
