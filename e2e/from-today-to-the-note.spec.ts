import type { Page } from "@playwright/test";
import { resolve } from "@/core/log/resolve";
import { findLadder, saveLadder } from "@/store/ladders";
import { allSent, expect, good, test, touch } from "./studio";

/** A page on which every press is counted. */
function counting(page: Page) {
	let presses = 0;
	return {
		press: async (name: string | RegExp, exact = true) => {
			presses += 1;
			const found = page.getByRole("button", { name, exact }).or(page.getByRole("link", { name, exact }));
			await found.first().click();
		},
		presses: () => presses,
	};
}

test.describe("an empty studio", () => {
	test.use({ viewport: { width: 390, height: 844 } });

	test("a count in two presses; then for whom, made there with the skill and three rungs; and the count is theirs", async ({
		page,
		studio,
	}) => {
		const { press, presses } = counting(page);
		await page.goto("/");
		await press("quick count");
		await press("GOOD");
		expect(presses()).toBe(2);
		await touch(page, "GOOD").click();
		await page.getByRole("button", { name: /^For whom/ }).click();
		await page.getByLabel("Their name").fill("Tove Lindqvist");
		await page.getByLabel("What they learn").fill("Plate on a stick");
		await page.getByRole("button", { name: /^use this student/ }).click();
		await page.getByRole("button", { name: /^Alone, easy/ }).click();
		await expect(page.getByRole("heading", { name: "Lesson: Tove Lindqvist, Alone, easy" })).toBeAttached();
		await expect(page.getByTestId("used")).toHaveText("2");
		await allSent(page);
		const assigned = (await studio.events()).filter(({ kind }) => kind === "set.assigned");
		expect(assigned).toHaveLength(1);
		await page.goto("/students");
		await expect(page.getByText("Tove Lindqvist")).toBeVisible();
	});

	test("a student, a skill and three rungs to the first try in seven presses", async ({ page }) => {
		const { press, presses } = counting(page);
		await page.goto("/");
		await press("add a student");
		await page.getByLabel("Name").fill("Ansel");
		await press("add the student");
		await press("make a ladder");
		await page.getByLabel("Name of the skill").fill("Slackline");
		await press("make three rungs and start counting");
		await expect(good(page)).toBeVisible();
		await press("GOOD");
		await expect(page.getByTestId("used")).toHaveText("1");
		expect(presses()).toBeLessThanOrEqual(7);
	});
});

test.describe("the demo", () => {
	test.use({ demo: true, viewport: { width: 390, height: 844 } });

	test("Today to the first try in two presses; the sheet is there and need not be; the next rung by hand in two; closed in four", async ({
		page,
		studio,
	}) => {
		const { press, presses } = counting(page);
		await page.goto("/");
		await press("start lesson: Isolde Brankovar, Three-club cascade, left");
		await expect(good(page)).toBeVisible();
		// What the lesson is to be stands there, in one press, before the first try.
		await page.getByRole("button", { name: /^45 minutes · wish: Walk the square/ }).click();
		await page.getByRole("button", { name: "30 minutes", exact: true }).click();
		await page.getByRole("button", { name: "6", exact: true }).click();
		await page.getByLabel("What Isolde Brankovar wants today").fill("one clean turn");
		await page.getByRole("button", { name: "wish", exact: true }).click();
		await expect(
			page.getByRole("button", { name: "30 minutes · wish: one clean turn · effort 6 of 10" }),
		).toBeVisible();
		await press("GOOD");
		expect(presses()).toBe(2);
		await expect(page.getByTestId("used")).toHaveText("1");

		// Fourteen ladders are there, and the next rung needs no scrolling.
		const next = page.getByRole("button", { name: /^Three clubs, turn and walk on/ }).first();
		await page.getByRole("button", { name: /^Rung 9/ }).click();
		await expect(next).toBeInViewport();
		await next.click();
		await expect(page.getByRole("heading", { name: /Three clubs, turn and walk on/ })).toBeAttached();

		const closing = counting(page);
		await closing.press("more");
		await closing.press(/^wrap up/, false);
		// What is still to be done is in sight without scrolling.
		for (const name of ["practise", "promise", "note"])
			await expect(page.getByRole("link", { name, exact: true })).toBeInViewport();
		await expect(touch(page, "finish lesson")).toBeInViewport();
		await closing.press("finish lesson");
		await expect(page).toHaveURL(/\/$/);
		expect(closing.presses()).toBeLessThanOrEqual(4);
		const opened = resolve(await studio.events()).findLast(
			(event) => event.kind === "lesson.opened" && event.device !== "demo-phone",
		);
		expect(opened?.body).toMatchObject({ minutes: 30, effort: 6 });
		// A wish is one student's, said under their own name.
		const wish = (await studio.events()).findLast(({ kind }) => kind === "wished");
		expect(wish).toMatchObject({ student: "isolde", lesson: opened?.lesson, body: { text: "one clean turn" } });
	});

	test("a second press on lesson goes back in; a second lesson is another choice, and its limit counts the day; an empty one is let go", async ({
		page,
		studio,
	}) => {
		await page.goto("/students/isolde");
		const lesson = /^(start|continue) lesson: Three-club cascade, left/;
		await page.getByRole("button", { name: lesson }).click();
		for (let i = 0; i < 3; i++) await good(page).click();
		await allSent(page);
		const first = new URL(page.url()).searchParams.get("lesson");
		await page.goto("/students/isolde");
		await page.getByRole("button", { name: lesson }).click();
		await expect(page.getByTestId("used")).toHaveText("3");
		expect(new URL(page.url()).searchParams.get("lesson")).toBe(first);

		await page.goto("/students/isolde");
		await touch(page, "start another lesson: Three-club cascade, left").click();
		await expect(good(page)).toBeVisible();
		expect(new URL(page.url()).searchParams.get("lesson")).not.toBe(first);
		await expect(page.getByTestId("used")).toHaveText("3");
		await expect(page.getByText(/^3 of \d+ tries here are used today\. \d+ left\.$/)).toBeVisible();
		await allSent(page);

		await page.goto("/");
		await expect(page.getByText("Unfinished lesson")).toHaveCount(2);
		await expect(page.getByText("no tries yet")).toBeVisible();
		const opened = async () =>
			resolve(await studio.events()).flatMap((event) =>
				event.kind === "lesson.opened" && event.device !== "demo-phone" ? [event.lesson] : [],
			);
		// By keyboard, which goes on where it can be taken back; and it can.
		const letGo = page.getByRole("button", { name: /^discard/ });
		await letGo.press("Enter");
		await expect(page.getByText("Discarded")).toBeVisible();
		await expect(page.getByText("Unfinished lesson")).toHaveCount(1);
		await expect.poll(opened).toEqual([first]);
		const back = page.getByRole("button", { name: /^undo/ });
		await expect(back).toBeFocused();
		await back.press("Enter");
		await expect(letGo).toBeFocused();
		await expect.poll(async () => (await opened()).length).toBe(2);
		await letGo.press("Enter");
		await expect.poll(opened).toEqual([first]);
		await page.reload();
		await expect(page.getByText("Unfinished lesson")).toHaveCount(1);
		await expect(back).toHaveCount(0);
	});

	test("many open lessons fold into one line, and who is next stays in sight", async ({ page }) => {
		for (const who of ["isolde", "bram", "jory", "teodor"]) {
			await page.goto(`/students/${who}`);
			await page
				.getByRole("button", { name: /^(?:start|continue) lesson: (Three|Unicycle)/ })
				.first()
				.click();
			await good(page).click();
			await allSent(page);
		}
		await page.goto("/");
		await expect(page.getByText("2 more lessons are unfinished")).toBeVisible();
		await expect(page.getByRole("region", { name: "Next lesson" })).toBeInViewport();
		// Who is in a lesson is still there, behind who comes after them.
		await expect(page.getByText("in a lesson", { exact: true })).toHaveCount(4);
		await expect(page.getByRole("button", { name: /^start another lesson: Isolde/ }).first()).toBeVisible();
		await page.getByText("2 more lessons are unfinished").click();
		await expect(page.getByRole("link", { name: "continue lesson" })).toHaveCount(4);
	});

	test("a ladder is given to nine in four presses: to each a copy of their own", async ({ page, studio }) => {
		await page.goto("/students/new");
		await page.getByLabel("Name").fill("Ansel");
		await touch(page, "add the student").click();
		await expect(page.getByRole("heading", { name: "Ansel" })).toBeVisible();
		await page.goto("/ladders/odile-slackline");
		const { press, presses } = counting(page);
		await page.getByText("copy to other students").click();
		await press(/^choose all \d+ without a ladder for this skill/, false);
		await press(/^copy the ladder to \d+ students/, false);
		await expect(page.getByText(/students now have a copy/)).toBeVisible();
		expect(presses() + 1).toBeLessThanOrEqual(4);
		const given = Number(/(\d+) students now have a copy/.exec((await page.textContent("body")) ?? "")?.[1]);
		expect(given).toBe(9);
		const { rows } = await studio.inStore((store) =>
			store.client.execute("select body from ladder where name = 'Slackline walk'"),
		);
		const ids = rows.flatMap((row) =>
			(JSON.parse(String(row.body)) as { rungs: { id: string }[] }).rungs.map(({ id }) => id),
		);
		expect(new Set(ids).size).toBe(ids.length);
	});

	test("a lesson begins where its ladder says, from Today too, says so, and the peg is one press away", async ({
		page,
		studio,
	}) => {
		await studio.inStore(async (store) => {
			const found = await findLadder(store, "odile-slackline");
			if (found) await saveLadder(store, { ...found.ladder, begins: "from the bottom" }, found);
		});
		await page.goto("/");
		await page.getByRole("button", { name: /^start lesson: Odile/ }).click();
		await expect(page.getByText("The lesson starts from the bottom, as the ladder says.")).toBeVisible();
		await expect(page.getByRole("heading", { level: 1 })).not.toContainText("Six steps");
		await page.getByRole("button", { name: /^go to the peg/ }).click();
		await expect(page.getByRole("heading", { level: 1 })).toContainText("Six steps");
		await good(page).click();
		await expect(page.getByTestId("used")).toHaveText("1");
	});
});
