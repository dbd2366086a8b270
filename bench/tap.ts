import { chromium, type Page } from "@playwright/test";
import { chromiumPath, quiet } from "../e2e/browser";
import prepareDemo from "../e2e/setup";
import { Studio } from "../e2e/studio";
import { against } from "./measure";
import { serve } from "./serve";

const SLOWER = 4;
const TURNS = 60;

/** From the finger's touch to the frame that shows the raised count, on a slow phone. */
export async function tap(): Promise<void> {
	await prepareDemo();
	const studio = await Studio.make(true);
	const bare = await serve("bare", ":memory:");
	const browser = await chromium.launch({ executablePath: chromiumPath(), args: quiet });
	try {
		const context = await browser.newContext({ viewport: { width: 390, height: 844 }, locale: "en-GB" });
		const lesson = await context.newPage();
		await lesson.goto(studio.url);
		await lesson.getByRole("button", { name: /^lesson: Isolde Brankovar, Three-club cascade/ }).click();
		const counter = await context.newPage();
		await counter.goto(`${bare.url}/counter`);
		const taps = { ours: await tapper(lesson), theirs: await tapper(counter) };
		for (const what of ["painted", "written"] as const)
			await against({
				name: `tap to count ${what === "painted" ? "painted" : "in the document, before the frame is waited for"}, live lesson, processor slowed ${SLOWER} times`,
				baseline: "a bare counter page of the same framework",
				ours: async () => (await taps.ours())[what],
				theirs: async () => (await taps.theirs())[what],
				...{ turns: TURNS, unit: "ms", goal: what === "painted" ? 1.5 : null },
			});
	} finally {
		await browser.close();
		bare.end();
		await studio.end();
	}
}

async function tapper(page: Page): Promise<() => Promise<{ painted: number; written: number }>> {
	const client = await page.context().newCDPSession(page);
	await client.send("Emulation.setCPUThrottlingRate", { rate: SLOWER });
	const button = page.locator('[data-field="good"]');
	await button.waitFor();
	const box = await button.boundingBox();
	if (!box) throw new Error("there is nothing to tap");
	return async () => {
		await page.bringToFront();
		await page.waitForTimeout(250);
		const shown = page.evaluate(
			() =>
				new Promise<{ painted: number; written: number }>((resolve) => {
					const used = () => document.querySelector('[data-testid="used"]')?.textContent;
					const before = used();
					let touched = 0;
					addEventListener(
						"pointerdown",
						(event) => {
							touched = event.timeStamp;
						},
						{ once: true, capture: true },
					);
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
				}),
		);
		await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
		return shown;
	};
}
