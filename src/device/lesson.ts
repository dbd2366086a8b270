import { v7 as uuid } from "uuid";
import { appendEvent } from "@/core/log/append";
import { type Actor, type EventDraft, envelope, type LogEvent, type Now } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import { byOrder, highestLamport } from "@/core/log/order";
import type { LessonView } from "@/core/log/view";
import type { Pack } from "@/core/pack/pack";
import { lastStudio, rememberStudio } from "./last";
import { now } from "./now";
import { OTHER_STUDIO, SIGNED_OUT, STORAGE } from "./storage/failures";
import type { LessonStorageApi } from "./storage/lessonStorage";

/** What the screen shows of a lesson; replaced whole when anything of it changes. */
export interface LessonState {
	ready: boolean;
	pack: Pack | null;
	view: LessonView;
	device: string;
	missing: boolean;
}

/** How far it is kept. Apart from the lesson: it changes several times a touch, and nothing else does with it. */
export interface KeepingState {
	/** Number of the last own event that is on this device's disk. */
	keptTo: number;
	/** Number of the last own event the server has. */
	ackedTo: number;
	/** Own events not yet on disk. */
	unkept: number;
	/** Own events not yet with the server. */
	unsent: number;
	/** In words, when something cannot be stored or sent. */
	trouble: string | null;
	/** What the server could not take in and has set aside: stays in sight until the page is left. */
	aside: string | null;
	/** What the browser does with what is kept here, when that is to be known. */
	room: string | null;
}

const LOOK_EVERY_MS = 60_000;
const PULL_EVERY_MS = 1500;
/** Touches that follow each other go out together. */
const SEND_AFTER_MS = 500;
const RETRY_MS = 1500;
/** Beside the store, for when that is evicted: it need not be the latest. */
const NOTE_AFTER_MS = 1000;

/** Looks at the browser's own room. Not needed to count: fetched after, and where that fails nothing else does. */
const quotaWatch = () => import("./quota").catch(() => null);

interface WaitingWrite {
	drafts: (EventDraft & { id: string })[];
	when: Now;
	actor: Actor;
	/** As shown before they are on disk: right in all but their final numbers. */
	shown: LogEvent[];
}

/** Whether this page is held here, so that it would come again without a signal. */
const canLoadAgain = (): boolean => !!globalThis.navigator?.serviceWorker?.controller;

/** How long the rest of the screen may be behind the count. */
const AT_THE_LATEST_MS = 100;
const HALF_A_FRAME_MS = 8;

/**
 * A lesson on this device. A write is shown at once, then stored, then sent; each
 * stage reports when it is reached, and none waits for the next.
 */
export class LessonOnDevice {
	/** The studio whose store is open. */
	private studio: string | null = null;
	private events: LogEvent[] = [];
	private queue: WaitingWrite[] = [];
	private draining = false;
	/** Something could not be stored here, and is tried again: that is the trouble which is told. */
	private stuck = false;
	private syncing: Promise<void> | null = null;
	private again = false;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private sending: ReturnType<typeof setTimeout> | undefined;
	private looking: ReturnType<typeof setTimeout> | undefined;
	private noting: ReturnType<typeof setTimeout> | undefined;
	private stopped = false;
	private starts = 0;
	/** Whose hand holds this device: a partner's tries are marked so. */
	actor: Actor = "coach";
	private top = { dseq: 0, lamport: 0 };
	private listeners = new Set<() => void>();
	private first = new Set<() => void>();
	/** Set while the rest of the screen is behind the count. */
	private behind: { painted: boolean; latest: ReturnType<typeof setTimeout> } | null = null;
	private state: LessonState = {
		ready: false,
		pack: null,
		view: foldLesson([]),
		device: "",
		missing: false,
	};
	private mark: KeepingState = { keptTo: 0, ackedTo: 0, unkept: 0, unsent: 0, trouble: null, aside: null, room: null };

	/** @param storage stores, sends and fetches for it, in a worker or here. */
	constructor(
		readonly lesson: string,
		private readonly storage: LessonStorageApi,
	) {}

	subscribe = (listener: () => void): (() => void) => {
		this.listeners.add(listener);
		return () => this.listeners.delete(listener);
	};
	/**
	 * Told before all others: for the count, which is to be on the screen before anything else
	 * is worked out, and for the mark of how far it is kept, which may not lag behind it.
	 */
	subscribeFirst = (listener: () => void): (() => void) => {
		this.first.add(listener);
		return () => this.first.delete(listener);
	};
	snapshot = (): LessonState => this.state;
	marks = (): KeepingState => this.mark;

	/** May be called again after a stop: a page that is put away and brought back goes on. */
	async start(): Promise<void> {
		this.stopped = false;
		this.starts += 1;
		const mine = this.starts;
		const known = lastStudio();
		if (known) await this.openStore(known);
		await this.freshPack();
		// Stopped, or started once more, in the meantime: the later one goes on.
		if (this.stopped || mine !== this.starts) return;
		if (!this.studio) {
			this.update({}, { trouble: "No signal, and nothing is stored here yet. Trying again." });
			this.timer = setTimeout(() => void this.start(), RETRY_MS);
			return;
		}
		void this.storage.tidy(now().localDay).catch(() => undefined);
		this.sync();
		void this.watchQuota();
	}

	private async watchQuota(): Promise<void> {
		const quota = await quotaWatch();
		const said = quota?.quotaWarning(await quota.measureQuota());
		if (said) this.update({}, { room: said });
		if (!this.stopped) this.looking = setTimeout(() => void this.watchQuota(), LOOK_EVERY_MS);
	}

	stop(): void {
		this.stopped = true;
		clearTimeout(this.timer);
		clearTimeout(this.sending);
		clearTimeout(this.looking);
		if (this.noting) this.noteProgress();
	}

	private async openStore(studio: string): Promise<void> {
		const opened = await this.storage.open(studio);
		// What was written since this was asked for is shown already, and newer than what was read.
		if (this.studio === studio) return;
		this.studio = studio;
		this.events = opened.events;
		this.top = { dseq: opened.dseq, lamport: opened.lamport };
		this.update(
			{
				device: opened.device,
				pack: opened.pack,
				view: foldLesson(opened.events),
				ready: opened.pack !== null && opened.events.length > 0,
			},
			{
				keptTo: opened.dseq,
				ackedTo: opened.acked,
				unsent: opened.waiting,
			},
		);
		void quotaWatch().then((quota) => {
			const room = quota?.evictionNotice(studio, opened.device);
			if (room) this.update({}, { room });
		});
	}

	/** Asks for what was made since the lesson was opened: a student, a ladder. */
	async freshPack(): Promise<void> {
		try {
			const pack = await this.storage.fetchPack();
			rememberStudio(pack.studio.id);
			if (this.studio !== pack.studio.id) await this.openStore(pack.studio.id);
			this.update({ pack });
			this.merge(await this.storage.welcome(pack, this.top.dseq));
			this.update({ ready: true, missing: this.events.length === 0 });
		} catch {
			// Without a signal the stored pack serves; the sync loop says so and keeps trying.
		}
	}

	/**
	 * Writes one act. It is in `snapshot()` when this returns; the promise resolves when
	 * it is on disk.
	 */
	write(drafts: readonly EventDraft[]): string[] {
		const when = now();
		const withIds = drafts.map((draft) => ({ ...draft, id: draft.id ?? uuid(), lesson: draft.lesson ?? this.lesson }));
		const act = withIds[0]?.id ?? "";
		const shown = withIds.map((draft) => {
			this.top = { dseq: this.top.dseq + 1, lamport: this.top.lamport + 1 };
			const place = { act, device: this.state.device, ...this.top };
			return { ...envelope(draft, place, when, this.actor), hash: "" } as LogEvent;
		});
		this.queue.push({ drafts: withIds, when, actor: this.actor, shown });
		this.events = [...this.events, ...shown];
		const grown = shown.reduce<LessonView | null>((view, event) => view && appendEvent(view, event), this.state.view);
		this.update(
			{ view: grown ?? foldLesson(this.events) },
			{ unkept: this.mark.unkept + shown.length, unsent: this.mark.unsent + shown.length },
			grown !== null,
		);
		void this.drain();
		return withIds.map((draft) => draft.id);
	}

	/** Stores what waits, in order. What cannot be stored stays in sight and is tried again. */
	private async drain(): Promise<void> {
		if (this.draining || !this.studio) return;
		this.draining = true;
		for (let next = this.queue[0]; next; next = this.queue[0]) {
			try {
				const stored = await this.storage.append(next.drafts, next.when, next.actor);
				this.queue.shift();
				await this.settle(next.shown, stored);
			} catch (error) {
				this.stuck = true;
				this.update(
					{},
					{
						trouble: `Not stored yet: ${error instanceof Error ? error.message.replace(/\.$/, "") : "this device refuses"}. Trying again; do not close this page.`,
					},
				);
				await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
			}
		}
		this.draining = false;
		if (!this.stopped && !this.sending) this.sending = setTimeout(() => this.sync(), SEND_AFTER_MS);
	}

	/** What was shown is on disk now. Where another page of this device wrote meanwhile, its numbers are other ones. */
	private async settle(shown: readonly LogEvent[], stored: readonly LogEvent[]): Promise<void> {
		const moved = stored.some((event, i) => event.dseq !== shown[i]?.dseq || event.lamport !== shown[i]?.lamport);
		const last = stored.at(-1);
		this.update(
			{},
			{
				keptTo: last?.dseq ?? this.mark.keptTo,
				unkept: this.mark.unkept - stored.length,
				trouble: this.stuck ? null : this.mark.trouble,
			},
		);
		this.stuck = false;
		this.catchUp();
		if (!moved || !last) return;
		const final = new Map(stored.map((event) => [event.id, event]));
		this.events = this.events.map((event) => final.get(event.id) ?? event);
		this.top = { dseq: Math.max(this.top.dseq, last.dseq), lamport: Math.max(this.top.lamport, last.lamport) };
		this.update({ view: foldLesson(this.events) });
		this.merge(await this.storage.events().catch(() => []));
	}

	private merge(events: readonly LogEvent[]): void {
		const here = new Set(this.events.map((event) => event.id));
		const fresh = events.filter((event) => !here.has(event.id));
		if (fresh.length === 0) return;
		this.events = [...this.events, ...fresh].sort(byOrder);
		this.top.lamport = highestLamport(fresh, this.top.lamport);
		for (const { device, dseq } of fresh) {
			// Another page of this device counts on where this one stands.
			if (device === this.state.device) this.top.dseq = Math.max(this.top.dseq, dseq);
		}
		this.update({ view: foldLesson(this.events) });
	}

	/** Sends and fetches now, and then every so often while the page is open. */
	sync(): void {
		if (this.stopped) return;
		if (this.syncing) {
			this.again = true;
			return;
		}
		clearTimeout(this.timer);
		clearTimeout(this.sending);
		this.sending = undefined;
		this.syncing = this.round().finally(() => {
			this.syncing = null;
			const pause = this.again ? 0 : PULL_EVERY_MS;
			this.again = false;
			if (!this.stopped) this.timer = setTimeout(() => this.sync(), pause);
		});
	}

	private async round(): Promise<void> {
		if (!this.studio) return;
		try {
			if (!this.state.pack) await this.freshPack();
			const report = await this.storage.exchange(this.top.dseq);
			this.update(
				{},
				{
					ackedTo: report.acked,
					unsent: this.mark.unkept + report.waiting,
					trouble: this.queue.length > 0 ? this.mark.trouble : null,
					aside: report.setAside[0] ?? this.mark.aside,
				},
			);
			this.merge(report.news);
			if (!this.state.ready) this.update({ ready: true, missing: this.events.length === 0 });
		} catch (error) {
			const { name, message } = error as Error;
			if (name === OTHER_STUDIO)
				this.update({}, { trouble: "The server now holds another studio. This lesson stays on this device." });
			// What cannot be stored is said already, and has to stay said: it is not kept.
			else if (this.queue.length > 0) return;
			else if (name === STORAGE)
				this.update(
					{},
					{
						trouble: `This device cannot store what the server sends: ${message.replace(/\.$/, "")}. Free some room.`,
					},
				);
			else if (name === SIGNED_OUT)
				this.update(
					{},
					{ trouble: "This device is signed out. Everything is kept here; sign in after the lesson and it is sent." },
				);
			else
				this.update(
					{},
					{
						trouble: `The server does not answer. Counts are saved on this device.${canLoadAgain() ? "" : " Do not reload this page."}`,
					},
				);
		}
	}

	/** Resolves when all that was written is on disk and, if it answers, with the server. */
	async settled(): Promise<void> {
		while (this.queue.length > 0) await new Promise((resolve) => setTimeout(resolve, 20));
		// A round under way may have looked for what to send before the last of it was stored.
		await this.syncing;
		this.sync();
		await this.syncing;
	}

	/** Tells the screen, of what has changed only. After a touch the count is told first, the rest once it is painted. */
	private update(change: Partial<LessonState>, marks: Partial<KeepingState> = {}, countFirst = false): void {
		const other = <T extends object>(so: T, now: Partial<T>) =>
			(Object.keys(now) as (keyof T)[]).some((key) => so[key] !== now[key]);
		const told = [other(this.state, change), other(this.mark, marks)] as const;
		if (told[0]) this.state = { ...this.state, ...change };
		if (told[1]) {
			const { keptTo, ackedTo } = this.mark;
			this.mark = { ...this.mark, ...marks };
			if (this.mark.keptTo !== keptTo || this.mark.ackedTo !== ackedTo)
				this.noting ??= setTimeout(() => this.noteProgress(), NOTE_AFTER_MS);
		}
		if (!told[0] && !told[1]) return;
		for (const listener of this.first) listener();
		// What comes in meanwhile waits for the same frame.
		if (this.behind) return;
		if (!countFirst || this.first.size === 0) this.notify();
		else this.notifyNextFrame();
	}

	/**
	 * The rest follows the count by a frame, and comes with the mark of what is kept if that
	 * is not long in coming: one frame for both. A page out of sight paints none.
	 */
	private notifyNextFrame(): void {
		const behind = { painted: false, latest: setTimeout(() => this.notify(), AT_THE_LATEST_MS) };
		this.behind = behind;
		// Asked for within a frame, it comes once that is painted, and asks for no frame of its own.
		requestAnimationFrame(() =>
			setTimeout(() => {
				behind.painted = true;
				this.catchUp();
			}, HALF_A_FRAME_MS),
		);
	}

	private catchUp(): void {
		if (this.behind?.painted && this.mark.unkept === 0) this.notify();
	}

	private notify(): void {
		clearTimeout(this.behind?.latest);
		this.behind = null;
		for (const listener of this.listeners) listener();
	}

	private noteProgress(): void {
		clearTimeout(this.noting);
		this.noting = undefined;
		const [{ device }, { keptTo, ackedTo }] = [this.state, this.mark];
		const { studio } = this;
		if (studio)
			void quotaWatch().then((quota) => quota?.noteProgress(studio, { device, kept: keptTo, acked: ackedTo }));
	}
}
