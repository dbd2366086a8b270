import { chromium } from "@playwright/test";
import { chromiumPath, quiet } from "./browser";
import prepareDemo from "./setup";
import { quickHand, Studio } from "./studio";

await prepareDemo();
const studio = await Studio.make(true);
const browser = await chromium.launch({ executablePath: chromiumPath(), args: quiet });
const context = await browser.newContext({ viewport: { width: 390, height: 844 }, locale: "en-GB", hasTouch: true });
await quickHand(context);
const page = await context.newPage();
await page.goto(`${studio.url}/students/isolde`);
await page
	.getByRole("button", { name: /^lesson: .*left/i })
	.first()
	.click();
await page.locator('[data-field="good"]').waitFor();
await page.getByRole("button", { name: "more", exact: true }).click();
await page.getByRole("button", { name: /sides in turn/ }).click();
for (let i = 0; i < 13; i++)
	await page
		.locator(i % 4 === 3 ? "[data-field]" : '[data-field="good"]')
		.first()
		.click();
const shot = async (w: number, h: number, n: string) => {
	await page.setViewportSize({ width: w, height: h });
	await page.waitForTimeout(200);
	await page.screenshot({ path: `/tmp/${n}.png` });
};
await shot(390, 844, "b0");
await shot(360, 640, "b1");
await shot(844, 390, "b2");
await shot(640, 360, "b3");
await shot(768, 1024, "b4");
await shot(1024, 768, "b5");
await browser.close();
await studio.end();
process.exit(0);
