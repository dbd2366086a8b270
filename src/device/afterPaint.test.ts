/** @jest-environment jsdom */
import { afterPaint } from "./afterPaint";

const frames: (() => void)[] = [];
const frame = () => {
	for (const run of frames.splice(0)) run();
};

beforeEach(() => {
	jest.useFakeTimers({ doNotFake: ["requestAnimationFrame"] });
	frames.length = 0;
	window.requestAnimationFrame = (run) => frames.push(() => run(0));
	Object.defineProperty(document, "visibilityState", { value: "visible", configurable: true });
});
afterEach(() => jest.useRealTimers());

test("work waits for the frame that shows the touch, and is done once", () => {
	const work = jest.fn();
	afterPaint(work);
	frame();
	expect(work).not.toHaveBeenCalled();
	frame();
	expect(work).toHaveBeenCalledTimes(1);
	jest.advanceTimersByTime(1000);
	expect(work).toHaveBeenCalledTimes(1);
});
test("it is not put off for long where no frame comes", () => {
	const work = jest.fn();
	afterPaint(work);
	jest.advanceTimersByTime(100);
	expect(work).toHaveBeenCalledTimes(1);
	frame();
	frame();
	expect(work).toHaveBeenCalledTimes(1);
});
test("on a hidden page it is done at once", () => {
	Object.defineProperty(document, "visibilityState", { value: "hidden", configurable: true });
	const work = jest.fn();
	afterPaint(work);
	expect(work).toHaveBeenCalledTimes(1);
});
