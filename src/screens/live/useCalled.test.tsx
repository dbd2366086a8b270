/** @jest-environment jsdom */
import { act, renderHook } from "@testing-library/react";
import { type Call, useCalled } from "./useCalled";

/** The device's clock, which goes on while the page is busy. */
let clock = 0;
beforeEach(() => {
	clock = 0;
	jest.spyOn(performance, "now").mockImplementation(() => clock);
});
afterEach(() => jest.restoreAllMocks());

const show = () => {
	const board = {
		visit: { rule: { kind: "streak", r: 9 }, tries: [] },
		set: { placing: { settings: {} } },
	} as unknown as Parameters<typeof useCalled>[0];
	return renderHook(() => useCalled(board)).result;
};
const call = (nth: number): Call => ({ name: `target ${nth}`, nth, variant: false });

test("a touch belongs to the call that stood when the finger came down, though it is heard of two seconds later", () => {
	const hook = show();
	// Said on the beat at 1 s and 2 s; each stands 400 ms later, when somebody can have answered it.
	for (const [n, at] of [1000, 2000].entries()) {
		clock = at;
		act(() => hook.current.setCall(call(n), at + 400));
	}
	// The page is busy over the beat: the timers that say the calls stand fire late, one after the other.
	clock = 4000;
	act(() => hook.current.setCall(call(1)));
	expect(hook.current.callAt(1399)).toBeNull();
	expect(hook.current.callAt(1400)?.nth).toBe(0);
	expect(hook.current.callAt(2399)?.nth).toBe(0);
	expect(hook.current.callAt(2400)?.nth).toBe(1);
	expect(hook.current.callAt(3900)?.nth).toBe(1);
	expect(hook.current.called).toBe("target 1");
});

test("it is not shown as called before it stands, and after the end of a run nothing is", () => {
	const hook = show();
	act(() => hook.current.setCall(call(0), 400));
	expect(hook.current.called).toBeNull();
	clock = 400;
	act(() => hook.current.setCall(call(0)));
	expect(hook.current.called).toBe("target 0");
	clock = 900;
	act(() => hook.current.setCall(null));
	expect(hook.current.called).toBeNull();
	expect(hook.current.callAt(899)?.nth).toBe(0);
	expect(hook.current.callAt(900)).toBeNull();
});
