import { type BrowserContext, chromium, type Page, type ViewportSize } from "@playwright/test";
import { quiet, wholeChromium } from "../e2e/browser";
import prepareDemo from "../e2e/setup";
import { Studio } from "../e2e/studio";
import { serve } from "./serve";

/** One browser with the demo studio and the bare application beside it; all of it ends with the work. */
export async function sideBySide(
	viewport: ViewportSize,
	work: (context: BrowserContext, url: string, bare: string, studio: Studio) => Promise<void>,
): Promise<void> {
	await prepareDemo();
	const studio = await Studio.make(true);
	const bare = await serve("bare", ":memory:");
	const browser = await chromium.launch({ executablePath: wholeChromium(), args: quiet });
	try {
		await work(await browser.newContext({ viewport, locale: "en-GB" }), studio.url, bare.url, studio);
	} finally {
		await browser.close();
		bare.end();
		await studio.end();
	}
}

/** A page that comes to the front is painted whole, whatever is measured on it: that is waited for. */
export async function toFront(page: Page): Promise<void> {
	await page.bringToFront();
	await page.waitForTimeout(500);
}
