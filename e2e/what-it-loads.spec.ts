import { accessible, advice, allSent, expect, good, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("tries are load; a limit that is reached is said, and takes its rungs out of the lesson with the reason", async ({
	page,
}) => {
	await page.goto("/students/jory");
	await touch(page, "start lesson: Unicycle, ten metres free, none").click();
	await good(page).click();
	await good(page).click();
	await touch(page, "no count").click();
	await allSent(page);

	await page.goto("/students/jory");
	await page.getByRole("link", { name: /^Training load/ }).click();
	const knee = page.getByRole("region", { name: "Knee" });
	// What did not count loads as well.
	await expect(knee).toContainText("3 today");
	await accessible(page);
	const day = knee.getByLabel("Limit a day");
	await day.fill("0");
	await touch(page, "save the limit for the knee").click();
	await expect(knee.getByRole("alert")).toContainText("limit of a day");
	await expect(day).toHaveValue("0");
	await day.fill("3");
	await touch(page, "save the limit for the knee").click();
	await expect(knee).toContainText("Limit reached for today: rungs that load the knee are left out of the lesson.");
	await expect(knee).toContainText("3 today, of 3");

	await page.goto("/students/jory");
	await page.getByRole("button", { name: /^(start|continue) lesson: Unicycle/ }).click();
	await page.getByRole("button", { name: /^Rung \d+/ }).click();
	await expect(
		page.getByText(/Left out for Jory Tamblyn: its limit for the knee is reached: 3 of 3 today/).first(),
	).toBeVisible();
});

test("a limit reached in the lesson is what the advice says first; raised with a reason it goes on, and the week shows it", async ({
	page,
}) => {
	await page.goto("/students/jory/load");
	const knee = page.getByRole("region", { name: "Knee" });
	await knee.getByLabel("Limit a day").fill("3");
	await touch(page, "save the limit for the knee").click();
	await expect(knee).toContainText("of 3");

	await page.goto("/students/jory");
	await touch(page, "start lesson: Unicycle, ten metres free, none").click();
	await good(page).click();
	await good(page).click();
	await expect(advice(page)).not.toContainText("Enough for the knee");
	await touch(page, "no count").click();
	await expect(advice(page)).toContainText("Enough for the knee");
	await expect(advice(page)).toContainText("3 of 3 today. Choose other work, or raise the limit and say why.");
	await expect(advice(page).getByRole("button", { name: /^skip/ })).toHaveCount(0);
	// Words that just changed are deaf to a touch.
	await page.waitForTimeout(450);
	await advice(page).getByText("Enough for the knee").click();
	const drawer = page.getByRole("region", { name: "Enough for the knee" });
	await accessible(page);
	await drawer.getByLabel("The new limit").fill("3");
	await drawer.getByLabel("Why the knee may take more").fill("dress rehearsal");
	await drawer.getByRole("button", { name: "raise it" }).click();
	await expect(drawer.getByRole("alert")).toHaveText("The load is already 3. Enter 4 or more.");
	await expect(drawer.getByLabel("Why the knee may take more")).toHaveValue("dress rehearsal");
	await drawer.getByLabel("The new limit").fill("5");
	await drawer.getByRole("button", { name: "raise it" }).click();
	await expect(advice(page)).not.toContainText("Enough for the knee");
	await good(page).click();
	await good(page).click();
	await expect(advice(page)).toContainText("5 of 5 today");
	await allSent(page);

	await page.goto("/students/jory/load");
	await expect(knee).toContainText("raised to 5 for that day. dress rehearsal");
	await expect(knee).toContainText("5 today, of 5");
	await page.goto("/load");
	await expect(page.getByRole("row", { name: /^Jory Tamblyn knee/ }).first()).toContainText("5 of 5 today, enough");
	// Named in a plan of that day.
	await page.goto("/plans?student=jory");
	await page.getByRole("button", { name: "plan the lesson", exact: true }).click();
	await expect(page.getByText(/Jory Tamblyn: enough for the knee/)).toBeVisible();
});
