/** @jest-environment jsdom */
import { act, renderHook } from "@testing-library/react";
import { useSetClock } from "./useSetClock";

const START = Date.parse("2026-03-01T10:00:00Z");
const spoken: string[] = [];

beforeEach(() => {
	jest.useFakeTimers({ now: START });
	localStorage.clear();
	spoken.length = 0;
	Object.assign(window, {
		speechSynthesis: { speak: (words: { text: string }) => spoken.push(words.text) },
		SpeechSynthesisUtterance: class {
			constructor(readonly text: string) {}
		},
	});
});
afterEach(() => jest.useRealTimers());

const clock = (set = "a set", seconds: number | null = 60) =>
	renderHook((props: { set: string; seconds: number | null }) => useSetClock(props.set, props.seconds), {
		initialProps: { set, seconds },
	});
const pass = (ms: number) => act(() => jest.advanceTimersByTime(ms));

test("a rule without a clock has none", () => {
	expect(clock("a set", null).result.current).toBeNull();
});

test("it stands until the first touch, counts down by whole seconds, and is out at nought", () => {
	const { result } = clock();
	expect(result.current).toMatchObject({ left: 60, running: false, out: false });
	pass(5000);
	expect(result.current?.left).toBe(60);
	act(() => result.current?.begin());
	pass(100);
	expect(result.current).toMatchObject({ left: 60, running: true });
	pass(900);
	expect(result.current?.left).toBe(59);
	pass(58_900);
	expect(result.current).toMatchObject({ left: 1, out: false });
	pass(200);
	expect(result.current).toMatchObject({ left: 0, out: true, running: false });
});

test("paused it stands, and a later touch does not start it again: the coach does", () => {
	const { result } = clock();
	act(() => result.current?.begin());
	pass(20_000);
	act(() => result.current?.toggle());
	pass(30_000);
	expect(result.current).toMatchObject({ left: 40, running: false });
	act(() => result.current?.begin());
	pass(1000);
	expect(result.current?.left).toBe(40);
	act(() => result.current?.toggle());
	pass(10_000);
	expect(result.current).toMatchObject({ left: 30, running: true });
});

test("it outlives the page, running or paused, and each set has its own", () => {
	const first = clock();
	act(() => first.result.current?.begin());
	pass(10_000);
	first.unmount();
	pass(10_000);
	const again = clock();
	pass(100);
	expect(again.result.current).toMatchObject({ left: 40, running: true });
	again.rerender({ set: "another set", seconds: 60 });
	expect(again.result.current).toMatchObject({ left: 60, running: false });
	again.rerender({ set: "a set", seconds: 60 });
	expect(again.result.current?.running).toBe(true);
});

test("what was kept may be rubbish or refused: the clock runs all the same", () => {
	localStorage.setItem("peg-ladder-clock-a set", "{rubbish");
	const { result } = clock();
	expect(result.current).toMatchObject({ left: 60, running: false });
	const refuse = jest.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
		throw new Error("full");
	});
	act(() => result.current?.begin());
	pass(2000);
	expect(result.current?.left).toBe(58);
	refuse.mockRestore();
});

test("the last seconds are called out when that is asked for, each once", () => {
	const { result } = clock("a set", 12);
	act(() => result.current?.begin());
	pass(500);
	expect(spoken).toEqual([]);
	act(() => result.current?.speak());
	for (let i = 0; i < 60; i++) pass(250);
	expect(spoken).toEqual(["10", "5", "4", "3", "2", "1", "time"]);
});
