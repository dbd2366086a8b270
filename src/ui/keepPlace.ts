/** What the keyboard can stand on. */
const CONTROLS = "a[href], button, input, select, textarea, summary, [tabindex]:not([tabindex='-1'])";
/** As often as the eye looks. */
const LOOK_MS = 50;
/**
 * A button that is shut for longer than this gives the keyboard to what follows, and has it back when it is open again.
 * Long enough that a second, impatient press does not press what follows.
 */
const SHUT_MS = 1500;
/** Whatever comes of a press has come by then. */
const PATIENCE_MS = 20_000;

const canTake = (one: HTMLElement): boolean =>
	one.isConnected && !one.matches(":disabled") && (one.checkVisibility?.() ?? true);
const controlsIn = (part: Element): HTMLElement[] => [...part.querySelectorAll<HTMLElement>(CONTROLS)];

/** Where a control was that is there no more: behind the last one before it that still is. */
function follows(before: readonly HTMLElement[], part: Element): HTMLElement | undefined {
	const now = controlsIn(part).filter(canTake);
	const last = before.findLast((one) => now.includes(one));
	return now[last ? now.indexOf(last) + 1 : 0] ?? last;
}

/**
 * The keyboard stays where it is. A control that was pressed by it, and is taken away or shut by what the press does,
 * would leave it nowhere: it goes on with what stands in that place, or follows it. What a press moves it to by itself,
 * and any key or touch in between, goes before.
 *
 * @returns what ends it
 */
export function keepPlace(document: Document): () => void {
	let timer: ReturnType<typeof setInterval> | undefined;
	let byThumb = false;
	const stop = () => clearInterval(timer);
	const key = () => {
		byThumb = false;
		stop();
	};
	const thumb = () => {
		byThumb = true;
		stop();
	};
	const watch = (event: MouseEvent) => {
		stop();
		const pressed = document.activeElement;
		// A press of the keyboard, or of what reads the screen, has no number of clicks; neither has a label's on its
		// field, whoever pressed it. Where a link leads, the page sees to.
		if (byThumb || event.detail !== 0 || !(pressed instanceof HTMLElement) || !pressed.matches(CONTROLS)) return;
		if (pressed.matches("a[href]")) return;
		const part = pressed.closest("dialog, [role=dialog], main") ?? document.body;
		const all = controlsIn(part);
		const before = all.slice(0, all.indexOf(pressed));
		const { href } = document.location;
		const from = Date.now();
		let meanwhile: HTMLElement | undefined;
		timer = setInterval(() => {
			const at = document.activeElement;
			const isLost = at === null || at === document.body;
			// A drawer that closed has its own place to go back to, and another page its own beginning.
			if (Date.now() - from > PATIENCE_MS || document.location.href !== href || !part.isConnected) return stop();
			if (!isLost && at !== pressed && at !== meanwhile) return stop();
			if (isLost || at === meanwhile) {
				if (canTake(pressed)) return pressed.focus();
				if (!isLost || (pressed.isConnected && Date.now() - from < SHUT_MS)) return;
				meanwhile = follows(before, part);
				meanwhile?.focus();
			}
		}, LOOK_MS);
	};
	document.addEventListener("click", watch, true);
	document.addEventListener("keydown", key, true);
	document.addEventListener("pointerdown", thumb, true);
	return () => {
		stop();
		document.removeEventListener("click", watch, true);
		document.removeEventListener("keydown", key, true);
		document.removeEventListener("pointerdown", thumb, true);
	};
}
