/** What the order of events is made of: never a clock. */
export interface Placed {
	lamport: number;
	device: string;
	dseq: number;
}

/** Total order (lamport, device, dseq): the same on every device, whatever arrived first. */
export function byOrder(a: Placed, b: Placed): number {
	return a.lamport - b.lamport || (a.device < b.device ? -1 : a.device > b.device ? 1 : a.dseq - b.dseq);
}
