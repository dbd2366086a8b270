import type { Client, Transaction } from "@libsql/client";
import type { Page } from "@playwright/test";
import { resolve } from "@/core/log/resolve";
import { sameOnBoth } from "./onDevice";
import { accessible, allSent, expect, good, keptMark, type Studio, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

const begin = async (page: Page) => {
	await page.goto("/students/teodor");
	await touch(page, "start lesson: Three-club cascade, right").click();
	await expect(good(page)).toBeVisible();
};
const taps = async (page: Page, many: number) => {
	for (let i = 0; i < many; i++) await good(page).click();
};
/** Every number up to the kept mark is in the database, once, in order. */
async function allThere(page: Page, studio: Studio, attempts: number): Promise<void> {
	await allSent(page);
	expect(await sameOnBoth(page, studio)).toBe(attempts);
}

/** Takes the database for itself, once whoever writes just now is done. */
async function held(client: Client): Promise<Transaction> {
	for (;;) {
		try {
			return await client.transaction("write");
		} catch {
			await new Promise((resolve) => setTimeout(resolve, 50));
		}
	}
}

test.describe("the database is held by another program", () => {
	test.use({ expected: /500|503|Failed to load resource/ });
	test("tries are counted and kept on the phone meanwhile, and go out once it is free", async ({ page, studio }) => {
		await begin(page);
		await taps(page, 2);
		await studio.inStore(async ({ client }) => {
			const lock = await held(client);
			await taps(page, 5);
			await expect(page.getByTestId("used")).toHaveText("7");
			await expect(page.getByTestId("kept")).toContainText("saved ✓");
			await expect(page.getByTestId("kept")).toContainText("to send");
			// Longer than the server waits for a lock.
			await page.waitForTimeout(6000);
			await lock.rollback();
		});
		await taps(page, 1);
		await expect(page.getByTestId("kept")).toContainText("sent ✓");
		await allThere(page, studio, 8);
	});
});

test("a full disk is said at once, in words; nothing leaves the screen, and all of it is kept when there is room", async ({
	page,
	studio,
}) => {
	await begin(page);
	await taps(page, 2);
	await allSent(page);
	// What stores is a worker beside the page.
	const [storage] = page.workers();
	if (!storage) throw new Error("nothing keeps the lesson");
	await storage.evaluate(() => {
		const real = IDBObjectStore.prototype.put;
		IDBObjectStore.prototype.put = () => {
			throw new DOMException("There is no room left on this device.", "QuotaExceededError");
		};
		Object.assign(globalThis, { makeRoom: () => Object.assign(IDBObjectStore.prototype, { put: real }) });
	});
	await taps(page, 3);
	await expect(page.getByTestId("used")).toHaveText("5");
	await expect(
		page.getByText(/Not saved yet: There is no room left on this device\. Trying again. Do not close/),
	).toBeVisible();
	await expect(page.getByTestId("kept")).toContainText("saving 3");
	await storage.evaluate(() => (globalThis as unknown as { makeRoom: () => void }).makeRoom());
	await expect(page.getByTestId("kept")).toContainText("saved ✓");
	await allThere(page, studio, 5);
});

test("a full disk is said on a bench too: what could not be kept is not said to be done, and what was typed stays", async ({
	page,
	studio,
}) => {
	await page.goto("/students/isolde");
	const before = (await studio.events()).length;
	await page.evaluate(() => {
		const real = IDBObjectStore.prototype.put;
		IDBObjectStore.prototype.put = () => {
			throw new DOMException("There is no room left on this device.", "QuotaExceededError");
		};
		Object.assign(globalThis, { makeRoom: () => Object.assign(IDBObjectStore.prototype, { put: real }) });
	});
	const no = page.getByText(/^This device is full, or does not let pages save. Nothing was saved/);
	const kept = page.getByRole("button", { name: /^Done: bring the long grip tape/ });
	await kept.click();
	await expect(no).toBeVisible();
	await expect(kept).toBeVisible();
	await page.getByLabel("Parked observation").fill("Looks at the floor");
	await page.getByLabel("Parked observation").press("Enter");
	await expect(no).toHaveCount(2);
	await expect(page.getByLabel("Parked observation")).toHaveValue("Looks at the floor");
	expect((await studio.events()).length).toBe(before);

	await page.evaluate(() => (globalThis as unknown as { makeRoom: () => void }).makeRoom());
	await kept.click();
	await expect(page.getByRole("button", { name: /^Undo: Done: bring the long grip tape/ })).toBeVisible();
	await page.getByLabel("Parked observation").press("Enter");
	await expect(page.getByLabel("Parked observation")).toHaveValue("");
	await expect(no).toHaveCount(0);
	await expect.poll(async () => (await studio.events()).length).toBe(before + 2);
});

test.describe("the phone's clock is not the server's", () => {
	// What the server drew by its own day is drawn anew by the phone's.
	test.use({ expected: /React error #418/ });
	test("the clock is set back an hour, and midnight passes: the order stays, and the lesson keeps its day", async ({
		page,
		studio,
	}) => {
		// The night on which the clocks go back, half an hour before they do, then again the same half hour.
		await page.clock.install({ time: new Date("2026-10-24T22:50:00Z") });
		await begin(page);
		await taps(page, 3);
		await page.clock.setFixedTime(new Date("2026-10-25T01:20:00Z"));
		await touch(page, "missed height").click();
		await page.clock.setFixedTime(new Date("2026-10-25T00:20:00Z"));
		await taps(page, 2);
		await page.clock.resume();
		await expect(page.getByTestId("used")).toHaveText("6");
		await allThere(page, studio, 6);
		const { device } = await keptMark(page);
		const mine = (await studio.events()).filter((event) => event.device === device);
		const attempts = mine.flatMap((event) => (event.kind === "attempt" ? [event] : []));
		expect(attempts.map(({ body }) => body.result)).toEqual(["hit", "hit", "hit", "miss", "hit", "hit"]);
		// The clock went back, the order did not.
		expect(Date.parse(attempts[4]?.at ?? "")).toBeLessThan(Date.parse(attempts[3]?.at ?? ""));
		expect(attempts[4]?.lamport).toBeGreaterThan(attempts[3]?.lamport ?? 0);
		// The day is the one it was where it happened; the lesson is of the day it was opened on.
		expect([attempts[0]?.localDay, attempts[3]?.localDay]).toEqual(["2026-10-24", "2026-10-25"]);
		await page.reload();
		await expect(page.getByTestId("used")).toHaveText("6");
		await page.goto("/students/teodor");
		await page.getByRole("link", { name: "Sat 24 Oct" }).first().click();
		await expect(page.getByText(/of 6/).first()).toBeVisible();
	});

	test("a lesson on a phone years ahead decides nothing until it is said which day it was; what was said can be taken back", async ({
		page,
		context,
		studio,
		listenTo,
	}) => {
		await page.clock.install({ time: new Date("2099-05-01T10:00:00Z") });
		await begin(page);
		await taps(page, 3);
		await allThere(page, studio, 3);
		const bench = await context.newPage();
		listenTo(bench);
		await bench.goto("/");
		await bench
			.getByRole("region", { name: "To decide" })
			.getByRole("link", { name: /a lesson on .* 2099/ })
			.click();
		await expect(bench.getByText(/1 May 2099 is far from today/)).toBeVisible();
		const dated = async () =>
			resolve(await studio.events()).flatMap((event) => (event.kind === "lesson.dated" ? [event.body.day] : []));
		await bench.getByRole("button", { name: /1 May 2099 is right/ }).press("Enter");
		await expect(bench.getByText(/^You said it was on .*1 May 2099/)).toBeVisible();
		await expect.poll(dated).toEqual(["2099-05-01"]);
		const back = bench.getByRole("button", { name: "undo" });
		await expect(back).toBeFocused();
		await back.press("Enter");
		await expect.poll(dated).toEqual([]);
		await bench.getByLabel("Day of the lesson").fill("2026-03-09");
		await bench.getByRole("button", { name: "use this day" }).click();
		await expect.poll(dated).toEqual(["2026-03-09"]);
		await expect(bench.getByRole("heading", { level: 1 })).toContainText("9 Mar");
		await accessible(bench);
		await bench.reload();
		await expect(bench.getByText(/far from today/)).toHaveCount(0);
		await bench.goto("/");
		await expect(bench.getByText(/2099/)).toHaveCount(0);
	});
});

test.describe("a drawer cannot be fetched", () => {
	test.use({ expected: /Failed to load resource|ERR_FAILED/ });
	test("the lesson stays, says so, and counts on; a press asks for it again", async ({ page }) => {
		// Nothing is fetched ahead: the signal goes before the browser has a moment for it.
		await page.addInitScript(() => {
			window.requestIdleCallback = () => 0;
		});
		await begin(page);
		await taps(page, 1);
		await page.route("**/_next/static/**", (route) => route.abort());
		await touch(page, "more").click();
		await expect(page.getByText("No signal, so it could not load.", { exact: false })).toBeVisible();
		await good(page).click();
		await expect(page.getByTestId("used")).toHaveText("2");
		await page.unroute("**/_next/static/**");
		await touch(page, "more").click();
		await page.getByRole("button", { name: /^this device/ }).click();
		await expect(page.getByText("No signal, so it could not load", { exact: false })).toHaveCount(0);
		await expect(page.getByRole("region", { name: /This device/i })).toBeVisible();
	});
});

test.describe("the server is away while a bench is open", () => {
	test.use({
		expected: /ERR_CONNECTION|Failed to load resource|Failed to fetch|ERR_EMPTY_RESPONSE|ERR_INCOMPLETE/,
		viewport: { width: 1280, height: 800 },
	});
	test("each press says so where it was, and works once the server answers", async ({ page, studio }) => {
		const away = page.getByText("The server does not answer. Nothing was changed.", { exact: false });
		for (const [path, press] of [
			["/students/odile", "archive"],
			["/skills", "add “Three-ball cascade”"],
			["/ladders/teodor-clubs", "make the mirrored ladder for the left side"],
		] as const) {
			await page.goto(path);
			// What the page fetches on its own, a worker's program among it, is there.
			await page.waitForLoadState("networkidle");
			await studio.kill();
			await touch(page, press).first().click();
			await expect(away.first()).toBeVisible();
			await studio.start();
			await touch(page, press).first().click();
			await expect(away).toHaveCount(0);
		}
		await page.goto("/records");
		await page.waitForTimeout(300);
		await studio.kill();
		await page.getByLabel("Delete a student and all their data").selectOption({ label: "Odile Fennimore" });
		await expect(away.first()).toBeVisible();
		await studio.start();
	});
});
