import { readFileSync } from "node:fs";
import { parse } from "csv-parse/sync";
import { stringify } from "csv-stringify/sync";
import { pseudo } from "@/core/__tests__/pseudo";
import { addLink } from "@/store/practiceLinks";
import { saveStudent } from "@/store/students";
import { studentsPhones } from "./phones";
import { accessible, expect, good, type Studio, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 }, expected: /ERR_INTERNET_DISCONNECTED|Failed to fetch/ });

const phoneOf = studentsPhones();

const linkTo = (studio: Studio, page: string): Promise<string> =>
	studio.inStore(async (store) => `/p/${await addLink(store, page, { name: "phone", ends: "2199-01-01" })}`);

test("a language comes by its table, read from the right; the page, its paper and the note are in it", async ({
	page,
	studio,
	browser,
}) => {
	await page.goto("/settings");
	await page.getByRole("link", { name: /^Languages/ }).click();
	await expect(page.getByText("No languages yet.")).toBeVisible();
	await page.getByLabel("Name").fill("Made up");
	await page.getByLabel("Code").fill("Hebrew");
	await touch(page, "add the language").click();
	await expect(page.getByText("enter the language’s code in small letters")).toBeVisible();
	await page.getByLabel("Code").fill("he");
	await touch(page, "add the language").click();
	await expect(page.getByText("0 of", { exact: false }).first()).toBeVisible();
	const [file] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("link", { name: "download the table" }).click(),
	]);
	const rows = parse(readFileSync(await file.path(), "utf8"), { bom: true }) as string[][];
	const filled = rows.map(([id = "", words = "", empty = ""]) => {
		if (id === "id") return [id, words, empty];
		// One is left out, and one cannot be used.
		if (id === "page.words") return [id, words, ""];
		return [id, words, id === "page.enough" ? "{tries" : (pseudo.messages[id] ?? "")];
	});
	await page.getByLabel("import the table").setInputFiles({
		name: "filled.csv",
		mimeType: "text/csv",
		buffer: Buffer.from(stringify(filled)),
	});
	await expect(page.getByText("1 row is left out:")).toBeVisible();
	await expect(page.getByText("“page.enough”: the braces do not match.")).toBeVisible();
	await accessible(page);
	await page.getByRole("button", { name: /^use \d+ messages/ }).click();
	await expect(page.getByTestId("standing")).toHaveAttribute("data-standing", "kept");
	await page.getByLabel(/^page\.today/).fill("Heute");
	await expect(page.getByTestId("standing")).toHaveAttribute("data-standing", "kept");

	await page.goto("/students/nimue");
	await touch(page, "edit").click();
	await page.getByLabel("Language").selectOption("he");
	await expect(page.getByTestId("standing")).toHaveAttribute("data-standing", "kept");

	const phone = await phoneOf(browser);
	await phone.goto(studio.url + (await linkTo(studio, "nimue-practice")));
	await expect(phone.locator("html")).toHaveAttribute("dir", "rtl");
	await expect(phone.getByRole("heading", { name: "Heute" })).toBeVisible();
	await expect(phone.getByRole("heading", { name: "Words to learn" })).toBeVisible();
	await accessible(phone);
	await phone
		.getByRole("button", { name: /drill\.count/ })
		.first()
		.click();
	await phone.getByRole("button", { name: /count\.good/ }).click();
	await phone.getByRole("button", { name: /count\.done/ }).click();
	await expect(phone.getByText("⟦entry.saved now⟧")).toBeVisible();
	// Nothing is wider than the phone, whichever side it is read from.
	expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);

	await page.goto("/practice/nimue-practice/paper");
	const paper = page.getByRole("article", { name: "Practice on paper" });
	await expect(paper).toHaveAttribute("dir", "rtl");
	await expect(paper).toContainText("⟦paper.boxes⟧");

	await page.goto("/students/nimue");
	await page
		.getByRole("button", { name: /^start lesson/ })
		.first()
		.click();
	for (let i = 0; i < 3; i++) await good(page).click();
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	await expect(page.getByRole("textbox", { name: /^Note/ })).toHaveValue(/⟦note\.head Nimue Hartwell/);
});

test("ill for a week is said on the page, counts for no missed day, and is read in the next lesson; a second phone is let in", async ({
	page,
	studio,
	browser,
}) => {
	const link = await linkTo(studio, "nimue-practice");
	const [first, second] = [await phoneOf(browser), await phoneOf(browser)];
	await first.goto(studio.url + link);
	await touch(first, "use another phone too").click();
	await expect(first.getByRole("img", { name: "Address of this page as a picture" })).toBeVisible();
	await touch(first, "say that I cannot practise").click();
	await first.getByLabel("Last day").fill("2020-01-01");
	await touch(first, "save days off").click();
	await expect(first.getByText("Last day: choose the first day, or one of the 60 days after it.")).toBeVisible();
	const to = await first.getByLabel("First day").inputValue();
	await first.getByLabel("Last day").fill(to);
	await touch(first, "save days off").click();
	await expect(first.getByText(/You are ill until .* Get well first\./)).toBeVisible();
	await expect(first.getByTestId("kept")).toContainText("your coach has it ✓");
	await accessible(first);

	// The other phone says so too, and may take it back.
	await second.goto(studio.url + link);
	await expect(second.getByText(/You are ill until/)).toBeVisible();
	await page.goto("/practice/nimue-practice");
	await expect(page.getByRole("region", { name: "Journal" })).toContainText(
		/Ill, \w{3} \d+ \w{3}\. They said so on their page\./,
	);
	await page.goto("/students/nimue");
	await page
		.getByRole("button", { name: /^start lesson/ })
		.first()
		.click();
	await expect(page.getByRole("region", { name: "Last time" })).toContainText("Ill, ");
	await touch(second, "end days off").click();
	await expect(second.getByTestId("kept")).toContainText("your coach has it ✓");
	await first.reload();
	await expect(first.getByText(/You are ill until/)).toBeHidden();
});

test("a question from home is answered where it is read, in the lesson, and stands on the student's page", async ({
	page,
	studio,
	browser,
}) => {
	const phone = await phoneOf(browser);
	const link = await linkTo(studio, "nimue-practice");
	await phone.goto(studio.url + link);
	await phone
		.getByRole("button", { name: /^count/ })
		.first()
		.click();
	await touch(phone, "good").click();
	await touch(phone, "done").click();
	await phone.getByLabel("Anything to tell or ask your coach?").fill("Which hand first?");
	await touch(phone, "back to my drills").click();
	await expect(phone.getByTestId("kept")).toContainText("your coach has it ✓");

	await page.goto("/students/nimue");
	await page
		.getByRole("button", { name: /^start lesson/ })
		.first()
		.click();
	const opening = page.getByRole("region", { name: "Last time" });
	await opening.getByLabel(/Which hand first\?/).fill("Begin with your right");
	await touch(page, "answer").click();
	await expect(opening).toContainText("You: Begin with your right");
	await expect(page.getByTestId("kept")).toContainText("sent ✓");
	await phone.reload();
	await expect(phone.getByText("Begin with your right")).toBeVisible();
	await expect(phone.getByText("Your coach:").first()).toBeVisible();
});

test("a page in a language that was deleted is in English again", async ({ page, studio, browser }) => {
	await studio.inStore(async (store) => {
		const { findStudent } = await import("@/store/students");
		const { saveLanguage } = await import("@/store/languages");
		await saveLanguage(store, pseudo, null);
		const who = await findStudent(store, "nimue");
		if (who) await saveStudent(store, { ...who.student, language: "ja" }, { id: who.id, rev: who.rev });
	});
	const phone = await phoneOf(browser);
	const link = await linkTo(studio, "nimue-practice");
	await phone.goto(studio.url + link);
	await expect(phone.getByRole("heading", { name: "⟦page.today⟧" })).toBeVisible();
	await page.goto("/languages?code=ja");
	await touch(page, "delete this language").click();
	await expect(page.getByText("No languages yet.")).toBeVisible();
	await phone.reload();
	await expect(phone.getByRole("heading", { name: "Today", exact: true })).toBeVisible();
});
