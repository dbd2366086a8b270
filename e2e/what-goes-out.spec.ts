import { readFileSync } from "node:fs";
import { wordsOf } from "./pdf";
import { accessible, expect, good, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("a note is written the coach’s own way, sent by the system’s sheet, kept as sent and found again", async ({
	page,
}) => {
	await page.addInitScript(() => {
		Object.assign(navigator, {
			share: async ({ text }: { text: string }) => {
				document.documentElement.dataset.shared = text;
			},
		});
	});
	await page.goto("/note");
	await page.getByLabel("Greeting").fill("Dear {name}!");
	await page.getByLabel("Last words").fill("Yours, the tent");
	await page.getByLabel("Words for the next lesson").fill("À bientôt, {day}.");
	await page.getByRole("checkbox", { name: "whose, and when" }).uncheck();
	await page.getByRole("button", { name: "up: the next day" }).click();
	await expect(page.locator("[data-standing]")).toHaveAttribute("data-standing", "kept");
	const example = page.getByRole("region", { name: "As it would read" });
	await expect(example).toContainText(/^As it would readDear Ida!/);
	await expect(example).not.toContainText("lesson of");
	await accessible(page);
	await page.reload();
	await expect(page.getByLabel("Greeting")).toHaveValue("Dear {name}!");

	await page.goto("/students/isolde");
	await touch(page, "lesson: Three-club cascade, left").click();
	for (let i = 0; i < 3; i++) await good(page).click();
	await expect(page.getByTestId("kept")).toContainText("sent ✓");
	await page.goto(page.url().replace("/live", "/wrap"));
	const note = page.getByRole("textbox", { name: /^Note/ });
	await expect(note).toHaveValue(/^Dear Isolde Brankovar!\n\n/);
	await expect(note).toHaveValue(/Yours, the tent$/);
	const text = `${await note.inputValue()}\nThe lantern moth flew.`;
	await note.fill(text);
	await page.getByRole("button", { name: /^send the note/ }).click();
	await expect(page.locator("html")).toHaveAttribute("data-shared", text);
	await expect(page.getByText("handed on")).toBeVisible();
	const [file] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("button", { name: /^Markdown/ }).click(),
	]);
	expect(readFileSync(await file.path(), "utf8")).toContain("Dear Isolde Brankovar!  \n");
	await page.getByRole("button", { name: /^close/ }).click();
	await expect(page).not.toHaveURL(/wrap/);
	await page.goto("/find?q=lantern+moth");
	await page.getByRole("main").getByRole("link", { name: /Isolde|27|lesson|\d/ }).first().click();
	await expect(page.getByText("The lantern moth flew.")).toBeVisible();
	await expect(page.getByText("Dear Isolde Brankovar!")).toBeVisible();
});

test("a season’s report is printed to PDF and as Markdown; what is not for its reader is left out", async ({
	page,
}) => {
	await page.goto("/students/isolde");
	await page.getByRole("link", { name: "a report" }).click();
	await expect(page.getByRole("heading", { name: "Isolde Brankovar" })).toBeVisible();
	await accessible(page);
	await page.getByLabel("A word of your own").fill("She walks the square by midsummer.");
	await page.getByLabel("load", { exact: true }).uncheck();
	const { text, pages } = await wordsOf(await page.pdf({ format: "A4" }));
	expect(pages).toBeGreaterThanOrEqual(1);
	for (const words of [
		"Isolde Brankovar",
		"lessons from",
		"Three-club cascade, left, strong side",
		"From rung",
		"What comes next",
		"She walks the square by midsummer.",
	])
		expect(text).toContain(words);
	expect(text).toMatch(/\d+ of \d+, that is \d+ to \d+ in 10/);
	expect(text).not.toContain("Load of the last seven days");
	expect(text).not.toContain("What is in it");
	const [file] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("button", { name: "Markdown" }).click(),
	]);
	const markdown = readFileSync(await file.path(), "utf8");
	expect(markdown).toMatch(/^# Isolde Brankovar\n/);
	expect(markdown).toContain("| rung | first | latest | so |");
});
