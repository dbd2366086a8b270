import { pages } from "./pages";
import { expect, test } from "./studio";

// One of these two is always on another day than the server.
for (const timezoneId of ["Pacific/Kiritimati", "Pacific/Pago_Pago"])
	test.describe(timezoneId, () => {
		test.use({ demo: true, timezoneId });
		test("where the browser’s day is not the server’s, no page is thrown away", async ({ page }) => {
			test.setTimeout(240_000);
			for (const path of Object.values(pages).flat()) {
				await page.goto(path);
				await expect(page.locator("h1").first()).toBeAttached();
				await page.waitForTimeout(150);
			}
			// The journey itself fails on anything the console calls an error: a page that is drawn anew does.
		});
	});
