type Listener = () => void;

/** How long the rest of the screen may be behind the count. */
const AT_THE_LATEST_MS = 100;
const HALF_A_FRAME_MS = 8;

/**
 * Who is told of a change, and when: the count at once, the rest of the screen a frame
 * later, together with the mark of what is stored if that is not long in coming. A page out
 * of sight paints no frame; its rest follows all the same.
 */
export class PaintOrder {
	private readonly rest = new Set<Listener>();
	private readonly first = new Set<Listener>();
	/** Set while the rest of the screen is behind the count. */
	private behind: { painted: boolean; latest: ReturnType<typeof setTimeout> } | null = null;

	/** @param isStored whether all that was written is stored */
	constructor(private readonly isStored: () => boolean) {}

	readonly subscribe = (listener: Listener): Listener => {
		this.rest.add(listener);
		return () => this.rest.delete(listener);
	};
	/**
	 * Told before all others: for the count, which is to be on the screen before anything else
	 * is worked out, and for the mark of how far it is stored, which may not lag behind it.
	 */
	readonly subscribeFirst = (listener: Listener): Listener => {
		this.first.add(listener);
		return () => this.first.delete(listener);
	};

	/** @param countFirst the rest of the screen may follow a frame later */
	tell(countFirst: boolean): void {
		for (const listener of this.first) listener();
		// What comes in meanwhile waits for the same frame.
		if (this.behind) return;
		if (!countFirst || this.first.size === 0) this.tellRest();
		else this.tellRestNextFrame();
	}

	/** To be called when something was stored. */
	catchUp(): void {
		if (this.behind?.painted && this.isStored()) this.tellRest();
	}

	private tellRestNextFrame(): void {
		const behind = { painted: false, latest: setTimeout(() => this.tellRest(), AT_THE_LATEST_MS) };
		this.behind = behind;
		// Asked for within a frame, it comes once that is painted, and asks for no frame of its own.
		requestAnimationFrame(() =>
			setTimeout(() => {
				behind.painted = true;
				this.catchUp();
			}, HALF_A_FRAME_MS),
		);
	}

	private tellRest(): void {
		clearTimeout(this.behind?.latest);
		this.behind = null;
		for (const listener of this.rest) listener();
	}
}
