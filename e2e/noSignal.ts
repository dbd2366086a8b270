import type { Page } from "@playwright/test";
import { expect } from "./studio";

/** Waits until the program is held ready on this device, and the next lessons' pack too. */
export async function readyForNoSignal(page: Page): Promise<void> {
	await page.goto("/");
	await expect(page.locator("html")).toHaveAttribute("data-ahead", "kept");
	await page.evaluate(async () => {
		await navigator.serviceWorker.ready;
	});
	await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller?.state ?? "none")).toBe("activated");
}
