import { accessible, expect, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("a few tries on two or three rungs find a start in the middle; rungs below are skipped, and every try is logged", async ({
	page,
	studio,
}) => {
	const before = (await studio.events()).length;
	await page.goto("/ladders/isolde-clubs-right");
	await page.getByRole("link", { name: "find the starting rung" }).click();
	await touch(page, "start with rung 6").click();
	const trying = page.getByRole("region", { name: "Trying" });
	await expect(trying).toContainText("Three clubs, real tempo");
	await accessible(page);
	await touch(page, "not good").click();
	await touch(page, "undo").click();
	await expect(trying).toContainText("0 good of 0");
	// By touch and by key.
	for (let i = 0; i < 3; i++) await touch(page, "good").click();
	await expect(trying).toContainText("3 good of 3, 1 to go");
	await page.keyboard.press("m");
	await touch(page, "on to rung 8, Three clubs, walking, people watching").click();
	await touch(page, "not good").click();

	// A reload in the middle goes on where it was.
	await expect.poll(async () => (await studio.events()).length).toBeGreaterThan(before + 8);
	await page.reload();
	await expect(trying).toContainText("0 good of 1");
	for (let i = 0; i < 3; i++) await touch(page, "not good").click();
	await touch(page, "on to rung 7, Three clubs, walking a line").click();
	for (const name of ["good", "not good", "good", "not good"]) await touch(page, name).click();

	await expect(page.getByTestId("proposal")).toHaveText("Three clubs, walking a line");
	const proposed = page.getByRole("region", { name: "Proposed start" });
	await expect(proposed).toContainText(
		"3 of 4 on “Three clubs, real tempo”, 0 of 4 on “Three clubs, walking, people watching”, 2 of 4 on “Three clubs, walking a line”: “Three clubs, walking a line” is neither too easy nor too hard.",
	);
	await expect(proposed).toContainText("5 rungs below are marked as skipped");
	await accessible(page);
	await touch(page, "start there and count").click();
	await expect(
		page.getByRole("heading", { name: "Lesson: Isolde Brankovar, Three clubs, walking a line" }),
	).toBeAttached();
	// Who stands where is at hand in the lesson too.
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^set-up/ }).click();
	await expect(
		page.getByRole("img", { name: /^Set-up from above: .*chalk mark \(mark on the ground\)/ }),
	).toBeVisible();
	await page.keyboard.press("Escape");

	const written = (await studio.events()).slice(before);
	const moved = written.flatMap((event) => (event.kind === "peg.moved" ? [event.body] : []));
	expect(moved.map(({ from, to, reason }) => [from, to, reason])).toEqual([
		["isolde-clubs-right-2", "isolde-clubs-right-7", "tested out"],
	]);
	// The twelve tries, and not the one that was taken back.
	const attempts = written.flatMap((event) => (event.kind === "attempt" ? [event.id] : []));
	expect(attempts).toHaveLength(13);
	expect(moved[0]?.evidence).toHaveLength(12);
	expect(moved[0]?.evidence.every((id) => attempts.includes(id))).toBe(true);

	await page.goto("/ladders/isolde-clubs-right");
	await expect(page.getByText("skipped", { exact: true })).toHaveCount(5);
	await expect(page.getByTestId("other-side")).toContainText("level with rung 9, 2 above");
});

test("never across a caution: the rung with a checklist is the highest that is tried", async ({ page, studio }) => {
	await studio.inStore(async (store) => {
		const { findLadder, saveLadder } = await import("@/store/ladders");
		const row = await findLadder(store, "isolde-clubs-right");
		if (!row) throw new Error("no ladder");
		const rungs = row.ladder.rungs.map((rung, i) =>
			i === 3 ? { ...rung, settings: { ...rung.settings, care: ["path clear"] } } : rung,
		);
		await saveLadder(store, { ...row.ladder, rungs }, row);
	});
	await page.goto("/ladders/isolde-clubs-right/start");
	await expect(page.getByText(/Not above rung 4/)).toBeVisible();
	await touch(page, "start with rung 3").click();
	for (let i = 0; i < 4; i++) await touch(page, "good").click();
	await touch(page, "on to rung 4, Three clubs, four catches").click();
	await expect(page.getByText("First: path clear.")).toBeVisible();
	for (let i = 0; i < 4; i++) await touch(page, "good").click();
	await expect(page.getByTestId("proposal")).toHaveText("Three clubs, four catches");
	await expect(page.getByText(/It has a caution, so it is not jumped over/)).toBeVisible();
	await expect(page.getByLabel("Start on").getByRole("option")).toHaveCount(3);
});

test("everything of it fits a narrow screen: trying, a rung with its set-up opened, the card", async ({ page }) => {
	await page.setViewportSize({ width: 390, height: 844 });
	const wider = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
	await page.goto("/ladders/isolde-clubs-right/start");
	await touch(page, "start with rung 6").click();
	await expect(page.getByRole("region", { name: "Trying" })).toBeVisible();
	expect(await wider()).toBeLessThanOrEqual(0);
	await page.goto("/ladders/isolde-clubs");
	await page.getByRole("button", { name: "Three clubs, walking a line", exact: true }).click();
	await expect(page.getByRole("button", { name: /^Place you/ })).toBeVisible();
	expect(await wider()).toBeLessThanOrEqual(0);
	for (const path of ["/ladders/isolde-clubs/card", "/ladders", "/ladders/difficulties", "/skills/balls#scales"]) {
		await page.goto(path);
		await expect(page.getByRole("heading").first()).toBeVisible();
		expect([path, await wider()]).toEqual([path, 0]);
	}
});
