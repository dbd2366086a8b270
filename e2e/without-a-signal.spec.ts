import { readyForNoSignal } from "./noSignal";
import { onDevice } from "./onDevice";
import { accessible, expect, good, keptMark, test, touch } from "./studio";

test.use({
	demo: true,
	viewport: { width: 390, height: 844 },
	hasTouch: true,
	isMobile: true,
	serviceWorkers: "allow",
	expected: /ERR_|Failed to fetch|Failed to load resource/,
});

const AT_ONCE = 100;

test("no signal: a prepared lesson is begun, 300 tries are counted through three crashes, wrapped up, and sent once, in order", async ({
	page: first,
	context,
	studio,
	listenTo,
}) => {
	let page = first;
	await readyForNoSignal(page);
	const before = (await studio.events()).length;
	await studio.kill();

	await page.goto("/students");
	await expect(page.getByRole("heading", { name: "No connection" })).toBeVisible();
	await accessible(page);
	await touch(page, "start lesson: Isolde Brankovar, Three-club cascade, left").tap();
	await expect(page.getByRole("heading", { name: /^Lesson: Isolde Brankovar/ })).toBeAttached();
	const address = page.url();

	let kept = 0;
	for (let crash = 0; crash < 3; crash++) {
		for (let i = 0; i < AT_ONCE; i++) await good(page).tap();
		await expect(page.getByTestId("kept")).toContainText("saved ✓");
		kept = (await keptMark(page)).keptTo;
		page.goto("chrome://crash").catch(() => undefined);
		await page.waitForEvent("crash");
		await page.close();
		// A browser that was closed and opened again: from its start, by what is on this device.
		page = await context.newPage();
		listenTo(page);
		await page.goto("/");
		await expect(page.getByRole("region", { name: "Today on this device" })).toContainText(
			`Isolde Brankovar, ${(crash + 1) * AT_ONCE} tries`,
		);
		await page.getByRole("link", { name: "continue lesson" }).tap();
		await expect(page).toHaveURL(address);
		await expect.poll(async () => (await keptMark(page)).keptTo).toBe(kept);
	}

	await touch(page, "more").tap();
	await page.getByRole("link", { name: "wrap up" }).tap();
	await expect(page.getByLabel(/Note for the student/)).toHaveValue(/of 300 tries good/);
	await page.getByLabel("Remark, for you").fill("Counted in the cellar.");
	await touch(page, "finish lesson").tap();
	await expect(page.getByRole("heading", { name: "No connection" })).toBeVisible();
	await expect(page.getByText(/entries are not sent yet/)).toBeVisible();
	const here = await onDevice(page);
	expect(here.filter(({ kind }) => kind === "attempt")).toHaveLength(3 * AT_ONCE);
	await page.close();

	// Back again: everything goes out once, in order, from whichever page is opened.
	await studio.start();
	page = await context.newPage();
	listenTo(page);
	await page.goto("/");
	await expect.poll(async () => (await studio.events()).length).toBe(before + here.length);
	const arrived = (await studio.events()).slice(before);
	expect(arrived.map(({ id, dseq }) => [id, dseq])).toEqual(here.map(({ id, dseq }) => [id, dseq]));
	await page.reload();
	await expect(page.getByText("Unfinished lesson")).toHaveCount(0);
});

test("a quick count and a second lesson on the same ladder begin without a signal, where the first one left the peg", async ({
	page,
	studio,
}) => {
	await readyForNoSignal(page);
	await studio.kill();
	await page.goto("/");
	await touch(page, "quick count").tap();
	for (let i = 0; i < 3; i++) await good(page).tap();
	await expect(page.getByTestId("count")).toHaveText("3");
	await expect(page.getByTestId("kept")).toContainText("saved ✓");

	await page.goto("/");
	await touch(page, "start lesson: Isolde Brankovar, Three-club cascade, left").tap();
	await touch(page, "more").tap();
	await page.getByRole("button", { name: /^what next/ }).tap();
	await page.getByRole("button", { name: /^move the peg to Two clubs, cross and stop/ }).tap();
	await good(page).tap();
	await expect(page.getByTestId("kept")).toContainText("saved ✓");
	await page.goto("/");
	await touch(page, "start lesson: Isolde Brankovar, Three-club cascade, left").tap();
	await expect(
		page.getByRole("heading", { name: "Lesson: Isolde Brankovar, Two clubs, cross and stop" }),
	).toBeAttached();
});

test("a page that is not held here says so, and comes when the server answers again", async ({
	page,
	studio,
	context,
}) => {
	await readyForNoSignal(page);
	await studio.kill();
	const other = await context.newPage();
	await other.goto("/ladders/isolde-clubs");
	await expect(other.getByRole("heading", { name: "No connection" })).toBeVisible();
	await studio.start();
	await other.getByRole("button", { name: "try again" }).tap();
	await expect(other.getByRole("heading", { level: 1 })).toContainText("Isolde Brankovar");
});

test("a lesson whose page came past what is held here goes on without a signal, drawers included", async ({
	page,
	studio,
	context,
}) => {
	await readyForNoSignal(page);
	await touch(page, "start lesson: Isolde Brankovar, Three-club cascade, left").tap();
	await good(page).tap();
	await expect(page.getByTestId("kept")).toContainText("sent ✓");
	// As where it was still on its way when what is held here took over: nobody holds it.
	const browser = await context.newCDPSession(page);
	await browser.send("Page.reload", { ignoreCache: true });
	await expect(page.getByTestId("used")).toHaveText("1");
	await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller?.state ?? "none")).toBe("activated");
	await studio.kill();
	await browser.send("Network.clearBrowserCache");
	await touch(page, "more").tap();
	await page.getByRole("button", { name: /^totals/ }).tap();
	await expect(page.getByRole("button", { name: "delete the last digit" })).toBeVisible();
});
