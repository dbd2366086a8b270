import type { Page } from "@playwright/test";
import { findLadder } from "@/store/ladders";
import { findPlan } from "@/store/plans";
import { amissOn } from "./measured";
import { accessible, allSent, expect, good, test, touch, written } from "./studio";

/** The stretches of the line, as they read. */
const line = (page: Page) => page.getByRole("list", { name: "The lesson, minute by minute" }).getByRole("button");

async function planned(page: Page, who: string, minutes: string): Promise<string> {
	await page.goto(`/plans?student=${who}`);
	await page.getByLabel("Minutes").fill(minutes);
	await page.getByRole("button", { name: "plan the lesson", exact: true }).click();
	await expect(page.getByTestId("worth")).toContainText("planned");
	return new URL(page.url()).pathname.slice("/plans/".length);
}

test.describe("at the bench", () => {
	test.use({ demo: true, viewport: { width: 1280, height: 800 } });

	test("45 minutes gather themselves, and are changed: pinned, moved, made longer, taken out, an own one put in, undone", async ({
		page,
		studio,
	}) => {
		const id = await planned(page, "isolde", "45");
		await expect(line(page).first()).toContainText("Warm up");
		await expect(line(page).last()).toContainText("Wrap up");
		await expect(page.getByTestId("worth")).toContainText(/ends in time in (8|9)\d of 100/);
		await expect(page.getByRole("region", { name: "Did not fit" })).toContainText(
			/It would (push out|cost)|At most 2|would not end in time/,
		);
		await accessible(page);

		// By the pointer: in hand, a minute more, pinned where it is.
		const wish = line(page).filter({ hasText: "Walk the square" });
		await wish.click();
		const hand = page.getByRole("region", { name: "Chosen item" });
		const inHand = async () => Number(/(\d+) min\+/.exec((await hand.textContent()) ?? "")?.[1]);
		const now = await inHand();
		await hand.getByRole("button", { name: /^a minute more/ }).click();
		await expect.poll(inHand).toBe(now + 1);
		await hand.getByRole("button", { name: /^pin/ }).click();
		await expect(wish).toContainText("pinned");
		// By keys: the next one later, then taken out.
		await wish.press("ArrowDown");
		const second = page.locator("ol button:focus");
		const name = (await second.textContent())?.replace(/^\d+ minutes/, "").slice(0, 20) ?? "";
		await second.press("Delete");
		await expect(page.getByRole("region", { name: "Left out" })).toContainText(name);
		await page.getByRole("button", { name: "undo" }).click();
		await expect(page.getByRole("region", { name: "Left out" })).toHaveCount(0);

		await page.getByLabel("Your own item", { exact: true }).fill("Film the finish");
		await page.locator("#own-minutes").fill("6");
		await page.getByRole("button", { name: "add the item" }).click();
		await expect(line(page).filter({ hasText: "Film the finish" })).toContainText("6");
		await page.getByRole("button", { name: "pin everything" }).click();
		// The next plan is worked out meanwhile: all of it is pinned once it is there.
		await expect(line(page).filter({ hasNotText: "pinned" })).toHaveCount(0);
		const before = await line(page).allTextContents();
		await page.reload();
		await expect(page.getByTestId("worth")).toContainText("planned");
		await expect.poll(() => line(page).allTextContents()).toEqual(before);
		await written(page);
		const kept = await studio.inStore((store) => findPlan(store, id));
		expect(kept?.plan.items.some(({ what, own }) => what === "Film the finish" && own)).toBe(true);

		// What cannot be is said, nothing typed is lost, and nothing of it is in force.
		const minutes = page.locator("#minutes");
		await minutes.fill("700");
		await expect(page.getByTestId("standing")).toContainText("at most 240");
		await minutes.fill("20");
		await expect(
			page.getByText(/outside the 20 minutes of the lesson|takes \d+ minutes, but the lesson has 20/),
		).toBeVisible();
		await minutes.fill("45");
		await written(page);
		await expect.poll(() => line(page).allTextContents()).toEqual(before);

		await page.getByRole("button", { name: "copy to next week" }).click();
		await expect(page).not.toHaveURL(new RegExp(id));
		await expect(line(page).filter({ hasText: "Film the finish" })).toBeVisible();
		await page.goto("/plans");
		await expect(page.getByRole("region", { name: "Coming up" }).getByRole("link")).toHaveCount(2);
	});

	test("for two it says whose each thing is; a reminder and what to watch are kept", async ({ page }) => {
		await planned(page, "pip", "40");
		await page.getByLabel("Second student", { exact: true }).selectOption({ label: "Jory Tamblyn" });
		await expect(page.getByRole("heading", { level: 1 })).toContainText("Pip Lanternby, Jory Tamblyn");
		await expect(line(page).filter({ hasText: "Jory Tamblyn:" }).first()).toBeVisible();
		await page.getByLabel("Watch", { exact: true }).fill("knees soft");
		await page.getByLabel("Reminder", { exact: true }).fill("drink");
		await page.getByLabel("every", { exact: true }).fill("10");
		await page.getByRole("button", { name: "add the reminder" }).click();
		await expect(page.getByText("drink, every 10 minutes")).toBeVisible();
		await written(page);
		await page.reload();
		await expect(page.getByText("drink, every 10 minutes")).toBeVisible();
		await expect(page.getByLabel("Watch", { exact: true })).toHaveValue("knees soft");
		for (const [width, height] of [
			[1280, 800],
			[390, 844],
		] as const) {
			await page.setViewportSize({ width, height });
			await line(page).nth(2).click();
			await accessible(page);
			expect(await amissOn(page, width, height)).toEqual([]);
			await line(page).nth(2).click();
		}
	});
});

test.describe("on the phone", () => {
	test.use({
		demo: true,
		viewport: { width: 390, height: 844 },
		hasTouch: true,
		isMobile: true,
		serviceWorkers: "allow",
		expected: /ERR_|Failed to fetch|Failed to load resource/,
	});

	test("a plan is run without a signal: next, now, put off, left out; afterwards planned stands beside done", async ({
		page,
		studio,
	}) => {
		await planned(page, "isolde", "45");
		const things = await line(page).count();
		await page.goto("/");
		await expect(page.locator("html")).toHaveAttribute("data-ahead", "kept");
		await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller?.state ?? "none")).toBe("activated");
		await studio.kill();
		await page.goto("/students");
		await touch(page, "start lesson: Isolde Brankovar, Three-club cascade, left").tap();
		await expect(page.getByRole("button", { name: /^\d minutes left.*Warm up/ })).toBeVisible();
		await accessible(page);
		// Two good ones of a warm-up are the warm-up's: nothing judges them, and the peg's rung has none of them.
		for (let i = 0; i < 2; i++) await good(page).tap();
		await expect(page.getByRole("button", { name: /^Last tries, 2 here/ })).toBeVisible();
		await expect(page.getByTestId("used")).toHaveText("0");
		if (process.env.PEG_SHOT) await page.screenshot({ path: process.env.PEG_SHOT });
		for (const box of [
			page.getByRole("button", { name: /^\d minutes left/ }),
			page.getByRole("button", { name: /^next/ }),
		])
			expect((await box.boundingBox())?.height).toBeGreaterThanOrEqual(60);

		await page.getByRole("button", { name: /^next ?: Walk the square/ }).tap();
		await expect(page.getByRole("button", { name: /minutes left.*Walk the square/ })).toBeVisible();
		// Two touches each: the plan, and what is to become of a thing in it.
		await page.getByRole("button", { name: /minutes left.*Walk the square/ }).tap();
		const drawer = page.getByRole("region", { name: "The plan" });
		await drawer
			.getByRole("button", { name: /^later ?: / })
			.first()
			.tap();
		await drawer
			.getByRole("button", { name: /^leave out ?: Mount at the rail/ })
			.first()
			.tap();
		await drawer
			.getByRole("button", { name: /^Two clubs, cross and stop, right/ })
			.first()
			.tap();
		await expect(
			page.getByRole("heading", { name: "Lesson: Isolde Brankovar, Two clubs, cross and stop" }),
		).toBeAttached();
		for (let i = 0; i < 4; i++) await good(page).tap();
		await expect(page.getByTestId("used")).toHaveText("4");
		await expect(page.getByRole("button", { name: /minutes left.*Two clubs, cross and stop/ })).toBeVisible();

		await studio.start();
		await allSent(page);
		await page.goto(`${page.url().replace("/live", "/wrap")}`);
		const done = page.getByRole("region", { name: "Planned and done" });
		await expect(done.getByRole("row")).toHaveCount(things + 2);
		await expect(done.getByRole("row", { name: /^Warm up \d 0$/ })).toBeVisible();
		await expect(done.getByText("left out")).toHaveCount(1);
		await touch(page, "finish lesson").tap();
		await expect
			.poll(async () => (await studio.events()).filter(({ kind }) => kind === "lesson.closed").at(-1)?.device)
			.not.toBe("demo-phone");
		const warmUp = (await studio.events()).filter(({ device }) => device !== "demo-phone");
		const sets = warmUp.flatMap((event) => (event.kind === "set.opened" ? [event] : []));
		const [first] = sets;
		expect(first?.body).toMatchObject({ elsewhere: "warm-up", placing: { settings: { name: "Warm up" } } });
		expect(warmUp.filter(({ kind, set }) => kind === "attempt" && set === first?.id)).toHaveLength(2);
		const ladder = await studio.inStore((store) => findLadder(store, "isolde-clubs"));
		expect(ladder?.ladder.rungs.map(({ id }) => id)).not.toContain(first?.body.placing.rung);
		const steps = (await studio.events()).filter(({ kind }) => kind === "plan.step");
		expect(steps).toHaveLength(4);
		await page.goto(`/lessons/${new URL(page.url()).searchParams.get("lesson") ?? steps[0]?.lesson}`);
		await expect(page.getByRole("region", { name: "Planned and done" })).toContainText("Walk the square");
	});
});
