import { readyForNoSignal } from "./noSignal";
import { accessible, expect, test } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("one key opens search from anywhere; people, pages, acts and what was said are found and opened by keys", async ({
	page,
}) => {
	await page.goto("/skills/clubs");
	await page.keyboard.press("/");
	const field = page.getByRole("dialog").getByRole("combobox");
	await expect(field).toBeFocused();
	await field.fill("report isol");
	await expect(page.getByRole("option", { name: "report on Isolde Brankovar" })).toHaveAttribute(
		"aria-selected",
		"true",
	);
	await page.keyboard.press("Enter");
	await expect(page).toHaveURL(/\/students\/isolde\/report/);

	// While something is typed a slash is a slash; Ctrl+K opens it all the same, Esc goes back to the field.
	await page.goto("/ladders");
	const words = page.getByLabel("Search ladders");
	await words.fill("a/b");
	await expect(words).toHaveValue("a/b");
	await words.press("ControlOrMeta+k");
	await expect(field).toBeFocused();
	await accessible(page);
	await field.fill("back up");
	await expect(page.getByRole("dialog").getByRole("option").first()).toContainText("back up");
	await page.keyboard.press("Escape");
	await expect(field).toHaveCount(0);
	await expect(words).toHaveValue("a/b");

	// A question about what was said: the server finds it, and says that it was the server.
	await page.keyboard.press("ControlOrMeta+k");
	await field.fill("what did I say about the tongue?");
	await expect(page.getByText("Said and noted, from the server")).toBeVisible();
	await page
		.getByRole("option", { name: /Nimue Hartwell, parked/ })
		.first()
		.click();
	await expect(page).toHaveURL(/lessons/);
});

test.describe("without a signal", () => {
	test.use({ serviceWorkers: "allow", expected: /ERR_|Failed to fetch|Failed to load resource/ });

	test("what this device holds is found, and it says so", async ({ page, context }) => {
		await readyForNoSignal(page);
		await page.keyboard.press("/");
		await page.getByRole("dialog").getByRole("combobox").fill("nimue");
		await expect(page.getByRole("option", { name: "Nimue Hartwell", exact: false }).first()).toBeVisible();
		await context.setOffline(true);
		await page.getByRole("dialog").getByRole("combobox").fill("isolde");
		await expect(page.getByRole("option", { name: /^Isolde Brankovar/ }).first()).toBeVisible();
		await expect(page.getByText("The server does not answer. You see what this device holds.")).toBeVisible();
	});
});
