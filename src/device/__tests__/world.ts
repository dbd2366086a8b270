import "fake-indexeddb/auto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ladderWith } from "@/core/__tests__/phone";
import type { LogEvent } from "@/core/log/event";
import type { Pack } from "@/core/pack/pack";
import { openStore, type Store } from "@/store/db";
import { eventsAfter, pushEvents } from "@/store/events";
import { highestPlace } from "@/store/known";

/**
 * The phone against the real store, over a fetch that goes straight to it and can be
 * cut. Each test gets a studio of its own.
 */

export const ladder = ladderWith();
const pack = (id: string): Pack => ({
	studio: { id, epoch: 1, demo: false },
	students: [],
	ladders: [ladder],
	promises: [],
	parked: [],
});

export const world = {
	store: null as unknown as Store,
	studio: { id: "", epoch: 1, demo: false },
	signal: "there" as "there" | "cut" | "lost answer",
	/** What else the server packs. */
	pack: {} as Partial<Pack>,
	/** Events in one answer. */
	page: 1000,
	/** Paths that were asked for. */
	asked: [] as string[],
	/** How many studios there were: ids of one test are no other's. */
	opened: 0,
};

/** Gives each test of a file a studio, a browser's surroundings and a signal. */
export function withStudio(): void {
	let folder: string;
	beforeEach(async () => {
		folder = mkdtempSync(join(tmpdir(), "peg-device-"));
		const opened = world.opened + 1;
		Object.assign(world, {
			store: await openStore(`file:${join(folder, "studio.db")}`),
			studio: { id: `studio-${opened}`, epoch: 1, demo: false },
			opened,
			signal: "there",
			page: 1000,
			asked: [],
			pack: {},
		});
		const memory = new Map<string, string>();
		Object.defineProperty(globalThis, "navigator", { value: {}, configurable: true });
		Object.assign(globalThis, {
			window: {
				localStorage: {
					getItem: (k: string) => memory.get(k) ?? null,
					setItem: (k: string, v: string) => void memory.set(k, v),
				},
			},
		});
		globalThis.fetch = (async (path: string, init?: { body?: string }) => {
			if (world.signal === "cut") throw new TypeError("no signal");
			const url = new URL(path, "http://phone.test");
			world.asked.push(url.pathname);
			const answer = await serve(url, init?.body);
			if (world.signal === "lost answer") throw new TypeError("the answer was lost");
			return answer;
		}) as never;
	});
	afterEach(() => {
		world.store.close();
		rmSync(folder, { recursive: true });
	});
}

async function serve(url: URL, body?: string): Promise<Response> {
	if (url.pathname === "/api/pack")
		return Response.json({
			...pack(world.studio.id),
			...world.pack,
			studio: world.studio,
			lamport: await highestPlace(world.store),
		});
	if (url.pathname === "/api/pull")
		return Response.json({
			studio: world.studio,
			lamport: await highestPlace(world.store),
			...(await eventsAfter(
				world.store,
				Number(url.searchParams.get("after")),
				url.searchParams.get("lesson") ?? "",
				{
					device: url.searchParams.get("device") ?? "",
					known: Number(url.searchParams.get("known")),
				},
				world.page,
			)),
		});
	const sent = JSON.parse(body ?? "{}");
	if (sent.studio !== world.studio.id || sent.epoch !== world.studio.epoch)
		return Response.json({ studio: world.studio }, { status: 409 });
	const { device, key, events, after, oldest, wants } = sent;
	const pushed = await pushEvents(world.store, device, events, { after, oldest, key });
	const news =
		wants && (await eventsAfter(world.store, wants.after, wants.lesson, { device, known: wants.known }, world.page));
	return Response.json({ studio: world.studio, ...pushed, news });
}

export const note = (text: string) => ({
	id: `${text}-${world.opened}`,
	kind: "note" as const,
	lesson: "lesson",
	body: { text },
});
export const kept = async () => (await eventsAfter(world.store, 0)).events;
export const texts = (events: readonly LogEvent[]) =>
	events.map((event) => (event.kind === "note" ? event.body.text : event.kind));
