import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { v7 as uuid } from "uuid";
import type { PracticeAct, StudentAct } from "@/core/practice/acts";
import { journalOf } from "@/core/practice/journal";
import type { PageData } from "@/core/practice/pageData";
import { now } from "@/device/now";
import { BATCH, type Counting, LinkClosed, type PhoneState, PhoneStore, sendActs } from "@/device/practice";

const AGAIN_MS = 20_000;

export type Mark = Counting["marks"][number];

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
}

const emptyState = (data: PageData, path: string): PhoneState => ({
	id: data.id,
	path,
	key: data.key,
	name: data.name,
	acts: [],
	sent: [],
	refused: {},
	counting: null,
	told: [],
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
	private sending = false;
	private timer: ReturnType<typeof setTimeout> | undefined;
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
				// What was touched before the store had opened goes on from what was there.
				counting: this.state.counting ?? before.counting,
				acts: [...before.acts, ...this.state.acts],
			};
		this.state = { ...this.state, told: [...told.values()] };
		this.keep();
		window.addEventListener("online", () => void this.send());
		void this.send();
	}

	readonly write = (act: StudentAct): void => {
		this.state = { ...this.state, acts: [...this.state.acts, act] };
		this.keep();
		void this.send();
	};

	readonly count = (counting: Counting | null): void => {
		this.state = { ...this.state, counting };
		this.keep();
	};

	private keptNow(): Kept {
		return {
			keeping: this.pending > 0,
			lasts: this.phone?.lasts ?? true,
			full: this.full,
			toSend: this.data.ends === null ? 0 : this.waiting().length,
			closed: this.closed,
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
					() => {
						this.full = false;
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
		return this.state.acts.filter(({ id }) => !done.has(id));
	}

	private async send(): Promise<void> {
		clearTimeout(this.timer);
		if (this.data.ends === null || this.sending || this.closed !== null) return;
		this.sending = true;
		try {
			for (let batch = this.waiting().slice(0, BATCH); batch.length > 0; batch = this.waiting().slice(0, BATCH)) {
				const { kept, refused, acts } = await sendActs(this.state.path, batch);
				const unanswered = batch.filter(({ id }) => !kept.includes(id) && !refused.some((one) => one.id === id));
				this.state = {
					...this.state,
					sent: [...this.state.sent, ...kept.filter((id) => batch.some((one) => one.id === id))],
					refused: { ...this.state.refused, ...Object.fromEntries(refused.map(({ id, sentence }) => [id, sentence])) },
					told: acts,
				};
				this.keep();
				if (unanswered.length > 0) throw new Error("an entry was not answered");
			}
		} catch (error) {
			if (error instanceof LinkClosed) this.closed = error.message;
			else this.timer = setTimeout(() => void this.send(), AGAIN_MS);
		} finally {
			this.sending = false;
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
		(act: Pick<Extract<StudentAct, { kind: "done" }>, "kind" | "body"> | Omit<StudentAct, "id" | "at" | "tz">) => {
			const { at, tz } = now();
			practice.write({ ...act, id: uuid(), at, tz } as StudentAct);
		},
		[practice],
	);
	return { state, kept, journal, write, count: practice.count };
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
