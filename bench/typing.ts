import { type CDPSession, chromium, type Page } from "@playwright/test";
import { chromiumPath, quiet } from "../e2e/browser";
import prepareDemo from "../e2e/setup";
import { Studio } from "../e2e/studio";
import { against } from "./measure";
import { serve } from "./serve";

const TURNS = 6;
const KEYS = 20;

/** How busy the page's one thread is while a number of the rule is typed over and over, against a bare form. */
export async function typing(): Promise<void> {
	await prepareDemo();
	const studio = await Studio.make(true);
	const bare = await serve("bare", ":memory:");
	const browser = await chromium.launch({ executablePath: chromiumPath(), args: quiet });
	try {
		const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: "en-GB" });
		const designer = await context.newPage();
		await designer.goto(`${studio.url}/rules`);
		await designer.getByTestId("worth").waitFor();
		const form = await context.newPage();
		await form.goto(`${bare.url}/form`);
		await form.waitForTimeout(1000);
		const [ours, theirs] = [await typist(designer), await typist(form)];
		await against({
			name: `main thread while ${KEYS} digits are typed into the rule designer, four a second`,
			baseline: "a bare page of the same framework with one field of the same kind and the words of what it holds",
			...{ ours, theirs, turns: TURNS, unit: "ms", goal: 1.5 },
		});
	} finally {
		await browser.close();
		bare.end();
		await studio.end();
	}
}

/** Types, and says how long the page's main thread was busy meanwhile, in milliseconds. */
async function typist(page: Page): Promise<() => Promise<number>> {
	const client = await page.context().newCDPSession(page);
	await client.send("Performance.enable", { timeDomain: "timeTicks" });
	const field = page.getByLabel("good", { exact: true });
	return async () => {
		await page.bringToFront();
		await field.focus();
		const before = await busy(client);
		for (let i = 0; i < KEYS; i++) {
			await page.keyboard.press(i % 2 ? "Backspace" : String(1 + (i % 3)));
			await page.waitForTimeout(250);
		}
		return (await busy(client)) - before;
	};
}

async function busy(client: CDPSession): Promise<number> {
	const { metrics } = await client.send("Performance.getMetrics");
	return 1000 * (metrics.find(({ name }) => name === "TaskDuration")?.value ?? 0);
}
