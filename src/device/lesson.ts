import { v7 as uuid } from "uuid";
import { appendEvent } from "@/core/log/append";
import { type Actor, type EventDraft, envelope, type LogEvent, type Now } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import { byOrder, highestLamport } from "@/core/log/order";
import type { LessonView } from "@/core/log/view";
import type { Pack } from "@/core/pack/pack";
import { lastStudio, rememberStudio } from "./last";
import { now } from "./now";
import { PaintOrder } from "./paintOrder";
import type { RoomWatch } from "./roomWatch";
import { Rounds } from "./rounds";
import { OTHER_STUDIO, SIGNED_OUT, STORAGE } from "./storage/failures";
import type { LessonStorageApi } from "./storage/lessonStorage";
import { WriteQueue } from "./writeQueue";

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

const PULL_EVERY_MS = 1500;
/** Touches that follow each other go out together. */
const SEND_AFTER_MS = 500;
const RETRY_MS = 1500;

interface WaitingWrite {
	drafts: (EventDraft & { id: string })[];
	when: Now;
	actor: Actor;
	/** As shown before they are on disk: right in all but their final numbers. */
	shown: LogEvent[];
}

/** Whether this page is held here, so that it would come again without a signal. */
const canLoadAgain = (): boolean => !!globalThis.navigator?.serviceWorker?.controller;

const withoutStop = (message: string): string => message.replace(/\.$/, "");
const reasonOf = (error: unknown): string =>
	error instanceof Error ? withoutStop(error.message) : "this device does not allow it";

/** Why a round came to nothing, in words. */
function roundTrouble(error: unknown): string {
	const { name, message } = error as Error;
	if (name === OTHER_STUDIO) return "The server now holds another studio. This lesson stays on this device.";
	if (name === STORAGE)
		return `This device cannot store what the server sends: ${withoutStop(message)}. Free some space.`;
	if (name === SIGNED_OUT)
		return "This device is signed out. Everything is saved here. Sign in after the lesson to send it.";
	return `The server does not answer. Counts are saved on this device.${canLoadAgain() ? "" : " Do not reload this page."}`;
}

const differs = <T extends object>(so: T, now: Partial<T>): boolean =>
	(Object.keys(now) as (keyof T)[]).some((key) => so[key] !== now[key]);

/**
 * A lesson on this device. A write is shown at once, then stored, then sent; each
 * stage reports when it is reached, and none waits for the next.
 */
export class LessonOnDevice {
	/** The studio whose store is open. */
	private studio: string | null = null;
	private events: LogEvent[] = [];
	private stopped = false;
	private starts = 0;
	/** Whose hand holds this device: a partner's tries are marked so. */
	actor: Actor = "coach";
	private top = { dseq: 0, lamport: 0 };
	private state: LessonState = {
		ready: false,
		pack: null,
		view: foldLesson([]),
		device: "",
		missing: false,
	};
	private mark: KeepingState = { keptTo: 0, ackedTo: 0, unkept: 0, unsent: 0, trouble: null, aside: null, room: null };
	private beginning: ReturnType<typeof setTimeout> | undefined;
	private readonly painting = new PaintOrder(() => this.mark.unkept === 0);
	private readonly rounds = new Rounds(() => this.round());
	/** Not needed to count: fetched after, and where that fails nothing else does. */
	private room: Promise<RoomWatch | null> | null = null;
	private readonly queue: WriteQueue<WaitingWrite, LogEvent[]>;
	readonly subscribe = this.painting.subscribe;
	readonly subscribeFirst = this.painting.subscribeFirst;

	/** @param storage stores, sends and fetches for it, in a worker or here. */
	constructor(
		readonly lesson: string,
		private readonly storage: LessonStorageApi,
	) {
		this.queue = new WriteQueue({
			isOpen: () => this.studio !== null,
			store: ({ drafts, when, actor }) => storage.append(drafts, when, actor),
			onStored: ({ shown }, stored) => this.settle(shown, stored),
			onRefused: (error) =>
				this.update({}, { trouble: `Not saved yet: ${reasonOf(error)}. Trying again. Do not close this page.` }),
			onEmpty: () => this.rounds.within(SEND_AFTER_MS),
		});
	}

	snapshot = (): LessonState => this.state;
	marks = (): KeepingState => this.mark;

	/** May be called again after a stop: a page that is put away and brought back goes on. */
	async start(): Promise<void> {
		this.stopped = false;
		this.rounds.go();
		this.starts += 1;
		const mine = this.starts;
		const known = lastStudio();
		if (known) await this.openStore(known);
		await this.freshPack();
		// Stopped, or started once more, in the meantime: the later one goes on.
		if (this.stopped || mine !== this.starts) return;
		if (!this.studio) {
			this.update({}, { trouble: "No signal, and nothing is saved here yet. Trying again." });
			this.beginning = setTimeout(() => void this.start(), RETRY_MS);
			return;
		}
		void this.storage.tidy(now().localDay).catch(() => undefined);
		this.sync();
		this.inRoom((room) => void room.start());
	}

	stop(): void {
		this.stopped = true;
		clearTimeout(this.beginning);
		this.rounds.stop();
		if (this.room) this.inRoom((room) => room.stop());
	}

	private inRoom(act: (room: RoomWatch) => void): void {
		this.room ??= import("./roomWatch").then(
			({ RoomWatch }) =>
				new RoomWatch(
					(room) => this.update({}, { room }),
					() => ({ studio: this.studio, device: this.state.device, kept: this.mark.keptTo, acked: this.mark.ackedTo }),
				),
			() => null,
		);
		void this.room.then((room) => room && act(room));
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
		this.inRoom((room) => room.opened(studio, opened.device));
		void this.queue.drain();
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
		this.events = [...this.events, ...shown];
		const grown = shown.reduce<LessonView | null>((view, event) => view && appendEvent(view, event), this.state.view);
		this.update(
			{ view: grown ?? foldLesson(this.events) },
			{ unkept: this.mark.unkept + shown.length, unsent: this.mark.unsent + shown.length },
			grown !== null,
		);
		this.queue.add({ drafts: withIds, when, actor: this.actor, shown });
		return withIds.map((draft) => draft.id);
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
				trouble: this.queue.isStuck ? null : this.mark.trouble,
			},
		);
		this.painting.catchUp();
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
		this.rounds.ask();
	}

	private async round(): Promise<number> {
		if (!this.studio) return PULL_EVERY_MS;
		try {
			if (!this.state.pack) await this.freshPack();
			const report = await this.storage.exchange(this.top.dseq);
			this.update(
				{},
				{
					ackedTo: report.acked,
					unsent: this.mark.unkept + report.waiting,
					trouble: this.queue.isEmpty ? null : this.mark.trouble,
					aside: report.setAside[0] ?? this.mark.aside,
				},
			);
			this.merge(report.news);
			if (!this.state.ready) this.update({ ready: true, missing: this.events.length === 0 });
		} catch (error) {
			// What cannot be stored is said already, and has to stay said: it is not kept.
			if (this.queue.isEmpty || (error as Error).name === OTHER_STUDIO)
				this.update({}, { trouble: roundTrouble(error) });
		}
		return PULL_EVERY_MS;
	}

	/** Resolves when all that was written is on disk and, if it answers, with the server. */
	async settled(): Promise<void> {
		while (!this.queue.isEmpty) await new Promise((resolve) => setTimeout(resolve, 20));
		// A round under way may have looked for what to send before the last of it was stored.
		await this.rounds.whole();
	}

	/** Tells the screen, of what has changed only. After a touch the count is told first, the rest once it is painted. */
	private update(change: Partial<LessonState>, marks: Partial<KeepingState> = {}, countFirst = false): void {
		const [isOther, isMarked] = [differs(this.state, change), differs(this.mark, marks)];
		if (isOther) this.state = { ...this.state, ...change };
		if (isMarked) {
			const { keptTo, ackedTo } = this.mark;
			this.mark = { ...this.mark, ...marks };
			if (this.mark.keptTo !== keptTo || this.mark.ackedTo !== ackedTo) this.inRoom((room) => room.note());
		}
		if (isOther || isMarked) this.painting.tell(countFirst);
	}
}
