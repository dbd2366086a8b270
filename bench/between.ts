import type { Page } from "@playwright/test";
import { quickHand } from "../e2e/studio";
import { few, share } from "./measure";
import { sideBySide } from "./sideBySide";

const TOUCHES = few(60, 6);
/** Apart by more than a round of asking, and never in step with it. */
const APART_MS = [700, 2900] as const;

type Watching = Window & { seen: number[] };

/** From a touch on one device to the other device's screen, as it is spread; there is nothing to measure it against. */
export const between = (): Promise<void> =>
	sideBySide({ width: 390, height: 844 }, async (context, url, _bare, studio) => {
		await quickHand(context);
		const counting = await context.newPage();
		await counting.goto(url);
		await counting.getByRole("button", { name: /^start lesson: Teodor Quillfeather, Three-club cascade/ }).click();
		const button = counting.locator('[data-field="good"]');
		await button.waitFor();
		const browser = context.browser();
		if (!browser) throw new Error("there is no browser");
		const other = await browser.newContext({ viewport: { width: 390, height: 844 } });
		const watching = await other.newPage();
		await watching.goto(`${studio.url}/live${new URL(counting.url()).search}`);
		await watching.getByText("Another device counts").waitFor();
		// The compiler of these files gives functions their names by a helper that the page lacks.
		await watching.evaluate("globalThis.__name ??= (named) => named");
		await watching.evaluate(() => {
			const now = window as unknown as Watching;
			now.seen = [];
			const used = () => Number(document.querySelector('[data-testid="used"]')?.textContent);
			let before = used();
			new MutationObserver(() => {
				// Several may come at once: each of them is seen then.
				for (; before < used(); before++) now.seen.push(Date.now());
			}).observe(document.body, { subtree: true, childList: true, characterData: true });
		});
		const touched = await count(counting);
		await watching.waitForFunction((many) => (window as unknown as Watching).seen.length >= many, TOUCHES, {
			timeout: 60_000,
		});
		const seen = await watching.evaluate(() => (window as unknown as Watching).seen);
		const took = touched.map((at, i) => (seen[i] as number) - at);
		const at = (part: number) => `${(share(took, part) / 1000).toFixed(2)} s`;
		console.log(`a touch on one device, until it is on the other's screen, over ${TOUCHES} touches`);
		console.log(
			`  shortest ${at(0)}, a quarter within ${at(0.25)}, half within ${at(0.5)}, three quarters within ${at(0.75)}, 95 in 100 within ${at(0.95)}, longest ${at(1)}`,
		);
		await other.close();
	});

/** Touches at uneven times, and when each of them was. */
async function count(page: Page): Promise<number[]> {
	const touched: number[] = [];
	const [least, most] = APART_MS;
	let seed = 7;
	for (let i = 0; i < TOUCHES; i++) {
		seed = (seed * 48271) % 2147483647;
		await page.waitForTimeout(least + (seed / 2147483647) * (most - least));
		touched.push(
			await page.locator('[data-field="good"]').evaluate((button) => {
				button.dispatchEvent(new MouseEvent("click", { bubbles: true, detail: 0 }));
				return Date.now();
			}),
		);
	}
	return touched;
}
