import { accessible, allSent, expect, good, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("tries are load; a limit that is reached is said, and takes its rungs out of the lesson with the reason", async ({
	page,
}) => {
	await page.goto("/students/jory");
	await touch(page, "lesson: Unicycle, ten metres free, none").click();
	await good(page).click();
	await good(page).click();
	await touch(page, "no count").click();
	await allSent(page);

	await page.goto("/students/jory");
	await page.getByRole("link", { name: "load", exact: true }).click();
	const knee = page.getByRole("region", { name: "Knee" });
	// What did not count loads as well.
	await expect(knee).toContainText("3 today");
	await accessible(page);
	const day = knee.getByLabel("At most in a day");
	await day.fill("0");
	await touch(page, "keep the limit for the knee").click();
	await expect(knee.getByRole("alert")).toContainText("limit of a day");
	await expect(day).toHaveValue("0");
	await day.fill("3");
	await touch(page, "keep the limit for the knee").click();
	await expect(knee).toContainText(
		"The limit is reached for today: rungs that load the knee are taken out of the lesson.",
	);
	await expect(knee).toContainText("3 today, of 3");

	await page.goto("/students/jory");
	await page.getByRole("button", { name: /^(back into the )?lesson: Unicycle/ }).click();
	await page.getByRole("button", { name: /^Rung \d+/ }).click();
	await expect(
		page.getByText(/Taken out for Jory Tamblyn: its limit for the knee is reached: 3 of 3 today/).first(),
	).toBeVisible();
});
