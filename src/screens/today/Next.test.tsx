/** @jest-environment jsdom */
import { cleanup, render } from "@testing-library/react";
import { WhenBooked } from "./Next";

jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: () => undefined, push: () => undefined }) }));
jest.mock("@/server/calendar", () => ({}));
jest.mock("@/server/planning", () => ({}));

const AT = Date.parse("2026-03-02T14:00:00Z");
const lesson = { at: AT, day: "2026-03-02", time: "14:00", minutes: 45 };
const said = (now: number, day = "2026-03-02") => {
	jest.setSystemTime(now);
	return render(<WhenBooked lesson={lesson} day={day} />).container.textContent;
};
const MINUTE = 60_000;

beforeEach(() => void jest.useFakeTimers());
afterEach(() => {
	cleanup();
	jest.useRealTimers();
});

test.each([
	[-300, "Next lesson: 14:00 today"],
	[-200, "Next lesson: 14:00 todayin 3 hours"],
	[-35, "Next lesson: 14:00 todayin 35 minutes"],
	[0, "Next lesson: 14:00 todaynow"],
	[20, "Next lesson: 14:00 today20 minutes ago"],
	[45, "Next lesson: 14:00 today45 minutes ago"],
	[46, "Not held yet: 14:00 today46 minutes ago"],
	[190, "Not held yet: 14:00 today3 hours ago"],
	[260, "Not held yet: 14:00 today"],
])("%i minutes after its hour", (minutes, words) => {
	expect(said(AT + minutes * MINUTE)).toBe(words);
});

test("on another day its date is said", () => {
	expect(said(AT - 30 * 60 * MINUTE, "2026-03-01")).toMatch(/^Next lesson: 14:00 tomorrow, Mon 2 Mar/);
});
