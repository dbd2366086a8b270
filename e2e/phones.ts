import type { Browser, BrowserContext, Page } from "@playwright/test";
import { test } from "./studio";

/**
 * Phones of a journey: each a student's own, with nothing of the coach's device on it. They are put away after each
 * journey of the file this is called in.
 */
export function studentsPhones(): (browser: Browser) => Promise<Page> {
	const contexts: BrowserContext[] = [];
	test.afterEach(async () => {
		for (const context of contexts.splice(0)) await context.close();
	});
	return async (browser) => {
		const context = await browser.newContext({
			viewport: { width: 390, height: 844 },
			locale: "en-GB",
			timezoneId: "Europe/Lisbon",
			serviceWorkers: "allow",
			hasTouch: true,
		});
		contexts.push(context);
		return context.newPage();
	};
}
