/** Held by every page with a lesson while it is open: nothing is cleared under a count. */
export const LESSON_OPEN = "peg-ladder lesson";

/** Says that a lesson is open on this page, until the answer is called. */
export function holdLessonOpen(): () => void {
	let close = () => {};
	const closed = new Promise<void>((resolve) => {
		close = resolve;
	});
	// Without a secure address a page has no locks, and no passcode stands before it either.
	void navigator.locks?.request(LESSON_OPEN, { mode: "shared" }, () => closed);
	return close;
}
