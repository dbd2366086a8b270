import { accessible, advice, allSent, answer, expect, good, test, touch, written } from "./studio";

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

test("from an empty studio to one peg that moved up and one that moved down, by touch", { tag: "@both" }, async ({
	page,
	studio,
}) => {
	await page.goto("/");
	await expect(page.getByText("Welcome")).toBeVisible();
	await accessible(page);

	await page.getByRole("link", { name: "add a student" }).tap();
	await page.getByLabel("Name").fill("Perpetua Quill");
	await page.getByLabel("Strong side").selectOption("left");
	await page.getByLabel("ankle").tap();
	await page.getByLabel("Wish").fill("Catch twenty in the square");
	await page.getByRole("button", { name: "add the student" }).tap();
	await expect(page.getByRole("heading", { name: "Perpetua Quill" })).toBeVisible();
	await expect(page.getByText("· protect the ankle")).toBeVisible();

	await page.getByLabel("Promise", { exact: true }).fill("bring the soft clubs");
	await page.getByLabel("Due").fill("2030-05-01");
	await page.getByRole("button", { name: "promise", exact: true }).tap();
	await expect(page.getByRole("listitem").filter({ hasText: "bring the soft clubs" })).toBeVisible();

	await page.getByRole("button", { name: "More", exact: true }).tap();
	await page.getByRole("link", { name: "Skills" }).tap();
	await page.getByRole("link", { name: "add a skill" }).tap();
	await page.getByLabel("Skill", { exact: true }).fill("Two-club cross");
	for (const [i, [name, short, cue]] of (
		[
			["Elbows by the ribs", "elbow", "pour it"],
			["One height for both", "height", "paint one line"],
		] as const
	).entries()) {
		await page.getByRole("button", { name: "add a position" }).tap();
		await page.getByLabel(`Short name of position ${i + 1}`).fill(short);
		await page.getByLabel(`Name of position ${i + 1}`, { exact: true }).fill(name);
		await page.getByRole("button", { name: `details of position ${i + 1}` }).tap();
		await page.getByRole("button", { name: "add a cue" }).tap();
		await page.getByLabel("Cue 1", { exact: true }).fill(cue);
		if (i === 1) await page.getByLabel("Usual cause").selectOption({ label: "elbow" });
	}
	await written(page);
	await expect(page.getByRole("heading", { name: "Two-club cross" })).toBeVisible();

	await page.goto("/ladders/new");
	await page.getByLabel("Side", { exact: true }).selectOption("left");
	await page.getByRole("button", { name: "build the ladder rung by rung" }).tap();
	for (const [name, rule] of [
		["One club", "3"],
		["Two clubs, stop", "3"],
		["Two clubs, flowing", "4"],
	] as const) {
		await page.getByRole("button", { name: "add a rung on top" }).tap();
		await page.getByLabel("Rung", { exact: true }).fill(name);
		await page.getByLabel("Pass rule").selectOption({ label: "So many in a row" });
		await page.getByLabel("good in a row").fill(rule);
		await expect(page.getByText(`${rule} good in a row, at most 30 tries a day`)).toBeVisible();
		await page.getByLabel("A try is good when").selectOption("both");
		await page.getByLabel("elbow", { exact: true }).tap();
		await page.getByLabel("height", { exact: true }).tap();
	}
	await page.getByRole("button", { name: "make the ladder" }).tap();
	await expect(page.getByRole("heading", { name: /Two-club cross · left, strong side/ })).toBeVisible();
	await expect(page).toHaveURL(/\/ladders\/(?!new)/);

	// One rung up, for three good in a row.
	await page.goto("/");
	await page.getByRole("button", { name: "start lesson: Perpetua Quill, Two-club cross, left" }).tap();
	await expect(page.getByRole("heading", { name: "Lesson: Perpetua Quill, One club" })).toBeAttached();
	for (let i = 0; i < 3; i++) await good(page).tap();
	await expect(page.getByTestId("count")).toHaveText("3");
	await expect(advice(page)).toHaveAttribute("data-line", "step-up");
	await answer(page, "follow");
	await expect(page.getByRole("heading", { name: "Lesson: Perpetua Quill, Two clubs, stop" })).toBeAttached();

	// Eight to get over the dip, then a run, a cue, and a run that goes on after it.
	for (const name of [
		"GOOD",
		"missed height",
		"GOOD",
		"missed height",
		"GOOD",
		"missed height",
		"GOOD",
		"missed, form fine",
	])
		await touch(page, name).tap();
	for (let i = 0; i < 3; i++) await touch(page, "good, but elbow").tap();
	await expect(advice(page)).toContainText("Correct elbow");
	await expect(advice(page)).toContainText("pour it");
	await answer(page, "follow");
	await expect(advice(page)).toHaveAttribute("data-line", "let-adjust");
	for (let i = 0; i < 3; i++) await touch(page, "missed elbow").tap();
	await expect(advice(page)).toContainText("A rung down: One club");
	await answer(page, "follow");
	await expect(page.getByRole("heading", { name: "Lesson: Perpetua Quill, One club" })).toBeAttached();

	await allSent(page);
	await page.getByRole("button", { name: "more", exact: true }).tap();
	await page.getByRole("link", { name: "wrap up" }).tap();
	await expect(page.getByText("“pour it”").first()).toBeVisible();
	await expect(page.getByText("elbow right in 0")).toBeVisible();
	await expect(page.getByRole("region", { name: "Peg moves" })).toContainText(
		"One club → Two clubs, stop: passed, on 3 tries",
	);
	await expect(page.getByRole("region", { name: "Peg moves" })).toContainText(
		"Two clubs, stop → One club: stepped down",
	);
	await page.getByLabel("Remark, for you").fill("Elbow before height.");
	await page.getByLabel("Next lesson").fill("2030-04-01");
	await expect(page.getByLabel(/Note for the student/)).toHaveValue(/Two clubs, stop: 4 of 14 tries good/);
	await page.getByRole("button", { name: "finish lesson" }).tap();

	await expect(page.getByText(/Next lesson: Mon 1 Apr 2030/)).toBeVisible();
	// Today says the last cue too: the student's page is waited for.
	await expect(page.getByText(/Cue: “pour it”/)).toBeVisible();
	await page.getByRole("link", { name: "Perpetua Quill" }).tap();
	await expect(page).toHaveURL(/\/students\//);
	await expect(page.getByRole("img", { name: /peg on rung 1 of 3, One club/ })).toBeVisible();
	await expect(page.getByText("“pour it”", { exact: true })).toBeVisible();
	await accessible(page);

	const moves = (await studio.events()).flatMap((event) => (event.kind === "peg.moved" ? [event.body] : []));
	expect(moves.map((move) => [move.reason, move.evidence.length])).toEqual([
		["passed", 3],
		["stepped down", 6],
	]);
});
