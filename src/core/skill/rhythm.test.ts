import { position } from "@/core/__tests__/skills";
import { rhythmOf } from "./rhythm";

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
