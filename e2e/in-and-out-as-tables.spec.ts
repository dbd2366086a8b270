import { readFileSync } from "node:fs";
import { parse } from "csv-parse/sync";
import { accessible, expect, test } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("a notebook’s table of a season is pasted, mended line by line, brought in once and seen on the rail", async ({
	page,
}) => {
	await page.goto("/ladders/pip-balls");
	await page.getByRole("link", { name: "old scores" }).click();
	const table = page.getByLabel("Paste or type the table");
	const days = Array.from(
		{ length: 12 },
		(_, i) => `2026-0${1 + Math.floor(i / 4)}-${String(3 + 7 * (i % 4)).padStart(2, "0")}`,
	);
	const lines = days.map((day, i) => `${day}\t1\t${5 + (i % 5)}\t10\tindoors`);
	await table.fill(["date\trung\tgood\tof\tremark", ...lines, "2026-03-32\t1\t12\t10\t"].join("\n"));
	const preview = page.getByRole("table", { name: "The table as understood" });
	await expect(preview.getByRole("row").nth(1)).toContainText("is not a date. Write it like 2026-03-09");
	await expect(preview.getByRole("row").nth(1)).toContainText("12 good of 10 tries cannot be");
	await expect(page.getByRole("button", { name: /^import/ })).toBeDisabled();
	await expect(page.getByText("1 line with errors. Fix it first: all lines are imported, or none.")).toBeVisible();
	// What was pasted is there after a reload, and mended it is taken.
	await page.reload();
	await expect(table).toHaveValue(/2026-03-32/);
	await accessible(page);
	await table.fill(["date\trung\tgood\tof\tremark", ...lines].join("\n"));
	await page.getByRole("button", { name: "import 12 lines, 12 days" }).click();
	await expect(page.getByText("12 lines of 12 days imported.")).toBeVisible();
	// Twice is refused.
	await table.fill(["date\trung\tgood\tof\tremark", ...lines].join("\n"));
	await page.getByRole("button", { name: "import 12 lines, 12 days" }).click();
	await expect(page.getByText(/12 days were imported before/)).toBeVisible();
	// Seen on the rail, and along the months.
	await page.goto("/students/pip/progress");
	const balls = page.getByRole("region", { name: /Three-ball cascade/ });
	await balls.getByRole("slider").focus();
	await page.keyboard.press("Home");
	await expect(balls.getByText("Sat 3 Jan").first()).toBeVisible();
	await expect(balls.getByText(/: 5 of 10 good/)).toBeVisible();
});

test("a table is taken out with how far it is, and another library reads it; it can be stopped", async ({ page }) => {
	await page.goto("/records");
	await page.getByLabel("A table for a spreadsheet, CSV").selectOption("attempts");
	const [file] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("button", { name: "download the table" }).click(),
	]);
	const rows = parse(readFileSync(await file.path()), { bom: true, columns: true }) as Record<string, string>[];
	expect(rows.length).toBeGreaterThan(9000);
	expect(new Set(rows.map(({ student }) => student)).size).toBe(10);
	await expect(page.getByText(/lines downloaded\.$/)).toBeVisible();
	await page.getByLabel("A table for a spreadsheet, CSV").selectOption("rungs");
	await page.getByLabel("of", { exact: true }).selectOption("isolde");
	const [rungs] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("button", { name: "download the table" }).click(),
	]);
	const told = parse(readFileSync(await rungs.path()), { bom: true, columns: true }) as Record<string, string>[];
	expect(new Set(told.map(({ student }) => student))).toEqual(new Set(["Isolde Brankovar"]));
	expect(told.filter(({ peg }) => peg === "yes")).toHaveLength(3);
	await page.getByLabel("A table for a spreadsheet, CSV").selectOption("attempts");
	await page.getByLabel("of", { exact: true }).selectOption("");
	await page.getByRole("button", { name: "download the table" }).click();
	await page.getByRole("button", { name: "stop" }).click();
	await expect(page.getByText("Stopped. Nothing was downloaded.")).toBeVisible();
});
