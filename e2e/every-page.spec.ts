import { amissOn } from "./measured";
import { pages } from "./pages";
import { accessible, expect, good, test, touch } from "./studio";
import { small, targets } from "./targets";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

const dayIn = (timeZone?: string) => new Intl.DateTimeFormat("en-CA", timeZone ? { timeZone } : {}).format();
/** One of these two is always on another day than the server. */
const onAnotherDay = ["Pacific/Kiritimati", "Pacific/Pago_Pago"].find((zone) => dayIn(zone) !== dayIn()) ?? "";

test.describe("where the browser’s day is not the server’s", () => {
	// A page that said another day than the server did would be thrown away and drawn anew: the console calls it an error.
	test.use({ timezoneId: onAnotherDay });
	for (const [which, paths] of Object.entries(pages))
		test(`no page is drawn anew or fetches others ahead, axe finds nothing on it, and nothing is cut off, covered or wider than a bench or a phone: ${which}`, async ({
			page,
		}) => {
			const ahead: string[] = [];
			page.on("request", (request) => {
				if (request.url().includes("_rsc=")) ahead.push(`${page.url()} asked for ${request.url()}`);
			});
			const found: Record<string, string[]> = {};
			for (const path of paths) {
				await page.setViewportSize({ width: 1280, height: 800 });
				await page.goto(path);
				await accessible(page);
				for (const [width, height] of [
					[1280, 800],
					[390, 844],
				] as const) {
					const amiss = await amissOn(page, width, height);
					if (amiss.length > 0) found[`${path} ${width}`] = amiss;
				}
			}
			expect(found).toEqual({});
			expect(ahead).toEqual([]);
		});
});

test("axe finds nothing where something is opened, and nothing of it is cut off, on a bench or a phone", async ({
	page,
}) => {
	const found: Record<string, string[]> = {};
	const whole = async (what: string) => {
		// A page's address is there before its title is.
		await expect(page).toHaveTitle(/./);
		await accessible(page);
		const bench = await amissOn(page, 1280, 800);
		const phone = await amissOn(page, 390, 844);
		await page.setViewportSize({ width: 1280, height: 800 });
		if (bench.length + phone.length > 0) found[what] = [...bench, "on a phone:", ...phone];
	};
	await page.goto("/students/isolde");
	await page.getByRole("button", { name: "edit" }).click();
	await whole("a student’s form");
	await page.goto("/skills/clubs");
	await page.getByRole("button", { name: "details of position 2" }).click();
	await whole("a position");
	await page.goto("/plans?student=isolde");
	await page.getByRole("button", { name: "plan the lesson" }).click();
	await expect(page).toHaveURL(/plans.\w/);
	await whole("a plan");
	await page.goto("/calendar");
	await page.locator("[data-lesson]").first().click();
	await page
		.getByRole("button", { name: /^change:/ })
		.first()
		.click();
	await whole("a lesson of the calendar, and a series");
	await page.goto("/ladders/isolde-clubs");
	await page.getByRole("button", { name: "Three clubs, slow", exact: true }).click();
	await page.getByText("the same for many rungs").click();
	await whole("a rung");
	expect(found).toEqual({});
	await page.keyboard.press("Escape");
	await touch(page, "? keys").click();
	await expect(page.getByRole("dialog")).toBeVisible();
	await accessible(page);
	await page.goto("/students/isolde");
	await page.getByRole("row").nth(1).getByRole("link").click();
	await expect(page).toHaveURL(/lessons/);
	await accessible(page);
});

test("axe finds nothing in daylight and in the dim", async ({ page }) => {
	await page.goto("/");
	for (const light of ["daylight", "dim"]) {
		await page.getByRole("button", { name: /^light:/ }).click();
		await expect(page.locator("html")).toHaveAttribute("data-light", light);
		for (const path of ["/", "/students/isolde", "/skills/clubs", "/ladders/isolde-clubs"]) {
			await page.goto(path);
			await accessible(page);
		}
	}
});

test("axe finds nothing courtside, drawers and wrap-up included; every target is a thumb wide", async ({ page }) => {
	await page.setViewportSize({ width: 390, height: 844 });
	await page.goto("/");
	await touch(page, "start lesson: Bram Ostwick, Three-club cascade, right").click();
	for (const name of ["GOOD", "missed height", "missed height", "missed height"]) await touch(page, name).click();
	await accessible(page);
	expect(small(await targets(page))).toEqual([]);
	for (const drawer of ["cue", "state", "more"]) {
		await touch(page, drawer).click();
		await accessible(page);
		expect(small(await targets(page))).toEqual([]);
		await touch(page, "close").click();
	}
	await page.getByRole("button", { name: /^Last tries/ }).click();
	await page.getByRole("button", { name: /^2 missed/ }).click();
	await accessible(page);
	expect(small(await targets(page))).toEqual([]);
	await touch(page, "close").click();
	await page.getByRole("button", { name: /^Rung \d/ }).click();
	await accessible(page);
	await touch(page, "close").click();
	for (const light of ["daylight", "dim"]) {
		await page.evaluate((to) => {
			document.documentElement.dataset.light = to;
		}, light);
		await accessible(page);
		for (const drawer of ["cue", "more"]) {
			await touch(page, drawer).click();
			await accessible(page);
			await touch(page, "close").click();
		}
		await page.getByRole("button", { name: /^Last tries/ }).click();
		await accessible(page);
		await touch(page, "close").click();
	}
	for (const size of [
		{ width: 360, height: 640 },
		{ width: 844, height: 390 },
		{ width: 820, height: 1180 },
	]) {
		await page.setViewportSize(size);
		await expect(good(page)).toBeInViewport({ ratio: 1 });
		await expect(touch(page, "undo")).toBeInViewport({ ratio: 1 });
		expect(small(await targets(page))).toEqual([]);
	}
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	await expect(page.getByLabel("Remark, for you")).toBeVisible();
	await accessible(page);
});

test("what a press adds is where the keyboard goes on, on every bench with rows", async ({ page }) => {
	for (const [path, ...presses] of [
		["/ladders/difficulties", "add a scale", "add a notch"],
		["/load", "add a limit for an age"],
		["/care", "add a list", "add a reminder"],
		[
			"/skills/clubs",
			"add a position",
			"details of position 1",
			"add a cue",
			"add a fault: not enough",
			"add a remedy",
		],
		["/skills/balls#stages", "add a stage", /^judge this stage/],
		["/skills/balls#schools", "add a school"],
		["/practice/nimue-practice", "edit", "add your own drill"],
	] as const) {
		await page.goto(path);
		for (const name of presses) {
			const button = page.getByRole("button", { name, exact: typeof name === "string" }).first();
			await button.focus();
			await page.keyboard.press("Enter");
			// These open what is there, and add nothing.
			if (/^(details|edit)/.test(String(name))) continue;
			await expect(page.locator("textarea:focus, input:focus, select:focus"), `${path}: ${name}`).toHaveCount(1);
		}
	}
});

test("a student is put away and brought back", async ({ page }) => {
	await page.goto("/students/odile");
	await touch(page, "archive").click();
	await expect(page.getByText("· archived")).toBeVisible();
	await page.goto("/");
	await expect(page.getByText("Odile Fennimore")).toHaveCount(0);
	await page.goto("/students");
	await page.getByRole("link", { name: "Odile Fennimore" }).click();
	await touch(page, "make active").first().click();
	await expect(page.getByText("· archived")).toHaveCount(0);
	await page.goto("/");
	await expect(page.getByRole("link", { name: "Odile Fennimore" })).toBeVisible();
});

test.describe("an address that names nothing", () => {
	test.use({ expected: /status of 404/ });
	test("says so, and leads back", async ({ page }) => {
		for (const path of ["/not-a-page", "/students/nobody", "/ladders/none", "/skills/none", "/lessons/none"]) {
			await page.goto(path);
			await expect(page.getByRole("heading", { name: "Page not found" })).toBeVisible();
		}
		await accessible(page);
		await page.goto("/live?lesson=never-begun");
		await expect(page.getByRole("heading", { name: "Lesson not found" })).toBeVisible();
		await page.goto("/live");
		await expect(page.getByRole("heading", { name: "No lesson chosen" })).toBeVisible();
		await page.getByRole("link", { name: "Today" }).click();
		await expect(page.getByRole("link", { name: "Isolde Brankovar" }).first()).toBeVisible();
	});
});
