import { mkdirSync, writeFileSync } from "node:fs";
import type { Locator, Page } from "@playwright/test";
import { expect, good, test } from "./studio";

/**
 * What somebody does in a first week, each from Today on a phone: the first press is in sight without a scroll and
 * carries the task's own word, and its page is at most three presses away.
 */

test.use({ demo: true, viewport: { width: 390, height: 844 } });

const MOST = 3;

interface Task {
	name: string;
	/** Each press in turn; a name of what is pressed, or how it is found. */
	presses: readonly (string | RegExp | ((page: Page) => Locator))[];
	/** What stands there when the page is reached. */
	there: (page: Page) => Locator;
	/** Where it begins, if not on Today. */
	from?: (page: Page) => Promise<void>;
}

const more = "More";
const heading = (name: string | RegExp) => (page: Page) => page.getByRole("heading", { name }).first();
const button = (name: string | RegExp) => (page: Page) => page.getByRole("button", { name }).first();
const link = (name: string | RegExp) => (page: Page) => page.getByRole("link", { name }).first();
const isolde = link("Isolde Brankovar");

/** A lesson of Isolde's with a few tries. */
const inLesson = async (page: Page) => {
	await button(/^(start|continue) lesson: Isolde/)(page).click();
	for (let i = 0; i < 3; i++) await good(page).click();
};

const tasks: readonly Task[] = [
	{ name: "first student", presses: ["Students", "add a student"], there: (page) => page.getByLabel("Name") },
	{
		name: "own skill: faults, causes, remedies",
		presses: [more, "Skills", "add a skill"],
		there: heading("New skill"),
	},
	{ name: "ladder with limit and rule", presses: [more, "Ladders", "make a ladder"], there: heading("New ladder") },
	{ name: "lesson of 25 tries", presses: [/^(start|continue) lesson: Isolde/], there: good },
	{
		name: "wrap-up and note",
		from: inLesson,
		presses: ["more", /^wrap up/],
		there: button("finish lesson"),
	},
	{ name: "practice", presses: [more, "Practice"], there: heading("Home practice") },
	{ name: "promise", presses: ["Students", isolde], there: heading("Promised") },
	{ name: "plan", presses: ["plan the lesson"], there: (page) => page.getByTestId("worth") },
	{ name: "calendar", presses: ["Calendar"], there: (page) => page.locator("[data-lesson]").first() },
	{
		name: "ladder to seven",
		presses: [more, "Ladders", (page) => page.getByRole("link", { name: /open the ladder/ }).first()],
		there: (page) => page.getByText("copy to other students"),
	},
	{ name: "pair", from: inLesson, presses: ["more", /^what next/], there: heading("Another ladder") },
	{ name: "group of six", presses: ["Group"], there: heading("Group") },
	{ name: "pass and step down", from: inLesson, presses: ["more", /^what next/], there: heading("The rung below") },
	{
		name: "caller",
		presses: ["Students", link("Sunniva Marsh"), /^start lesson: Three-ball/],
		there: good,
	},
	{ name: "wrong count", from: inLesson, presses: ["undo"], there: (page) => page.getByTestId("used") },
	{
		name: "wrong student",
		from: inLesson,
		presses: [/^Last tries/, /^3 /],
		there: button(/^this try was another student’s/),
	},
	{
		name: "student away",
		presses: ["Calendar", (page) => page.locator("[data-lesson]").first()],
		there: button("cancel this date: away"),
	},
	{ name: "phone without a signal", presses: [more, "Settings"], there: heading("Settings") },
	{ name: "practice that came back", presses: [more, "Practice"], there: heading("Home practice") },
	{ name: "check of a passed rung", from: inLesson, presses: ["more", /^what next/], there: heading("What next?") },
	{ name: "progress and report", presses: ["Students", isolde, link(/^Report/)], there: heading("Isolde Brankovar") },
	{ name: "month", presses: ["Calendar", "month"], there: button("month") },
	{ name: "back up and move", presses: [more, "Data"], there: button(/back up/i) },
];

const found = (page: Page, press: Task["presses"][number]): Locator =>
	typeof press === "function"
		? press(page)
		: page
				.getByRole("button", { name: press, exact: typeof press === "string" })
				.or(page.getByRole("link", { name: press, exact: typeof press === "string" }))
				.filter({ visible: true })
				.first();

test("the tasks of a first week: the first press in sight, the page at most three presses away", async ({ page }) => {
	test.setTimeout(600_000);
	const rows: string[] = [];
	for (const { name, presses, there, from } of tasks) {
		await page.goto("/");
		await from?.(page);
		let scrolls = 0;
		const words: string[] = [];
		for (const [i, press] of presses.entries()) {
			const control = found(page, press);
			await control.waitFor();
			const inSight = await control.evaluate((one) => {
				const { top, bottom } = one.getBoundingClientRect();
				return top >= 0 && bottom <= window.innerHeight;
			});
			if (!inSight) scrolls += 1;
			expect([name, i, i > 0 || inSight]).toEqual([name, i, true]);
			words.push(
				((await control.getAttribute("aria-label")) ?? (await control.textContent()) ?? "").trim().slice(0, 40),
			);
			const leadsTo = await control.getAttribute("href");
			await control.click();
			// The next press is on the page it leads to, not on a name alike here.
			if (leadsTo) await page.waitForURL((url) => `${url.pathname}${url.search}` === leadsTo);
		}
		await expect(there(page), name).toBeVisible();
		expect([name, presses.length <= MOST]).toEqual([name, true]);
		rows.push(`| ${name} | ${words.join(" > ")} | ${presses.length} | ${scrolls} |`);
	}
	expect(rows).toHaveLength(23);
	mkdirSync(".test", { recursive: true });
	writeFileSync(".test/first-week.md", `${rows.join("\n")}\n`);
});
