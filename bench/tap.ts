import type { Page } from "@playwright/test";
import { against } from "./measure";
import { sideBySide } from "./sideBySide";

const SLOWER = 4;
/** How long a finger stays: a touch counts when it leaves. */
const FINGER_MS = 80;
const TURNS = 60;

/** From the finger's leaving to the frame that shows the raised count, on a slow phone. */
export const tap = (): Promise<void> =>
	sideBySide({ width: 390, height: 844 }, async (context, studio, bare) => {
		const lesson = await context.newPage();
		await lesson.goto(studio);
		await lesson.getByRole("button", { name: /^lesson: Teodor Quillfeather, Three-club cascade/ }).click();
		const counter = await context.newPage();
		await counter.goto(`${bare}/counter`);
		const taps = { ours: await tapper(lesson), theirs: await tapper(counter) };
		for (const what of ["painted", "written"] as const)
			await against({
				name: `tap to count ${what === "painted" ? "painted" : "in the document, before the frame is waited for"}, live lesson, processor slowed ${SLOWER} times`,
				baseline: "a bare counter page of the same framework",
				ours: async () => (await taps.ours())[what],
				theirs: async () => (await taps.theirs())[what],
				...{ turns: TURNS, unit: "ms", goal: what === "painted" ? 1.5 : null },
			});
	});

interface Shown {
	painted: number;
	written: number;
}
type Armed = Window & { shown?: Promise<Shown> };

async function tapper(page: Page): Promise<() => Promise<Shown>> {
	const client = await page.context().newCDPSession(page);
	await client.send("Emulation.setCPUThrottlingRate", { rate: SLOWER });
	const button = page.locator('[data-field="good"]');
	await button.waitFor();
	// The compiler of these files gives functions their names by a helper that the page lacks.
	await page.evaluate("globalThis.__name ??= (named) => named");
	const box = await button.boundingBox();
	if (!box) throw new Error("there is nothing to tap");
	const tapIt = async () => {
		await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
		await page.mouse.down();
		await page.waitForTimeout(FINGER_MS);
		await page.mouse.up();
	};
	// A page answers once its scripts have run.
	const used = page.getByTestId("used");
	const before = await used.textContent();
	while ((await used.textContent()) === before) {
		await tapIt();
		await page.waitForTimeout(300);
	}
	const takeBack = async () => {
		const undo = page.getByRole("button", { name: "undo", exact: true });
		if (await undo.isVisible()) await undo.click();
	};
	return async () => {
		await page.bringToFront();
		// Every touch is the same one: what the last one counted is taken back first.
		await takeBack();
		await page.waitForTimeout(500);
		// Armed first: a touch may overtake a message.
		await page.evaluate(() => {
			const used = () => document.querySelector('[data-testid="used"]')?.textContent;
			const before = used();
			let touched = 0;
			addEventListener(
				"pointerup",
				(event) => {
					touched = event.timeStamp;
				},
				{ once: true, capture: true },
			);
			(window as Armed).shown = new Promise((resolve) => {
				const observer = new MutationObserver(() => {
					if (used() === before) return;
					observer.disconnect();
					const written = performance.now() - touched;
					// The message comes after the frame in which the change was painted.
					requestAnimationFrame(() => {
						const { port1, port2 } = new MessageChannel();
						port1.onmessage = () => resolve({ painted: performance.now() - touched, written });
						port2.postMessage(null);
					});
				});
				observer.observe(document.body, { subtree: true, childList: true, characterData: true });
			});
		});
		await tapIt();
		return page.evaluate(() => (window as Armed).shown as Promise<Shown>);
	};
}
