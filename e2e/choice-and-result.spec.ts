import { allSent, expect, test, touch } from "./studio";

/** What was chosen and what came of it are two facts, from the touch to the note. */

test.use({ demo: true, viewport: { width: 390, height: 844 }, hasTouch: true });

test("a decision: what was called, what was chosen, whether it came off, and what was off; three alike are spoken of", async ({
	page,
	studio,
}) => {
	await page.goto("/students/kasimir");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Passing to a call/ }).tap();
	await expect(page.getByRole("heading", { name: /^Lesson: Kasimir .*, Called late$/ })).toBeAttached();
	const press = (name: string) => page.getByRole("button", { name, exact: true }).tap();
	await press("came off pass");
	await press("called blue");
	await press("missed pass");
	await press("try 2 ears");
	await press("try 2 off ears");
	await press("came off pass");
	await press("came off pass");
	const advice = page.getByTestId("advice");
	await expect(advice).toContainText("Correct the choice: pass");
	await expect(advice).toContainText("“blue” answered with pass 3 times running");
	await page.getByRole("button", { name: "skip" }).tap();
	await press("came off self");
	await press("called white");
	await press("missed hold");
	await page.keyboard.press("t");
	await expect(page.getByRole("button", { name: /hold, right, did not come off/ })).toBeVisible();
	await expect(page.getByRole("button", { name: /pass, wrong, ears off, not enough, did not come off/ })).toBeVisible();
	await page.keyboard.press("Escape");
	await allSent(page);
	const attempts = (await studio.events()).flatMap((event) =>
		event.kind === "attempt" && event.device !== "demo-phone" ? [event.body] : [],
	);
	expect(attempts.map(({ called, answer, cameOff }) => [called, answer, cameOff])).toEqual([
		["red", "pass", true],
		["blue", "pass", false],
		["blue", "pass", true],
		["blue", "pass", true],
		["blue", "self", true],
		["white", "hold", false],
	]);
	const amended = (await studio.events()).flatMap((event) => (event.kind === "amend" ? [event.body.body] : []));
	expect(amended.at(-1)).toMatchObject({
		off: [{ position: "ears", direction: "short" }],
		called: "blue",
		cameOff: false,
	});

	await touch(page, "more").tap();
	await page.getByRole("link", { name: "wrap up" }).tap();
	const told = page.getByRole("region", { name: "Called late", exact: true });
	await expect(told).toContainText("3 of 6 choices right: red 1 of 1, blue 1 of 4, white 1 of 1");
	await expect(told).toContainText("4 of 6 came off");
	await expect(told.getByRole("row", { name: "right choice 2 1" })).toBeVisible();
	await expect(told.getByRole("row", { name: "wrong choice 2 1" })).toBeVisible();
	await expect(page.getByLabel(/^Note for the student/)).toHaveValue(/Right choice: 2 came off/);
});

test("nothing is called: the student chooses, and four fields say whether it was right and came off", async ({
	page,
	studio,
}) => {
	await page.goto("/students/kasimir");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Passing to a call/ }).tap();
	await expect(page.getByTestId("advice")).toBeVisible();
	await page.keyboard.press("l");
	await page.getByRole("button", { name: /^Read the feeder/ }).tap();
	const press = (name: string) => page.getByRole("button", { name, exact: true }).tap();
	await press("came off RIGHT CHOICE");
	await press("missed right choice");
	await press("came off wrong choice");
	await page.keyboard.press("m");
	await expect(page.getByTestId("count")).toHaveText("2");
	await allSent(page);
	const attempts = (await studio.events()).flatMap((event) =>
		event.kind === "attempt" && event.device !== "demo-phone" ? [event.body] : [],
	);
	expect(attempts.map(({ chose, cameOff }) => [chose, cameOff])).toEqual([
		["right", true],
		["right", false],
		["wrong", true],
		["wrong", false],
	]);
});

test("targets are called in turn by themselves; each field says how it stands, and the wrap-up tells each", async ({
	page,
}) => {
	await page.goto("/students/kasimir");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Passing to a call/ }).tap();
	await expect(page.getByTestId("advice")).toBeVisible();
	await page.keyboard.press("l");
	await page.getByRole("button", { name: /^Three lanes in turn/ }).tap();
	const called = (name: string | RegExp) => page.getByRole("button", { name, pressed: true });
	const good = page.getByRole("button", { name: "GOOD", exact: true });
	await expect(called("called near")).toBeVisible();
	await good.tap();
	await page.getByRole("button", { name: "missed lane", exact: true }).tap();
	await expect(called("called near 1 of 2")).toBeVisible();
	await good.tap();
	await expect(called("called far")).toBeVisible();
	await good.tap();
	// By hand, out of turn: it stays there for a block of its own, and goes on from it.
	await page.getByRole("button", { name: "called near 2 of 3" }).tap();
	for (let i = 0; i < 3; i++) {
		await expect(called(/^called near/)).toBeVisible();
		await good.tap();
	}
	await expect(called(/^called far/)).toBeVisible();
	await touch(page, "more").tap();
	await page.getByRole("link", { name: "wrap up" }).tap();
	await expect(page.getByRole("region", { name: "Three lanes in turn", exact: true })).toContainText(
		"near 5 of 6, far 1 of 1, wall none",
	);
});
