import { scales } from "@/core/rules/scale";
import { findLadder, saveLadder } from "@/store/ladders";
import { advice, allSent, answer, expect, good, test, touch, written } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("over-corrected and back: it ends with the next try that has the position on", async ({ page }) => {
	await page.goto("/students/teodor");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ }).click();
	for (let i = 0; i < 3; i++) await touch(page, "missed height").click();
	await expect(advice(page)).toHaveAttribute("data-line", "correct");
	// The last one was short of its range.
	await page.getByRole("button", { name: /^Last tries/ }).click();
	await page.getByRole("button", { name: /^3 missed/ }).click();
	await touch(page, "not enough").click();
	await page.keyboard.press("Escape");
	await answer(page, "follow");
	await expect(advice(page)).toHaveAttribute("data-line", "let-adjust");
	// Held, a field names the other direction.
	await touch(page, "missed height").hover();
	await page.mouse.down();
	await expect(page.getByText("too much height")).toBeVisible();
	await page.mouse.up();
	await expect(advice(page)).toHaveAttribute("data-line", "over-corrected");
	await good(page).click();
	await expect(advice(page)).not.toHaveAttribute("data-line", "over-corrected");
});

test("eased and back to the rung: three good in a row on the easier form lead back, and the rung is passed there", async ({
	page,
	studio,
}) => {
	await studio.inStore(async (store) => {
		const found = await findLadder(store, "teodor-clubs");
		if (!found) throw new Error("no ladder");
		const rungs = found.ladder.rungs.map((rung) => ({
			...rung,
			settings: { ...rung.settings, easier: "two clubs only", rule: { kind: "rolling" as const, k: 3, n: 4 } },
		}));
		await saveLadder(store, { ...found.ladder, rungs }, { id: found.id, rev: found.rev });
	});
	await page.goto("/students/teodor");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ }).click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^easier/ }).click();
	await good(page).click();
	await expect(advice(page)).toContainText("Soonest back to the rung: 2 more good in a row.");
	await good(page).click();
	await good(page).click();
	await expect(advice(page)).toHaveAttribute("data-line", "back-to-rung");
	await expect(advice(page)).toContainText("3 good in a row on the easier form");
	await answer(page, "follow");
	await expect(page.getByTestId("count")).toHaveText("0");
	for (let i = 0; i < 3; i++) await good(page).click();
	await expect(advice(page)).toHaveAttribute("data-line", "step-up");
	await allSent(page);
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	await expect(page.getByText(/3 of 3 good on an easier or harder form/)).toBeVisible();
});

test("a points rule found for a three-outcome rung speaks its scale, and passes as few as it says", async ({
	page,
	studio,
}) => {
	await page.setViewportSize({ width: 1280, height: 900 });
	await studio.inStore(async (store) => {
		const found = await findLadder(store, "teodor-clubs");
		if (!found) throw new Error("no ladder");
		const rungs = found.ladder.rungs.map((rung) => ({
			...rung,
			settings: { ...rung.settings, gate: "result" as const, scale: scales["clean, rough or miss"], limit: 60 },
		}));
		await saveLadder(store, { ...found.ladder, rungs }, { id: found.id, rev: found.rev });
	});
	await page.goto("/ladders/teodor-clubs");
	await page.getByRole("button", { name: "Three clubs, slow", exact: true }).click();
	const finder = page.getByRole("region", { name: "Find a rule" });
	await expect(finder).toContainText("in the outcomes of this rung");
	await finder.getByRole("button", { name: "find a rule", exact: true }).click();
	const first = finder.getByRole("listitem").first();
	await expect(first).toContainText(/clean \+\d.*rough \+\d.*miss −\d|miss −\d.*clean \+\d.*rough \+\d/);
	await expect(first).toContainText(/not ready, passes\s*(10|9|8|7|6) of 100 lessons/);
	await first.getByRole("button", { name: /^use this rule/ }).click();
	// The curve of the rung's own margin says the same, by the split it states.
	await expect(page.getByTestId("worth")).toContainText(
		/^(10|9|8|7|6) of 100 lessons: a student who is not ready passes/,
	);
	await expect(page.getByText("How often each outcome comes, as you set it")).toBeVisible();
	await expect(page.getByTestId("worth").getByLabel("clean")).toHaveValue("50");
	await written(page);
	await expect
		.poll(() =>
			studio.inStore(async (store) => (await findLadder(store, "teodor-clubs"))?.ladder.rungs[2]?.settings.rule),
		)
		.toMatchObject({ kind: "points" });
});
