const RETRY_MS = 1500;

/** What is to be stored, in order: what the device refuses stays the first and is tried again until it is stored. */
export class WriteQueue<T, R> {
	private readonly waiting: T[] = [];
	private isDraining = false;
	/** Something was refused, and is tried again. */
	isStuck = false;

	constructor(
		private readonly how: {
			isOpen: () => boolean;
			store: (write: T) => Promise<R>;
			onStored: (write: T, stored: R) => Promise<void>;
			onRefused: (error: unknown) => void;
			onEmpty: () => void;
		},
	) {}

	get isEmpty(): boolean {
		return this.waiting.length === 0;
	}

	add(write: T): void {
		this.waiting.push(write);
		void this.drain();
	}

	/** Stores what waits; to be called when the store has opened. */
	async drain(): Promise<void> {
		if (this.isDraining || !this.how.isOpen()) return;
		this.isDraining = true;
		for (let next = this.waiting[0]; next !== undefined; next = this.waiting[0]) {
			let stored: R;
			try {
				stored = await this.how.store(next);
			} catch (error) {
				this.isStuck = true;
				this.how.onRefused(error);
				await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
				continue;
			}
			this.waiting.shift();
			await this.how.onStored(next, stored).catch(this.how.onRefused);
			this.isStuck = false;
		}
		this.isDraining = false;
		this.how.onEmpty();
	}
}
