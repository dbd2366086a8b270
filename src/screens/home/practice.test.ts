/** @jest-environment jsdom */
import "fake-indexeddb/auto";
import { until } from "@/core/__tests__/until";
import type { StudentAct } from "@/core/practice/acts";
import { freshItem, USUAL } from "@/core/practice/assignment";
import type { PageData } from "@/core/practice/pageData";
import { Practice } from "./practice";

/** The student's own record against a server that is made up. */

const pageOf = (id: string, holder: string): PageData => ({
	id,
	key: "k".repeat(43),
	name: "Pip",
	note: "",
	from: "2026-11-02",
	items: [freshItem("balls")],
	words: [],
	most: null,
	helper: { feed: "", counts: "", cautions: "", stop: "" },
	thresholds: USUAL,
	acts: [],
	pictures: {},
	holder,
	ends: "2026-12-31",
	made: "2026-11-02",
});
const entry = (id: string, body: object = {}) =>
	({
		id,
		at: "2026-11-02T17:00:00.000Z",
		tz: "UTC",
		kind: "done",
		body: {
			...{ item: "balls", day: "2026-11-02", place: "", tries: 10, good: 7, target: 6, dose: 10, minutes: 5 },
			...{ felt: null, check: null, remark: "" },
			...body,
		},
	}) as StudentAct;

/** What the server holds, how much it takes, and whose record it is. */
let server: { has: Set<string>; room: number; holder: string };
beforeEach(() => {
	server = { has: new Set(), room: 100, holder: "studio-1" };
	AbortSignal.timeout ??= () => new AbortController().signal;
	global.structuredClone ??= (value) => JSON.parse(JSON.stringify(value));
	global.fetch = (async (_path: string, init: RequestInit) => {
		const { acts } = JSON.parse(String(init.body)) as { acts: StudentAct[] };
		const later = acts.filter(({ id }) => !server.has.has(id)).slice(server.room);
		const kept = acts.map(({ id }) => id).filter((id) => !later.some((one) => one.id === id));
		for (const id of kept) if (!server.has.has(id)) server.room -= 1;
		for (const id of kept) server.has.add(id);
		return {
			ok: true,
			status: 200,
			json: async () => ({
				kept,
				refused: [],
				later: later.map(({ id }) => ({ id, sentence: "200 entries came today." })),
				acts: [],
				holder: server.holder,
			}),
		};
	}) as never;
});
const opened: Practice[] = [];
const open = async (id: string, holder = server.holder) => {
	const practice = new Practice(pageOf(id, holder), `/p/${id}`);
	opened.push(practice);
	await practice.start();
	return practice;
};
const settled = (practice: Practice) =>
	until(() => !practice.snapshot().kept.keeping && practice.snapshot().kept.toSend === 0);

test("after an older backup was restored the phone sends again what the server lacks", async () => {
	const page = await open("restored");
	page.write(entry("one"));
	page.write(entry("two"));
	await settled(page);
	expect([...server.has]).toEqual(["one", "two"]);
	// The backup is of before the second entry; the page is opened anew.
	server = { has: new Set(["one"]), room: 100, holder: "studio-2" };
	await settled(await open("restored"));
	expect([...server.has]).toEqual(["one", "two"]);
	// And a page that stayed open learns it from the next answer.
	server = { has: new Set(), room: 100, holder: "studio-3" };
	page.write(entry("three"));
	await until(() => server.has.size === 3);
	await settled(page);
});

test("an entry there is no room for stays on the phone, which says so", async () => {
	server.room = 1;
	const page = await open("full");
	page.write(entry("a"));
	page.write(entry("b"));
	await until(() => page.snapshot().kept.later !== null);
	expect(page.snapshot().kept).toMatchObject({ later: "200 entries came today.", toSend: 1 });
	await until(() => !page.snapshot().kept.keeping);
	const again = await open("full");
	expect(again.snapshot().state.acts.map(({ id }) => id)).toEqual(["a", "b"]);
});

test("what the schema refuses is said before it is written, and its count stays", async () => {
	const page = await open("refused");
	page.touch("balls", "good");
	const { marks } = page.snapshot().state;
	expect(page.write(entry("long", { minutes: 900 }), marks)).toMatch(/^Body, minutes: enter at most 600/);
	expect(page.snapshot().state).toMatchObject({ acts: [], marks });
	expect(page.write(entry("right"), marks)).toBeNull();
	expect(page.snapshot().state.marks).toEqual([]);
	await settled(page);
});

test("a count that was written down is kept at once and sent once, with what is said of it", async () => {
	const page = await open("more");
	page.touch("balls", "good");
	page.write(entry("as-counted"), page.snapshot().state.marks, true);
	await until(() => !page.snapshot().kept.keeping);
	expect(page.snapshot().state.acts.map(({ id }) => id)).toEqual(["as-counted"]);
	page.write(entry("with-words", { remark: "tired" }));
	await settled(page);
	expect([...server.has]).toEqual(["with-words"]);
	page.write(entry("left-at-that"), [], true);
	page.close();
	await settled(page);
	expect([...server.has]).toEqual(["with-words", "left-at-that"]);
	// The page was closed before anything more was said: what was counted is there, and goes out the next time.
	page.write(entry("closed"), [], true);
	await until(() => !page.snapshot().kept.keeping);
	await settled(await open("more"));
	expect([...server.has]).toEqual(["with-words", "left-at-that", "closed"]);
});
