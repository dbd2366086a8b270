import { existsSync } from "node:fs";
import { join } from "node:path";
import { accessible, allSent, expect, good, test, touch } from "./studio";

test.use({ viewport: { width: 390, height: 844 } });

test("an empty studio: a name and a skill, and the first try in four presses", async ({ page, studio }) => {
	await page.goto("/");
	await accessible(page);
	await page.getByLabel("First student").fill("Perpetua Quill");
	await page.getByRole("button", { name: "start lesson" }).click();
	// What is missing is said, and what was typed stays.
	await expect(page.getByText(/^Skill: enter/)).toBeVisible();
	await expect(page.getByLabel("First student")).toHaveValue("Perpetua Quill");
	await page.getByLabel("Skill", { exact: true }).fill("Two-club cross");
	await page.getByRole("button", { name: "start lesson" }).click();
	await expect(page.getByRole("heading", { name: "Lesson: Perpetua Quill, With help" })).toBeAttached();
	await good(page).click();
	await expect(page.getByTestId("used")).toHaveText("1");
	await allSent(page);
	expect((await studio.events()).filter(({ kind }) => kind === "attempt")).toHaveLength(1);
});

test("looking around among made-up students: a studio of its own, a line on every page, and back to one's own as it was", async ({
	page,
	studio,
}) => {
	test.setTimeout(400_000);
	await page.goto("/");
	await touch(page, "look around with made-up students").click();
	const line = page.getByRole("complementary", { name: "Made-up students" });
	// A whole studio of half a year is written first.
	await expect(line).toBeVisible({ timeout: 240_000 });
	await expect(page.getByRole("link", { name: "Isolde Brankovar" }).first()).toBeVisible();
	await accessible(page);
	await page
		.getByRole("button", { name: /^start lesson: Isolde Brankovar/ })
		.first()
		.click();
	await expect(good(page)).toBeInViewport({ ratio: 1 });
	await expect(line).toBeVisible();
	await good(page).click();
	await allSent(page);
	// Nothing of it leaves the house.
	expect((await page.request.post("/api/backup", { headers: { origin: new URL(page.url()).origin } })).status()).toBe(
		403,
	);
	expect((await page.request.get("/api/calendar")).status()).toBe(403);
	await page.goto("/calendar");
	await page.getByLabel("Name of the calendar").fill("my phone");
	await page.getByRole("button", { name: "make a link" }).click();
	await expect(page.getByText("These students are made up.", { exact: false })).toBeVisible();

	await line.getByRole("button", { name: "leave" }).click();
	await expect(page.getByText("Welcome")).toBeVisible();
	await expect(line).toHaveCount(0);
	expect(await studio.events()).toEqual([]);
	expect(existsSync(join(studio.folder, "made-up.db"))).toBe(true);
});
