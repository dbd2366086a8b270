import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { v7 as uuid } from "uuid";
import { type PracticeAct, StudentAct } from "@/core/practice/acts";
import { journalOf } from "@/core/practice/journal";
import { practisedLabels } from "@/core/practice/kinds";
import type { PageData } from "@/core/practice/pageData";
import { parse } from "@/core/refusals/refusals";
import { now } from "@/device/now";
import { BATCH, LinkClosed, type PhoneState, PhoneStore, sendActs, type Touched } from "@/device/practice";
import { Rounds } from "@/device/rounds";

const AGAIN_MS = 20_000;

/** Asked again so much later where the server has no room today. */
const LATER_MS = 15 * 60_000;

export type Mark = Touched["mark"];

/** What the page says of how far its words are. */
export interface Kept {
	/** Written, and not in the phone's own store yet. */
	keeping: boolean;
	/** The phone has no store for this page. */
	lasts: boolean;
	/** It has one and does not let this be written. */
	full: boolean;
	toSend: number;
	/** Why the link does not open any more. */
	closed: string | null;
	/** Why some of it stays here for now, though the server answers. */
	later: string | null;
}

const emptyState = (data: PageData, path: string): PhoneState => ({
	v: 2,
	id: data.id,
	path,
	key: data.key,
	name: data.name,
	acts: [],
	unread: [],
	sent: [],
	refused: {},
	marks: [],
	away: [],
	told: [],
	holder: data.holder ?? null,
});

/** What was sent, where its record is the one that is asked now: of another (a backup was restored) all is sent again. */
const sentTo = (holder: string | null, before: PhoneState): Pick<PhoneState, "sent" | "holder"> => ({
	holder,
	sent: holder === null || holder === before.holder ? before.sent : [],
});

/**
 * The student's own record: painted at once, kept on the phone right after, sent when
 * there is a signal. Nothing that was kept waits for the server.
 */
export class Practice {
	private state: PhoneState;
	private phone: PhoneStore | null = null;
	private writing = Promise.resolve();
	private pending = 0;
	private full = false;
	private closed: string | null = null;
	private later: string | null = null;
	/** An entry that more may be said of: kept, and not sent yet. */
	private open: string | null = null;
	private readonly rounds = new Rounds(() => this.send());
	private shown: { state: PhoneState; kept: Kept };
	private readonly listeners = new Set<() => void>();

	constructor(
		readonly data: PageData,
		path: string,
	) {
		this.state = emptyState(data, path);
		this.shown = { state: this.state, kept: this.keptNow() };
	}

	readonly subscribe = (listener: () => void): (() => void) => {
		this.listeners.add(listener);
		return () => this.listeners.delete(listener);
	};
	readonly snapshot = (): { state: PhoneState; kept: Kept } => this.shown;

	/** Brings up what this phone has of it, and begins to send. */
	async start(): Promise<void> {
		this.phone = await PhoneStore.open();
		const before = await this.phone.read(this.data.id).catch(() => null);
		const told = new Map([...(before?.told ?? []), ...this.data.acts].map((act) => [act.id, act]));
		if (before)
			this.state = {
				...this.state,
				...before,
				path: this.state.path,
				// What was touched before the store had opened comes after what was there.
				marks: [...before.marks, ...this.state.marks],
				acts: [...before.acts, ...this.state.acts],
				...sentTo(this.data.holder ?? null, before),
			};
		this.state = { ...this.state, told: [...told.values()] };
		this.keep();
		window.addEventListener("online", () => this.rounds.ask());
		this.rounds.ask();
	}

	/**
	 * Writes an act, and with it the tries of a count that it holds; in place of one that was left open for more.
	 *
	 * @param more it is kept at once, and not sent before something takes its place or `close` is called
	 * @returns why it cannot be written; null where it is
	 */
	readonly write = (act: StudentAct, counted: readonly Touched[] = [], more = false): string | null => {
		const read = parse(StudentAct, act, practisedLabels);
		if (!read.ok) return read.refusals[0]?.sentence ?? "The entry is damaged.";
		const acts = this.state.acts.filter(({ id }) => id !== this.open);
		this.putAway([...counted.map(({ id }) => id), ...(this.open === null ? [] : [this.open])]);
		this.state = { ...this.state, acts: [...acts, read.value] };
		this.open = more ? act.id : null;
		this.keep();
		this.rounds.ask();
		return null;
	};

	/** Nothing more is said of what was left open: it goes out as it is. */
	readonly close = (): void => {
		this.open = null;
		this.rounds.ask();
	};

	readonly touch = (item: string, mark: Mark): void => {
		const touched: Touched = { id: uuid(), item, mark, at: Date.now() };
		this.state = { ...this.state, marks: [...this.state.marks, touched] };
		this.keep();
	};

	/** Takes a drill's latest try back. */
	readonly undo = (item: string): void => {
		const last = this.state.marks.findLast((one) => one.item === item);
		if (!last) return;
		this.putAway([last.id]);
		this.keep();
	};

	private putAway(ids: readonly string[]): void {
		const gone = new Set(ids);
		const marks = this.state.marks.filter(({ id }) => !gone.has(id));
		this.state = { ...this.state, marks, away: [...this.state.away, ...ids] };
	}

	private keptNow(): Kept {
		return {
			keeping: this.pending > 0,
			lasts: this.phone?.lasts ?? true,
			full: this.full,
			toSend: this.data.ends === null ? 0 : this.waiting().length,
			closed: this.closed,
			later: this.later,
		};
	}

	private tell(): void {
		this.shown = { state: this.state, kept: this.keptNow() };
		for (const listener of this.listeners) listener();
	}

	private keep(): void {
		const { phone, state } = this;
		if (phone) {
			this.pending += 1;
			this.writing = this.writing
				.then(() => phone.write(state))
				.then(
					(both) => {
						this.full = false;
						// Another page of this phone counts too. What was touched since stands in the next one.
						if (this.state === state)
							this.state = { ...state, marks: both.marks, acts: both.acts, unread: both.unread };
					},
					() => {
						this.full = true;
					},
				)
				.then(() => {
					this.pending -= 1;
					this.tell();
				});
		}
		this.tell();
	}

	private waiting(): StudentAct[] {
		const done = new Set([...this.state.sent, ...Object.keys(this.state.refused)]);
		return this.state.acts.filter(({ id }) => !done.has(id) && id !== this.open);
	}

	/** @returns when the next is due */
	private async send(): Promise<number | null> {
		if (this.data.ends === null || this.closed !== null) return null;
		try {
			for (let batch = this.waiting().slice(0, BATCH); batch.length > 0; batch = this.waiting().slice(0, BATCH)) {
				const { kept, refused, later, acts, holder } = await sendActs(this.state.path, batch);
				const answered = new Set([...kept, ...[...refused, ...later].map(({ id }) => id)]);
				const unanswered = batch.filter(({ id }) => !answered.has(id));
				const { sent } = sentTo(holder, this.state);
				this.state = {
					...this.state,
					holder,
					sent: [...sent, ...kept.filter((id) => batch.some((one) => one.id === id))],
					refused: { ...this.state.refused, ...Object.fromEntries(refused.map(({ id, sentence }) => [id, sentence])) },
					told: acts,
				};
				this.later = later[0]?.sentence ?? null;
				this.keep();
				if (unanswered.length > 0) throw new Error("an entry was not answered");
				if (later.length > 0) return LATER_MS;
			}
			return null;
		} catch (error) {
			if (!(error instanceof LinkClosed)) return AGAIN_MS;
			this.closed = error.message;
			return null;
		} finally {
			this.tell();
		}
	}
}

/** The page's record as it stands, what follows from it, and the acts. */
export function usePractice(practice: Practice) {
	const { state, kept } = useSyncExternalStore(practice.subscribe, practice.snapshot);
	useEffect(() => void practice.start(), [practice]);
	const { data } = practice;
	const { acts: own, told, refused } = state;
	const journal = useMemo(() => {
		const known = new Set(told.map(({ id }) => id));
		const mine: PracticeAct[] = own.filter(({ id }) => !known.has(id) && !(id in refused));
		return journalOf(data, [...told, ...mine]);
	}, [data, own, told, refused]);
	const write = useCallback(
		(
			act: Pick<Extract<StudentAct, { kind: "done" }>, "kind" | "body"> | Omit<StudentAct, "id" | "at" | "tz">,
			counted: readonly Touched[] = [],
			more = false,
		) => {
			const { at, tz } = now();
			const id = uuid();
			const why = practice.write({ ...act, id, at, tz } as StudentAct, counted, more);
			return why === null ? ({ ok: true, id } as const) : ({ ok: false, sentence: why } as const);
		},
		[practice],
	);
	return { state, kept, journal, write, touch: practice.touch, undo: practice.undo, close: practice.close };
}

/** A value that a press shows for a while: copied, shared. */
export function useForAWhile(ms = 4000): [boolean, () => void] {
	const [on, setOn] = useState(false);
	const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
	useEffect(() => () => clearTimeout(timer.current), []);
	return [
		on,
		() => {
			setOn(true);
			clearTimeout(timer.current);
			timer.current = setTimeout(() => setOn(false), ms);
		},
	];
}
