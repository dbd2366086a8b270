import { findLadder } from "@/store/ladders";
import { accessible, expect, good, test, touch, written } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("a lucky rule is seen by its number, a better one found, laid over, taken, and the next lesson judges by it", async ({
	page,
	studio,
}) => {
	await page.goto("/ladders/teodor-clubs");
	await page.getByRole("button", { name: "Three clubs, slow", exact: true }).click();
	const worth = page.getByTestId("worth");
	await expect(worth).toContainText("75 of 100 lessons: a student who is not ready passes");
	await expect(worth).toContainText(/Teodor [\d.]+ in 10, likely/);
	const find = page.getByRole("region", { name: "Find a rule" });
	await find.getByRole("button", { name: "find a rule", exact: true }).click();
	await expect(find.getByText("fewest tries")).toBeVisible();
	await find.getByRole("button", { name: "show the curve" }).nth(1).click();
	await expect(worth.getByRole("list")).toContainText(/points/);
	await accessible(page);
	const simplest = find.getByRole("button", { name: /^use this rule instead: / }).nth(1);
	const sentence = (await simplest.textContent())?.replace("use this rule instead: ", "") ?? "";
	await simplest.click();
	await expect(page.getByText(`${sentence}, at most 36 tries a day`)).toBeVisible();
	await expect(worth).not.toContainText("two days makes a lucky pass rarer");
	await written(page);
	const kept = await studio.inStore((store) => findLadder(store, "teodor-clubs"));
	expect(kept?.ladder.rungs[2]?.settings.rule.kind).toBe("points");

	await page.goto("/");
	await touch(page, "start lesson: Teodor Quillfeather, Three-club cascade, right").click();
	await good(page).click();
	await expect(page.getByText(/points · needs/)).toBeVisible();
});

test("any rule is built by choice, reads itself out, and is refused where it cannot be", async ({ page }) => {
	await page.goto("/rules");
	await accessible(page);
	await page.getByLabel("Pass rule", { exact: true }).selectOption("On several days");
	await page.getByLabel("the rule of a day").selectOption("All of several");
	await expect(page.getByText(/^3 good in a row and 6 of the last 8 good, on 2 days/)).toBeVisible();
	await page.getByRole("button", { name: "one more: days" }).first().click();
	await expect(page.getByText(/on 3 days, at most 36 tries/)).toBeVisible();
	await page.getByLabel("Part 2").selectOption("So many in a row");
	await page.getByRole("button", { name: "add a part" }).click();
	await expect(page.getByLabel("Part 3")).toBeVisible();
	await page.getByRole("button", { name: "remove part 1" }).click();
	await expect(page.getByLabel("Part 3")).toHaveCount(0);
	await page.getByLabel("Pass rule", { exact: true }).selectOption("So many of the last few");
	await page.getByLabel("good", { exact: true }).fill("99");
	await expect(page.getByText(/Good tries needed: enter at most \d+, not 99/).first()).toBeVisible();
	await page.getByLabel("good", { exact: true }).fill("9");
	await page.getByLabel("of the last").fill("12");
	await page.getByLabel("Limit: tries a day").fill("10");
	await expect(page.getByTestId("worth")).toContainText("looks at 12 tries, but the limit is 10");

	// Two on one chart, and the numbers of both behind it.
	await page.getByRole("button", { name: "show the curve of Calm again after a step down" }).click();
	await page.getByText("in numbers").click();
	await expect(page.getByRole("columnheader", { name: "Calm again after a step down" })).toBeVisible();
	await page.getByRole("button", { name: "use Clean, not merely caught" }).click();
	await expect(page.getByRole("group", { name: "points for each outcome" }).getByLabel("rough")).toHaveValue("0");
	await page.getByRole("link", { name: "What this assumes" }).click();
	await expect(page.getByRole("heading", { name: "What the numbers of a rule assume" })).toBeVisible();
	await accessible(page);
});

test("what is typed stands at once while a search runs, and the search can be stopped", async ({ page }) => {
	await page.goto("/rules");
	await expect(page.getByTestId("worth")).toContainText("75 of 100");
	const find = page.getByRole("region", { name: "Find a rule" });
	// Rates this near and a limit this high take the search several seconds.
	await page.getByLabel("Limit: tries a day").fill("500");
	await expect(page.getByTestId("worth")).toContainText("over 99 of 100");
	await find.getByLabel("ready, in 10", { exact: true }).fill("7");
	await find.getByRole("button", { name: "find a rule", exact: true }).click();
	await expect(page.getByRole("progressbar", { name: "Finding" })).toBeVisible();
	const field = page.getByLabel("good", { exact: true });
	for (const value of ["1", "11", "2", "7", "8"]) {
		await field.fill(value);
		await expect(field).toHaveValue(value);
		await expect(page.getByText(`${value} of the last 12 good, at most 500`)).toBeVisible();
	}
	await find.getByRole("button", { name: "stop" }).click();
	await expect(find.getByText("The search was stopped.")).toBeVisible();
	await expect(page.getByTestId("worth")).toContainText("of 100 lessons: a student who is not ready passes");
});

test("what luck can pass, ladder by ladder: better rules are shown, put in by one press, and taken back by another", async ({
	page,
}) => {
	await page.goto("/ladders");
	await page.getByRole("link", { name: "rules luck can pass" }).click();
	const said = page.getByText(/^\d+ rungs let a student who is not ready pass/);
	await expect(said).toBeVisible();
	await accessible(page);
	const count = async () => Number.parseInt((await said.textContent()) ?? "0", 10);
	const before = await count();
	const ladder = page.getByRole("region", { name: /^Teodor Quillfeather, Three-club cascade/ });
	const rungs = await ladder.getByRole("listitem").count();
	await ladder.getByRole("button", { name: /^better rules/ }).click();
	// Eight searches, one after the other: as long as a slow machine takes.
	await expect(ladder.getByText(/^→ /)).toHaveCount(rungs, { timeout: 400_000 });
	// Nothing has changed before it was looked at.
	expect(await count()).toBe(before);
	await ladder.getByRole("button", { name: /^use these/ }).click();
	await expect(ladder).toHaveCount(0);
	await expect.poll(count).toBe(before - rungs);
	await page.getByRole("button", { name: /^undo$/ }).click();
	await expect.poll(count).toBe(before);
	await expect(ladder.getByRole("listitem")).toHaveCount(rungs);
});
