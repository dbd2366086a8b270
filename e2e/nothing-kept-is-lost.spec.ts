import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { sameOnBoth } from "./onDevice";
import { allSent, expect, good, keptMark, phoneOn, quickHand, test, touch } from "./studio";

test.use({ demo: true, expected: /Failed to (load resource|fetch)|net::ERR|Target crashed|Manifest/ });

/** `KILLS=200 npm run e2e -- nothing-kept` for a night. */
const KILLS = Number(process.env.KILLS ?? 20);
/** On a server the second time: what dies and what is kept are the same there. */
const KILLS_ON_SERVER = Math.ceil(KILLS / 4);

test("the server is killed again and again and the page crashes twice in mid-tap: every kept tap is in the database once", {
	tag: "@both",
}, async ({ studio, listenTo, kept }) => {
	const kills = kept === "in files" ? KILLS : KILLS_ON_SERVER;
	test.setTimeout(180_000 + kills * 6_000);
	const folder = mkdtempSync(join(tmpdir(), "peg-phone-"));
	const phone = await phoneOn(folder);
	try {
		let page: Page = await phone.newPage();
		listenTo(page);
		await page.goto(studio.url);
		await touch(page, "start lesson: Isolde Brankovar, Unicycle, ten metres free").click();
		await expect(good(page)).toBeVisible();
		const lesson = page.url();
		const { device, keptTo: before } = await keptMark(page);
		let tapped = 0;
		let shown = before;
		const tap = async () => {
			await page
				.locator(tapped % 3 === 2 ? '[data-field="miss"]' : '[data-field="good"]')
				.dispatchEvent("click", { detail: 0 });
			tapped += 1;
		};
		const reached = async () => {
			shown = Math.max(shown, (await keptMark(page)).keptTo);
		};

		for (let round = 0; round < kills; round++) {
			const dying = studio.kill();
			for (let i = 0; i < 5; i++) await tap();
			await dying;
			await tap();
			await reached();
			if (round === Math.floor(kills / 3) || round === Math.floor((2 * kills) / 3)) {
				// What the mark says is kept must be there; only the tap on its way to the disk may go with the renderer.
				await expect(page.getByTestId("kept")).toContainText("saved ✓");
				await reached();
				const crashed = page.waitForEvent("crash");
				await Promise.all([tap().catch(() => undefined), page.goto("chrome://crash").catch(() => undefined), crashed]);
				await page.close();
				await studio.start();
				page = await phone.newPage();
				listenTo(page);
				await page.goto(lesson);
				await expect(good(page)).toBeVisible();
				// What the mark had reached is on the screen again.
				expect((await keptMark(page)).keptTo).toBeGreaterThanOrEqual(shown);
			} else await studio.start();
		}
		for (let i = 0; i < 3; i++) await tap();
		await expect.poll(async () => (await keptMark(page)).ackedTo).toBeGreaterThanOrEqual(shown + 3);
		await reached();
		await expect.poll(async () => (await keptMark(page)).ackedTo).toBe(shown);

		const mine = (await studio.events()).filter((event) => event.device === device);
		expect(mine.map((event) => event.dseq)).toEqual(Array.from({ length: shown }, (_, i) => i + 1));
		expect(new Set(mine.map((event) => event.id)).size).toBe(mine.length);
		const attempts = mine.filter((event) => event.kind === "attempt").length;
		expect(attempts).toBeGreaterThanOrEqual(tapped - 2);
		expect(attempts).toBeLessThanOrEqual(tapped);
		await expect(page.getByTestId("used")).toHaveText(String(attempts));
		expect(await sameOnBoth(page, studio)).toBe(attempts);
	} finally {
		await phone.close();
		rmSync(folder, { recursive: true, force: true });
	}
});

test("leave, come back, reload, restart the server: everything is where it was", async ({ page, studio }) => {
	await page.setViewportSize({ width: 390, height: 844 });
	await page.goto("/");
	await touch(page, "start lesson: Bram Ostwick, Three-club cascade, right").click();
	await good(page).click();
	await touch(page, "missed height").click();
	await touch(page, "state").click();
	await touch(page, "tired").click();
	const limit = page.getByTestId("used").locator("..");
	const allowed = Number(/of (\d+) tries/.exec((await limit.textContent()) ?? "")?.[1]);
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^six more/ }).click();
	const where = async () => ({
		count: await page.getByTestId("count").textContent(),
		used: await page.getByTestId("used").textContent(),
		limit: await limit.textContent(),
		advice: await page.getByTestId("advice").textContent(),
	});
	await allSent(page);
	const before = await where();
	expect(before).toMatchObject({ count: "1", used: "2", limit: `2of ${allowed + 6} tries (6 added)` });

	await page.getByRole("link", { name: /^Leave/ }).click();
	await page.getByRole("link", { name: "continue lesson" }).click();
	await expect(good(page)).toBeVisible();
	expect(await where()).toEqual(before);
	await page.reload();
	await expect(good(page)).toBeVisible();
	expect(await where()).toEqual(before);
	await studio.kill();
	await studio.start();
	await page.reload();
	await expect(good(page)).toBeVisible();
	expect(await where()).toEqual(before);
});

test("a second browser that never saw the lesson finds it whole on the server", async ({ page, browser, studio }) => {
	await page.goto("/");
	await touch(page, "start lesson: Odile Fennimore, Slackline walk, right").click();
	for (let i = 0; i < 3; i++) await good(page).click();
	await allSent(page);
	const other = await browser.newContext();
	await quickHand(other);
	const there = await other.newPage();
	await there.goto(page.url().replace(/^.*?\/live/, `${studio.url}/live`));
	await expect(there.getByTestId("count")).toHaveText("3");
	await expect(there.getByText("Another device counts")).toBeVisible();
	await other.close();
});
