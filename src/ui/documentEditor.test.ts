/** @jest-environment jsdom */
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { DocumentEditor, type DocumentKind } from "./documentEditor";

interface Doc {
	name: string;
}
type At = { rev: number };
type Answer = (doc: Doc, at: At) => Promise<Outcome<At>>;

const KEY = "a draft";
const stored: Answer = async (_, at) => ({ ok: true, value: { rev: at.rev + 1 } });
const lost: Answer = () => Promise.reject(new Error("cut"));
const elsewhere: Answer = async () => refuse("rev", "This was changed elsewhere.");

/** An editor whose server answers in this order, and then as if nothing were wrong. */
function bench(answers: Answer[] = [], { at = { rev: 1 }, drafts = false }: { at?: At | null; drafts?: boolean } = {}) {
	const sent: [string, number][] = [];
	const kind: DocumentKind<Doc, At> = {
		read: (value) => (typeof (value as Doc | null)?.name === "string" ? (value as Doc) : null),
		check: (doc) => (doc.name ? { ok: true, value: doc } : refuse("name", "Name is missing.")),
		drafts,
		save: (doc, place) => {
			sent.push([doc.name, place.rev]);
			return (answers.shift() ?? stored)(doc, place);
		},
	};
	const editor = new DocumentEditor<Doc, At>(KEY, at, { name: "as it was" }, kind);
	const type = (name: string) => editor.edit({ name }, "name");
	const rest = (ms = 800) => jest.advanceTimersByTimeAsync(ms);
	return { editor, sent, type, rest, now: editor.shown };
}
const here = () => JSON.parse(localStorage.getItem(KEY) ?? "null");

beforeEach(() => {
	jest.useFakeTimers();
	localStorage.clear();
});
afterEach(() => jest.useRealTimers());

test("what was typed is stored when typing rests, and not at each letter; the draft goes with it", async () => {
	const { editor, sent, type, rest, now } = bench();
	editor.show();
	type("a");
	await rest(300);
	type("ab");
	expect(here()).toEqual({ at: { rev: 1 }, values: { name: "ab" }, unsure: null });
	await rest(300);
	expect(sent).toEqual([]);
	expect(now().standing).toBe("keeping");
	await rest();
	expect(sent).toEqual([["ab", 1]]);
	expect(now()).toMatchObject({ standing: "kept", rested: { name: "ab" } });
	expect(here()).toBeNull();
	type("abc");
	await rest();
	expect(sent[1]).toEqual(["abc", 2]);
	expect(editor.at()).toEqual({ rev: 3 });
});

test("what is amiss is not sent, and is said; mended, it is", async () => {
	const { editor, sent, type, rest, now } = bench();
	editor.show();
	type("");
	await rest();
	expect(now()).toMatchObject({ standing: "amiss", amiss: [{ sentence: "Name is missing." }] });
	expect(here()?.values).toEqual({ name: "" });
	type("b");
	await rest();
	expect(now()).toMatchObject({ standing: "kept", amiss: [] });
	expect(sent).toEqual([["b", 1]]);
});

test("where the server keeps drafts, what is amiss is sent and said", async () => {
	const { editor, sent, type, rest, now } = bench([], { drafts: true });
	editor.show();
	type("");
	await rest();
	expect(sent).toEqual([["", 1]]);
	expect(now()).toMatchObject({ standing: "kept", amiss: [{ sentence: "Name is missing." }] });
});

test("typed while an answer is awaited, it follows", async () => {
	let answer: (value: Outcome<At>) => void = () => {};
	const { editor, sent, type, rest, now } = bench([
		() =>
			new Promise((resolve) => {
				answer = resolve;
			}),
	]);
	editor.show();
	type("a");
	await rest();
	type("ab");
	await rest();
	expect(sent).toEqual([["a", 1]]);
	answer({ ok: true, value: { rev: 2 } });
	await rest(0);
	expect(sent).toEqual([
		["a", 1],
		["ab", 2],
	]);
	expect(now()).toMatchObject({ standing: "kept", values: { name: "ab" } });
});

test("what got no answer is sent once more before anything newer, also after the page was closed", async () => {
	const one = bench([lost, lost]);
	const close = one.editor.show();
	one.type("a");
	await one.rest();
	expect(one.now().standing).toBe("waiting");
	one.type("ab");
	await one.rest();
	expect(one.sent).toEqual([
		["a", 1],
		["a", 1],
	]);
	expect(here()).toMatchObject({ values: { name: "ab" }, unsure: { name: "a" } });
	close();
	const two = bench([], { at: { rev: 2 } });
	two.editor.show();
	await two.rest(0);
	expect(two.sent).toEqual([
		["a", 1],
		["ab", 2],
	]);
	expect(two.now()).toMatchObject({ standing: "kept", restored: true });
});

test("without an answer it is tried again by itself", async () => {
	const { editor, sent, type, rest, now } = bench([lost]);
	editor.show();
	type("a");
	await rest();
	await rest(3500);
	expect(sent).toHaveLength(2);
	expect(now().standing).toBe("kept");
});

test("changed elsewhere: nothing is written over, and the coach chooses", async () => {
	const { editor, sent, type, rest, now } = bench([elsewhere]);
	editor.show();
	editor.offer({ rev: 4 }, { name: "theirs" });
	expect(now().values).toEqual({ name: "theirs" });
	type("mine");
	await rest();
	expect(sent).toEqual([["mine", 4]]);
	expect(now()).toMatchObject({ standing: "elsewhere", contested: false, amiss: [{ path: "rev" }] });
	type("mine, and more");
	await rest();
	expect(sent).toHaveLength(1);
	editor.offer({ rev: 5 }, { name: "theirs again" });
	expect(now()).toMatchObject({ contested: true, values: { name: "mine, and more" } });
	editor.insist();
	await rest(0);
	expect(sent[1]).toEqual(["mine, and more", 5]);
	expect(now()).toMatchObject({ standing: "kept", contested: false });
});

test("the other version is taken as a step that can be undone", async () => {
	const { editor, type, rest, now, sent } = bench([elsewhere]);
	editor.show();
	type("mine");
	await rest();
	editor.offer({ rev: 5 }, { name: "theirs" });
	editor.take();
	await rest();
	expect(now()).toMatchObject({ standing: "kept", contested: false, values: { name: "theirs" } });
	expect(here()).toBeNull();
	editor.undo();
	await rest();
	expect(sent.at(-1)).toEqual(["mine", 5]);
});

test("a draft of an older revision is not stored over a newer one", async () => {
	localStorage.setItem(KEY, JSON.stringify({ rev: 1, values: { name: "typed long ago" } }));
	const { editor, sent, rest, now } = bench([elsewhere], { at: { rev: 3 } });
	editor.show();
	await rest();
	expect(sent).toEqual([["typed long ago", 1]]);
	expect(now()).toMatchObject({ standing: "elsewhere", contested: true, restored: true });
});

test.each([
	["its values alone", { name: "left here" }],
	["a revision beside them", { rev: 1, values: { name: "left here" } }],
	["a skill", { at: { rev: 1 }, skill: { name: "left here" }, unsure: null }],
])("a draft that an earlier build left as %s is sent at once", async (_, draft) => {
	localStorage.setItem(KEY, JSON.stringify(draft));
	const { editor, sent, rest, now } = bench();
	editor.show();
	await rest(0);
	expect(sent).toEqual([["left here", 1]]);
	expect(now()).toMatchObject({ standing: "kept", values: { name: "left here" } });
});

test("nonsense on this device is no draft; what was brought back can be let go", async () => {
	localStorage.setItem(KEY, '{"values": 7}');
	const one = bench();
	one.editor.show();
	expect(one.now()).toMatchObject({ restored: false, values: { name: "as it was" } });
	localStorage.setItem(KEY, '{"values": {"name": ""}}');
	const two = bench();
	two.editor.show();
	await two.rest();
	expect(two.now()).toMatchObject({ restored: true, standing: "amiss" });
	two.editor.letGo();
	await two.rest();
	expect(two.now()).toMatchObject({ restored: false, standing: "kept", values: { name: "as it was" } });
	expect(here()).toBeNull();
});

test("left before it rested, it is sent all the same; what is not made yet never is, and waits here", async () => {
	const one = bench();
	const close = one.editor.show();
	one.type("last words");
	close();
	await one.rest(0);
	expect(one.sent).toEqual([["last words", 1]]);
	const fresh = bench([], { at: null });
	fresh.editor.show();
	fresh.type("a");
	await fresh.rest();
	expect(fresh.sent).toEqual([]);
	expect(here()?.values).toEqual({ name: "a" });
});

test("a form hands over what it holds before a step back, and shows what comes of it", () => {
	const { editor, now } = bench();
	const shown: string[] = [];
	editor.source = {
		flush: () => {
			editor.source = { flush: () => {}, show: ({ name }) => shown.push(name) };
			editor.edit({ name: "in the field" }, "name");
		},
		show: () => {},
	};
	editor.undo();
	expect(shown).toEqual(["as it was"]);
	editor.redo();
	expect(now().values).toEqual({ name: "in the field" });
	expect(shown).toEqual(["as it was", "in the field"]);
});

test("settling answers where it stands once everything is stored, or nothing where it cannot be", async () => {
	const { editor, type } = bench();
	editor.show();
	type("a");
	expect(await editor.settle()).toEqual({ rev: 2 });
	type("");
	expect(await editor.settle()).toBeNull();
});
