import "fake-indexeddb/auto";
import { openDB } from "idb";
import type { StudentAct } from "@/core/practice/acts";
import type { Touched } from "@/core/practice/counting";
import { type PhoneState, PhoneStore, readPhoneState } from "./practice";

/** What a student's phone keeps: whatever shape it was stored in, nothing of it is dropped. */

const entry = (id: string, body: object = {}): StudentAct => ({
	id,
	at: "2026-11-02T17:00:00.000Z",
	tz: "Europe/Lisbon",
	kind: "done",
	body: {
		item: "balls",
		day: "2026-11-02",
		place: "",
		tries: 10,
		good: 7,
		target: 6,
		dose: 10,
		minutes: 5,
		felt: null,
		check: null,
		remark: "",
		...body,
	} as Extract<StudentAct, { kind: "done" }>["body"],
});

/** The shapes that were ever stored, the oldest first. */
const first = {
	id: "a1",
	path: "/p/token",
	key: "key",
	name: "Pip",
	acts: [entry("one")],
	sent: ["one"],
	refused: {},
	counting: { item: "balls", marks: ["good", "off", "no count"], from: 1000, to: 5000 },
	told: [],
};
const second: PhoneState = {
	v: 2,
	id: "a1",
	path: "/p/token",
	key: "key",
	name: "Pip",
	acts: [entry("one")],
	unread: [],
	sent: ["one"],
	refused: {},
	marks: [{ id: "m1", item: "balls", mark: "good", at: 1000, entry: "m1" }],
	away: [],
	told: [],
	served: 0,
	holder: "studio-1",
};

describe("what is stored is read", () => {
	test("in the first shape: a count under way goes on try by try, and what was sent is sent again once", () => {
		const read = readPhoneState(first);
		expect(read).toMatchObject({ acts: [entry("one")], sent: ["one"], holder: null, unread: [] });
		expect(read?.marks.map(({ item, mark, at }) => [item, mark, at])).toEqual([
			["balls", "good", 1000],
			["balls", "off", 5000],
			["balls", "no count", 5000],
		]);
		expect(new Set(read?.marks.map(({ id }) => id)).size).toBe(3);
		expect(new Set(read?.marks.map(({ entry }) => entry))).toEqual(new Set(["balls-1000-0"]));
	});
	test("in the shape of now it is as it was", () => expect(readPhoneState(second)).toEqual(second));
	test("an entry that cannot be read takes no other with it, and is kept beside", () => {
		const wrong = entry("long", { minutes: 900 });
		const read = readPhoneState({ ...first, acts: [entry("one"), wrong, entry("two"), "not at all"] });
		expect(read?.acts.map(({ id }) => id)).toEqual(["one", "two"]);
		expect(read?.unread).toEqual([wrong, "not at all"]);
		// And is still there however often it is read and written.
		expect(readPhoneState(read)).toEqual(read);
	});
	test.each([
		["nothing", undefined, null],
		["no fields", "words", ["words"]],
		["no list", { ...first, acts: { one: 1 } }, [{ one: 1 }]],
	])("%s", (_, stored, unread) => expect(readPhoneState(stored)?.unread ?? null).toEqual(unread));
});

const mark = (id: string, at: number): Touched => ({ id, item: "balls", mark: "good", at });

describe("two pages of one phone", () => {
	test("count one drill together: what either writes down or takes back is gone from both, and nothing is counted twice", async () => {
		const store = await PhoneStore.open();
		const state = { ...second, id: "pages", marks: [mark("a", 1)] };
		await store.write(state);
		const other = await store.write({ ...state, marks: [mark("b", 2)] });
		expect(other.marks.map(({ id }) => id)).toEqual(["a", "b"]);
		// One writes down what it has; the other has touched once more meanwhile.
		await store.write({ ...other, acts: [...other.acts, entry("three")], marks: [], away: ["a", "b"] });
		const after = await store.write({ ...other, marks: [...other.marks, mark("c", 3)] });
		expect(after.marks.map(({ id }) => id)).toEqual(["c"]);
		expect(after.acts.map(({ id }) => id)).toEqual(["one", "three"]);
	});

	test("what this version cannot read is written back with the rest", async () => {
		const store = await PhoneStore.open();
		const wrong = entry("long", { minutes: 900 });
		const db = await openDB("peg-ladder-practice", 1);
		await db.put("practice", { ...first, id: "old", acts: [wrong, entry("one")] });
		db.close();
		const read = (await store.read("old")) as PhoneState;
		await store.write({ ...read, acts: [...read.acts, entry("two")] });
		expect(await store.read("old")).toMatchObject({ unread: [wrong], acts: [entry("one"), entry("two")] });
		expect((await store.findByPath("/p/token"))?.unread).toBeDefined();
	});
});
