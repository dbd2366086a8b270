import { position } from "@/core/__tests__/skills";
import { rampAt, rhythmOf } from "./rhythm";

describe("rhythm", () => {
	const positions = [
		position("a", { beat: { beats: 1, seconds: 0.5, voice: "and" } }),
		position("b"),
		position("c", { beat: { beats: 2, seconds: 1, voice: "" } }),
	];
	test("3 beats in 1.5 seconds are 120 a minute; at half speed 60, and twice as long", () => {
		expect(rhythmOf({ positions })).toMatchObject({ beats: 3, seconds: 1.5, perMinute: 120 });
		const slow = rhythmOf({ positions }, 50);
		expect(slow).toMatchObject({ seconds: 3, perMinute: 60 });
		expect(slow.stretches.map((one) => [one.short, one.at, ...one.clicks])).toEqual([
			["a", 0, 0],
			["c", 1, 1, 2],
		]);
	});
	test("an order of its own: a position twice, a silent step, and a wait that grows as the speed falls", () => {
		const rhythm = {
			lead: 0.4,
			steps: [
				{ position: "c", beats: 1, seconds: 0.5, voice: "hup", breath: "in" as const },
				{ position: null, beats: 1, seconds: 0.5, voice: "", silent: true },
				{ position: "a", beats: 1, seconds: 0.5, voice: "", breath: "out" as const },
				{ position: "c", beats: 1, seconds: 0.5, voice: "" },
			],
		};
		const full = rhythmOf({ positions, rhythm });
		expect(full).toMatchObject({ beats: 4, seconds: 2.4, perMinute: 120 });
		expect(full.stretches.map(({ short, clicks }) => [short, ...clicks])).toEqual([
			["wait"],
			["c", 0.4],
			[""],
			["a", 1.4],
			["c", 1.9],
		]);
		const half = rhythmOf({ positions, rhythm }, 50);
		expect(half).toMatchObject({ seconds: 4.8, perMinute: 60 });
		expect(half.stretches[1]).toMatchObject({ at: 0.8, breath: "in", voice: "hup" });
	});
	test("without beats there is no tempo; a speed of nought is no speed", () => {
		expect(rhythmOf({ positions: [position("a")] })).toEqual({ stretches: [], beats: 0, seconds: 0, perMinute: null });
		expect(() => rhythmOf({ positions }, 0)).toThrow(RangeError);
	});
	test("a set of five grows from half to full speed", () => {
		expect([0, 1, 2, 3, 4, 5].map((done) => rampAt(done, 5))).toEqual([50, 63, 75, 88, 100, 100]);
		expect(rampAt(0, 1)).toBe(100);
	});
});
