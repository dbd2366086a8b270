import { catchUp } from "@/store/projection";
import { openPromises } from "@/store/said";
import { allSent, expect, good, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("count first, say for whom and which rung afterwards", async ({ page, studio }) => {
	await page.goto("/");
	await touch(page, "quick count").click();
	for (let i = 0; i < 4; i++) await good(page).click();
	await touch(page, "MISSED").click();
	await touch(page, "undo").click();
	await touch(page, "no count").click();
	await expect(page.getByTestId("used")).toHaveText("4");
	await page.getByRole("button", { name: /^For whom/ }).click();
	await page.getByRole("button", { name: /Odile Fennimore/ }).click();
	await page.getByRole("button", { name: /^Stand free, three breaths/ }).click();
	await expect(
		page.getByRole("heading", { name: "Lesson: Odile Fennimore, Stand free, three breaths" }),
	).toBeAttached();
	await expect(page.getByTestId("used")).toHaveText("4");
	await expect(page.getByText("of 4, block of 17")).toBeVisible();
	await allSent(page);
	const kinds = (await studio.events()).filter((event) => event.device !== "demo-phone").map((event) => event.kind);
	expect(kinds.filter((kind) => kind === "set.assigned")).toHaveLength(1);
	await page.goto("/students/odile");
	await expect(page.getByRole("row", { name: /Stand free, three breaths 4 of 4/ })).toBeVisible();
});

test("cues, parked notes, sets, variations, another ladder and back: the other visit waits as it was", async ({
	page,
	studio,
}) => {
	await page.goto("/");
	await touch(page, "start lesson: Bram Ostwick, Three-club cascade, right").click();
	// The lesson opens with last time.
	await expect(page.getByRole("region", { name: "Last time" })).toContainText("Parked: Holds the saddle");
	await expect(page.getByRole("region", { name: "Last time" })).toContainText(
		"You promised: ask about the school yard",
	);
	await good(page).click();
	await expect(page.getByRole("region", { name: "Last time" })).toHaveCount(0);
	await touch(page, "cue").click();
	await page.getByRole("button", { name: /^paint one line on the far wall/ }).click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^park/ }).click();
	await page.getByLabel("In your own words").fill("Grip too tight <b>");
	await page.getByRole("region", { name: /^Park/ }).getByRole("button", { name: "park", exact: true }).click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^end set/ }).click();
	await expect(page.getByText("resting")).toBeVisible();
	await good(page).click();
	await expect(page.getByText("set 2 · 1 of")).toBeVisible();
	await expect(page.getByTestId("count")).toHaveText("2");
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^easier/ }).click();
	await good(page).click();
	await expect(page.getByTestId("count")).toHaveText("1");
	await expect(page.getByTestId("used")).toHaveText("3");
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^the rung/ }).click();

	await touch(page, "more").click();
	await page.getByRole("button", { name: /^what next/ }).click();
	await page.getByRole("button", { name: /Bram Ostwick · Unicycle/ }).click();
	await good(page).click();
	await expect(page.getByTestId("used")).toHaveText("1");
	await page.getByRole("button", { name: /^right · Three-club cascade Bram/ }).click();
	await expect(page.getByTestId("used")).toHaveText("3");
	await expect(page.getByTestId("count")).toHaveText("2");

	// The peg by hand, one rung down, and the move taken back.
	await page.getByRole("button", { name: /^Rung \d/ }).click();
	await page.getByRole("button", { name: /^Two clubs, cross, both starts/ }).click();
	await expect(page.getByRole("heading", { name: /Two clubs, cross, both starts/ })).toBeAttached();
	await touch(page, "undo").click();
	await expect(page.getByTestId("count")).toHaveText("2");

	// Sliding over two fields names two faults in one touch.
	const from = await touch(page, "missed height").boundingBox();
	const to = await touch(page, "missed release").boundingBox();
	if (!from || !to) throw new Error("no fields");
	await page.mouse.move(from.x + 20, from.y + 20);
	await page.mouse.down();
	await page.mouse.move(to.x + 20, to.y + 20, { steps: 6 });
	await page.mouse.up();
	// Sliding off cancels.
	await page.mouse.move(from.x + 20, from.y + 20);
	await page.mouse.down();
	await page.mouse.move(from.x + 20, 20, { steps: 6 });
	await page.mouse.up();
	await expect(page.getByTestId("used")).toHaveText("4");
	await page.getByRole("button", { name: /^Last tries/ }).click();
	await expect(page.getByRole("button", { name: /missed, height off, release off/ })).toBeVisible();
	await touch(page, "close").click();

	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	await expect(page.getByRole("region", { name: "Parked" })).toContainText("Grip too tight <b>");
	await expect(page.getByText("“paint one line on the far wall”").first()).toBeVisible();
	await page.getByLabel("Promise", { exact: true }).fill("lighter clubs");
	await page.getByLabel("Due").fill("2030-01-01");
	await page.getByRole("button", { name: "promise", exact: true }).click();
	await page.getByRole("button", { name: "finish lesson" }).click();
	await expect(page.getByText("lighter clubs")).toBeVisible();
	// A slip is taken back where it was made; what was dealt with is gone the next time.
	const kept = page.getByRole("button", { name: "Done: lighter clubs", exact: true });
	await kept.focus();
	await page.keyboard.press("Enter");
	const back = page.getByRole("button", { name: "Undo: Done: lighter clubs" });
	await expect(back).toBeFocused();
	const due = () =>
		studio.inStore(async (store) => {
			await catchUp(store);
			return (await openPromises(store)).map(({ text }) => text);
		});
	await expect.poll(due).not.toContain("lighter clubs");
	await page.keyboard.press("Enter");
	await expect(kept).toBeFocused();
	await expect.poll(due).toContain("lighter clubs");
	await page.reload();
	await kept.click();
	await expect(back).toBeVisible();
	await expect.poll(due).not.toContain("lighter clubs");
	await page.reload();
	await expect(page.getByRole("heading", { name: "Promised" })).toBeVisible();
	await expect(page.getByText("lighter clubs")).toHaveCount(0);
});
