import { readFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import type { Page } from "@playwright/test";
import { journalOf } from "@/core/practice/journal";
import { findAssignment } from "@/store/practice";
import { latestActs } from "@/store/practiceEntries";
import { today } from "@/ui/dates";
import { studentsPhones } from "./phones";
import { accessible, expect, type Studio, test, touch } from "./studio";

test.use({
	demo: true,
	viewport: { width: 1280, height: 800 },
	expected: /ERR_INTERNET_DISCONNECTED|410|Failed to fetch/,
});

/** Leaves an entry that stands; nothing has to be saved. */
const BACK = "back to my drills";
const SENT = "your coach has it ✓";
const phoneOf = studentsPhones();

/** A drill of its own for every day of the week, so that it does not matter on which this runs. */
async function everyDay(page: Page, name: string): Promise<void> {
	await touch(page, "add your own drill").click();
	const drill = page.getByRole("article", { name: "new drill" });
	await drill.getByLabel("Name").fill(name);
	const named = page.getByRole("article", { name });
	await named.getByLabel(`tries a day: ${name}`).fill("5");
	await named.getByLabel(`good of them: ${name}`).fill("3");
	await named.getByLabel(`step: ${name}`).fill("1");
	for (const day of ["Sun", "Sat", "Mon"]) await named.getByLabel(day, { exact: true }).check();
	await expect(page.getByTestId("standing")).toHaveAttribute("data-standing", "kept");
}

/** So many good and so many off, and how it felt. */
async function practise(phone: Page, good: number, off: number, say?: string): Promise<void> {
	await phone.getByRole("button", { name: /^count/ }).click();
	for (let i = 0; i < good; i++) await touch(phone, "good").click();
	for (let i = 0; i < off; i++) await touch(phone, "not good").click();
	await touch(phone, "done").click();
	if (say) await phone.getByLabel("Anything to tell or ask your coach?").fill(say);
	await touch(phone, BACK).click();
	await expect(phone.getByRole("heading", { name: "What you did" })).toBeVisible();
	// Whatever befalls the page from now on, it is there.
	await expect(phone.getByTestId("kept")).toContainText("saved on this phone ✓");
}

async function givePractice(page: Page, student = "pip"): Promise<void> {
	await page.goto(`/students/${student}`);
	await page.getByRole("button", { name: "give practice" }).click();
	await expect(page).toHaveURL(/practice\//);
	await everyDay(page, "Scarves, six throws");
}

async function linkFrom(page: Page): Promise<string> {
	// This studio opens on one computer only: the file and paper are offered first.
	await page.getByText("Links, and how phones can open them").click();
	await touch(page, "make a link").click();
	return (await page.getByTestId("address").textContent()) ?? "";
}

test("practice changes over three lessons: one page and one link throughout, what changes is said first, and what was done stays", async ({
	page,
	browser,
}) => {
	const phone = await phoneOf(browser);
	const wrapUp = async () => {
		await page.goto("/students/wren");
		await touch(page, "start lesson: Slackline walk, left").click();
		await page.locator('[data-field="good"]').click();
		await touch(page, "more").click();
		await page.getByRole("link", { name: "wrap up" }).click();
		return page.getByRole("region", { name: "Home practice" });
	};
	const first = await wrapUp();
	const box = first.getByRole("checkbox").first();
	const name = (await first.locator("label").first().textContent()) ?? "";
	await box.check();
	await first.getByLabel(`days a week: ${name}`).fill("3");
	await first.getByLabel(`tries a day: ${name}`).fill("8");
	await expect(first.getByRole("status")).toHaveText(`Their page changes when you finish the lesson. New: ${name}.`);
	await expect(page.getByLabel(/^Note for the student/)).toHaveValue(
		new RegExp(`- ${name}: 3 days a week, 8 tries, 7 of them good`),
	);
	await expect(first).toContainText("a link would not work on their phone");
	await accessible(page);
	await touch(page, "finish lesson").click();
	await expect(page).toHaveURL(/\/$/);
	const open = page.getByRole("region", { name: "Home practice" }).getByRole("link", { name });
	await expect(async () => {
		await page.goto("/students/wren");
		await expect(open).toBeVisible({ timeout: 1000 });
	}).toPass();
	await open.click();
	await expect(page.getByRole("heading", { level: 1 })).toContainText("Wren Abernook: home practice");
	await expect(page.getByLabel(`tries a day: ${name}`)).toHaveValue("8");
	const itsPage = page.url();
	const link = await linkFrom(page);
	const onPhone = phone.getByRole("article", { name });
	await phone.goto(link);
	await expect(onPhone).toContainText("7 good of 8");
	await practise(phone, 2, 1);
	await expect(phone.getByTestId("kept")).toContainText(SENT);

	// The second lesson asks for more of it: the same link shows the new amount.
	const second = await wrapUp();
	await second.getByLabel(`tries a day: ${name}`).fill("10");
	await expect(second.getByRole("status")).toContainText(name);
	await touch(page, "finish lesson").click();
	await expect(page).toHaveURL(/\/$/);
	await expect(async () => {
		await phone.goto(link);
		await expect(onPhone).toContainText(/good of 10/, { timeout: 1000 });
	}).toPass();

	// The third shows what is asked for, and taking it off takes it off their page; what was done of it stays.
	const again = await wrapUp();
	await expect(again.getByRole("checkbox").first()).toBeChecked();
	await again.getByRole("checkbox").first().uncheck();
	await expect(again.getByRole("status")).toContainText(`Removed: ${name}.`);
	await touch(page, "finish lesson").click();
	await expect(page).toHaveURL(/\/$/);
	await expect(async () => {
		await page.goto("/students/wren");
		const links = page.getByRole("region", { name: "Home practice" }).getByRole("link");
		await expect(links).toHaveText(["practice without a drill yet"], { timeout: 1000 });
	}).toPass();
	await phone.goto(link);
	await expect(phone.getByRole("heading", { level: 1 })).toContainText("Wren");
	await expect(onPhone).toHaveCount(0);
	await page.goto(itsPage);
	await expect(page.getByRole("region", { name: "Journal" })).toContainText("2 of 3");
});

test("a phone that is closed at any step loses nothing: what was counted is at the coach's", async ({
	page,
	browser,
	studio,
}) => {
	await givePractice(page);
	const address = await linkFrom(page);
	const context = (await phoneOf(browser)).context();
	const [, id = ""] = /practice\/([^/]+)$/.exec(page.url()) ?? [];
	const done = () =>
		studio.inStore(async (store) => {
			const row = await findAssignment(store, id);
			const entries = row ? journalOf(row.assignment, await latestActs(store, row)).entries : [];
			return entries.map(({ good, tries, felt }) => [good, tries, felt]);
		});
	/** Opens the page, does something there, and closes it as a child does: without a word. */
	const visit = async (act: (phone: Page) => Promise<void>, then: unknown[]) => {
		const phone = await context.newPage();
		await phone.goto(address);
		await act(phone);
		await expect(phone.getByTestId("kept")).toContainText(/saved( on this phone)? ✓/);
		await phone.goto("about:blank");
		await phone.close();
		// A browser that is closed at the very moment may drop what it was handed: then it goes when the page is opened next.
		const isThere = await expect
			.poll(done, { timeout: 5000 })
			.toEqual(then)
			.then(() => true)
			.catch(() => false);
		if (isThere) return;
		const again = await context.newPage();
		await again.goto(address);
		await expect(again.getByTestId("kept")).toContainText(SENT);
		await again.close();
		await expect.poll(done).toEqual(then);
	};
	const good = (phone: Page) => touch(phone, "good").click();
	const open = (phone: Page) => phone.getByRole("button", { name: /^(count|go on)/ }).click();
	await visit(
		async (phone) => {
			await open(phone);
			await good(phone);
		},
		[[1, 1, null]],
	);
	await visit(
		async (phone) => {
			await open(phone);
			await good(phone);
			await touch(phone, "not good").click();
		},
		[[2, 3, null]],
	);
	await visit(
		async (phone) => {
			await open(phone);
			await touch(phone, "undo").click();
			await touch(phone, "done").click();
		},
		[[2, 2, null]],
	);
	await visit(
		async (phone) => {
			await phone.getByRole("button", { name: /^change/ }).click();
			await phone.getByRole("radio", { name: "very good" }).check({ force: true });
		},
		[[2, 2, 5]],
	);
	// A new count is a new entry; all of it taken back is none.
	await visit(
		async (phone) => {
			await open(phone);
			await good(phone);
		},
		[
			[2, 2, 5],
			[1, 1, null],
		],
	);
	await visit(
		async (phone) => {
			await open(phone);
			await touch(phone, "undo").click();
		},
		[[2, 2, 5]],
	);
	// Without a signal it stays, says so in a child's words, and goes when there is one.
	const phone = await context.newPage();
	await phone.goto(address);
	await phone.evaluate(() => navigator.serviceWorker.ready);
	await phone.reload();
	await context.setOffline(true);
	await open(phone);
	await good(phone);
	await touch(phone, "done").click();
	// What was sent before the page was closed may have to be sent once more: it is one entry all the same.
	await expect(phone.getByTestId("kept")).toContainText(
		/not with your coach yet: [12]\. It goes when there is internet/,
	);
	await phone.close();
	await context.setOffline(false);
	await visit(async () => {}, [
		[2, 2, 5],
		[1, 1, null],
	]);
});

test("counted by the link on a phone without a signal, sent when there is one; five of five raise the target", async ({
	page,
	browser,
	studio,
}) => {
	await givePractice(page);
	const address = await linkFrom(page);
	await accessible(page);

	const phone = await phoneOf(browser);
	await phone.goto(address);
	await expect(phone.getByRole("heading", { name: "Pip Lanternby" })).toBeVisible();
	// Its worker has the page by the second visit.
	await phone.evaluate(() => navigator.serviceWorker.ready);
	await phone.reload();
	await expect(phone.getByTestId("kept")).toHaveText(`saved on this phone ✓ · ${SENT}`);
	await accessible(phone);
	await phone.context().setOffline(true);
	await phone.reload();
	await practise(phone, 3, 2, "my <b>left</b> one flies away");
	await expect(phone.getByTestId("kept")).toContainText("not with your coach yet: 1. It goes when there is internet");

	// A count that is not written down yet outlasts the page.
	await phone.getByRole("button", { name: /^count/ }).click();
	await touch(phone, "good").click();
	await touch(phone, "not good").click();
	await touch(phone, "undo").click();
	await touch(phone, "good").click();
	await touch(phone, "no count").click();
	await expect(phone.getByTestId("kept")).toHaveText("saved ✓");
	await phone.reload();
	await phone.getByRole("button", { name: "go on, 2 tries so far" }).click();
	await expect(phone.getByRole("status", { name: "2 good of 2 tries" })).toBeVisible();
	await touch(phone, "good").click();
	await touch(phone, "not good").click();
	await touch(phone, "not good").click();
	await touch(phone, "done").click();
	await touch(phone, BACK).click();
	await phone.context().setOffline(false);
	await phone.reload();
	await expect(phone.getByTestId("kept")).toHaveText(`saved on this phone ✓ · ${SENT}`);

	for (let i = 0; i < 3; i++) await practise(phone, 4, 1);
	const raise = phone.getByRole("button", { name: /^4 is my target now/ });
	await expect(raise).toBeVisible();
	await expect(phone.getByText("You reached 3 in 5 of your last 5 goes. Try for 4?")).toBeVisible();

	// The coach sees the same, answers, and sees it raised.
	await page.reload();
	await expect(page.getByText("3 was reached in 5 of the last 5.")).toBeVisible();
	await expect(page.getByRole("region", { name: "Journal" })).toContainText("“my <b>left</b> one flies away”");
	await page.getByLabel(/^Answer to/).fill("Scoop it, then let it go.");
	await touch(page, "answer").press("Enter");
	await expect(page.getByText("On their page: “Scoop it, then let it go.”")).toBeVisible();
	// A word too quickly said is changed where it was said, or where it stands in the journal; the last one counts.
	const change = page.getByRole("button", { name: /^change the answer/ });
	await expect(change).toBeFocused();
	await change.press("Enter");
	await expect(page.getByLabel(/^Answer to/)).toBeFocused();
	await touch(page, "read, no answer").click();
	await expect(page.getByText("Read, no answer.")).toBeVisible();
	await page.reload();
	await page.getByRole("button", { name: /^write an answer/ }).click();
	await page.getByLabel(/^Answer to/).fill("Scoop it, then let it go.");
	await touch(page, "answer").click();
	await expect(page.getByText("On their page: “Scoop it, then let it go.”")).toBeVisible();
	await raise.click();
	await expect(phone.getByTestId("kept")).toContainText(SENT);
	await phone.reload();
	await expect(phone.getByText("Scoop it, then let it go.")).toBeVisible();
	await expect(phone.getByRole("article")).toContainText("4 good of 5");
	await page.reload();
	await expect(page.getByText("3 was reached in 5 of the last 5.")).toHaveCount(0);
	const written = (await studio.events()).filter(({ kind }) => kind.startsWith("practice"));
	expect(written.filter(({ kind, student }) => kind === "practice" && student === "pip")).toHaveLength(5);
	for (const event of written) if (event.kind === "practice") expect(event.body.day <= today()).toBe(true);

	// Withdrawn, it opens nothing; what was not sent before is still on the phone, to be given back by hand.
	await phone.context().setOffline(true);
	await practise(phone, 5, 0);
	await page.getByRole("button", { name: /^switch off/ }).click();
	await expect(page.getByText("switched off")).toBeVisible();
	await phone.context().setOffline(false);
	await phone.goto(address);
	await expect(phone.getByText("Your coach has switched this link off.")).toBeVisible();
	await expect(phone.getByRole("heading", { name: "Send to your coach" })).toBeVisible();
	await phone.context().setOffline(true);
	await phone.goto(address).catch(() => null);
	await expect(phone.getByText("Scarves")).toHaveCount(0);
});

/** The one file, as it came to the student by some messenger. */
async function fileOn(page: Page, studio: Studio): Promise<string> {
	const [download] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("link", { name: "download as one file" }).click(),
	]);
	expect(download.suggestedFilename()).toBe("practice-pip-lanternby.html");
	const path = join(studio.folder, "practice.html");
	await download.saveAs(path);
	return path;
}

test("the one file is filled, given back as text and as a picture, entered twice, counted once", async ({
	page,
	browser,
	studio,
}) => {
	await givePractice(page);
	const path = await fileOn(page, studio);
	const html = readFileSync(path, "utf8");
	expect(html).toContain("default-src 'none'");
	expect(html).not.toMatch(/(src|href)="(https?:)?\//);

	const phone = await phoneOf(browser);
	const asked: string[] = [];
	phone.on("request", (request) => {
		if (!/^(file|data|blob):/.test(request.url())) asked.push(request.url());
	});
	await phone.goto(pathToFileURL(path).href);
	await practise(phone, 4, 1, "in the yard, with wind");
	await practise(phone, 2, 3);
	// What was kept in the file's own store is there when it is opened again.
	await phone.reload();
	await expect(phone.getByText("in the yard, with wind")).toBeVisible();
	await accessible(phone);
	expect(asked).toEqual([]);

	await phone.evaluate(() => Object.defineProperty(navigator, "clipboard", { value: undefined }));
	await touch(phone, "copy the text").click();
	const text = await phone.getByLabel(/^Your phone does not allow copying here/).inputValue();
	expect(text).toContain("Practice of Pip Lanternby: 2 entries.");
	await touch(phone, "show as a picture").click();
	const picture = join(studio.folder, "code.png");
	await phone.getByRole("img", { name: /^Practice of Pip/ }).screenshot({ path: picture });

	await page.goto("/practice");
	const came = page.getByRole("region", { name: "Import entries" });
	await came.getByLabel("Or a picture of their code").setInputFiles(picture);
	await expect(came.getByRole("status")).toContainText("Pip Lanternby: 2 entries added.");
	await came.getByLabel("The text a student sent").fill(`Hello! ${text} See you on Friday`);
	await touch(page, "add the entries").click();
	await expect(came.getByRole("status")).toContainText("Pip Lanternby: no new entries, 2 already here.");
	// Changed on its way, nothing of it is taken, and what was pasted stays to be looked at.
	await came
		.getByLabel("The text a student sent")
		.fill(text.replace(/PEG1\.(.)/, (_, letter) => `PEG1.${letter === "a" ? "b" : "a"}`));
	await touch(page, "add the entries").click();
	await expect(came.getByRole("alert")).toContainText(/cut or changed|changed after/);
	await came
		.getByRole("link", { name: "Pip Lanternby" })
		.or(page.getByRole("link", { name: "Pip Lanternby" }))
		.first()
		.click();
	await expect(page.getByRole("region", { name: "Journal" }).getByRole("row")).toHaveCount(3);
	expect((await studio.events()).filter(({ kind, student }) => kind === "practice" && student === "pip")).toHaveLength(
		2,
	);

	// On paper, and what came on paper.
	await page.getByLabel("good", { exact: true }).fill("6");
	await touch(page, "save the result").click();
	await expect(page.getByRole("region", { name: "Add results yourself" }).getByRole("alert")).toContainText(
		"6 good of 5 tries",
	);
	await page.getByLabel("good", { exact: true }).fill("5");
	await touch(page, "save the result").click();
	await expect(page.getByRole("region", { name: "Journal" }).getByRole("row")).toHaveCount(4);
	await page.getByRole("link", { name: "print on paper" }).click();
	await expect(page.getByRole("article", { name: "Practice on paper" })).toContainText(
		"Scarves, six throws: 3 good of 5",
	);
});

test("a most for the day stops politely; both lights and the keys serve; an entry is taken back", async ({
	page,
	browser,
}) => {
	await givePractice(page);
	await page.getByLabel("most tries a day").fill("4");
	await expect(page.getByTestId("standing")).toHaveAttribute("data-standing", "kept");
	const phone = await phoneOf(browser);
	await phone.goto(await linkFrom(page));
	for (const light of ["daylight", "dim"]) {
		await phone.getByRole("button", { name: /^light:/ }).click();
		await expect(phone.locator("html")).toHaveAttribute("data-light", light);
		await accessible(phone);
	}
	await phone.getByRole("button", { name: /^count/ }).focus();
	await phone.keyboard.press("Enter");
	for (const key of ["PageDown", "PageUp", "u", "PageDown", "PageDown", "PageDown"]) await phone.keyboard.press(key);
	await expect(phone.getByText("Enough for today. Press done.")).toBeVisible();
	await expect(touch(phone, "good")).toBeDisabled();
	await accessible(phone);
	await touch(phone, "done").click();
	await accessible(phone);
	await phone.getByLabel("Good", { exact: true }).fill("9");
	await expect(phone.getByRole("alert")).toContainText("from 0 to the number of tries");
	await phone.getByLabel("Good", { exact: true }).fill("4");
	await phone.getByRole("radio", { name: "very good" }).check({ force: true });
	await touch(phone, BACK).click();
	await expect(phone.getByText("4 tries today: that is enough. Tomorrow is another day.")).toBeVisible();
	await expect(phone.getByRole("button", { name: /^count/ })).toBeDisabled();
	await phone.getByRole("button", { name: /^undo/ }).click();
	await expect(phone.getByText("No entries yet.")).toBeVisible();
	await expect(phone.getByRole("button", { name: /^count/ })).toBeEnabled();

	// The coach takes the drill out while a count of it is under way: what was seen is kept all the same.
	await phone.getByRole("button", { name: /^count/ }).click();
	await touch(phone, "good").click();
	await expect(phone.getByTestId("kept")).toHaveText("saved ✓");
	await page.getByRole("button", { name: /^remove ?: Scarves/ }).click();
	await expect(page.getByTestId("standing")).toHaveAttribute("data-standing", "kept");
	await phone.reload();
	await expect(phone.getByRole("region", { name: "What you did" })).toContainText("1 of 1");
	await expect(phone.getByTestId("kept")).toContainText(SENT);
});
