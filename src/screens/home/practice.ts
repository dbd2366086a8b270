import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { v7 as uuid } from "uuid";
import type { PageMessageId } from "@/core/languages/english";
import { type PracticeAct, StudentAct } from "@/core/practice/acts";
import { type Count, countsIn, entryOf, isNewer, type Mark, nextRev } from "@/core/practice/counting";
import { journalOf } from "@/core/practice/journal";
import type { Practised } from "@/core/practice/kinds";
import type { PageData } from "@/core/practice/pageData";
import { now } from "@/device/now";
import { BATCH, LinkClosed, type PhoneState, PhoneStore, sendActs } from "@/device/practice";
import { Rounds } from "@/device/rounds";
import { checked } from "./refused";

const AGAIN_MS = 20_000;

/** Asked again so much later where the server has no room today. */
const LATER_MS = 15 * 60_000;

/** What is counted or said goes out after so long a rest, when the page is left, or at *done*. */
const REST_MS = 20_000;

/** What the page says of how far its words are. */
export interface Kept {
	/** Written, and not in the phone's own store yet. */
	keeping: boolean;
	/** The phone has no store for this page. */
	lasts: boolean;
	/** It has one and does not let this be written. */
	full: boolean;
	toSend: number;
	/** Nothing keeps it here: it goes out after a rest. */
	soon: boolean;
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
	served: 0,
	holder: data.holder ?? null,
});

type Done = Extract<StudentAct, { kind: "done" }>;
type PracticeDone = Extract<PracticeAct, { kind: "done" }>;

/** A new act's own id and moment. */
function stamp(): Pick<StudentAct, "id" | "at" | "tz"> {
	const { at, tz } = now();
	return { id: uuid(), at, tz };
}

const dayAt = (at: number): string => now(new Date(at)).localDay;

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
	/** Entries that are being counted or changed: they go out after a rest, when the page is left, or at *done*. */
	private resting = new Set<string>();
	private rest: ReturnType<typeof setTimeout> | undefined;
	private answered = true;
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
		// What is touched before the store has opened goes out all the same, should the page be left by then.
		document.addEventListener("visibilitychange", () => document.visibilityState === "hidden" && this.leave());
		window.addEventListener("pagehide", () => this.leave());
		this.phone = await PhoneStore.open();
		const before = await this.phone.read(this.data.id).catch(() => null);
		// A page that came out of the browser's cache may be older than what was told since.
		const { acts: fromPage, served = 0 } = this.data;
		const told = before && before.served > served ? before.told : fromPage;
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
		this.state = { ...this.state, told, served: Math.max(before?.served ?? 0, served) };
		// What was counted on another day is an entry of that day; what was counted before goes out now.
		for (const { item, day } of this.counts()) if (day !== dayAt(Date.now())) this.finish(item, day);
		this.settle();
		this.flush();
		window.addEventListener("online", () => this.rounds.ask());
	}

	/** Counts under way, the first begun first. */
	private counts(): Count[] {
		return countsIn(this.state.marks, dayAt);
	}

	/**
	 * Writes an act that is whole as it is.
	 *
	 * @returns why it cannot be written; null where it is
	 */
	readonly write = (act: StudentAct): PageMessageId | null => {
		const read = checked(StudentAct, act);
		if (!read.ok) return read.messages[0] ?? "refused.entry";
		this.put(read.value);
		this.keep();
		this.rounds.ask();
		return null;
	};

	/** Adds an act; one of an entry takes the place of what was written of it before. */
	private put(act: StudentAct): void {
		const same = (one: StudentAct) =>
			act.kind === "done" && one.kind === "done" && one.id !== act.id && entryOf(one) === entryOf(act);
		this.putAway(this.state.acts.filter(same).map(({ id }) => id));
		this.state = { ...this.state, acts: [...this.state.acts.filter((one) => !same(one)), act] };
	}

	/** What was written of an entry, here or on another phone of the same student. */
	private written(entry: string): Done | undefined {
		const { acts, told } = this.state;
		const newest = [...told, ...acts].reduce<Done | PracticeDone | undefined>(
			(best, act) =>
				act.kind === "done" && entryOf(act) === entry && (!best || isNewer(act.body, best.body)) ? act : best,
			undefined,
		);
		if (!newest) return undefined;
		const { what: _, by: __, ...body } = newest.body as PracticeDone["body"];
		return { ...newest, body };
	}

	/**
	 * Says more of an entry, or something else: it takes the place of what was said before.
	 *
	 * @returns why it cannot be; null where it is
	 */
	readonly say = (entry: string, part: Partial<Practised>): PageMessageId | null => {
		const before = this.written(entry);
		if (!before) return "refused.entry";
		const body = { ...before.body, ...part, entry, rev: nextRev(before.body, Date.now()) };
		const read = checked(StudentAct, { ...before, ...stamp(), body });
		if (!read.ok) return read.messages[0] ?? "refused.entry";
		this.put(read.value);
		this.touchLater(entry);
		this.keep();
		return null;
	};

	/** What is counted by now stands as entries. */
	private settle(): void {
		for (const count of this.counts()) {
			const { entry, item, day, tries, good, minutes } = count;
			const before = this.written(entry);
			const was = before?.body;
			if ((tries === 0 && !was) || (was && was.tries === tries && was.good === good && was.minutes === minutes))
				continue;
			const asked = this.askedOf(item, tries);
			const fresh = { item, day, place: "", ...asked, felt: null, check: null, remark: "" };
			const body = { ...fresh, ...was, tries, good, minutes, entry, rev: nextRev(was, Date.now()) };
			this.put({ ...stamp(), kind: "done", body });
		}
	}

	private askedOf(item: string, tries: number): Pick<Practised, "target" | "dose"> {
		const { acts, told } = this.state;
		const of = journalOf(this.data, [...told, ...acts]).items.find((one) => one.item.id === item);
		return { target: of?.target ?? 0, dose: of?.item.dose ?? Math.max(1, tries) };
	}

	/** A drill's count is done: its entry stands, and the next try begins another. Answers the entry. */
	readonly finish = (item: string, day?: string): string | null => {
		this.settle();
		const own = this.counts().filter((one) => one.item === item && (day === undefined || one.day === day));
		this.putAway(own.flatMap(({ marks }) => marks.map(({ id }) => id)));
		this.keep();
		this.flush();
		return own.at(-1)?.entry ?? null;
	};

	/** Everything goes out now. */
	readonly flush = (): void => {
		clearTimeout(this.rest);
		this.resting.clear();
		this.keep();
		this.rounds.ask();
	};

	/** The page may be gone before an answer comes: what waits goes out at once, beside a round under way. Twice does no harm. */
	private leave(): void {
		clearTimeout(this.rest);
		this.settle();
		this.resting.clear();
		this.keep();
		const batch = this.waiting().slice(0, BATCH);
		if (batch.length === 0 || this.data.ends === null || this.closed !== null) return;
		this.deliver(batch, true).then(
			() => this.rounds.ask(),
			() => this.rounds.within(AGAIN_MS),
		);
	}

	/** It goes out after a rest. */
	private touchLater(entry: string): void {
		this.resting.add(entry);
		clearTimeout(this.rest);
		this.rest = setTimeout(() => {
			this.settle();
			this.flush();
		}, REST_MS);
	}

	readonly touch = (item: string, mark: Mark): void => {
		const at = Date.now();
		const id = uuid();
		const entry = this.counts().find((one) => one.item === item && one.day === dayAt(at))?.entry ?? id;
		this.state = { ...this.state, marks: [...this.state.marks, { id, item, mark, at, entry }] };
		this.touchLater(entry);
		this.keep();
	};

	/** Takes a drill's latest try back; of a count that has none left nothing stays, neither here nor at the coach's. */
	readonly undo = (item: string): void => {
		const last = this.state.marks.findLast((one) => one.item === item);
		if (!last) return;
		this.putAway([last.id]);
		const entry = last.entry ?? last.id;
		const before = this.written(entry);
		if (before && !this.counts().some((one) => one.entry === entry))
			this.put({ ...stamp(), kind: "back", body: { entry } });
		this.touchLater(entry);
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
			toSend: this.data.ends === null ? 0 : this.unsent().length,
			soon: this.resting.size > 0 && this.answered,
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

	private unsent(): StudentAct[] {
		const done = new Set([...this.state.sent, ...Object.keys(this.state.refused)]);
		return this.state.acts.filter(({ id }) => !done.has(id));
	}

	private waiting(): StudentAct[] {
		const unsent = this.unsent();
		const about = (act: StudentAct) =>
			act.kind === "done" ? entryOf(act) : act.kind === "back" ? act.body.entry : act.id;
		// Taking back goes with what it takes back.
		return unsent.filter((act) => !this.resting.has(about(act)));
	}

	/**
	 * Sends some and takes in the answer.
	 *
	 * @returns false where the server has no room for all of them now
	 * @throws where there is no answer, or none to one of them
	 */
	private async deliver(batch: readonly StudentAct[], leaving = false): Promise<boolean> {
		const { kept, refused, later, acts, holder, served } = await sendActs(this.state.path, batch, leaving);
		this.answered = true;
		const answered = new Set([...kept, ...[...refused, ...later].map(({ id }) => id)]);
		const { sent } = sentTo(holder, this.state);
		this.state = {
			...this.state,
			holder,
			sent: [...new Set([...sent, ...kept.filter((id) => batch.some((one) => one.id === id))])],
			refused: { ...this.state.refused, ...Object.fromEntries(refused.map(({ id, sentence }) => [id, sentence])) },
			told: acts,
			served,
		};
		this.later = later[0]?.sentence ?? null;
		this.keep();
		if (batch.some(({ id }) => !answered.has(id))) throw new Error("an entry was not answered");
		return later.length === 0;
	}

	/** @returns when the next is due */
	private async send(): Promise<number | null> {
		if (this.data.ends === null || this.closed !== null) return null;
		try {
			for (let batch = this.waiting().slice(0, BATCH); batch.length > 0; batch = this.waiting().slice(0, BATCH)) {
				if (!(await this.deliver(batch))) return LATER_MS;
			}
			return null;
		} catch (error) {
			this.answered = false;
			if (!(error instanceof LinkClosed)) return AGAIN_MS;
			this.closed = error.message;
			return null;
		} finally {
			this.tell();
		}
	}
}

/** As many acts as the server tells at most. */
const TOLD = 300;

/**
 * What the server told, and what was written here beside it. What was sent and is not told any more was taken back,
 * or replaced, on another phone: unless it is older than all that is told.
 */
export function actsIn({ acts, told, refused, sent }: PhoneState): PracticeAct[] {
	const known = new Set(told.map(({ id }) => id));
	const arrived = new Set(sent);
	const oldest = told.length < TOLD ? "" : (told.map(({ at }) => at).sort()[0] ?? "");
	const isGone = ({ id, at }: StudentAct) => arrived.has(id) && at >= oldest;
	return [...told, ...acts.filter((act) => !known.has(act.id) && !(act.id in refused) && !isGone(act))];
}

/** The page's record as it stands, what follows from it, and the acts. */
export function usePractice(practice: Practice) {
	const { state, kept } = useSyncExternalStore(practice.subscribe, practice.snapshot);
	useEffect(() => void practice.start(), [practice]);
	const { data } = practice;
	const journal = useMemo(() => journalOf(data, actsIn(state)), [data, state]);
	const write = useCallback((act: Written) => practice.write({ ...act, ...stamp() } as StudentAct), [practice]);
	const { touch, undo, finish, say, flush } = practice;
	return { state, kept, journal, write, touch, undo, finish, say, flush };
}

type Written = Pick<Done, "kind" | "body"> | Omit<Exclude<StudentAct, Done>, "id" | "at" | "tz">;

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
