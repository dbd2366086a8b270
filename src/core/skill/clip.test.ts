import { blankedClip, isClip, showsSomething } from "./clip";

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
	test("a head alone is no clip: something has to be in it", () => {
		expect(showsSomething(clip)).toBe(true);
		expect(showsSomething(Uint8Array.from(box("ftyp", Array(20).fill(1))))).toBe(false);
		expect(showsSomething(Uint8Array.from([...box("ftyp", [1, 2, 3, 4]), ...box("moov", [1]), ...box("mdat")]))).toBe(
			false,
		);
		expect(showsSomething(Uint8Array.from([0, 0, 0, 0]))).toBe(false);
	});
});
