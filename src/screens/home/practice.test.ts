/** @jest-environment jsdom */
import "fake-indexeddb/auto";
import { until } from "@/core/__tests__/until";
import type { PracticeAct, StudentAct } from "@/core/practice/acts";
import { freshItem, USUAL } from "@/core/practice/assignment";
import type { PageData } from "@/core/practice/pageData";
import { actsIn, Practice } from "./practice";

/** The student's own record against a server that is made up. */

const pageOf = (id: string, holder: string): PageData => ({
	id,
	key: "k".repeat(43),
	name: "Pip",
	note: "",
	from: "2026-11-02",
	items: [freshItem("balls"), freshItem("clubs")],
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
let server: { has: Set<string>; room: number; holder: string; log: (StudentAct & { path: string })[] };
beforeEach(() => {
	server = { has: new Set(), room: 100, holder: "studio-1", log: [] };
	AbortSignal.timeout ??= () => new AbortController().signal;
	global.structuredClone ??= (value) => JSON.parse(JSON.stringify(value));
	global.fetch = (async (path: string, init: RequestInit) => {
		const { acts } = JSON.parse(String(init.body)) as { acts: StudentAct[] };
		const later = acts.filter(({ id }) => !server.has.has(id)).slice(server.room);
		const kept = acts.map(({ id }) => id).filter((id) => !later.some((one) => one.id === id));
		for (const id of kept) if (!server.has.has(id)) server.room -= 1;
		server.log.push(
			...acts.filter(({ id }) => kept.includes(id) && !server.has.has(id)).map((act) => ({ ...act, path })),
		);
		for (const id of kept) server.has.add(id);
		return {
			ok: true,
			status: 200,
			json: async () => ({
				kept,
				refused: [],
				later: later.map(({ id }) => ({ id, sentence: "200 entries came today." })),
				acts: [],
				served: 5,
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
	server = { has: new Set(["one"]), room: 100, holder: "studio-2", log: [] };
	await settled(await open("restored"));
	expect([...server.has]).toEqual(["one", "two"]);
	// And a page that stayed open learns it from the next answer.
	server = { has: new Set(), room: 100, holder: "studio-3", log: [] };
	page.write(entry("three"));
	await until(() => server.has.size === 3);
	await settled(page);
});

test("of what the server told the later holds: taken back on another phone it is gone, out of an older cache it does not come back", async () => {
	const told = entry("other") as PracticeAct;
	const at = async (served: number, acts: PracticeAct[]) => {
		const practice = new Practice({ ...pageOf("told", "studio-1"), served, acts }, "/p/told");
		opened.push(practice);
		await practice.start();
		await until(() => !practice.snapshot().kept.keeping);
		return actsIn(practice.snapshot().state).map(({ id }) => id);
	};
	expect(await at(10, [told])).toEqual(["other"]);
	expect(await at(20, [])).toEqual([]);
	expect(await at(10, [told])).toEqual([]);
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

test("what the schema refuses is said before it is written", async () => {
	const page = await open("refused");
	expect(page.write(entry("long", { minutes: 900 }))).toBe("refused.minutes");
	expect(page.snapshot().state.acts).toEqual([]);
	expect(page.write(entry("right"))).toBeNull();
	await settled(page);
});

/** What of a page's entries the server holds, each as it was sent last. */
const held = (page: string) => {
	const latest = new Map<string, number[]>();
	for (const act of server.log) {
		if (act.path !== `/p/${page}/acts`) continue;
		if (act.kind === "done") latest.set(act.body.entry ?? act.id, [act.body.good, act.body.tries, act.body.felt ?? 0]);
		if (act.kind === "back")
			for (const one of server.log)
				if (one.kind === "done" && [one.id, one.body.entry].includes(act.body.entry))
					latest.delete(one.body.entry ?? one.id);
	}
	return [...latest.values()];
};

describe("a count is one entry from its first try on", () => {
	test("it is kept at once and goes out when the page is left, whatever was pressed; done sends it for good", async () => {
		const page = await open("left");
		page.touch("balls", "good");
		page.touch("balls", "off");
		await until(() => !page.snapshot().kept.keeping);
		expect(held("left")).toEqual([]);
		expect(page.snapshot().kept.soon).toBe(true);
		window.dispatchEvent(new Event("pagehide"));
		await until(() => held("left").length === 1);
		expect(held("left")).toEqual([[1, 2, 0]]);
		// It goes on where it was, and each sending takes the place of the one before.
		page.touch("balls", "good");
		const done = page.finish("balls");
		await settled(page);
		expect(held("left")).toEqual([[2, 3, 0]]);
		expect(page.snapshot().state.marks).toEqual([]);
		// More is said of it: kept at once, sent when the page is left.
		expect(page.say(done ?? "", { felt: 4 })).toBeNull();
		expect(page.say(done ?? "", { good: 9 })).toBe("refused.good");
		expect(page.snapshot().state.acts).toHaveLength(1);
		page.flush();
		await settled(page);
		expect(held("left")).toEqual([[2, 3, 4]]);
		// The next try begins another entry.
		page.touch("balls", "good");
		page.flush();
		page.finish("balls");
		await settled(page);
		expect(held("left")).toEqual([
			[2, 3, 4],
			[1, 1, 0],
		]);
	});

	test("a page that was killed sends what it counted when it is opened again, and goes on with it", async () => {
		const page = await open("killed");
		page.touch("balls", "good");
		page.touch("balls", "good");
		await until(() => !page.snapshot().kept.keeping);
		const again = await open("killed");
		await settled(again);
		expect(held("killed")).toEqual([[2, 2, 0]]);
		again.touch("balls", "off");
		again.finish("balls");
		await settled(again);
		expect(held("killed")).toEqual([[2, 3, 0]]);
	});

	test("what was counted yesterday is yesterday's entry, and today begins another", async () => {
		const page = await open("yesterday");
		page.touch("balls", "good");
		await until(() => !page.snapshot().kept.keeping);
		jest.spyOn(Date, "now").mockReturnValue(Date.now() + 86_400_000);
		const again = await open("yesterday");
		jest.restoreAllMocks();
		expect(again.snapshot().state.marks).toEqual([]);
		await settled(again);
		again.touch("balls", "off");
		again.finish("balls");
		await settled(again);
		expect(held("yesterday")).toEqual([
			[1, 1, 0],
			[0, 1, 0],
		]);
	});

	test("a count whose tries are all taken back is nowhere, whether it was sent before or not", async () => {
		const page = await open("none");
		page.touch("balls", "good");
		page.undo("balls");
		page.flush();
		await settled(page);
		expect(held("none")).toEqual([]);
		page.touch("balls", "good");
		window.dispatchEvent(new Event("pagehide"));
		await until(() => held("none").length === 1);
		page.undo("balls");
		page.flush();
		await settled(page);
		expect(held("none")).toEqual([]);
	});

	test("two drills are counted beside each other, each its own entry", async () => {
		const page = await open("two");
		page.touch("balls", "good");
		page.touch("clubs", "off");
		page.touch("balls", "good");
		page.finish("clubs");
		page.finish("balls");
		await settled(page);
		expect(held("two").sort()).toEqual([
			[0, 1, 0],
			[2, 2, 0],
		]);
	});
});

test("what was sent and is not told any more was taken back on another phone; what is older than all that is told stays", () => {
	const told = (n: number, from = 0) =>
		Array.from({ length: n }, (_, i) => ({ ...entry(`told-${i}`), at: `2026-11-${10 + from}T17:00:00.000Z` }));
	const state = {
		...{
			v: 2 as const,
			id: "p",
			path: "",
			key: "",
			name: "",
			unread: [],
			marks: [],
			away: [],
			served: 0,
			holder: null,
		},
		acts: [entry("gone"), entry("waiting"), entry("refused")],
		sent: ["gone"],
		refused: { refused: "no" },
	};
	const ids = (of: ReturnType<typeof told>) =>
		actsIn({ ...state, told: of as never })
			.map(({ id }) => id)
			.filter((id) => !id.startsWith("told"));
	expect(ids(told(0))).toEqual(["waiting"]);
	expect(ids(told(299))).toEqual(["waiting"]);
	// The server tells no more than it told: what is older may be there.
	expect(ids(told(300))).toEqual(["gone", "waiting"]);
});
