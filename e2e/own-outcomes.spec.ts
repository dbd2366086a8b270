import { findLadder } from "@/store/ladders";
import { accessible, expect, test, touch, written } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 900 } });

test("outcomes are the coach’s own: renamed with their points, one taken out, the rule mended with a press; an empty one is refused", async ({
	page,
	studio,
}) => {
	await page.goto("/ladders/kasimir-calls");
	await page.getByRole("button", { name: "Called in the square", exact: true }).click();
	const sentence = page.getByText(/^8 points \(/).last();
	await page.getByLabel("Outcome 2", { exact: true }).fill("Slow hands");
	await expect(page.getByText(/slow-hands \+1/).first()).toBeVisible();
	await page.getByRole("button", { name: "remove outcome 4" }).click();
	await expect(page.getByText("The rule still gives points for wrong, which is no longer an outcome.")).toBeVisible();
	await page.getByRole("button", { name: "remove 1 outcome from the rule" }).click();
	await expect(page.getByText("which is no longer an outcome", { exact: false })).toHaveCount(0);
	await expect(sentence).not.toContainText("wrong");
	await touch(page, "add an outcome").click();
	await touch(page, "show me").click();
	await expect(page.getByText("outcome 5, name of the outcome: enter", { exact: false }).first()).toBeVisible();
	await page.getByLabel("Outcome 5", { exact: true }).fill("on the floor");
	await page.getByLabel("Points of outcome 5").fill("-1");
	await accessible(page);
	await written(page);
	await expect
		.poll(async () => {
			const row = await studio.inStore((store) => findLadder(store, "kasimir-calls"));
			const { scale = [], rule } = row?.ladder.rungs[6]?.settings ?? {};
			return [scale.map(({ code, label, points }) => [code, label, points]), (rule as { weights: unknown }).weights];
		})
		.toEqual([
			[
				["clean", "clean", 2],
				["slow-hands", "Slow hands", 1],
				["saved", "saved", 0],
				["drop", "drop", -2],
				["on-the-floor", "on the floor", -1],
			],
			{ clean: 2, "slow-hands": 1, drop: -2 },
		]);
});
