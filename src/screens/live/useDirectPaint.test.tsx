/** @jest-environment jsdom */
import { act, render } from "@testing-library/react";
import type { LessonOnDevice } from "@/device/lesson";
import { setText, useDirectPaint } from "./useDirectPaint";

/** As much of a lesson as tells its first listeners. */
function lessonOf(value: number) {
	const listeners = new Set<() => void>();
	return {
		value,
		listeners,
		subscribeFirst(listener: () => void) {
			listeners.add(listener);
			return () => listeners.delete(listener);
		},
		tell() {
			for (const listener of listeners) listener();
		},
	};
}

let drawings = 0;
function Told({ lesson, unit }: { lesson: ReturnType<typeof lessonOf>; unit: string }) {
	drawings += 1;
	const ref = useDirectPaint<HTMLOutputElement>(lesson as unknown as LessonOnDevice, (on) =>
		setText(on, `${lesson.value} ${unit}`),
	);
	return <output ref={ref} />;
}

test("what is told is on the page at once, without a drawing; a drawing tells it anew", () => {
	const lesson = lessonOf(1);
	const { container, rerender, unmount } = render(<Told lesson={lesson} unit="good" />);
	expect(container.textContent).toBe("1 good");
	const before = drawings;
	lesson.value = 2;
	lesson.tell();
	expect(container.textContent).toBe("2 good");
	expect(drawings).toBe(before);
	// Back to what was drawn first: nothing stale is left of what was written between.
	lesson.value = 1;
	act(() => lesson.tell());
	expect(container.textContent).toBe("1 good");
	rerender(<Told lesson={lesson} unit="in a row" />);
	expect(container.textContent).toBe("1 in a row");
	unmount();
	expect(lesson.listeners.size).toBe(0);
});
