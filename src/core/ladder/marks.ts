/** How a digest keeps the order of good and off: a letter a try. */

/** 1 and 0 are the coach's count, P and p a partner's. */
export const markOf = (good: boolean, byPartner: boolean): string => (byPartner ? "Pp" : "10").charAt(good ? 0 : 1);

export const readMark = (mark: string): { good: boolean; byPartner: boolean } => ({
	good: mark === "1" || mark === "P",
	byPartner: mark === "P" || mark === "p",
});
