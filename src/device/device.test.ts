/** @jest-environment node */
import "fake-indexeddb/auto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ladderWith } from "@/core/__tests__/phone";
import { beginLesson, lastAct, takeBack } from "@/core/acts/acts";
import type { LogEvent } from "@/core/log/event";
import { type Pack, placeOn } from "@/core/pack/pack";
import { openStore, type Store } from "@/store/db";
import { eventsAfter, listQuarantine, pushEvents } from "@/store/events";
import { lessonsHere } from "./ahead";
import { LessonOnDevice } from "./lesson";
import { Local, now } from "./local";
import { OtherStudio, pull, push } from "./sync";

/**
 * The phone against the real store, over a fetch that goes straight to it and can be
 * cut: the local store, the outbox, and what a restore or another studio does.
 */

const ladder = ladderWith();
const pack = (id: string): Pack => ({
	studio: { id, epoch: 1, demo: false },
	students: [],
	ladders: [ladder],
	promises: [],
	parked: [],
});
let folder: string;
let store: Store;
let studio: { id: string; epoch: number; demo: boolean };
let signal: "there" | "cut" | "lost answer";
let asked: string[];
let opened = 0;

beforeEach(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-device-"));
	store = await openStore(`file:${join(folder, "studio.db")}`);
	opened += 1;
	studio = { id: `studio-${opened}`, epoch: 1, demo: false };
	signal = "there";
	asked = [];
	const memory = new Map<string, string>();
	Object.assign(globalThis, {
		window: {
			localStorage: {
				getItem: (k: string) => memory.get(k) ?? null,
				setItem: (k: string, v: string) => void memory.set(k, v),
			},
		},
	});
	globalThis.fetch = (async (path: string, init?: { body?: string }) => {
		if (signal === "cut") throw new TypeError("no signal");
		const url = new URL(path, "http://phone.test");
		asked.push(url.pathname);
		const answer = await serve(url, init?.body);
		if (signal === "lost answer") throw new TypeError("the answer was lost");
		return answer;
	}) as never;
});
afterEach(() => {
	store.close();
	rmSync(folder, { recursive: true });
});

async function serve(url: URL, body?: string): Promise<Response> {
	if (url.pathname === "/api/pack") return Response.json({ ...pack(studio.id), studio });
	if (url.pathname === "/api/pull")
		return Response.json({
			studio,
			...(await eventsAfter(store, Number(url.searchParams.get("after")), url.searchParams.get("lesson") ?? "", {
				device: url.searchParams.get("device") ?? "",
				known: Number(url.searchParams.get("known")),
			})),
		});
	const sent = JSON.parse(body ?? "{}");
	if (sent.studio !== studio.id || sent.epoch !== studio.epoch) return Response.json({ studio }, { status: 409 });
	const { device, events, oldest, wants } = sent;
	const pushed = await pushEvents(store, device, events, oldest);
	const news = wants && (await eventsAfter(store, wants.after, wants.lesson, { device, known: wants.known }));
	return Response.json({ studio, ...pushed, news });
}

const note = (text: string) => ({ id: `${text}-${opened}`, kind: "note" as const, lesson: "lesson", body: { text } });
const kept = async () => (await eventsAfter(store, 0)).events;
const texts = (events: readonly LogEvent[]) =>
	events.map((event) => (event.kind === "note" ? event.body.text : event.kind));

describe("the outbox", () => {
	test("an act is stored whole, numbered on, and sent once", async () => {
		const local = await Local.open(studio.id);
		await local.append([note("a"), note("b")], now());
		const [third] = await local.append([note("c")], now());
		expect(third).toMatchObject({ dseq: 3, lamport: 3, act: third?.id, device: local.device });
		expect(await push(local)).toEqual({ acked: 3, waiting: 0, setAside: [], news: [] });
		expect(texts(await kept())).toEqual(["a", "b", "c"]);
		expect((await kept())[1]?.act).toBe((await kept())[0]?.id);
		await push(local);
		expect(asked).toHaveLength(1);
	});

	test("two tabs never give one number twice", async () => {
		const [one, two] = [await Local.open(studio.id), await Local.open(studio.id)];
		expect(one.device).toBe(two.device);
		await Promise.all(Array.from({ length: 20 }, (_, i) => (i % 2 ? one : two).append([note(`n${i}`)], now())));
		const numbers = (await one.eventsOf("lesson")).map((event) => event.dseq).sort((a, b) => a - b);
		expect(numbers).toEqual(Array.from({ length: 20 }, (_, i) => i + 1));
	});

	test("a lost answer is asked again, and doubles nothing", async () => {
		const local = await Local.open(studio.id);
		await local.append([note("a")], now());
		signal = "lost answer";
		await expect(push(local)).rejects.toThrow("lost");
		expect(await local.countWaiting()).toBe(1);
		signal = "there";
		expect((await push(local)).acked).toBe(1);
		expect(await kept()).toHaveLength(1);
	});

	test("a long outbox goes in batches, in order", async () => {
		const local = await Local.open(studio.id);
		await local.append(
			Array.from({ length: 450 }, (_, i) => note(`n${i}`)),
			now(),
		);
		expect((await push(local)).acked).toBe(450);
		expect(asked).toHaveLength(3);
		expect((await kept()).map((event) => event.dseq)).toEqual(Array.from({ length: 450 }, (_, i) => i + 1));
	});

	test("a restored server gets again what it had acknowledged", async () => {
		const local = await Local.open(studio.id);
		await local.append([note("a"), note("b")], now());
		await local.meet(1);
		await push(local);
		// Back to yesterday's copy: the events are gone, and the epoch is another.
		await store.client.execute("delete from event where dseq > 1");
		studio = { ...studio, epoch: 2 };
		await local.append([note("c")], now());
		expect(await push(local)).toMatchObject({ acked: 3, waiting: 0 });
		expect(texts(await kept())).toEqual(["a", "b", "c"]);
	});

	test("a server that lost some without saying so is sent them when it asks from an earlier number", async () => {
		const local = await Local.open(studio.id);
		await local.append([note("a"), note("b")], now());
		await push(local);
		await store.client.execute("delete from event where dseq = 2");
		await local.append([note("c")], now());
		await push(local);
		expect(texts(await kept())).toEqual(["a", "b", "c"]);
	});

	test("nothing goes to another studio, and what it held stays apart", async () => {
		const local = await Local.open(studio.id);
		await local.append([note("a")], now());
		studio = { id: `other-${opened}`, epoch: 1, demo: true };
		await expect(push(local)).rejects.toThrow(OtherStudio);
		expect(await kept()).toEqual([]);
		expect(await (await Local.open(studio.id)).eventsOf("lesson")).toEqual([]);
		expect(await local.countWaiting()).toBe(1);
	});

	test("a month-old acknowledged event is let go, an unsent one never", async () => {
		const local = await Local.open(studio.id);
		const old = { ...now(), localDay: "2026-01-01" };
		await local.append([note("sent")], old);
		await push(local);
		await local.append([note("unsent")], old);
		await local.tidy("2026-03-01");
		expect(texts(await local.eventsOf("lesson"))).toEqual(["unsent"]);
	});

	test("pulled events are taken once, and own order moves past them", async () => {
		const [one, two] = [await Local.open(studio.id), await Local.open(`${studio.id}-twin`)];
		await one.append([note("a"), note("b")], now());
		await push(one);
		const other = Object.assign(Object.create(Object.getPrototypeOf(two)), two, { studio: studio.id }) as Local;
		expect(texts(await pull(other, "lesson"))).toEqual(["a", "b"]);
		expect(await pull(other, "lesson")).toEqual([]);
		const [mine] = await other.append([note("c")], now());
		expect(mine).toMatchObject({ dseq: 1, lamport: 3 });
	});
});

describe("a lesson on the device", () => {
	const until = async (done: () => boolean) => {
		for (let i = 0; i < 400 && !done(); i++) await new Promise((resolve) => setTimeout(resolve, 10));
		expect(done()).toBe(true);
	};
	const lessons: LessonOnDevice[] = [];
	// A test that fails half-way leaves its lesson asking the server for ever, and Jest never ends.
	afterEach(() => {
		for (const one of lessons.splice(0)) one.stop();
	});
	const begun = async (lesson: string) => {
		const local = await Local.open(studio.id);
		await local.append(
			beginLesson(() => `set-${lesson}`, lesson, { minutes: 45, wish: "", quick: false }, null, {
				...placeOn(ladder, "r2"),
				student: null,
				ladder: null,
			}).map((draft, i) => ({ ...draft, lesson, id: draft.id ?? `begin-${lesson}-${i}` })),
			now(),
		);
		await push(local);
		const open = new LessonOnDevice(lesson);
		lessons.push(open);
		await open.start();
		await until(() => open.snapshot().ready);
		return open;
	};
	const tap = (open: LessonOnDevice) =>
		open.write([{ kind: "attempt", set: `set-${open.lesson}`, body: { result: "hit", off: [], judged: true } }]);
	const tries = (open: LessonOnDevice) => open.snapshot().view.visits[0]?.tries.length ?? 0;

	test("a touch shows at once, is kept, then sent; the marks follow in that order", async () => {
		const open = await begun(`l1-${opened}`);
		tap(open);
		expect(tries(open)).toBe(1);
		expect(open.marks()).toMatchObject({ unkept: 1, unsent: 1 });
		await until(() => open.marks().unkept === 0);
		expect(open.marks().keptTo).toBe(3);
		await until(() => open.marks().ackedTo === 3 && open.marks().unsent === 0);
		expect((await kept()).filter((event) => event.kind === "attempt")).toHaveLength(1);
		open.stop();
	});

	test("without a signal it counts on, says so, and opens again from what is stored", async () => {
		const open = await begun(`l2-${opened}`);
		signal = "cut";
		for (let i = 0; i < 5; i++) tap(open);
		await until(() => open.marks().unkept === 0 && open.marks().trouble !== null);
		expect(open.marks().trouble).toContain("kept on this device");
		open.stop();
		const again = new LessonOnDevice(open.lesson);
		await again.start();
		expect(tries(again)).toBe(5);
		expect(again.snapshot().ready).toBe(true);
		expect(again.marks().unsent).toBe(5);
		signal = "there";
		again.sync();
		await until(() => again.marks().unsent === 0);
		expect((await kept()).filter((event) => event.kind === "attempt")).toHaveLength(5);
		again.stop();
	});

	test("a disk that refuses is told in words and tried again; nothing leaves the screen", async () => {
		const open = await begun(`l3-${opened}`);
		const real = Local.prototype.append;
		let refuse = true;
		Local.prototype.append = function (this: Local, ...args: Parameters<typeof real>) {
			return refuse ? Promise.reject(new Error("the disk is full")) : real.apply(this, args);
		};
		tap(open);
		await until(() => open.marks().trouble?.includes("the disk is full") ?? false);
		expect(open.marks()).toMatchObject({ unkept: 1 });
		expect(tries(open)).toBe(1);
		refuse = false;
		await until(() => open.marks().unsent === 0);
		Local.prototype.append = real;
		expect((await kept()).filter((event) => event.kind === "attempt")).toHaveLength(1);
		open.stop();
	});

	test("what the server sets aside is said, and stays in sight", async () => {
		const open = await begun(`l4-${opened}`);
		open.write([{ kind: "note", student: "nobody", body: { text: "for nobody" } }]);
		await until(() => open.marks().aside !== null);
		expect(open.marks().aside).toContain("student is not here");
		expect(await listQuarantine(store)).toHaveLength(1);
		open.stop();
	});

	test("settled means sent, also what was written while an earlier round was under way", async () => {
		const open = await begun(`l5-${opened}`);
		const answers = globalThis.fetch;
		let letGo = () => {};
		const held = new Promise<void>((resolve) => {
			letGo = resolve;
		});
		globalThis.fetch = (async (path: string, init?: RequestInit) => {
			if (path.startsWith("/api/pull")) await held;
			return answers(path, init);
		}) as never;
		open.sync();
		await until(() => asked.length > 0);
		await new Promise((resolve) => setTimeout(resolve, 50));
		tap(open);
		await until(() => open.marks().unkept === 0);
		const settled = open.settled();
		setTimeout(letGo, 20);
		await settled;
		expect((await kept()).filter((event) => event.kind === "attempt")).toHaveLength(1);
		open.stop();
	});

	test("the lessons that are here, as the lesson counts them: what was taken back is not among the tries", async () => {
		const open = await begun(`l6-${opened}`);
		signal = "cut";
		for (let i = 0; i < 3; i++) tap(open);
		const last = lastAct(open.snapshot().view, open.snapshot().device);
		open.write(takeBack(last?.targets ?? []));
		await until(() => open.marks().unkept === 0);
		expect(await lessonsHere()).toEqual([
			{ lesson: `l6-${opened}`, student: null, tries: 2, closed: false, waiting: 4 },
		]);
	});

	test("a lesson nobody began is missing", async () => {
		const open = new LessonOnDevice(`never-${opened}`);
		await open.start();
		await until(() => open.snapshot().missing);
		open.stop();
	});
});
