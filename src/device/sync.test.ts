/** @jest-environment node */
import { IDBFactory } from "fake-indexeddb";
import { openDB } from "idb";
import { envelope } from "@/core/log/event";
import { hashEvent } from "@/core/log/parseEvent";
import { pushEvents } from "@/store/events";
import { dropAside, listQuarantine } from "@/store/setAside";
import { kept, note, texts, withStudio, world } from "./__tests__/world";
import { Local } from "./local";
import { now } from "./now";
import { exchange, fetchPack, learnOrder, lightEnough, OtherStudio, pull, push } from "./sync";

/** The local store, the outbox, and what a restore or another studio does. */

withStudio();

/** Another phone: it has seen nothing of this studio yet. */
async function newDevice(): Promise<Local> {
	Object.assign(globalThis, { indexedDB: new IDBFactory() });
	return Local.open(world.studio.id);
}

/** As if the browser, or an earlier version, had let go of one event. */
async function forget(local: Local, id: string): Promise<void> {
	const db = await openDB(`peg-ladder ${local.studio}`);
	await db.delete("events", id);
	db.close();
}

describe("the outbox", () => {
	test("an act is stored whole, numbered on, and sent once", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a"), note("b")], now());
		const [third] = await local.append([note("c")], now());
		expect(third).toMatchObject({ dseq: 3, lamport: 3, act: third?.id, device: local.device });
		expect(await push(local)).toEqual({ acked: 3, waiting: 0, setAside: [], news: [] });
		expect(texts(await kept())).toEqual(["a", "b", "c"]);
		expect((await kept())[1]?.act).toBe((await kept())[0]?.id);
		await push(local);
		expect(world.asked).toHaveLength(1);
	});

	test.each([
		["with what is sent", (local: Local) => exchange(local, "lesson").then(({ news }) => news), true],
		["by itself", (local: Local) => exchange(local, "lesson").then(({ news }) => news), false],
		["at the beginning of a lesson", (local: Local) => pull(local, "lesson"), false],
	])("what others wrote comes in pages, %s: all of it, once", async (_, fetched, sends) => {
		const other = await newDevice();
		await other.append(
			Array.from({ length: 10 }, (_, i) => note(`n${i}`)),
			now(),
		);
		await push(other);
		world.page = 3;
		const local = await newDevice();
		if (sends) await local.append([note("own")], now());
		const news = await fetched(local);
		expect(texts(news).filter((text) => text !== "own")).toEqual(Array.from({ length: 10 }, (_, i) => `n${i}`));
		expect(texts(await local.eventsOf("lesson")).filter((text) => text !== "own")).toHaveLength(10);
		const asked = world.asked.length;
		expect(texts(await fetched(local)).filter((text) => text !== "own")).toEqual([]);
		expect(world.asked.length).toBe(asked + 1);
	});

	test("a device proves that its numbers are its own, by a key of its studio that stays", async () => {
		const local = await Local.open(world.studio.id);
		expect((await Local.open(world.studio.id)).key).toBe(local.key);
		expect((await Local.open("another studio")).key).not.toBe(local.key);
		await local.append([note("a")], now());
		await push(local);
		const { device } = local;
		const forged = hashEvent(
			envelope(note("forged") as never, { act: "forged", device, dseq: 2, lamport: 9 }, now(), "coach"),
		);
		await pushEvents(world.store, device, [forged], { key: "guessed", after: 1 });
		await local.append([note("b")], now());
		expect(await push(local)).toEqual({ acked: 2, waiting: 0, setAside: [], news: [] });
		expect(texts(await kept())).toEqual(["a", "b"]);
	});

	test("two tabs never give one number twice", async () => {
		const [one, two] = [await Local.open(world.studio.id), await Local.open(world.studio.id)];
		expect(one.device).toBe(two.device);
		await Promise.all(Array.from({ length: 20 }, (_, i) => (i % 2 ? one : two).append([note(`n${i}`)], now())));
		const numbers = (await one.eventsOf("lesson")).map((event) => event.dseq).sort((a, b) => a - b);
		expect(numbers).toEqual(Array.from({ length: 20 }, (_, i) => i + 1));
	});

	test("a lost answer is asked again, and doubles nothing", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a")], now());
		world.signal = "lost answer";
		await expect(push(local)).rejects.toThrow("lost");
		expect(await local.countWaiting()).toBe(1);
		world.signal = "there";
		expect((await push(local)).acked).toBe(1);
		expect(await kept()).toHaveLength(1);
	});

	test("a batch is weighed as well as counted, and one event always goes", () => {
		const events = [10, 10, 500, 10].map((n) => "x".repeat(n));
		expect(lightEnough(events, 40)).toHaveLength(2);
		expect(lightEnough(events.slice(2), 40)).toHaveLength(1);
		expect(lightEnough(events, 10_000)).toHaveLength(4);
		expect(lightEnough([], 10)).toEqual([]);
	});

	test("a long outbox goes in batches, in order", async () => {
		const local = await Local.open(world.studio.id);
		await local.append(
			Array.from({ length: 450 }, (_, i) => note(`n${i}`)),
			now(),
		);
		expect((await push(local)).acked).toBe(450);
		expect(world.asked).toHaveLength(3);
		expect((await kept()).map((event) => event.dseq)).toEqual(Array.from({ length: 450 }, (_, i) => i + 1));
	});

	test("a restored server gets again what it had acknowledged", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a"), note("b")], now());
		await local.meet(1);
		await push(local);
		// Back to yesterday's copy: the events are gone, and the epoch is another.
		await world.store.client.execute("delete from event where dseq > 1");
		world.studio = { ...world.studio, epoch: 2 };
		await local.append([note("c")], now());
		expect(await push(local)).toMatchObject({ acked: 3, waiting: 0 });
		expect(texts(await kept())).toEqual(["a", "b", "c"]);
	});

	test("a restored server gets it again though nothing new was written, and what it numbers anew is fetched", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a"), note("b")], now());
		await local.meet(1);
		await exchange(local, "lesson");
		expect((await local.outgoing(1, "lesson")).arrival).toBe(2);
		await world.store.client.execute("delete from event");
		world.studio = { ...world.studio, epoch: 2 };
		expect(await exchange(local, "lesson")).toMatchObject({ acked: 2, waiting: 0 });
		expect(texts(await kept())).toEqual(["a", "b"]);
		expect(await local.counters()).toMatchObject({ acked: 2, epoch: 2 });
	});

	test("after a restore to before what a device still holds, it begins with its oldest", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a"), note("b")], { ...now(), localDay: "2026-01-01" });
		await local.meet(1);
		await push(local);
		await local.tidy("2026-03-01");
		await local.append([note("c")], now());
		await world.store.client.execute("delete from event");
		world.studio = { ...world.studio, epoch: 2 };
		expect(await push(local)).toMatchObject({ acked: 3, waiting: 0 });
		expect((await kept()).map((event) => event.dseq)).toEqual([3]);
	});

	test("a number that is missing in the middle is told and stepped over, and the questions end", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a")], now());
		// Written while the clock stood in 1970, and let go by a version that went by days.
		const [hole] = await local.append([note("b")], { ...now(), localDay: "1970-01-01" });
		await local.append([note("c")], now());
		await local.meet(1);
		await push(local);
		await forget(local, hole?.id ?? "");
		await world.store.client.execute("delete from event");
		world.studio = { ...world.studio, epoch: 2 };
		world.asked = [];
		expect(await exchange(local, "lesson")).toMatchObject({ acked: 3, waiting: 0 });
		expect(texts(await kept())).toEqual(["a", "c"]);
		expect((await listQuarantine(world.store)).map(({ reason }) => reason)).toEqual([
			"Number 2 never arrived, and its device no longer has it. It is lost.",
		]);
		expect(world.asked.length).toBeLessThan(5);
		await local.append([note("d")], now());
		expect(await push(local)).toMatchObject({ acked: 4, waiting: 0 });
		expect(await listQuarantine(world.store)).toHaveLength(1);
	});

	test("what was set aside and let go is not asked for again, and does not come back", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a"), { ...note("b"), student: "nobody" }], now());
		await local.meet(1);
		expect((await push(local)).setAside).toHaveLength(1);
		const [aside] = await listQuarantine(world.store);
		await dropAside(world.store, aside?.n ?? 0);
		expect(await listQuarantine(world.store)).toEqual([]);
		world.asked = [];
		await local.append([note("c")], now());
		expect(await push(local)).toMatchObject({ acked: 3, waiting: 0, setAside: [] });
		expect(world.asked).toHaveLength(1);
		// Sent once more after a restore: still let go.
		world.studio = { ...world.studio, epoch: 2 };
		expect(await exchange(local, "lesson")).toMatchObject({ acked: 3, setAside: [] });
		expect(await listQuarantine(world.store)).toEqual([]);
		expect(texts(await kept())).toEqual(["a", "c"]);
	});

	test("a server that never agrees is not asked for ever", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a"), note("b"), note("c")], now());
		for (const answer of [
			() => Response.json({ studio: world.studio, upTo: 1, setAside: [] }),
			() => Response.json({ studio: world.studio, upTo: 0, setAside: [] }),
			() => Response.json({ studio: { ...world.studio, epoch: world.asked.length } }, { status: 409 }),
		]) {
			world.asked = [];
			globalThis.fetch = (async (path: string) => {
				world.asked.push(path);
				return answer();
			}) as never;
			await local.acknowledged(0);
			await expect(push(local)).rejects.toThrow("do not agree");
			expect(world.asked.length).toBeLessThan(20);
		}
	});

	test("tidying goes by number: a wrong clock neither tears a hole nor keeps all that is old", async () => {
		const local = await Local.open(world.studio.id);
		const on = (localDay: string) => ({ ...now(), localDay });
		await local.append([note("old")], on("2026-01-01"));
		await local.append([note("future")], on("2099-01-01"));
		await local.append([note("older")], on("2026-01-02"));
		await local.append([note("recent")], on("2026-02-27"));
		await local.append([note("clock at zero")], on("1970-01-01"));
		await local.append([note("today")], on("2026-03-01"));
		await push(local);
		await local.tidy("2026-03-01");
		expect(texts(await local.eventsOf("lesson")).sort()).toEqual(["clock at zero", "recent", "today"]);
	});

	test("a place in the order that cannot have happened is not counted on from", async () => {
		const local = await Local.open(world.studio.id);
		const far = envelope(
			{ ...note("far"), id: "far" },
			{ act: "far", device: "other", dseq: 1, lamport: Number.MAX_SAFE_INTEGER },
			now(),
		);
		await local.take([hashEvent(far)], "lesson", 1);
		const [mine] = await local.append([note("mine")], now());
		expect(mine?.lamport).toBe(1);
		expect((await pushEvents(world.store, "other", [hashEvent(far)])).setAside[0]?.reason).toContain(
			"Its place in the order is 9007199254740991, above the highest possible, 1125899906842624.",
		);
		const leap = hashEvent({ ...far, id: "leap", dseq: 2, lamport: 2 ** 31 });
		expect((await pushEvents(world.store, "other", [leap])).setAside[0]?.reason).toContain("far beyond anything");
	});

	test("a store of the first version is taken over: numbers go on, and what waited still waits", async () => {
		const old = await openDB(`peg-ladder ${world.studio.id}`, 1, {
			upgrade(fresh) {
				fresh.createObjectStore("meta");
				const events = fresh.createObjectStore("events", { keyPath: "id" });
				events.createIndex("lesson", "lesson");
				events.createIndex("device", ["device", "dseq"]);
				fresh.createObjectStore("outbox", { keyPath: "dseq" });
				fresh.createObjectStore("packs");
			},
		});
		const place = (dseq: number) => ({ act: "act", device: "phone", dseq, lamport: dseq + 4 });
		const [a, b] = [hashEvent(envelope(note("a"), place(1), now())), hashEvent(envelope(note("b"), place(2), now()))];
		for (const event of [a, b]) await old.put("events", event);
		await old.put("outbox", b);
		for (const [key, value] of Object.entries({ device: "phone", dseq: 2, lamport: 6, acked: 1, epoch: 1 }))
			await old.put("meta", value, key);
		old.close();
		await pushEvents(world.store, "phone", [a]);
		const local = await Local.open(world.studio.id);
		expect(texts(await local.waiting(9))).toEqual(["b"]);
		expect((await local.append([note("c")], now()))[0]).toMatchObject({ dseq: 3, lamport: 7, device: "phone" });
		expect(await push(local)).toMatchObject({ acked: 3, waiting: 0 });
		expect(texts(await kept())).toEqual(["a", "b", "c"]);
	});

	test("own events are not fetched back, unless another page of the device wrote them, or all were let go", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a")], now());
		await exchange(local, "lesson", 1);
		await local.append([note("b")], now());
		expect(texts((await exchange(local, "lesson", 2)).news)).toEqual([]);
		await local.append([note("c")], now());
		// The page that asks has seen two of its device's events only.
		expect(texts((await exchange(local, "lesson", 2)).news)).toEqual(["c"]);
		await local.pullAnew("lesson");
		expect(texts(await pull(local, "lesson", 3))).toEqual(["a", "b", "c"]);
	});

	test("a server that lost some without saying so is sent them when it asks from an earlier number", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a"), note("b")], now());
		await push(local);
		await world.store.client.execute("delete from event where dseq = 2");
		await local.append([note("c")], now());
		await push(local);
		expect(texts(await kept())).toEqual(["a", "b", "c"]);
	});

	test("nothing goes to another studio, and what it held stays apart", async () => {
		const local = await Local.open(world.studio.id);
		await local.append([note("a")], now());
		world.studio = { id: `other-${world.opened}`, epoch: 1, demo: true };
		await expect(push(local)).rejects.toThrow(OtherStudio);
		expect(await kept()).toEqual([]);
		expect(await (await Local.open(world.studio.id)).eventsOf("lesson")).toEqual([]);
		expect(await local.countWaiting()).toBe(1);
	});

	test("a month-old acknowledged event is let go, an unsent one never", async () => {
		const local = await Local.open(world.studio.id);
		const old = { ...now(), localDay: "2026-01-01" };
		await local.append([note("sent")], old);
		await push(local);
		await local.append([note("unsent")], old);
		await local.tidy("2026-03-01");
		expect(texts(await local.eventsOf("lesson"))).toEqual(["unsent"]);
	});

	test("a device that is new comes after everything that was: by its pack, or by asking before it writes", async () => {
		const old = await Local.open(world.studio.id);
		await old.append(
			Array.from({ length: 9 }, (_, i) => note(`n${i}`)),
			now(),
		);
		await push(old);
		for (const learn of [
			async (fresh: Local) => fresh.keepPack("a lesson", await fetchPack("a lesson")),
			async (fresh: Local) => learnOrder(fresh),
		]) {
			const fresh = await newDevice();
			await learn(fresh);
			const [first] = await fresh.append([note(`after ${fresh.device}`)], now());
			expect(first).toMatchObject({ dseq: 1, lamport: 10 });
		}
		// Without an answer nothing is learned, and nothing is held up.
		const alone = await newDevice();
		world.signal = "cut";
		await learnOrder(alone);
		expect((await alone.append([note("alone")], now()))[0]).toMatchObject({ lamport: 1 });
	});

	test("pulled events are taken once, and own order moves past them", async () => {
		const [one, two] = [await Local.open(world.studio.id), await Local.open(`${world.studio.id}-twin`)];
		await one.append([note("a"), note("b")], now());
		await push(one);
		const other = Object.assign(Object.create(Object.getPrototypeOf(two)), two, { studio: world.studio.id }) as Local;
		expect(texts(await pull(other, "lesson"))).toEqual(["a", "b"]);
		expect(await pull(other, "lesson")).toEqual([]);
		const [mine] = await other.append([note("c")], now());
		expect(mine).toMatchObject({ dseq: 1, lamport: 3 });
	});
});
