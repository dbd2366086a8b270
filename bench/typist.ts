import type { CDPSession, Locator, Page } from "@playwright/test";

const A_KEY_MS = 250;

/** Types so many of these keys over and over, and says how long the page's main thread was busy meanwhile, in milliseconds. */
export async function typist(
	page: Page,
	field: Locator,
	presses: number,
	keys: readonly string[],
): Promise<() => Promise<number>> {
	const client = await page.context().newCDPSession(page);
	await client.send("Performance.enable", { timeDomain: "timeTicks" });
	return async () => {
		await page.bringToFront();
		await field.focus();
		const before = await busy(client);
		for (let i = 0; i < presses; i++) {
			await page.keyboard.press(keys[i % keys.length] as string);
			await page.waitForTimeout(A_KEY_MS);
		}
		return (await busy(client)) - before;
	};
}

async function busy(client: CDPSession): Promise<number> {
	const { metrics } = await client.send("Performance.getMetrics");
	return 1000 * (metrics.find(({ name }) => name === "TaskDuration")?.value ?? 0);
}
