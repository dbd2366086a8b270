import { readFileSync } from "node:fs";
import { wordsOf } from "./pdf";
import { accessible, expect, good, Studio, test, touch } from "./studio";

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
	const up = page.getByRole("button", { name: "up: the next day" });
	await up.press("Enter");
	await expect(up).toBeFocused();
	await expect(page.locator("[data-standing]")).toHaveAttribute("data-standing", "kept");
	const example = page.getByRole("region", { name: "Preview" });
	await expect(example).toContainText(/^PreviewDear Ida!/);
	await expect(example).not.toContainText("lesson of");
	await accessible(page);
	await page.reload();
	await expect(page.getByLabel("Greeting")).toHaveValue("Dear {name}!");

	await page.goto("/students/isolde");
	await touch(page, "start lesson: Three-club cascade, left").click();
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
	await expect(page.getByText("shared")).toBeVisible();
	const [file] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("button", { name: /^save as text/ }).click(),
	]);
	expect(readFileSync(await file.path(), "utf8")).toContain("Dear Isolde Brankovar!  \n");
	await page.getByRole("button", { name: /^finish lesson/ }).click();
	await expect(page).not.toHaveURL(/wrap/);
	await page.goto("/find?q=lantern+moth");
	await page
		.getByRole("main")
		.getByRole("link", { name: /Isolde|27|lesson|\d/ })
		.first()
		.click();
	await expect(page.getByText("The lantern moth flew.")).toBeVisible();
	await expect(page.getByText("Dear Isolde Brankovar!")).toBeVisible();
});

test("a season’s report is printed to PDF and as Markdown; what is not for its reader is left out", async ({
	page,
}) => {
	await page.goto("/students/isolde");
	await page.getByRole("link", { name: /^Report/ }).click();
	await expect(page.getByRole("heading", { name: "Isolde Brankovar" })).toBeVisible();
	await accessible(page);
	await page.getByLabel("Your own words").fill("She walks the square by midsummer.");
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
	expect(text).toMatch(/\d+ of \d+ good.{0,40}likely \d+ to \d+ in 10/s);
	expect(text).not.toContain("Training load, last seven days");
	expect(text).not.toContain("Parts of the report");
	const [file] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("button", { name: "save as text" }).click(),
	]);
	const markdown = readFileSync(await file.path(), "utf8");
	expect(markdown).toMatch(/^# Isolde Brankovar\n/);
	expect(markdown).toContain("| rung | first | latest | change |");
});

test.describe("handed on", () => {
	// A file that is none is refused, and the browser writes that down.
	test.use({ expected: /status of 400/ });

	test("a ladder is handed from one studio to another: no student in it, its author’s name kept, what differs shown", async ({
		page,
	}) => {
		await page.goto("/ladders/isolde-clubs");
		await page.getByText("share with another coach").click();
		await page.getByLabel("Your name, shown as the author").fill("Mara of Quillhaven");
		const [download] = await Promise.all([
			page.waitForEvent("download"),
			page.getByRole("link", { name: "download the file" }).click(),
		]);
		const path = await download.path();
		const text = readFileSync(path, "utf8");
		for (const name of ["Isolde", "isolde", "Brankovar"]) expect(text).not.toContain(name);

		const other = await Studio.make(false);
		try {
			await page.goto(`${other.url}/students/new`);
			await page.getByLabel("Name", { exact: true }).fill("Ned Outfield");
			await page.keyboard.press("Enter");
			await expect(page.getByRole("heading", { name: "Ned Outfield" })).toBeVisible();
			await page.goto(`${other.url}/skills`);
			await page.getByRole("link", { name: "here" }).click();
			const file = page.getByLabel("File from the other coach");
			await file.setInputFiles({ name: "x.json", mimeType: "application/json", buffer: Buffer.from("{}") });
			await expect(page.getByText("This file was not shared from Peg Ladder. Choose another.")).toBeVisible();
			const bring = async (what: string) => {
				await file.setInputFiles({ name: "ladder.json", mimeType: "application/json", buffer: Buffer.from(what) });
				await expect(page.getByRole("region", { name: "What is in it" })).toContainText("By Mara of Quillhaven");
			};
			await bring(text);
			await touch(page, "import the file").click();
			await expect(page.getByText("Choose first whose ladder it will be. Nothing was imported.")).toBeVisible();
			await page.getByLabel("Student for the ladder").selectOption({ label: "Ned Outfield" });
			await accessible(page);
			await touch(page, "import the file").click();
			await expect(page).toHaveURL(/\/ladders\/[\w-]+$/);
			await expect(page.getByRole("button", { name: "Three clubs, slow", exact: true })).toBeVisible();
			// Once more it is the same skill; different, it is added beside it, and what differs is said.
			await page.goto(`${other.url}/skills/bring`);
			// As large as its pictures may make it.
			await bring(text + " ".repeat(3_000_000));
			await expect(page.getByText("You already have this skill. It is not added again.")).toBeVisible();
			await bring(text.replace('"tell": "', '"tell": "quite so: '));
			await expect(page.getByTestId("differs")).toContainText("quite so: ");
			// Nothing of the other one is left open when it ends.
			await page.goto("/");
		} finally {
			await other.end();
		}
	});
});

test("a group over three stations: a sheet to pin up, printed, from where the pegs stand", async ({ page }) => {
	await page.goto("/group");
	await page.getByRole("link", { name: /^Stations/ }).click();
	const who = page.getByRole("group", { name: "Students" });
	for (const name of ["Isolde Brankovar", "Bram Ostwick", "Teodor Quillfeather", "Jory Tamblyn", "Nimue Hartwell"])
		await who.getByLabel(name).check();
	const at = page.getByRole("group", { name: /^Stations/ });
	await at.getByLabel("Three-club cascade").check();
	await expect(page.getByText("One station needs no turns. Choose at least two skills.")).toBeVisible();
	await at.getByLabel(/^Unicycle/).check();
	await at.getByLabel("Three-ball cascade").check();
	const turns = page.getByRole("table", { name: "Timetable" });
	await expect(turns.getByRole("row")).toHaveCount(4);
	await expect(turns).toContainText("from minute 15");
	const clubs = page.getByRole("region", { name: "Three-club cascade" });
	await expect(clubs).toContainText("Isolde Brankovar Three clubs, one pirouette");
	await expect(clubs).toContainText("Nimue Hartwell no ladder here: counts and helps");
	await page.getByLabel("Total minutes").fill("2");
	await expect(page.getByText(/2 minutes for 3 stations is not/)).toBeVisible();
	await page.getByLabel("Total minutes").fill("45");
	await accessible(page);
	const { text } = await wordsOf(await page.pdf({ format: "A4" }));
	expect(text).toContain("15 minutes a turn, 3 turns");
	expect(text).not.toContain("Students");
	await page.reload();
	await expect(turns.getByRole("row")).toHaveCount(4);
});
