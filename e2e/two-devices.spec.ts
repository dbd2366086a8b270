import { sameOnBoth } from "./onDevice";
import { allSent, expect, good, quickHand, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 }, expected: /net::ERR_INTERNET_DISCONNECTED/ });

test("one counts, the other watches, takes over, and what both counted is told apart until it is joined", {
	tag: "@both",
}, async ({ page, browser, studio, listenTo }) => {
	await page.goto("/");
	await touch(page, "start lesson: Odile Fennimore, Slackline walk, right").click();
	await good(page).click();
	await good(page).click();
	await allSent(page);

	const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
	await quickHand(context);
	const other = await context.newPage();
	listenTo(other);
	await other.goto(`${studio.url}/live${new URL(page.url()).search}`);
	await expect(other.getByTestId("used")).toHaveText("2");
	await expect(other.getByText("Another device counts")).toBeVisible();

	// The watcher sees a new try without being touched.
	await good(page).click();
	await expect(other.getByTestId("used")).toHaveText("3");

	// It looks like what it is: nothing lies over the count, and GOOD says that it is kept apart.
	await expect(good(other)).toHaveText(/counted apart/);
	await expect(good(page)).not.toHaveText(/counted apart/);
	const covered = await other.evaluate(() => {
		const { x, y, width, height } =
			document.querySelector('[data-testid="count"]')?.getBoundingClientRect() ?? new DOMRect();
		const on = document.elementFromPoint(x + width / 2, y + height / 2);
		return !on?.closest('[aria-label="Count"]') || on.getAttribute("role") === "status";
	});
	expect(covered).toBe(false);

	// A try of the watcher's stands apart on both, and is counted in when the coach says so.
	await good(other).click();
	await expect(other.getByTestId("used")).toHaveText("3");
	// So does a set that the watcher enters as numbers.
	await touch(other, "more").click();
	await other.getByRole("button", { name: /^totals/ }).click();
	await other.getByRole("button", { name: /good$/ }).and(other.locator("[aria-pressed]")).click();
	await touch(other, "5").click();
	await touch(other, "enter the totals").click();
	await expect(other.getByTestId("used")).toHaveText("3");
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^add 10 tries from another device/ }).click();
	await expect(page.getByTestId("used")).toHaveText("13");
	await touch(page, "undo").click();
	await expect(page.getByTestId("used")).toHaveText("3");
	await touch(other, "undo").click();
	await allSent(page);
	await allSent(other);
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^add 1 try from another device/ }).click();
	await expect(page.getByTestId("used")).toHaveText("4");
	await expect(other.getByTestId("used")).toHaveText("4");

	// After the take-over the first one watches.
	await touch(other, "more").click();
	await other.getByRole("button", { name: /^take over the count/ }).click();
	await expect(page.getByText("Another device counts")).toBeVisible();
	await touch(other, "missed gaze").click();
	await expect(page.getByTestId("used")).toHaveText("5");

	// Apart for a while, both counting, then together again.
	await context.setOffline(true);
	await touch(other, "missed gaze").click();
	await touch(other, "missed gaze").click();
	await good(page).click();
	await expect(other.getByTestId("used")).toHaveText("7");
	await context.setOffline(false);
	await expect(page.getByTestId("used")).toHaveText("7");
	const strip = (one: typeof page) => one.getByRole("button", { name: /^Last tries/ }).textContent();
	await expect.poll(async () => (await strip(page)) === (await strip(other))).toBe(true);
	for (const one of [page, other]) {
		await allSent(one);
		await sameOnBoth(one, studio);
	}
	await context.close();
	const attempts = (await studio.events()).filter((event) => event.kind === "attempt" && event.device !== "demo-phone");
	expect(attempts).toHaveLength(8);
});

test("a set judged by two, apart: nothing is doubled, and how far they agree is told afterwards", async ({
	page,
	browser,
	studio,
	listenTo,
}) => {
	await page.goto("/");
	await touch(page, "start lesson: Odile Fennimore, Slackline walk, right").click();
	await good(page).click();
	await allSent(page);
	const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
	await quickHand(context);
	const partner = await context.newPage();
	listenTo(partner);
	await partner.goto(`${studio.url}/live${new URL(page.url()).search}`);
	await expect(partner.getByText("Another device counts")).toBeVisible();
	const fault = (on: typeof page) => on.getByRole("group", { name: "What was that one?" }).getByRole("button").first();
	// Both see twelve tries; of two of them they see something else.
	await good(partner).click();
	for (let n = 1; n < 12; n++) {
		await (n % 3 === 0 ? fault(page) : good(page)).click();
		await (n % 3 === 0 || n === 4 || n === 8 ? fault(partner) : good(partner)).click();
	}
	await allSent(page);
	await allSent(partner);
	await expect(page.getByTestId("used")).toHaveText("12");
	const lesson = new URL(page.url()).searchParams.get("lesson");
	const tries = (await studio.events()).filter((event) => event.kind === "attempt" && event.lesson === lesson);
	expect(tries).toHaveLength(24);
	await page.goto("/students/odile/progress");
	const agreed = page.getByRole("region", { name: "Do two people see the same" });
	await expect(agreed).toContainText("both saw the same83 of 100");
	await context.close();
});
