import { hashOf } from "@/core/hash/hash";
import { parse } from "@/core/refusals/refusals";
import { blankedClip, isClip } from "./clip";
import { differences, noDifference } from "./differ";
import { examples } from "./examples";
import { lookOf, NOT_JUDGED, picturesOf } from "./look";
import { mergeSkills } from "./merge";
import { arrowsOf, originCircle, skillCircle } from "./origins";
import { rhythmOf } from "./rhythm";
import { freshCause, freshFault, freshPosition, type KeyPosition, remarks, Skill, skillLabels } from "./skill";

const position = (id: string, change: Partial<KeyPosition> = {}): KeyPosition => ({
	...freshPosition(id),
	name: `Name ${id}`,
	short: id,
	...change,
});
const skill = (positions: KeyPosition[], change: Partial<Skill> = {}): Skill => ({
	name: "Skill",
	about: "",
	positions,
	...change,
});
const said = (body: unknown): string[] => {
	const read = parse(Skill, body, skillLabels);
	return read.ok ? [] : read.refusals.map((refusal) => refusal.sentence);
};
const blamed = (id: string, cause: Partial<ReturnType<typeof freshCause>>) => ({
	...freshFault(`${id}-f`, "short"),
	causes: [{ ...freshCause(`${id}-c`), ...cause }],
});

describe("what a skill is refused for", () => {
	test("a low end above the high one, at any stage", () => {
		const range = { by: "range", of: "angle", unit: "degrees", low: 20, high: 10 } as const;
		expect(said(skill([position("a", { tolerance: range })]))).toEqual([
			'Tolerance of "a" runs from 20 to 10 degrees; the low end is above the high one. Change them over.',
		]);
		expect(said(skill([position("a", { stages: { s: { words: "", tolerance: range } } })]))[0]).toContain(
			'"a" at one stage',
		);
	});
	test("a fault that would come from a later position, from itself, or from one that is gone", () => {
		const from = (kind: string) => position("b", { faults: [blamed("b", { kind: "position", position: kind })] });
		expect(said(skill([position("a"), from("c"), position("c")]))[0]).toContain(
			'cannot come from "c", which is not before it',
		);
		expect(said(skill([position("a"), from("b")]))[0]).toContain("which is not before it");
		expect(said(skill([position("a"), from("x")]))[0]).toContain("comes from a position that is gone");
		expect(said(skill([position("a"), from("a")]))).toEqual([]);
	});
	test("more of anything than can be looked at", () => {
		expect(
			said(skill([position("a", { faults: Array.from({ length: 9 }, (_, i) => freshFault(`${i}`, "short")) })]))[0],
		).toBe("Key position 1, faults: 9 chosen; at most 8 can be.");
	});
	test("one position alone is no mistake, and gets a remark", () => {
		expect(remarks(skill([position("a")]))[0]).toContain('"a" stands alone');
		expect(remarks(skill([position("a"), position("b")]))).toEqual([]);
	});
	test("a skill written before all this is read as it was, with the same seal", () => {
		const old = skill([position("a", { fault: "too low", cues: [{ text: "up", kind: "outside" }] })]);
		const read = parse(Skill, old);
		expect(read.ok && hashOf(read.value)).toBe(hashOf(old));
	});
	test("the examples can be read, and have something of everything", () => {
		for (const example of Object.values(examples)) {
			expect(said(example)).toEqual([]);
			expect(rhythmOf(example.positions).perMinute).toBeGreaterThan(30);
			expect(example.schools).toHaveLength(2);
			expect(example.stages).toHaveLength(2);
			expect(new Set(example.positions.flatMap((one) => (one.faults ?? []).map((fault) => fault.direction))).size).toBe(
				2,
			);
			const kinds = example.positions.flatMap((one) => (one.faults ?? []).flatMap((f) => f.causes.map((c) => c.kind)));
			expect(new Set(kinds).size).toBeGreaterThan(2);
		}
	});
});

describe("where faults start", () => {
	test("arrows from usual origins and from causes, each once, the better rank kept", () => {
		const one = skill([
			position("a"),
			position("b", { origin: "a", faults: [blamed("b", { kind: "position", position: "a" })] }),
			position("c", { faults: [blamed("c", { kind: "skill", skill: "other", position: "x" })] }),
		]);
		expect(arrowsOf("one", one)).toEqual([
			{ from: { skill: "one", position: "a" }, to: { skill: "one", position: "b" }, rank: 0 },
			{ from: { skill: "other", position: "x" }, to: { skill: "one", position: "c" }, rank: 1 },
		]);
	});
	test("a circle across skills is named from end to end; without it there is none", () => {
		const a = skill([position("a", { faults: [blamed("a", { kind: "skill", skill: "two", position: "b" })] })], {
			name: "One",
		});
		const b = skill([position("b", { faults: [blamed("b", { kind: "skill", skill: "one", position: "a" })] })], {
			name: "Two",
		});
		expect(
			originCircle(
				new Map([
					["one", a],
					["two", b],
				]),
			),
		).toMatch(
			/circle: "[ab]" of (One|Two) leads to "[ab]" of (One|Two) leads to "[ab]" of (One|Two)\. Take one of these causes out\./,
		);
		expect(
			originCircle(
				new Map([
					["one", a],
					["two", skill([position("b")])],
				]),
			),
		).toBeNull();
	});
	test("a whole skill as a cause closes a circle with any of its positions", () => {
		const a = skill([position("a", { faults: [blamed("a", { kind: "skill", skill: "two" })] })], { name: "One" });
		const b = skill([position("b", { faults: [blamed("b", { kind: "skill", skill: "one" })] })], { name: "Two" });
		expect(
			originCircle(
				new Map([
					["one", a],
					["two", b],
				]),
			),
		).not.toBeNull();
	});
	test("skills that each want the other first, and a chain that holds itself", () => {
		const all = new Map([
			["a", skill([], { name: "A", prerequisites: ["b"] })],
			["b", skill([], { name: "B", prerequisites: ["a"], chain: ["b"] })],
		]);
		expect(skillCircle(all, "prerequisites")).toBe(
			'Prerequisites go round in a circle: "A" needs "B" needs "A". Take one of them out.',
		);
		expect(skillCircle(all, "chain")).toBe('The chain holds itself: "B" has in it "B". Take one of them out.');
	});
});

describe("rhythm", () => {
	const beats = [
		position("a", { beat: { beats: 1, seconds: 0.5, voice: "and" } }),
		position("b"),
		position("c", { beat: { beats: 2, seconds: 1, voice: "" } }),
	];
	test("3 beats in 1.5 seconds are 120 a minute; at half speed 60, and twice as long", () => {
		expect(rhythmOf(beats)).toMatchObject({ beats: 3, seconds: 1.5, perMinute: 120 });
		const slow = rhythmOf(beats, 50);
		expect(slow).toMatchObject({ seconds: 3, perMinute: 60 });
		expect(slow.stretches.map((one) => [one.short, one.at, ...one.clicks])).toEqual([
			["a", 0, 0],
			["c", 1, 1, 2],
		]);
	});
	test("without beats there is no tempo; a speed of nought is no speed", () => {
		expect(rhythmOf([position("a")])).toEqual({ stretches: [], beats: 0, seconds: 0, perMinute: null });
		expect(() => rhythmOf(beats, 0)).toThrow(RangeError);
	});
});

describe("what two versions say differently", () => {
	test("added, taken out, moved, and changed field by field with both texts", () => {
		const before = skill([position("a"), position("b"), position("c")]);
		const after = skill([position("c"), position("a", { tell: "Quiet." }), position("d")], { about: "More." });
		expect(differences(before, after)).toEqual({
			skill: [{ field: "what it is", before: "nothing", after: "More." }],
			positions: [
				{ id: "c", short: "c", what: "moved", fields: [] },
				{ id: "a", short: "a", what: "changed", fields: [{ field: "tell", before: "nothing", after: "Quiet." }] },
				{ id: "d", short: "d", what: "added", fields: [] },
				{ id: "b", short: "b", what: "taken out", fields: [] },
			],
		});
		expect(noDifference(differences(before, structuredClone(before)))).toBe(true);
	});
	test("an origin is told by its short name", () => {
		const after = skill([position("a"), position("b", { origin: "a" })]);
		expect(differences(skill([position("a"), position("b")]), after).positions[0]?.fields).toEqual([
			{ field: "where it comes from", before: "nothing", after: "a" },
		]);
	});
});

test("two skills merged: what the first says stands, the other adds what it lacks, and the outcome can be read", () => {
	const first = skill([position("a", { tell: "mine" }), position("b", { cues: [{ text: "up", kind: "outside" }] })]);
	const other = skill([
		position("x", { short: "A", tell: "theirs" }),
		position("y", {
			short: "b",
			cues: [
				{ text: "up", kind: "image" },
				{ text: "down", kind: "image" },
			],
			origin: "z",
		}),
		position("z", { faults: [blamed("z", { kind: "position", position: "x" })] }),
	]);
	const merged = mergeSkills(first, other);
	expect(merged.positions.map((one) => one.id)).toEqual(["a", "b", "z"]);
	expect(merged.positions[0]?.tell).toBe("mine");
	expect(merged.positions[1]?.cues.map((cue) => cue.text)).toEqual(["up", "down"]);
	expect(merged.positions[2]?.faults?.[0]?.causes[0]?.position).toBe("a");
	expect(said(merged)).toEqual([]);
	expect(said(mergeSkills(examples.threeBalls, examples.unicycle))).toEqual([]);
});

test("a position in lines: tells by sense, tolerance, stage and school; a silent stage is not judged yet", () => {
	const one = position("a", {
		tell: "The {this} hand is low.",
		tells: { hear: "a hum", test: "a hand under the seat" },
		protects: "the wrist",
		tolerance: { by: "words", words: "a hand" },
		ways: { s: { words: "wide", reason: "rest" } },
		faults: [{ ...freshFault("f", "beyond"), words: "too low" }],
	});
	const sides = { side: "left", strong: "right" } as const;
	expect(lookOf(one, { school: "s" }, sides)).toEqual([
		...["The left hand is low.", "heard: a hum", "hands-on test; ask first: a hand under the seat", "within a hand"],
		...["wide", "protects the wrist", "beyond it: too low"],
	]);
	expect(lookOf(one, { stage: "first" }, sides)[0]).toBe(NOT_JUDGED);
	const picture = (hash: string) => ({ hash: hash.repeat(64), clip: false, consent: "agreed" });
	const shown = {
		...one,
		wrong: picture("a"),
		faults: [{ ...freshFault("f", "beyond"), words: "too low", picture: picture("b") }],
	};
	expect(picturesOf(shown).map(({ shows }) => shows)).toEqual(["wrong", "beyond it: too low"]);
});

describe("clips", () => {
	const box = (name: string, ...inside: number[][]): number[] => {
		const body = inside.flat();
		const size = body.length + 8;
		return [
			size >> 24,
			(size >> 16) & 255,
			(size >> 8) & 255,
			size & 255,
			...[...name].map((c) => c.charCodeAt(0)),
			...body,
		];
	};
	const clip = Uint8Array.from([
		...box("ftyp", [1, 2, 3, 4, 5, 6]),
		...box("moov", box("mvhd", [7, 7]), box("udta", [9, 9, 9]), box("trak", box("meta", [9, 9]))),
		...box("mdat", [5, 5]),
	]);
	test("what tells place and owner is blanked, at any depth, and no byte moves", () => {
		const blanked = blankedClip(clip) as Uint8Array;
		expect(blanked).toHaveLength(clip.length);
		expect([...blanked]).not.toContain(9);
		expect([...blanked].filter((byte) => byte === 5 || byte === 7)).toHaveLength(
			[...clip].filter((byte) => byte === 5 || byte === 7).length,
		);
		expect(Buffer.from(blanked).toString("latin1")).not.toMatch(/udta|meta/);
		expect([...clip]).toContain(9);
	});
	test("what is no clip, or one whose boxes do not fit, is none", () => {
		expect(isClip(Uint8Array.from([0xff, 0xd8, 0xff]))).toBe(false);
		expect(blankedClip(clip.subarray(0, clip.length - 3))).toBeNull();
	});
});
