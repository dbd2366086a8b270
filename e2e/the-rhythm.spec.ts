import { accessible, expect, good, test, touch, written } from "./studio";
import { small, targets } from "./targets";

test.use({ demo: true });

test("beats in an order of their own, with a silent one and a repeat, are played in the lesson from slow to full while the count goes on", async ({
	page,
}) => {
	await page.setViewportSize({ width: 1280, height: 800 });
	await page.goto("/skills/balls#rhythm");
	await page.getByRole("button", { name: /^use your own order of beats/ }).click();
	await page.getByRole("button", { name: "add a step" }).click();
	const steps = page.getByRole("combobox", { name: /^Step \d+$/ });
	const last = await steps.count();
	await page.getByLabel(`seconds of step ${last}`).fill("0.4");
	await page.getByRole("checkbox", { name: "silent" }).last().check();
	await page.getByRole("button", { name: "add a step" }).click();
	await steps.last().selectOption({ index: 1 });
	await page.getByLabel(`Said at step ${last + 1}`).fill("and again");
	await page.getByLabel(`Breath at step ${last + 1}`).selectOption("out");
	await page.getByLabel("Seconds from the start signal to the first beat").fill("0.3");
	await expect(page.getByRole("region", { name: "Rhythm" })).toContainText("and again, breathe out");
	await accessible(page);
	await written(page);

	await page.setViewportSize({ width: 390, height: 844 });
	await page.goto("/students/nimue");
	await page
		.getByRole("button", { name: "bring the ladder up to it" })
		.first()
		.click({ timeout: 1500 })
		.catch(() => undefined);
	await page
		.getByRole("button", { name: /^(?:start|continue) lesson: Three-ball cascade/ })
		.first()
		.click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^rhythm/ }).click();
	const rhythm = page.getByRole("region", { name: "Rhythm", exact: true });
	await rhythm.getByRole("button", { name: "slow to full" }).click();
	await expect(page.getByTestId("tempo")).toHaveText("50");
	expect(small(await targets(page))).toEqual([]);
	await rhythm.getByRole("button", { name: "start" }).click();
	await accessible(page);
	await good(page).click();
	await good(page).click();
	await expect(page.getByTestId("tempo")).toHaveText("63");
	await expect(rhythm.getByRole("button", { name: "stop" })).toBeVisible();
	await expect(rhythm.locator("output")).not.toBeEmpty();
});
