import { evictionNotice, measureQuota, noteProgress, quotaWarning } from "./quota";

const LOOK_EVERY_MS = 60_000;
/** Beside the store, for when that is evicted: it need not be the latest. */
const NOTE_AFTER_MS = 1000;

export interface Progress {
	device: string;
	kept: number;
	acked: number;
}

/** Watches the room the browser leaves, and notes how far a lesson was stored, for when the browser clears it. */
export class RoomWatch {
	private looking: ReturnType<typeof setTimeout> | undefined;
	private noting: ReturnType<typeof setTimeout> | undefined;
	private stopped = false;

	constructor(
		private readonly tell: (room: string) => void,
		/** Whose store is open, and how far it is. */
		private readonly progress: () => { studio: string | null } & Progress,
	) {}

	async start(): Promise<void> {
		this.stopped = false;
		const said = quotaWarning(await measureQuota());
		if (said) this.tell(said);
		if (!this.stopped) this.looking = setTimeout(() => void this.start(), LOOK_EVERY_MS);
	}

	/** Tells whether the browser cleared what was stored here before. */
	opened(studio: string, device: string): void {
		const room = evictionNotice(studio, device);
		if (room) this.tell(room);
	}

	note(): void {
		this.noting ??= setTimeout(() => this.noteNow(), NOTE_AFTER_MS);
	}

	stop(): void {
		this.stopped = true;
		clearTimeout(this.looking);
		if (this.noting) this.noteNow();
	}

	private noteNow(): void {
		clearTimeout(this.noting);
		this.noting = undefined;
		const { studio, ...progress } = this.progress();
		if (studio) noteProgress(studio, progress);
	}
}
