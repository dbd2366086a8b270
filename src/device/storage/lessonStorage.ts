import type { Actor, EventDraft, LogEvent, Now } from "@/core/log/event";
import type { Pack } from "@/core/pack/pack";
import type { Local } from "@/device/local";
import { NotKept, openLocal } from "@/device/studio";
import { exchange, fetchPack, OtherStudio, type PushReport, pull, SignedOut } from "@/device/sync";
import { OTHER_STUDIO, SIGNED_OUT, STORAGE } from "./failures";

/** What a lesson finds when its device's store is opened. */
export interface Opened {
	device: string;
	events: LogEvent[];
	pack: Pack | null;
	dseq: number;
	lamport: number;
	acked: number;
	waiting: number;
}

/** The device's own store refused; a request that took too long is another matter. */
const nameOf = (error: unknown): string =>
	error instanceof OtherStudio
		? OTHER_STUDIO
		: error instanceof SignedOut
			? SIGNED_OUT
			: error instanceof DOMException && !["TimeoutError", "AbortError"].includes(error.name)
				? STORAGE
				: "Error";

async function withNamedErrors<T>(work: () => Promise<T>): Promise<T> {
	try {
		return await work();
	} catch (thrown) {
		const error = thrown instanceof NotKept ? thrown.cause : thrown;
		throw Object.assign(new Error(error instanceof Error ? error.message : "this device does not allow it"), {
			name: nameOf(error),
		});
	}
}

/**
 * Keeps one lesson: stores, sends and fetches. It runs beside the page, so that the
 * thread that answers fingers does none of it; everything in and out can be cloned.
 */
export class LessonStorage {
	private local: Local | null = null;

	constructor(private readonly lesson: string) {}

	private get store(): Local {
		if (!this.local) throw new Error("the device's store is not open");
		return this.local;
	}

	open(studio: string): Promise<Opened> {
		return withNamedErrors(async () => {
			const local = await openLocal(studio);
			this.local = local;
			const [events, { dseq, lamport, acked }, pack, waiting] = await Promise.all([
				local.eventsOf(this.lesson),
				local.counters(),
				local.packOf(this.lesson),
				local.countWaiting(),
			]);
			// Let go after a month, and asked for again: what was pulled once is fetched anew.
			if (events.length === 0) await local.pullAnew(this.lesson);
			return { device: local.device, events, pack: pack ?? null, dseq, lamport, acked, waiting };
		});
	}

	fetchPack(): Promise<Pack> {
		return withNamedErrors(() => fetchPack(this.lesson));
	}

	/** Keeps a fresh pack, and fetches what others wrote meanwhile. */
	welcome(pack: Pack, known: number): Promise<LogEvent[]> {
		return withNamedErrors(async () => {
			await this.store.meet(pack.studio.epoch);
			await this.store.keepPack(this.lesson, pack);
			return pull(this.store, this.lesson, known);
		});
	}

	append(drafts: readonly (EventDraft & { id: string })[], when: Now, actor: Actor): Promise<LogEvent[]> {
		return withNamedErrors(() => this.store.append(drafts, when, actor));
	}

	exchange(known: number): Promise<PushReport> {
		return withNamedErrors(() => exchange(this.store, this.lesson, known));
	}

	events(): Promise<LogEvent[]> {
		return withNamedErrors(() => this.store.eventsOf(this.lesson));
	}

	tidy(today: string): Promise<void> {
		return withNamedErrors(() => this.store.tidy(today));
	}
}

/** What a lesson asks of its storage, wherever it runs. */
export type LessonStorageApi = Pick<
	LessonStorage,
	"open" | "fetchPack" | "welcome" | "append" | "exchange" | "events" | "tidy"
>;
