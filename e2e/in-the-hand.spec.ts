import type { Page } from "@playwright/test";
import { accessible, advice, allSent, expect, field, good, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 }, quick: false });

/** What the device did in answer to touches: its shakes, and what it said. */
async function answers(page: Page): Promise<void> {
	await page.addInitScript(() => {
		const did: string[] = [];
		Object.assign(window, { did });
		navigator.vibrate = (pattern) => {
			did.push(`shook ${JSON.stringify(pattern)}`);
			return true;
		};
		window.speechSynthesis.speak = (said) => void did.push(`said ${said.text}`);
	});
}
const did = (page: Page) => page.evaluate(() => (window as unknown as { did: string[] }).did.splice(0));

const begin = async (page: Page) => {
	await page.goto("/students/teodor");
	await touch(page, "start lesson: Three-club cascade, right").click();
	await expect(good(page)).toBeVisible();
};
const thisDevice = async (page: Page) => {
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^this device/ }).click();
};

test("two touches within 150 ms count once, and in quick mode twice; each is answered at once, by a shake or aloud", async ({
	page,
}) => {
	await answers(page);
	await begin(page);
	const twice = (apart: number) =>
		good(page).evaluate(async (button, wait) => {
			button.dispatchEvent(new MouseEvent("click", { bubbles: true, detail: 0 }));
			await new Promise((resolve) => setTimeout(resolve, wait));
			button.dispatchEvent(new MouseEvent("click", { bubbles: true, detail: 0 }));
		}, apart);
	const used = page.getByTestId("used");
	await twice(20);
	await expect(used).toHaveText("1");
	expect(await did(page)).toEqual(["shook 18"]);
	await page.waitForTimeout(200);
	await twice(220);
	await expect(used).toHaveText("3");

	await thisDevice(page);
	await accessible(page);
	await page.getByRole("button", { name: /^quick mode/ }).click();
	await page.getByRole("button", { name: /^say the count/ }).click();
	await page.getByRole("button", { name: /^vibrate/ }).click();
	await page.keyboard.press("Escape");
	await did(page);
	await twice(20);
	await expect(used).toHaveText("5");
	await expect.poll(() => did(page)).toContainEqual(expect.stringMatching(/^said 5 /));

	// It belongs to the device: a reload keeps it, and says nothing.
	await page.reload();
	await expect(used).toHaveText("5");
	await page.waitForTimeout(300);
	expect(await did(page)).toEqual([]);
});

test("a remote’s keys are learned, the rows lie for the left thumb, and the text is large", async ({ page }) => {
	await begin(page);
	const used = page.getByTestId("used");
	await page.keyboard.press("PageDown");
	await expect(used).toHaveText("1");
	await thisDevice(page);
	await page.getByRole("button", { name: /^key for good/ }).click();
	await page.keyboard.press("F9");
	await expect(page.getByRole("button", { name: "key for good F9" })).toBeVisible();
	const x = async (id: string) => (await field(page, id).boundingBox())?.x ?? 0;
	const before = await x("good");
	await page.getByRole("button", { name: /^left thumb/ }).click();
	await page.getByRole("button", { name: /^large text/ }).click();
	await page.keyboard.press("Escape");
	expect(await x("good")).toBeLessThan(before);
	await page.keyboard.press("F9");
	await expect(used).toHaveText("2");
	await page.keyboard.press("PageDown");
	await page.waitForTimeout(200);
	await expect(used).toHaveText("2");
	await accessible(page);
});

test("a third correction in a set, and one too early, are met by a quiet word; the student’s own finding is a mark", async ({
	page,
	studio,
}) => {
	await begin(page);
	for (let i = 0; i < 3; i++) {
		await touch(page, "missed height").click();
		await page.waitForTimeout(170);
	}
	await page.waitForTimeout(450);
	await advice(page).getByRole("button", { name: "follow", exact: true }).click();
	await expect(advice(page)).toHaveAttribute("data-line", "let-adjust");
	await touch(page, "cue").click();
	await expect(page.getByText("They are still trying the last cue")).toBeVisible();
	await accessible(page);
	for (let i = 0; i < 2; i++) {
		await page.getByRole("button", { name: /^something else/ }).click();
		await touch(page, "cue").click();
	}
	await expect(page.getByText("3 corrections in this set. That may be enough.")).toBeVisible();
	await page.getByRole("button", { name: /^they named it first/ }).click();
	await allSent(page);
	const marked = (await studio.events()).filter(
		(event) => event.kind === "amend" && JSON.stringify(event.body).includes('"namedFirst":true'),
	);
	expect(marked).toHaveLength(1);
	// Once is enough: the mark is there.
	await touch(page, "cue").click();
	await expect(page.getByRole("button", { name: /^they named it first/ })).toBeDisabled();
	await page.keyboard.press("Escape");

	// A rest has its clock.
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^end set/ }).click();
	await expect(page.getByTestId("rest")).toHaveText(/0:0[1-9]/);
});
