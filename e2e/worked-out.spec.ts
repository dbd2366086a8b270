import { readyForNoSignal } from "./noSignal";
import { accessible, expect, test, touch } from "./studio";

test.describe("on a bench", () => {
	test.use({ demo: true, viewport: { width: 1280, height: 800 } });

	test("a reaction-time sum is found from a rung, worked out by keys, and put into it; and into plan and practice", async ({
		page,
	}) => {
		await page.goto("/ladders/isolde-clubs");
		const rung = page.locator('[aria-expanded="false"]').nth(4);
		await rung.click();
		await page.getByRole("link", { name: "the speed from a shorter distance" }).first().click();
		await expect(page.getByRole("heading", { name: "As much time at a shorter distance" })).toBeVisible();
		await expect(page.getByLabel("Rung")).toContainText("Three clubs, slow");

		// By keys alone: three numbers, and what they come to.
		await page.getByLabel("real speed").focus();
		for (const typed of ["12", "9", "4,5"]) {
			await page.keyboard.press("ControlOrMeta+a");
			await page.keyboard.type(typed);
			await page.keyboard.press("Tab");
		}
		const result = page.getByTestId("result");
		await expect(result).toHaveText("6 m/s (22 km/h)");
		await page.getByLabel("Units").selectOption("imperial");
		await expect(result).toHaveText("19.7 ft/s (13 mph)");
		await page.getByLabel("Units").selectOption("metric");
		await page.getByLabel("distance here").fill("0");
		await expect(page.getByRole("main").getByRole("alert")).toHaveText("Distance here: enter 0.1 m to 500 m, not 0 m.");
		await page.getByLabel("distance here").fill("4.5");
		await accessible(page);

		const put = page.getByRole("region", { name: "Use this result" });
		await touch(page, "save in the rung").press("Enter");
		await expect(put.getByRole("status")).toContainText("Saved in the rung.");
		await touch(page, "add to the next plan").press("Enter");
		await put.getByRole("link", { name: /^the plan for/ }).click();
		await expect(page.getByText(/Thrown at 6 m\/s \(22 km\/h\) from 4.5 m/).first()).toBeVisible();
		await page.goBack();
		// Typed before, and still there.
		await expect(result).toHaveText("6 m/s (22 km/h)");
		await put.getByLabel("Ladder").selectOption("odile-slackline");
		await touch(page, "add to the practice").click();
		await expect(page.getByText(/This rung is not in their practice/)).toBeVisible();

		// A size of kit goes to the student, dated; who grows is measured again.
		await page.getByRole("button", { name: "Kit by body measures" }).click();
		await page.getByLabel("body measure").fill("70");
		await expect(result).toHaveText("67.2 cm");
		await put.getByLabel("Ladder").selectOption("isolde-unicycle");
		await touch(page, "save in their kit").click();
		await expect(put.getByRole("status")).toContainText(/Saved in their kit\. You promised to measure again by .*/);
		await put.getByRole("link", { name: "their kit" }).click();
		await expect(page.getByText(/Kit of 67\.2 cm by a measure of 70 cm\./)).toBeVisible();
		await expect(page.getByText("Measure again for their kit").first()).toBeVisible();

		await page.goto("/ladders/isolde-clubs");
		await rung.click();
		await expect(page.getByLabel(/drill/i).first()).toHaveValue(
			/Thrown at 6 m\/s \(22 km\/h\) from 4.5 m: there in 0.75 s, as at 12 m\/s \(43 km\/h\) from 9 m\./,
		);
	});
});

test.describe("on a phone, without a signal", () => {
	test.use({
		demo: true,
		viewport: { width: 390, height: 844 },
		hasTouch: true,
		isMobile: true,
		serviceWorkers: "allow",
		expected: /ERR_|Failed to fetch|Failed to load resource/,
	});

	test("every sum works where the server does not answer, and fits the screen", async ({ page, studio }) => {
		await readyForNoSignal(page);
		await studio.kill();
		await page.goto("/students");
		await page.getByRole("link", { name: "Calculators" }).tap();
		const choice = page.getByRole("combobox", { name: "Calculator", exact: true });
		await expect(page.getByTestId("result")).toBeVisible();
		for (const sum of await choice
			.getByRole("option")
			.evaluateAll((all) => all.map((one) => one.getAttribute("value")))) {
			await choice.selectOption(sum);
			await expect(page.getByTestId("result")).toHaveText(/\d/);
			expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
		}
		await choice.selectOption("turns");
		await page.getByLabel("team sizes").fill("3 4");
		await page.getByLabel("turns for each team").fill("10");
		await expect(page.getByText("Team 2, 4 people: the first 2 go 3 times, the others 2.")).toBeVisible();
		await accessible(page);
		// What it would be put into is known here; putting it there waits for the server.
		await touch(page, "save in the rung").tap();
		await expect(page.getByText(/server/).first()).toBeVisible();
	});
});
