import { change, type History, redo, startHistory, undo } from "@/core/editing/history";
import type { Outcome, Refusal } from "@/core/refusals/refusals";
import { forgetKept, keepJson, readKeptJson } from "@/device/localKeep";
import { NO_ANSWER, orRefusal } from "./answered";

/** Typing has rested: it is looked at, and sent. */
const REST_MS = 700;
const AGAIN_MS = 3000;

/** Where a document stands on the server. `draft` counts what is stored beside a revision until it becomes one. */
export interface Place {
	rev: number;
	draft?: number;
}

/** How far what was typed is: stored, on its way, waiting for an answer, not to be stored as it stands, or changed by somebody else. */
export type Standing = "kept" | "keeping" | "waiting" | "amiss" | "elsewhere";

/** What an editor has to know of one kind of document. */
export interface DocumentKind<T, P extends Place> {
	/** A document found on this device, in the shape it is edited in; null where it has none. */
	read: (value: unknown) => T | null;
	check: (values: T) => Outcome<unknown>;
	/** The server stores what `check` refuses too, as a draft. */
	drafts?: boolean;
	/** Sending again what stands there already is answered like the first time. `refusals` are those only the server can know. */
	save: (values: T, at: P) => Promise<Outcome<P & { refusals?: readonly Refusal[] }>>;
}

/** What is shown of an editor. */
export interface Edited<T> {
	values: T;
	/** The values as they were when typing rested last. */
	rested: T;
	standing: Standing;
	amiss: readonly Refusal[];
	canUndo: boolean;
	canRedo: boolean;
	/** What an earlier visit typed was found on this device. */
	restored: boolean;
	/** Another version is here, to be chosen in place of what was typed. */
	contested: boolean;
}

/** A form that shows the values, for fields that hold their own. */
export interface Source<T> {
	/** Hands over what was typed and not handed over yet. */
	flush: () => void;
	show: (values: T) => void;
}

/** What is stored on this device while a document is typed. */
interface Draft<T, P> {
	at: P | null;
	values: T;
	/** Sent, and not answered: the server may have it or not. */
	unsure: T | null;
}

const isNewer = (one: Place, than: Place): boolean =>
	one.rev > than.rev || (one.rev === than.rev && (one.draft ?? 0) > (than.draft ?? 0));

/**
 * A document while it is edited: each change a step that can be undone, stored on this
 * device at once, and on the server as soon as typing rests and `check` allows it. Without
 * a place there is no document yet, and nothing is sent.
 *
 * What got no answer is sent once more before anything newer: then only one version can be
 * the one that stands on the server. A version somebody else stored is never written over
 * unless the coach chooses so.
 */
export class DocumentEditor<T, P extends Place = Place> {
	/** The latest functions of the component that shows it. */
	kind: DocumentKind<T, P>;
	source: Source<T> | null = null;
	private history: History<T>;
	/** What stands on the server at `place`, as text. */
	private stored: string;
	private unsure: T | null = null;
	private theirs: { at: P; document: T } | null = null;
	private isSending = false;
	private sending: Promise<boolean> = Promise.resolve(false);
	private timer: ReturnType<typeof setTimeout> | undefined;
	private isShown = false;
	private readonly listeners = new Set<() => void>();
	private state: Edited<T>;

	constructor(
		private readonly key: string,
		private place: P | null,
		document: T,
		kind: DocumentKind<T, P>,
	) {
		this.kind = kind;
		this.history = startHistory(document);
		this.stored = JSON.stringify(document);
		this.state = {
			values: document,
			rested: document,
			standing: "kept",
			amiss: [],
			canUndo: false,
			canRedo: false,
			restored: false,
			contested: false,
		};
	}

	readonly shown = (): Edited<T> => this.state;
	readonly subscribe = (listener: () => void): (() => void) => {
		this.listeners.add(listener);
		return () => this.listeners.delete(listener);
	};

	/** Where it stands on the server now; null for one that is not there yet. */
	at = (): P | null => this.place;
	values = (): T => this.history.now;

	/** Brings back what an earlier visit left on this device and sends it; the function it returns is called when the page goes. */
	show(): () => void {
		this.isShown = true;
		this.bringBack();
		void this.send();
		const away = () => this.source?.flush();
		window.addEventListener("pagehide", away);
		document.addEventListener("visibilitychange", away);
		return () => {
			this.source?.flush();
			this.isShown = false;
			window.removeEventListener("pagehide", away);
			document.removeEventListener("visibilitychange", away);
			clearTimeout(this.timer);
			void this.send();
		};
	}

	/** @param what names what is being typed, so that letters of one word are one step; empty for a step of its own */
	readonly edit = (to: T, what = ""): void => this.step(change(this.history, to, what, Date.now()));
	readonly undo = (): void => this.back(undo);
	readonly redo = (): void => this.back(redo);

	/** Something is being typed that is not handed over yet. */
	readonly stir = (): void => {
		if (this.place && this.state.standing === "kept") this.tell({ standing: "keeping" });
	};

	/** Nothing of it stays on this device. */
	readonly forget = (): void => {
		forgetKept(this.key);
		this.tell({ restored: false });
	};

	/** Back to the document as the server has it, as a step. */
	readonly letGo = (): void => {
		this.replace(JSON.parse(this.stored) as T);
		this.forget();
	};

	/** The server has this version now: it is shown where nothing else was typed, and offered where something was. */
	offer(at: P, document: T): void {
		if (!this.place || !isNewer(at, this.place) || this.isSending) return;
		this.theirs = { at, document };
		if (this.unsure === null && JSON.stringify(this.history.now) === this.stored) this.take();
		else this.tell({ contested: true });
	}

	/** Shows the other version, as a step that can be undone. */
	readonly take = (): void => {
		const { theirs } = this;
		if (!theirs) return;
		this.accept(theirs.at, theirs.document);
		this.replace(theirs.document);
		void this.send();
	};

	/** Stores what is typed here over the other version. */
	readonly insist = (): void => {
		if (this.theirs) this.accept(this.theirs.at, this.theirs.document);
		void this.send();
	};

	/** Sends what is left to send. @returns where it stands then, or null where it could not be stored as it is */
	readonly settle = async (): Promise<P | null> => {
		this.source?.flush();
		return (await this.send()) ? this.place : null;
	};

	private accept(at: P, document: T): void {
		this.place = at;
		this.stored = JSON.stringify(document);
		this.unsure = null;
		this.theirs = null;
		this.tell({ contested: false, standing: "keeping" });
	}

	private replace(values: T): void {
		if (JSON.stringify(values) === JSON.stringify(this.history.now)) return;
		this.step(change(this.history, values, "", 0));
		this.source?.show(this.history.now);
	}

	private back(which: (history: History<T>) => History<T>): void {
		this.source?.flush();
		const next = which(this.history);
		if (next.now === this.history.now) return;
		this.step(next);
		this.source?.show(next.now);
	}

	private step(history: History<T>): void {
		if (history === this.history) return;
		this.history = history;
		this.keepHere();
		this.tell({
			values: history.now,
			canUndo: history.past.length > 0,
			canRedo: history.future.length > 0,
			...(this.place && this.state.standing === "kept" && { standing: "keeping" }),
		});
		if (this.state.standing !== "elsewhere") this.soon(REST_MS);
	}

	private keepHere(): void {
		keepJson(this.key, { at: this.place, values: this.history.now, unsure: this.unsure } satisfies Draft<T, P>);
	}

	/** A draft is sent against the revision it was typed at. */
	private bringBack(): void {
		const { read } = this.kind;
		const draft = readKeptJson(this.key, (kept): Draft<T, P> | null => {
			const one = (kept ?? {}) as Partial<Draft<unknown, P>> & { rev?: number; skill?: unknown };
			// What builds before kept: a revision beside the values, or the values alone.
			const values = read("values" in one ? one.values : (one.skill ?? kept));
			const rev = one.at?.rev ?? one.rev;
			const at = this.place && { ...this.place, ...(rev !== undefined && { rev }), ...one.at };
			return values === null ? null : { at, values, unsure: one.unsure ? read(one.unsure) : null };
		});
		if (!draft) return;
		this.unsure = draft.unsure;
		if (this.place && draft.at && isNewer(this.place, draft.at)) {
			this.theirs = { at: this.place, document: this.history.now };
			this.place = draft.at;
		}
		if (JSON.stringify(draft.values) === JSON.stringify(this.history.now)) return;
		this.replace(draft.values);
		this.tell({ restored: true });
	}

	private soon(ms: number): void {
		clearTimeout(this.timer);
		if (this.isShown) this.timer = setTimeout(() => void this.send(), ms);
	}

	private send(): Promise<boolean> {
		clearTimeout(this.timer);
		if (!this.isSending) {
			this.isSending = true;
			this.sending = this.sendAll();
		}
		return this.sending;
	}

	/** @returns whether all that was typed is stored */
	private async sendAll(): Promise<boolean> {
		for (;;) {
			const here = this.place;
			if (!here) {
				this.isSending = false;
				return false;
			}
			const now = this.history.now;
			if (this.unsure === null && JSON.stringify(now) === this.stored) return this.settled(now);
			const checked = this.kind.check(now);
			const amiss = checked.ok ? [] : checked.refusals;
			if (this.unsure === null && !checked.ok && !this.kind.drafts) return this.stopped("amiss", amiss, now);
			const going = this.unsure ?? now;
			this.unsure = going;
			this.keepHere();
			this.tell({ standing: "keeping", amiss, rested: now });
			const outcome = await orRefusal(this.kind.save(going, here));
			if (!outcome.ok && outcome.refusals[0]?.sentence === NO_ANSWER) {
				this.soon(AGAIN_MS);
				return this.stopped("waiting", amiss, now);
			}
			this.unsure = null;
			if (!outcome.ok) {
				this.keepHere();
				const isElsewhere = ["rev", "id"].includes(outcome.refusals[0]?.path ?? "");
				return this.stopped(isElsewhere ? "elsewhere" : "amiss", outcome.refusals, now);
			}
			const { refusals = amiss, ...at } = outcome.value;
			this.place = at as unknown as P;
			this.stored = JSON.stringify(going);
			this.tell({ amiss: refusals });
		}
	}

	private settled(now: T): true {
		this.isSending = false;
		forgetKept(this.key);
		this.theirs = null;
		this.tell({ standing: "kept", rested: now, contested: false, ...(!this.kind.drafts && { amiss: [] }) });
		return true;
	}

	private stopped(standing: Standing, amiss: readonly Refusal[], rested: T): false {
		this.isSending = false;
		this.tell({ standing, amiss, rested, contested: standing === "elsewhere" && this.theirs !== null });
		return false;
	}

	private tell(part: Partial<Edited<T>>): void {
		this.state = { ...this.state, ...part };
		for (const listener of this.listeners) listener();
	}
}
