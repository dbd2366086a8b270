import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { v7 as uuid } from "uuid";
import { type Draft, envelope, type LogEvent, type Now, sealEvent } from "@/core/log/event";
import type { Pack } from "@/core/pack/pack";

/**
 * The device's own store. Each studio has a database of its own here, so that a demo
 * on the same address never touches the real one.
 */
interface Shape extends DBSchema {
	meta: { key: string; value: string | number };
	/** Every event this device made or pulled, by id. */
	events: { key: string; value: LogEvent; indexes: { lesson: string; device: [string, number] } };
	/** Own events the server has not acknowledged, by their number. */
	outbox: { key: number; value: LogEvent };
	/** What a lesson needs, stored ahead; by lesson. */
	packs: { key: string; value: Pack };
}

export function now(date = new Date()): Now {
	const pad = (n: number) => String(n).padStart(2, "0");
	return {
		at: date.toISOString(),
		tz: Intl.DateTimeFormat().resolvedOptions().timeZone ?? "UTC",
		localDay: `${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}`,
	};
}

const OUTDATED_AFTER_DAYS = 30;

export class Local {
	private constructor(
		private readonly db: IDBPDatabase<Shape>,
		readonly studio: string,
		readonly device: string,
	) {}

	static async open(studio: string): Promise<Local> {
		const db = await openDB<Shape>(`peg-ladder ${studio}`, 1, {
			upgrade(fresh) {
				fresh.createObjectStore("meta");
				const events = fresh.createObjectStore("events", { keyPath: "id" });
				events.createIndex("lesson", "lesson");
				events.createIndex("device", ["device", "dseq"]);
				fresh.createObjectStore("outbox", { keyPath: "dseq" });
				fresh.createObjectStore("packs");
			},
		});
		const tx = db.transaction("meta", "readwrite", { durability: "strict" });
		let device = (await tx.store.get("device")) as string | undefined;
		if (!device) {
			device = uuid();
			await tx.store.put(device, "device");
		}
		await tx.done;
		return new Local(db, studio, device);
	}

	/**
	 * Writes one act: all its events or none. Number, order and seal are given inside
	 * the transaction that stores them, so that no two tabs can give one number twice.
	 * When the promise resolves, the events are on disk.
	 */
	async append(drafts: readonly (Draft & { id: string })[], when: Now): Promise<LogEvent[]> {
		const tx = this.db.transaction(["meta", "events", "outbox"], "readwrite", { durability: "strict" });
		const meta = tx.objectStore("meta");
		let dseq = Number((await meta.get("dseq")) ?? 0);
		let lamport = Number((await meta.get("lamport")) ?? 0);
		const act = drafts[0]?.id ?? "";
		const events = drafts.map((draft) => {
			dseq += 1;
			lamport += 1;
			return sealEvent(envelope(draft, { act, device: this.device, dseq, lamport }, when));
		});
		await Promise.all([
			...events.flatMap((event) => [tx.objectStore("events").put(event), tx.objectStore("outbox").put(event)]),
			meta.put(dseq, "dseq"),
			meta.put(lamport, "lamport"),
			tx.done,
		]);
		return events;
	}

	/** Takes in what the server had; own order moves past the highest seen. */
	async take(events: readonly LogEvent[], lesson: string, arrival: number): Promise<void> {
		const tx = this.db.transaction(["meta", "events"], "readwrite", { durability: "strict" });
		const meta = tx.objectStore("meta");
		let lamport = Number((await meta.get("lamport")) ?? 0);
		for (const event of events) lamport = Math.max(lamport, event.lamport);
		await Promise.all([
			...events.map((event) => tx.objectStore("events").put(event)),
			meta.put(lamport, "lamport"),
			meta.put(arrival, `arrival ${lesson}`),
			tx.done,
		]);
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

	async arrivalOf(lesson: string): Promise<number> {
		return Number((await this.db.get("meta", `arrival ${lesson}`)) ?? 0);
	}

	/** The oldest unacknowledged events, in order. */
	waiting(atMost: number): Promise<LogEvent[]> {
		return this.db.getAll("outbox", undefined, atMost);
	}

	countWaiting(): Promise<number> {
		return this.db.count("outbox");
	}

	/** The server has everything up to this number. */
	async acknowledged(upTo: number): Promise<void> {
		const tx = this.db.transaction(["meta", "outbox"], "readwrite", { durability: "strict" });
		await Promise.all([
			tx.objectStore("outbox").delete(IDBKeyRange.upperBound(upTo)),
			tx.objectStore("meta").put(upTo, "acked"),
			tx.done,
		]);
	}

	/** The server was restored, or asks from an earlier number: what it may lack goes out again. */
	async sendAgain(from: number): Promise<void> {
		const tx = this.db.transaction(["events", "outbox"], "readwrite", { durability: "strict" });
		const events = await tx.objectStore("events").index("device").getAll(this.mine(from));
		await Promise.all([...events.map((event) => tx.objectStore("outbox").put(event)), tx.done]);
	}

	async counters(): Promise<{ dseq: number; lamport: number; acked: number; epoch: number }> {
		const tx = this.db.transaction("meta");
		const read = async (key: string) => Number((await tx.store.get(key)) ?? 0);
		return {
			dseq: await read("dseq"),
			lamport: await read("lamport"),
			acked: await read("acked"),
			epoch: await read("epoch"),
		};
	}

	async setEpoch(epoch: number): Promise<void> {
		await this.db.put("meta", epoch, "epoch");
	}

	packOf(lesson: string): Promise<Pack | undefined> {
		return this.db.get("packs", lesson);
	}

	async keepPack(lesson: string, pack: Pack): Promise<void> {
		await this.db.put("packs", pack, lesson);
	}

	/** Drops acknowledged lessons older than a month; what was not sent stays however old it is. */
	async tidy(today: string): Promise<void> {
		const before = new Date(Date.parse(today) - OUTDATED_AFTER_DAYS * 86_400_000).toISOString().slice(0, 10);
		const tx = this.db.transaction(["events", "outbox"], "readwrite");
		const unsent = new Set((await tx.objectStore("outbox").getAll()).map((event) => event.id));
		for (let cursor = await tx.objectStore("events").openCursor(); cursor; cursor = await cursor.continue())
			if (cursor.value.localDay < before && !unsent.has(cursor.value.id)) await cursor.delete();
		await tx.done;
	}
}
