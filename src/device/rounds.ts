/**
 * Rounds of sending, one at a time: whoever asks during a round gets another one after it,
 * and each round says when the next is due by itself.
 */
export class Rounds {
	private timer: ReturnType<typeof setTimeout> | undefined;
	private due = Number.POSITIVE_INFINITY;
	private underWay: Promise<void> | null = null;
	private again = false;
	private stopped = false;

	/** @param round does one round and never rejects; answers the milliseconds until the next, or null to wait until asked */
	constructor(private readonly round: () => Promise<number | null>) {}

	/** Begins a round now, or right after the one under way. */
	ask(): void {
		if (this.stopped) return;
		if (this.underWay) {
			this.again = true;
			return;
		}
		this.clear();
		this.underWay = this.round().then((pause) => {
			this.underWay = null;
			const { again } = this;
			this.again = false;
			if (again) this.ask();
			else if (pause !== null) this.within(pause);
		});
	}

	/** Begins the next round within so many milliseconds, unless one is due before. */
	within(ms: number): void {
		if (this.stopped || this.due <= Date.now() + ms) return;
		this.clear();
		this.due = Date.now() + ms;
		this.timer = setTimeout(() => {
			this.clear();
			this.ask();
		}, ms);
	}

	/** Resolves after a whole round that began after this was called. */
	async whole(): Promise<void> {
		await this.underWay;
		this.ask();
		await this.underWay;
	}

	stop(): void {
		this.stopped = true;
		this.clear();
	}

	/** After a stop: asks are heard again. */
	go(): void {
		this.stopped = false;
	}

	private clear(): void {
		clearTimeout(this.timer);
		this.due = Number.POSITIVE_INFINITY;
	}
}
