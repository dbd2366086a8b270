import type { Page } from "@playwright/test";
import { accessible, allSent, expect, field, good, test, touch } from "./studio";
import { small, targets } from "./targets";

test.use({ demo: true });

const screens = [
	["a phone", 390, 844],
	["a small phone", 360, 640],
	["a small phone lying", 640, 360],
	["a phone lying", 844, 390],
	["a tablet", 768, 1024],
	["a tablet lying", 1024, 768],
] as const;

const fieldsAt = async (page: Page) =>
	page.locator("[data-field]").evaluateAll((all) => all.map((one) => JSON.stringify(one.getBoundingClientRect())));

for (const [name, width, height] of screens)
	test(`${name}, ${width} x ${height}: every target can be hit, the count is in sight, and the fields stay where they are`, async ({
		page,
	}) => {
		await page.setViewportSize({ width, height });
		await page.goto("/students/isolde");
		await touch(page, "start lesson: Three-club cascade, left").click();
		await expect(good(page)).toBeVisible();
		const before = await fieldsAt(page);
		expect(small(await targets(page))).toEqual([]);
		const count = await page.getByTestId("count").evaluate((one) => one.closest("section")?.getBoundingClientRect());
		expect(count?.height).toBeGreaterThanOrEqual(96);
		// Nothing hangs out of the screen.
		const out = (await targets(page)).filter((box) => box.x < -0.5 || box.x + box.width > width + 0.5);
		expect(out).toEqual([]);

		for (let i = 0; i < 4; i++) await touch(page, "missed height").click();
		expect(await fieldsAt(page)).toEqual(before);
		for (const drawer of ["cue", "state", "more"]) {
			await touch(page, drawer).click();
			expect(small(await targets(page))).toEqual([]);
			expect(await fieldsAt(page)).toEqual(before);
			// The fields are never covered: a touch there logs, whatever is open.
			const box = await good(page).boundingBox();
			const hit = await page.evaluate(
				([x, y]) =>
					document
						.elementFromPoint(x as number, y as number)
						?.closest("[data-field]")
						?.getAttribute("data-field"),
				[(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) / 2],
			);
			expect(hit).toBe("good");
			await page.keyboard.press("Escape");
		}
		await page.keyboard.press("t");
		expect(small(await targets(page))).toEqual([]);
		await page
			.getByRole("button", { name: /missed, height off/ })
			.first()
			.click();
		expect(small(await targets(page))).toEqual([]);
		await page.keyboard.press("Escape");
		await page.keyboard.press("l");
		expect(small(await targets(page))).toEqual([]);
		await page.keyboard.press("Escape");
		await touch(page, "more").click();
		await page.getByRole("button", { name: /^this device/ }).click();
		expect(small(await targets(page))).toEqual([]);
		await page.keyboard.press("Escape");
		await accessible(page);
	});

test("turned round in the hand, the lesson goes on where it was", async ({ page }) => {
	await page.setViewportSize({ width: 390, height: 844 });
	await page.goto("/students/isolde");
	await touch(page, "start lesson: Three-club cascade, left").click();
	for (let i = 0; i < 3; i++) await good(page).click();
	await page.setViewportSize({ width: 844, height: 390 });
	await expect(page.getByTestId("count")).toHaveText("3");
	await good(page).click();
	await page.setViewportSize({ width: 390, height: 844 });
	await expect(page.getByTestId("used")).toHaveText("4");
	await allSent(page);
	await field(page, "good").click();
	await expect(page.getByTestId("used")).toHaveText("5");
});
