/** However busy the page is, work is not put off for longer. */
const LATEST_MS = 100;

/**
 * Runs work once the frame that shows what was just touched is out, which is when the
 * next one begins: the count comes first. At once where there are no frames, as on a
 * hidden page.
 */
export function afterPaint(work: () => void): void {
	if (typeof requestAnimationFrame !== "function" || document.visibilityState === "hidden") {
		work();
		return;
	}
	let done = false;
	const once = () => {
		if (done) return;
		done = true;
		work();
	};
	requestAnimationFrame(() => requestAnimationFrame(once));
	setTimeout(once, LATEST_MS);
}
