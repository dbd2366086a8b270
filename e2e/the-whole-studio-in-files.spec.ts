import { execFile } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { promisify } from "node:util";
import type { Download, Page } from "@playwright/test";
import { sameOnBoth } from "./onDevice";
import { accessible, allSent, expect, good, keptMark, test, touch } from "./studio";

/** Out, in, back, aside and away, as a coach does it. */
test.use({ demo: true, viewport: { width: 1280, height: 800 }, expected: /status of 409|Failed to fetch/ });

const run = promisify(execFile);
const saved = async (download: Download): Promise<string> => readFileSync(await download.path(), "utf8");
const part = (page: Page, name: string) => page.getByRole("region", { name, exact: true });

test("a student is taken out, deleted with everything, and brought in again", { tag: "@both" }, async ({
	page,
	studio,
}) => {
	const before = await studio.events();
	await page.goto("/records");
	await accessible(page);
	await page.getByLabel("Delete a student and all their data").selectOption("Odile Fennimore");
	await expect(page.getByText(/deletes Odile Fennimore with 1 ladder, 17 lessons and \d+ events/)).toBeVisible();
	const [out] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("link", { name: "first, download a workbook of them" }).click(),
	]);
	const kept = join(studio.folder, "odile.json");
	writeFileSync(kept, await saved(out));
	await touch(page, "delete Odile Fennimore for good").click();
	await expect(page.getByText("Odile Fennimore is deleted.")).toBeVisible();
	expect((await studio.events()).filter((event) => event.student === "odile")).toEqual([]);
	await page.goto("/students");
	await expect(page.getByText("Odile Fennimore")).toHaveCount(0);

	await page.goto("/records");
	await page.getByLabel("Import a workbook").setInputFiles(kept);
	await expect(page.getByText("One student, with everything that belongs to it.")).toBeVisible();
	await expect(page.getByText("1 student who was deleted here would come back")).toBeVisible();
	await accessible(page);
	await touch(page, "import").click();
	await expect(page.getByText("Imported.")).toBeVisible();
	await page.goto("/students/odile");
	await expect(page.getByRole("img", { name: /^Slackline walk: the peg over 17 lessons/ })).toBeVisible();
	await expect(page.getByRole("link", { name: "all 17, with every try" })).toBeVisible();
	const ids = (events: typeof before) => events.map((event) => event.id).sort();
	expect(ids(await studio.events())).toEqual(ids(before));
});

test("a backup is brought back while a phone holds what came after it: nothing is lost, nothing doubled", {
	tag: "@both",
}, async ({ page, context, studio, listenTo }) => {
	const phone = await context.newPage();
	listenTo(phone);
	await phone.setViewportSize({ width: 390, height: 844 });
	await phone.goto("/");
	await touch(phone, "start lesson: Odile Fennimore, Slackline walk, right").click();
	for (let i = 0; i < 3; i++) await good(phone).click();
	await allSent(phone);

	await page.goto("/records");
	const [out] = await Promise.all([page.waitForEvent("download"), touch(page, "back up").click()]);
	const backup = join(studio.folder, "yesterday.db");
	await out.saveAs(backup);
	for (let i = 0; i < 5; i++) await good(phone).click();
	await allSent(phone);
	const mark = await keptMark(phone);

	await page.getByLabel("Restore a backup").setInputFiles(backup);
	await expect(page.getByText(/The backup is complete: 10 students, 19 ladders/)).toBeVisible();
	await accessible(page);
	await touch(page, "restore the backup").click();
	await expect(page.getByText("Restored.", { exact: true })).toBeVisible();
	// Without a touch: the phone learns of it and sends what came after the backup.
	await expect
		.poll(
			async () =>
				(await studio.events()).filter(({ device, kind }) => device === mark.device && kind === "attempt").length,
		)
		.toBe(8);
	await good(phone).click();
	await expect.poll(async () => (await keptMark(phone)).keptTo).toBeGreaterThan(mark.keptTo);
	await allSent(phone);
	expect(await sameOnBoth(phone, studio)).toBe(9);
});

test("a file that is no workbook is told so by path; a long one can be stopped; nothing is written", async ({
	page,
	studio,
}) => {
	const before = await studio.events();
	const file = (name: string, text: string | Buffer) => {
		writeFileSync(join(studio.folder, name), text);
		return join(studio.folder, name);
	};
	await page.goto("/records");
	const bringIn = page.getByLabel("Import a workbook");
	const says = (text: string | RegExp) => expect(part(page, "Import").getByText(text)).toBeVisible();
	await bringIn.setInputFiles(file("rubbish.json", "so much rubbish"));
	await says(/This is not JSON at the beginning/);
	await touch(page, "cancel").click();
	const [out] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("link", { name: "download a workbook of the whole studio" }).click(),
	]);
	const whole = await saved(out);
	const book = JSON.parse(whole);
	book.ladders[3].student = "nobody";
	book.students[2].student.name = "";
	await bringIn.setInputFiles(file("bent.json", JSON.stringify(book)));
	await says(/students\[2\]\.student\.name/);
	await says(/ladders\[3\] names the student nobody, which is neither in the file nor here/);
	await expect(touch(page, "import")).toHaveCount(0);
	await touch(page, "cancel").click();

	// The same events over and over: once is enough, but reading them takes a while.
	const events = JSON.stringify(book.events).slice(1, -1);
	const head = whole.slice(0, whole.indexOf('"events":['));
	await bringIn.setInputFiles(
		file("long.json", `${head}"events":[${Array.from({ length: 5 }, () => events).join(",")}]}`),
	);
	await expect(page.getByRole("progressbar")).toBeVisible();
	await touch(page, "stop").click();
	await says("Stopped. Nothing was changed.");
	expect(await studio.events()).toEqual(before);
});

test("what was set aside is looked at, tried again, and let go", async ({ page, studio }) => {
	const { id, epoch } = await page.request.get("/api/pack").then(async (answer) => (await answer.json()).studio);
	const push = await page.request.post("/api/push", {
		data: { studio: id, epoch, device: "stray", events: [{ id: "a", device: "stray", dseq: 1, kind: "juggled" }] },
	});
	expect(push.ok()).toBe(true);
	await page.goto("/records");
	await expect(part(page, "Problems").getByText(/missing/)).toBeVisible();
	await accessible(page);
	await page.getByRole("button", { name: "try again with number 1 of device stray" }).click();
	await expect(page.getByText(/Still not added\./)).toBeVisible();
	await page.getByRole("button", { name: "delete as number 1 of device stray" }).click();
	await page.getByRole("button", { name: "delete for good with number 1 of device stray" }).click();
	await expect(page.getByText("No problems.")).toBeVisible();
	expect((await studio.events()).filter((event) => event.device === "stray")).toEqual([]);
});

test("everything is found by its words", async ({ page }) => {
	await page.goto("/find");
	await page.getByLabel("Words to search for").fill("LANTERN fair");
	await page.keyboard.press("Enter");
	await expect(part(page, "Students").getByRole("link", { name: "Isolde Brankovar" })).toBeVisible();
	await page.goto("/find?q=hammock");
	await expect(part(page, "Skills").getByRole("link", { name: "Diabolo, toss and catch" })).toBeVisible();
	await page.goto("/find?q=tongue");
	await part(page, "Said and noted")
		.getByRole("link", { name: /Nimue Hartwell, parked/ })
		.click();
	await expect(page).toHaveURL(/lessons/);
	await page.goto("/find?q=xylophone");
	await expect(page.getByText("Nothing found with all these words.")).toBeVisible();
});

test("a student's lessons are read back to the first one, page by page", async ({ page }) => {
	await page.goto("/students/isolde/lessons");
	await expect(page.getByText("19 in all, latest first.")).toBeVisible();
	const days = page.locator("main section[id]");
	for (const _ of [1, 2]) {
		await expect(days).toHaveCount(8);
		const here = page.url();
		await page.getByRole("link", { name: "older lessons" }).click();
		await expect(page).not.toHaveURL(here);
	}
	await expect(days).toHaveCount(3);
	await expect(page.getByRole("link", { name: "older lessons" })).toHaveCount(0);
});

test("the same from a terminal: out, into a studio that is not there yet, and out again, byte for byte", {
	tag: "@both",
}, async ({ studio }) => {
	const workbook = (database: string, ...words: string[]) =>
		run(process.execPath, ["scripts/workbook.mjs", ...words], { env: studio.beside(database) });
	const [out, again, one] = ["out.json", "again.json", "one.json"].map((name) => join(studio.folder, name)) as [
		string,
		string,
		string,
	];
	const other = `file:${join(studio.folder, "elsewhere", "other.db")}`;
	await workbook(studio.database, "export", out);
	const { stdout } = await workbook(other, "import", out);
	expect(stdout).toContain("students: 10 new, 0 here already");
	expect(stdout).toContain("Imported.");
	await workbook(other, "export", again);
	expect(readFileSync(again).equals(readFileSync(out))).toBe(true);

	await workbook(other, "export", one, "--student", "odile");
	expect((await workbook(studio.database, "import", one, "--check")).stdout).toContain(
		"students: 0 new, 1 here already",
	);
	writeFileSync(one, "{}");
	await expect(workbook(other, "import", one)).rejects.toThrow(/Format is missing/);
});
