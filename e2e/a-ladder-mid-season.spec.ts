import { findLadder } from "@/store/ladders";
import { accessible, drag, expect, test, touch, written } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

const row = (page: import("@playwright/test").Page, name: string) => page.getByRole("button", { name, exact: true });

test("a ladder is edited mid-season: copied, split, merged, moved, set in bulk, undone; every logged try keeps its rung", async ({
	page,
	studio,
}) => {
	const ladderNow = async () => {
		const found = await studio.inStore((store) => findLadder(store, "isolde-clubs"));
		if (!found) throw new Error("no ladder");
		return found.ladder.rungs.map(({ id, settings }) => ({ id, name: settings.name, limit: settings.limit }));
	};
	const logged = await studio.events();
	const before = await ladderNow();
	await page.goto("/ladders/isolde-clubs");
	await page.waitForLoadState("networkidle");

	// A copy, a split, and the rung below taken in.
	await row(page, "Three clubs, slow").click();
	await touch(page, "copy the rung").click();
	await expect(row(page, "Three clubs, slow, again")).toBeVisible();
	await row(page, "Two clubs, cross, both starts").click();
	await touch(page, "split the rung in two").click();
	const easier = page.getByRole("button", { name: /^Move rung 3, / });
	await expect(easier).toBeVisible();
	await row(page, "Three clubs, one pirouette").click();
	await touch(page, "merge with the rung below").click();
	await expect(row(page, "Three clubs, walking, people watching")).toHaveCount(0);

	// Undone one after the other, and done again.
	for (let i = 0; i < 3; i++) await page.keyboard.press("Control+z");
	await expect(row(page, "Three clubs, slow, again")).toHaveCount(0);
	await expect(row(page, "Three clubs, walking, people watching")).toBeVisible();
	await expect(touch(page, "undo")).toBeDisabled();
	for (let i = 0; i < 3; i++) await page.keyboard.press("Control+Shift+z");
	await expect(row(page, "Three clubs, slow, again")).toBeVisible();
	await expect(touch(page, "redo")).toBeDisabled();

	// Letters typed into one field are one step.
	await row(page, "Three clubs, real tempo").click();
	await page.getByLabel("Rung", { exact: true }).press("End");
	await page.getByLabel("Rung", { exact: true }).pressSequentially(" and on");
	await page.getByLabel("Rung", { exact: true }).blur();
	await touch(page, "undo").click();
	await expect(row(page, "Three clubs, real tempo")).toBeVisible();
	await touch(page, "redo").click();
	await expect(row(page, "Three clubs, real tempo and on")).toBeVisible();
	await page.keyboard.press("Escape");

	// In bulk: refused where a rule cannot be met, by the rung's name; else in one step.
	await page.getByText("the same for many rungs").click();
	await page.getByLabel("Tries a day, for these").fill("4");
	await touch(page, "set the limit").click();
	await expect(
		page.getByText(/Not changed: "One club, hand to hand" would allow 4 tries a day, but its rule needs at least 14/),
	).toBeVisible();
	await page.getByLabel("From rung", { exact: true }).selectOption({ index: 1 });
	await page.getByLabel("to rung", { exact: true }).selectOption({ index: 3 });
	await page.getByLabel("Tries a day, for these").fill("33");
	await touch(page, "set the limit").click();
	await expect(page.getByText("The limit is set on 3 rungs. You can undo it.")).toBeVisible();
	await page.getByLabel("Copy from rung").selectOption({ index: 0 });
	await touch(page, "copy the setting").click();
	await written(page);
	await drag(page, /^Move rung 1, /, /^Move rung 2, /);
	await accessible(page);

	// What was typed survives a reload before it was in force, and is in force without a press.
	await page.reload();
	await written(page);
	await expect.poll(async () => (await ladderNow()).length).toBe(before.length + 1);
	const after = await ladderNow();
	expect(after.map(({ name }) => name)).toContain("Three clubs, real tempo and on");
	expect(after.find(({ name }) => name === "Two clubs, cross and stop")?.limit).toBe(33);
	expect(before.filter(({ id }) => !after.some((rung) => rung.id === id)).map(({ name }) => name)).toEqual([
		"Three clubs, walking, people watching",
	]);
	expect(after[1]?.id).toBe("isolde-clubs-1");

	// What changed, rung by rung; and nothing that was logged is any different.
	await page.goto("/ladders/isolde-clubs");
	await page.getByText(/changes since the last lesson/).click();
	const changed = page.getByTestId("changed").first();
	await expect(changed).toContainText("Three clubs, slow, again added");
	await expect(changed).toContainText("Three clubs, walking, people watching removed");
	await expect(changed).toContainText("tries a day: 30, now 33");
	await expect(changed).toContainText("name: Three clubs, real tempo, now Three clubs, real tempo and on");
	expect(await studio.events()).toEqual(logged);
	await page.goto("/students/isolde/lessons");
	await expect(page.getByText("Three clubs, real tempo", { exact: true }).first()).toBeVisible();
	await expect(page.getByText("Three clubs, real tempo and on")).toHaveCount(0);
});

test("lessons to the top are the same on the ladder’s bench, the student’s progress and the season; a draft is compared as a ratio", async ({
	page,
}) => {
	await page.goto("/students/isolde/progress");
	const told = page.getByRole("region", { name: "Three-club cascade, left, strong side" });
	const words = /To the top, 1 rung: (\d+ lessons?) · likely (\d+ (to \d+|or more)|\d+)/;
	await expect(told).toContainText(words);
	const [, likely, range] = words.exec((await told.textContent()) ?? "") ?? [];
	await page.goto("/season?student=isolde");
	const column = page.getByTestId("season").getByRole("row", { name: /^lessons to the top/ });
	await expect(column).toContainText(likely ?? "none");
	await expect(page.getByTestId("season").getByRole("row", { name: /^likely \d/ })).toContainText(range ?? "none");
	await page.goto("/ladders/isolde-clubs");
	await page.getByText("lessons to the top, and the chance by a date").click();
	const cost = page.getByTestId("cost");
	await expect(cost).toContainText(`${likely} · likely ${range}`);
	await cost.getByText("check a date, or one more lesson a week").click();
	await page.getByLabel(/^Date of the show/).fill("2020-01-01");
	await expect(cost).toContainText("Choose a date after today");
	await page.getByLabel(/^Date of the show/).fill("2126-01-01");
	await expect(cost).toContainText(/: no forecast after .*\d/);
	await accessible(page);
});
