import { type DBSchema, type IDBPDatabase, type IDBPObjectStore, type IDBPTransaction, openDB } from "idb";
import { v4 as random, v7 as uuid } from "uuid";
import { hashOf } from "@/core/hash/hash";
import { isDoubtful } from "@/core/log/days";
import { type Actor, type EventDraft, envelope, type LogEvent, type Now } from "@/core/log/event";
import { highestLamport } from "@/core/log/order";
import { hashEvent } from "@/core/log/parseEvent";
import type { Pack } from "@/core/pack/pack";
import { dayAfter } from "@/core/text/fields";
import type { LeftHere } from "./leave";

/**
 * The device's own store. Each studio has a database of its own here, so that a demo
 * on the same address never touches the real one.
 */
interface Shape extends DBSchema {
	meta: { key: string; value: string | number | Top };
	/**
	 * Every event this device made or pulled, by id. The outbox is those of its own whose
	 * number is above the last acknowledged one: a touch is written once.
	 */
	events: { key: string; value: LogEvent; indexes: { lesson: string; device: [string, number] } };
	/** What a lesson needs, stored ahead; by lesson. */
	packs: { key: string; value: Pack };
}

/** The last number given, and the highest place in the order seen. */
interface Top {
	dseq: number;
	lamport: number;
}

const NOTHING: Top = { dseq: 0, lamport: 0 };

/** What goes out next, and from where. */
export interface Outgoing {
	acked: number;
	epoch: number;
	/** The oldest own event above the acknowledged, and those after it, in order. */
	events: LogEvent[];
	/** How many wait in all. */
	waiting: number;
	/** How far the lesson that is asked for was pulled. */
	arrival: number;
}

const LOCKED = "locked";
/** What a file of events that were never sent calls itself. */
export const UNSENT_FORMAT = "peg-ladder-not-sent";

/** What was locked when somebody left this device. */
function readLocked(text: unknown): { events: LogEvent[]; kept: Record<string, string> } {
	const nothing = { events: [], kept: {} };
	if (typeof text !== "string") return nothing;
	return { ...nothing, ...(JSON.parse(text) as { events: LogEvent[]; kept: Record<string, string> }) };
}

const OUTDATED_AFTER_DAYS = 30;

export class Local {
	private constructor(
		private readonly db: IDBPDatabase<Shape>,
		readonly studio: string,
		readonly device: string,
		/** What this device proves to be itself by. */
		readonly key: string,
	) {}

	static async open(studio: string): Promise<Local> {
		const db = await openDB<Shape>(`peg-ladder ${studio}`, 2, {
			async upgrade(fresh, from, _to, tx) {
				if (from === 0) {
					fresh.createObjectStore("meta");
					const events = fresh.createObjectStore("events", { keyPath: "id" });
					events.createIndex("lesson", "lesson");
					events.createIndex("device", ["device", "dseq"]);
					fresh.createObjectStore("packs");
				} else await fromTheFirst(fresh as never, tx as never);
			},
		});
		const tx = db.transaction("meta", "readwrite", { durability: "strict" });
		const device = await madeOnce(tx.store, "device", uuid);
		// Of the key nothing may be guessed, not even when it was made.
		const key = await madeOnce(tx.store, "key", random);
		await tx.done;
		return new Local(db, studio, device, key);
	}

	/**
	 * Writes one act: all its events or none. Number, order and hash are given inside
	 * the transaction that stores them, so that no two tabs can give one number twice.
	 * When the promise resolves, the events are on disk.
	 */
	async append(
		drafts: readonly (EventDraft & { id: string })[],
		when: Now,
		actor: Actor = "coach",
	): Promise<LogEvent[]> {
		const tx = this.db.transaction(["meta", "events"], "readwrite", { durability: "strict" });
		const meta = tx.objectStore("meta");
		const top = { ...(((await meta.get("top")) as Top | undefined) ?? NOTHING) };
		const act = drafts[0]?.id ?? "";
		const events = drafts.map((draft) => {
			top.dseq += 1;
			top.lamport += 1;
			return hashEvent(envelope(draft, { act, device: this.device, ...top }, when, actor));
		});
		await Promise.all([...events.map((event) => tx.objectStore("events").put(event)), meta.put(top, "top"), tx.done]);
		return events;
	}

	/** Takes in what the server had; own order moves past the highest seen. */
	async take(events: readonly LogEvent[], lesson: string, arrival: number): Promise<void> {
		const tx = this.db.transaction(["meta", "events"], "readwrite", { durability: "strict" });
		const meta = tx.objectStore("meta");
		const top = ((await meta.get("top")) as Top | undefined) ?? NOTHING;
		const lamport = highestLamport(events, top.lamport);
		await Promise.all([
			...events.map((event) => tx.objectStore("events").put(event)),
			...(lamport > top.lamport ? [meta.put({ ...top, lamport }, "top")] : []),
			meta.put(arrival, `arrival ${lesson}`),
			tx.done,
		]);
	}

	/**
	 * Lets go of everything but what was not sent yet, which is put where no page shows it.
	 *
	 * @param kept what pages kept beside the record, by name: put back when it is unlocked
	 */
	async lock(kept: Readonly<Record<string, string>>): Promise<LeftHere> {
		const tx = this.db.transaction(["meta", "events", "packs"], "readwrite", { durability: "strict" });
		const [meta, events] = [tx.objectStore("meta"), tx.objectStore("events")];
		const before = readLocked(await meta.get(LOCKED));
		const acked = Number((await meta.get("acked")) ?? 0);
		const unsent = await events.index("device").getAll(this.mine(acked + 1));
		const all = [...new Map([...before.events, ...unsent].map((event) => [event.id, event])).values()];
		await Promise.all([
			meta.put(JSON.stringify({ events: all, kept: { ...before.kept, ...kept } }), LOCKED),
			meta.delete(IDBKeyRange.bound("arrival ", "arrival \uffff")),
			events.clear(),
			tx.objectStore("packs").clear(),
			tx.done,
		]);
		const days = [...new Set(all.map(({ localDay }) => localDay))].sort();
		return {
			studio: this.studio,
			days: days.map((day) => {
				const some = all.filter((event) => event.localDay === day);
				return { day, events: some.length, tries: some.filter(({ kind }) => kind === "attempt").length };
			}),
			file: JSON.stringify({
				format: UNSENT_FORMAT,
				studio: this.studio,
				device: this.device,
				key: this.key,
				after: acked,
				events: all,
			}),
		};
	}

	/** Whether something of before somebody left this device is locked here. */
	async isLocked(): Promise<boolean> {
		return (await this.db.getKey("meta", LOCKED)) !== undefined;
	}

	/** Puts back what was locked; only for whom the server has let in. Answers what pages had kept beside the record. */
	async unlock(): Promise<Record<string, string>> {
		const tx = this.db.transaction(["meta", "events"], "readwrite", { durability: "strict" });
		const { events, kept } = readLocked(await tx.objectStore("meta").get(LOCKED));
		await Promise.all([
			...events.map((event) => tx.objectStore("events").put(event)),
			tx.objectStore("meta").delete(LOCKED),
			tx.done,
		]);
		return kept;
	}

	close(): void {
		this.db.close();
	}

	eventsOf(lesson: string): Promise<LogEvent[]> {
		return this.db.getAllFromIndex("events", "lesson", lesson);
	}

	/** Events of a day and later, that this device made, in its own order. */
	async eventsSince(day: string): Promise<LogEvent[]> {
		const all = await this.db.getAllFromIndex("events", "device", this.mine());
		return all.filter((event) => event.localDay >= day);
	}

	private mine = (from = 0) => IDBKeyRange.bound([this.device, from], [this.device, Number.MAX_SAFE_INTEGER]);

	/** What waits to be sent, at most so many; and what else a round needs to know, in one look. */
	async outgoing(atMost: number, lesson = ""): Promise<Outgoing> {
		const tx = this.db.transaction(["meta", "events"]);
		const [meta, own] = [tx.objectStore("meta"), tx.objectStore("events").index("device")];
		const acked = Number((await meta.get("acked")) ?? 0);
		const [epoch, arrival, events, waiting] = await Promise.all([
			meta.get("epoch"),
			meta.get(`arrival ${lesson}`),
			own.getAll(this.mine(acked + 1), atMost),
			own.count(this.mine(acked + 1)),
		]);
		return { acked, events, waiting, epoch: Number(epoch ?? 0), arrival: Number(arrival ?? 0) };
	}

	/** The lesson's events were let go, or evicted: the next pull fetches all of it. */
	async pullAnew(lesson: string): Promise<void> {
		await this.db.delete("meta", `arrival ${lesson}`);
	}

	/** The oldest unacknowledged events, in order. */
	async waiting(atMost: number): Promise<LogEvent[]> {
		return (await this.outgoing(atMost)).events;
	}

	async countWaiting(): Promise<number> {
		return (await this.outgoing(1)).waiting;
	}

	/** The server has everything up to this number; or, after a restore, no more than this, and the rest goes out again. */
	async acknowledged(upTo: number): Promise<void> {
		await this.db.put("meta", upTo, "acked");
	}

	async counters(): Promise<Top & { acked: number; epoch: number }> {
		const tx = this.db.transaction("meta");
		const [top, acked, epoch] = await Promise.all(["top", "acked", "epoch"].map((key) => tx.store.get(key)));
		return { ...((top as Top | undefined) ?? NOTHING), acked: Number(acked ?? 0), epoch: Number(epoch ?? 0) };
	}

	/**
	 * The studio's epoch, as the server says it. Another one than before means that it was
	 * restored from a copy: it may lack what it once acknowledged, which goes out again, and
	 * it numbers what arrives anew. True when that is so.
	 */
	async meet(epoch: number): Promise<boolean> {
		const tx = this.db.transaction("meta", "readwrite", { durability: "strict" });
		const before = Number((await tx.store.get("epoch")) ?? 0);
		const restored = before !== 0 && before !== epoch;
		await Promise.all([
			...(before === epoch ? [] : [tx.store.put(epoch, "epoch")]),
			...(restored ? [tx.store.put(0, "acked"), tx.store.delete(IDBKeyRange.bound("arrival ", "arrival \uffff"))] : []),
			tx.done,
		]);
		return restored;
	}

	/** One that was kept before packs said their rungs' versions says them now. */
	async packOf(lesson: string): Promise<Pack | undefined> {
		const pack = await this.db.get("packs", lesson);
		return (
			pack && {
				...pack,
				ladders: pack.ladders.map((ladder) => ({
					...ladder,
					rungs: ladder.rungs.map((rung) => ({ ...rung, version: rung.version ?? hashOf(rung.settings) })),
				})),
			}
		);
	}

	async keepPack(lesson: string, pack: Pack): Promise<void> {
		await this.comeAfter(pack.lamport ?? 0);
		await this.db.put("packs", pack, lesson);
	}

	/** What is written from now on comes after this place in the order. */
	async comeAfter(lamport: number): Promise<void> {
		const tx = this.db.transaction("meta", "readwrite");
		const top = ((await tx.store.get("top")) as Top | undefined) ?? NOTHING;
		const higher = highestLamport([{ lamport }], top.lamport);
		if (higher > top.lamport) await tx.store.put({ ...top, lamport: higher }, "top");
		await tx.done;
	}

	/**
	 * Drops acknowledged lessons older than a month; what was not sent stays however old it is.
	 * Own events go by number, oldest first, up to the first that is still wanted, so that no
	 * hole is torn into what may have to be sent again; a day that no set clock says is
	 * passed over, and goes when something younger in number is old.
	 */
	async tidy(today: string): Promise<void> {
		const before = dayAfter(today, -OUTDATED_AFTER_DAYS);
		const tx = this.db.transaction(["meta", "events"], "readwrite");
		const events = tx.objectStore("events");
		const acked = Number((await tx.objectStore("meta").get("acked")) ?? 0);
		/** True: old; false: still wanted; null: its day says nothing. */
		const isOld = ({ localDay }: LogEvent): boolean | null =>
			isDoubtful({ day: localDay }, today) ? null : localDay < before;
		let upTo = 0;
		for (let c = await events.index("device").openCursor(this.mine()); c; c = await c.continue()) {
			const old = isOld(c.value);
			if (old === false || c.value.dseq > acked) break;
			if (old) upTo = c.value.dseq;
		}
		for (let c = await events.openCursor(); c; c = await c.continue())
			if (c.value.device === this.device ? c.value.dseq <= upTo : isOld(c.value)) await c.delete();
		await tx.done;
	}
}

/** What a device makes once and keeps. */
async function madeOnce(
	meta: IDBPObjectStore<Shape, ["meta"], "meta", "readwrite">,
	name: string,
	make: () => string,
): Promise<string> {
	const known = await meta.get(name);
	if (known) return String(known);
	const made = make();
	await meta.put(made, name);
	return made;
}

/** The first version kept what was to be sent a second time, in a store of its own, and its two numbers apart. */
async function fromTheFirst(db: IDBDatabase, tx: IDBPTransaction<unknown, string[], "versionchange">): Promise<void> {
	const meta = tx.objectStore("meta");
	const top = { dseq: Number((await meta.get("dseq")) ?? 0), lamport: Number((await meta.get("lamport")) ?? 0) };
	const first = await tx.objectStore("outbox").openKeyCursor();
	if (first) await meta.put(Number(first.key) - 1, "acked");
	else await meta.put(top.dseq, "acked");
	await meta.put(top, "top");
	await meta.delete("dseq");
	await meta.delete("lamport");
	db.deleteObjectStore("outbox");
}
