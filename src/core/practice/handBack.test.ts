import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import type { StudentAct } from "./acts";
import { packActs, packInPieces, readHandedBack } from "./handBack";
import { readActs } from "./readActs";

const KEY = "k".repeat(43);
const keys = async (assignment: string) =>
	assignment === "mine" ? KEY : assignment === "other" ? "o".repeat(43) : null;

const act = (n: number, remark = ""): StudentAct => ({
	id: `entry-${n}`,
	at: "2026-11-02T17:00:00.000Z",
	tz: "Europe/Lisbon",
	kind: "done",
	body: {
		item: "cascade",
		day: "2026-11-02",
		place: "garden",
		tries: 20,
		good: n % 21,
		target: 14,
		dose: 20,
		minutes: 12,
		felt: 3,
		check: true,
		remark,
	},
});

test("what is packed is read back, whatever stands around it", async () => {
	await fc.assert(
		fc.asyncProperty(fc.array(fc.string({ unit: "grapheme", maxLength: 60 }), { maxLength: 12 }), async (remarks) => {
			const acts = remarks.map((remark, i) => act(i, remark.trim().normalize("NFC")));
			const word = await packActs("mine", KEY, acts);
			const read = await readHandedBack(`Practice of Isolde:\n14 of 20\n${word}\nsent from a phone`, keys);
			expect(read).toEqual({ ok: true, value: [{ assignment: "mine", acts }] });
		}),
		{ numRuns: cases(50) },
	);
});

test("a browser that cannot pack sends it as it is, and it is read all the same", async () => {
	const { CompressionStream: own } = globalThis;
	const acts = Array.from({ length: 900 }, (_, i) => act(i));
	try {
		Object.assign(globalThis, { CompressionStream: undefined });
		const word = await packActs("mine", KEY, acts);
		expect(word.length).toBeGreaterThan(JSON.stringify(acts).length);
		expect(await readHandedBack(word, keys)).toEqual({ ok: true, value: [{ assignment: "mine", acts }] });
	} finally {
		Object.assign(globalThis, { CompressionStream: own });
	}
});

test("cut into pieces, each holds by itself and together they hold everything", async () => {
	const acts = Array.from({ length: 60 }, (_, i) => act(i, `remark number ${i * 7919}, in words of its own`));
	const pieces = await packInPieces("mine", KEY, acts, 600);
	expect(pieces.length).toBeGreaterThan(2);
	for (const piece of pieces) expect(piece.length).toBeLessThanOrEqual(600);
	const read = await readHandedBack(pieces.join("\n"), keys);
	expect(read.ok && read.value.flatMap((one) => one.acts)).toEqual(acts);
});

test("whichever letter is changed, nothing is taken in", async () => {
	const word = await packActs("mine", KEY, [act(1)]);
	await fc.assert(
		fc.asyncProperty(fc.nat(word.length - 1), fc.constantFrom(..."AbZ09-_".split("")), async (at, letter) => {
			const changed = word.slice(0, at) + letter + word.slice(at + 1);
			if (changed === word) return;
			expect((await readHandedBack(changed, keys)).ok).toBe(false);
		}),
	);
});

test("what was packed with another key, or for an assignment that is not here, is refused in words", async () => {
	const sentence = async (text: string) => {
		const read = await readHandedBack(text, keys);
		return read.ok ? "taken" : read.refusals[0]?.sentence;
	};
	expect(await sentence(await packActs("other", KEY, [act(1)]))).toMatch("changed after it was written");
	expect(await sentence(await packActs("nobody", KEY, [act(1)]))).toMatch(
		"This practice belongs to another studio, or was deleted. Nothing was imported.",
	);
	expect(await sentence("hello")).toMatch(
		"No practice entries found. The text must have a word that starts with PEG1. Copy all of it.",
	);
	expect(await sentence((await packActs("mine", KEY, [act(1)])).slice(0, -30))).toMatch(
		"No practice entries found. The text must have a word that starts with PEG1. Copy all of it.",
	);
	// What was signed and cannot be read is carried along, to be set aside by whoever takes it in.
	const wrong = { ...act(1), kind: "peg.moved" };
	const read = await readHandedBack(await packActs("mine", KEY, [wrong]), keys);
	expect(read).toEqual({ ok: true, value: [{ assignment: "mine", acts: [wrong] }] });
	expect(readActs([wrong, act(2)])).toMatchObject({ acts: [act(2)], unread: [{ id: "entry-1", raw: wrong }] });
});

test("a word that unpacks to far more than a practice is not unpacked", async () => {
	const much = await packActs("mine", KEY, [act(1, "x".repeat(5_000_000))]);
	expect(much.length).toBeLessThan(20_000);
	expect((await readHandedBack(much, keys)).ok).toBe(false);
});

test("a word of a length that no bytes have, and more words than anybody holds up, get a sentence", async () => {
	const mark = "m".repeat(22);
	for (const packed of ["A", "AAAAA", "AAAAAAAAA"]) {
		const read = await readHandedBack(`PEG1.${packed}.${mark}`, keys);
		expect(read).toMatchObject({ ok: false, refusals: [{ path: "text" }] });
	}
	const word = await packActs("mine", KEY, [act(1)]);
	expect((await readHandedBack(Array.from({ length: 101 }, () => word).join("\n"), keys)).ok).toBe(false);
});

test("many words that each unpack to much are not all unpacked", async () => {
	const large = await packActs("mine", KEY, [{ ...act(1), filler: "x".repeat(900_000) }]);
	expect((await readHandedBack(large, keys)).ok).toBe(true);
	expect((await readHandedBack(`${large} ${large} ${large}`, keys)).ok).toBe(false);
});
