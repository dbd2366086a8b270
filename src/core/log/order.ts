/** What the order of events is made of: never a clock. */
export interface OrderedEvent {
	lamport: number;
	device: string;
	dseq: number;
}

/** Total order (lamport, device, dseq): the same on every device, whatever arrived first. */
export function byOrder(a: OrderedEvent, b: OrderedEvent): number {
	return a.lamport - b.lamport || (a.device < b.device ? -1 : a.device > b.device ? 1 : a.dseq - b.dseq);
}

/**
 * The highest place in the order that an event may have. Whoever reads one counts on from
 * it, and numbers end where a double counts no further: so far below that nobody gets there.
 */
export const TOP_LAMPORT = 2 ** 50;

/** The highest place in the order among these that can have happened, and what was known before. */
export const highestLamport = (events: readonly { lamport: number }[], known: number): number =>
	events.reduce((top, { lamport }) => (lamport > TOP_LAMPORT ? top : Math.max(top, lamport)), known);
