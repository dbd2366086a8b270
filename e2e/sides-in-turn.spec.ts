import { resolve } from "@/core/log/resolve";
import { keyCues } from "@/store/keyCues";
import { accessible, allSent, expect, field, good, test, touch, written } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("two sides try by try on one screen: a touch each, a try that does not count is tried again, a rest and on", async ({
	page,
	studio,
}) => {
	await page.goto("/students/isolde");
	await touch(page, "start lesson: Three-club cascade, left").click();
	await good(page).click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^sides in turn/ }).click();
	const turn = page.getByTestId("turn");
	await expect(turn).toContainText("right now");
	await good(page).click();
	await expect(turn).toContainText("left now");
	// Taken back, it is the right side's turn again; what does not count leaves it there.
	await touch(page, "undo").click();
	await expect(turn).toContainText("right now");
	await touch(page, "no count").click();
	await expect(turn).toContainText("right now");
	await good(page).click();
	await accessible(page);
	await touch(page, "missed height").click();
	await expect(turn).toContainText("right now");

	// What is said is about the one who tried last.
	await touch(page, "cue").click();
	await expect(page.getByRole("heading", { name: "Cues · left" })).toBeVisible();
	await page.getByRole("button", { name: "in own words" }).first().click();

	// A rest is both sides' rest; counting on goes on in turn. A reload changes nothing.
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^end set/ }).click();
	await expect(turn).toHaveCount(0);
	await good(page).click();
	await expect(turn).toBeVisible();
	await allSent(page);
	const before = await turn.textContent();
	await page.reload();
	await expect(turn).toHaveText(before ?? "");

	// By its tab a side takes the turn out of order.
	const tabs = page.getByRole("button", { name: /^(left|right) Isolde/ });
	await expect(tabs).toHaveCount(2);
	await page.getByRole("button", { name: /^(left|right) Isolde · next/ }).click();
	await expect(turn).not.toHaveText(before ?? "");
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^end the turns/ }).click();
	await expect(turn).toHaveCount(0);
	await good(page).click();
	await good(page).click();
	await allSent(page);

	const attempts = (await studio.events()).filter(
		(event) => event.kind === "attempt" && event.localDay === new Date().toLocaleDateString("sv"),
	);
	const mine = attempts.filter((event) => event.device !== "demo-phone");
	expect(mine.map(({ ladder }) => ladder).slice(0, 5)).toEqual([
		"isolde-clubs",
		...["isolde-clubs-right", "isolde-clubs-right", "isolde-clubs-right"],
		"isolde-clubs",
	]);
});

test("two students in turn, chosen among the ladders; a partner counts, marked so, and estimates may go without", async ({
	page,
	studio,
}) => {
	await page.goto("/students/isolde");
	await touch(page, "start lesson: Three-club cascade, left").click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^this device/ }).click();
	await page.getByRole("button", { name: /^a partner counts/ }).click();
	await page.keyboard.press("Escape");
	await page.keyboard.press("l");
	await page.getByRole("button", { name: "in turn", exact: true }).click();
	await page.getByRole("button", { name: /^Teodor Quillfeather · Three-club cascade/ }).click();
	await expect(page.getByTestId("turn")).toContainText("Teodor Quillfeather now");
	for (let i = 0; i < 4; i++) await good(page).click();
	await page.keyboard.press("t");
	await expect(page.getByRole("button", { name: /good, logged by a partner/ })).toHaveCount(2);
	await page.keyboard.press("Escape");
	await allSent(page);
	const mine = (await studio.events()).filter((event) => event.kind === "attempt" && event.device !== "demo-phone");
	expect(mine.map(({ actor, student }) => [actor, student])).toEqual([
		...[
			["partner", "teodor"],
			["partner", "isolde"],
			["partner", "teodor"],
			["partner", "isolde"],
		],
	]);
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	await expect(page.getByText("2 logged by a partner").first()).toBeVisible();
	await touch(page, "finish lesson").click();
	await expect(page).toHaveURL(/\/$/);

	// The coach may have estimates go without them.
	await page.goto("/ladders/difficulties");
	await page.getByLabel("Leave tries logged by a partner out of estimates").check();
	await written(page);
	await page.reload();
	await expect(page.getByLabel("Leave tries logged by a partner out of estimates")).toBeChecked();
});

test("at the wrap-up: own words are written down, the finish is looked at, the student answers, practice is set", async ({
	page,
	studio,
}) => {
	await page.setViewportSize({ width: 1280, height: 800 });
	await page.goto("/students/teodor");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ }).click();
	await touch(page, "missed height").click();
	await touch(page, "cue").click();
	await page.getByRole("button", { name: "in own words" }).first().click();
	for (let i = 0; i < 3; i++) await good(page).click();
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();

	await page.getByLabel(/^In your words/).fill("stack them on one shelf");
	await page.getByLabel(/^Kind/).selectOption("image");
	await touch(page, "save the cue").click();
	await expect(page.getByText("“stack them on one shelf”", { exact: true }).first()).toBeVisible();
	// What was said in own words can be made a key cue as well, and today is its first meeting.
	await page.getByRole("button", { name: "“stack them on one shelf”" }).click();
	await expect
		.poll(() =>
			studio.inStore(async (store) => (await keyCues(store, ["teodor"])).get("teodor")?.map(({ met }) => met)),
		)
		.toEqual([1]);
	await expect(page.getByLabel(/^In your words/)).toHaveCount(0);

	const finish = page.getByRole("region", { name: "Hold the finish" });
	const first = finish.getByRole("textbox").first();
	await first.fill("both at the eyebrow");
	await first.blur();
	const ask = page.getByRole("region", { name: "Ask them" });
	await expect(ask.getByLabel(/^You wanted today: .* Did it come\?$/)).toBeVisible();
	await ask.getByLabel("Which try felt better, and why?").fill("the last");
	await ask.getByLabel("Your own question").fill("Where did you look?");
	await ask.getByRole("button", { name: "ask" }).click();
	await ask.getByLabel("Where did you look?").fill("at the crossing");
	// Not left yet: it is kept all the same.
	await page.reload();
	await expect(ask.getByLabel("Which try felt better, and why?")).toHaveValue("the last");
	await expect(ask.getByLabel("Where did you look?")).toHaveValue("at the crossing");
	await ask.getByLabel("Which try felt better, and why?").fill("the last one");
	await ask.getByLabel("Which try felt better, and why?").blur();
	await page.getByRole("checkbox", { name: "Three clubs, slow", exact: true }).check();
	await page.getByLabel("days a week: Three clubs, slow").fill("3");
	await expect(page.getByLabel(/Note for the student/)).toHaveValue(
		/Until then, practise:\n- Three clubs, slow: 3 days a week, 10 tries, 7 of them good/,
	);
	await accessible(page);
	await touch(page, "finish lesson").click();
	await expect(page).toHaveURL(/\/$/);

	const said = resolve(await studio.events()).flatMap((event) =>
		event.kind === "answered" || event.kind === "finish.held" ? [event.body] : [],
	);
	expect(said).toContainEqual({ question: "Which try felt better, and why?", answer: "the last one" });
	expect(said).toContainEqual(expect.objectContaining({ remark: "both at the eyebrow" }));

	// Found by their words, and in the lesson as it was; what was to be practised opens the next one.
	await page.goto("/find?q=eyebrow");
	await expect(page.getByText(/both at the eyebrow/)).toBeVisible();
	await page.goto("/students/teodor");
	await page.setViewportSize({ width: 390, height: 844 });
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ }).click();
	await expect(page.getByRole("region", { name: "Last time" })).toContainText(
		"To practise: Three clubs, slow, 3 days a week, 10 tries, 7 of them good",
	);
	await expect(page.getByRole("region", { name: "Last time" })).toContainText("stack them on one shelf");
	await expect(field(page, "good")).toBeVisible();
});

test("nothing moves under a press at the wrap-up: the kept mark of a line that is left has its place", async ({
	page,
}) => {
	await page.setViewportSize({ width: 390, height: 844 });
	await page.goto("/students/teodor");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ }).click();
	await good(page).click();
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	const lines = page.getByRole("region", { name: /^(Ask them|Hold the finish)$/ }).getByRole("textbox");
	await expect(lines.first()).toBeVisible();
	for (let i = 0; i < (await lines.count()) - 1; i++) {
		const [line, below] = [lines.nth(i), lines.nth(i + 1)];
		await line.fill(`seen ${i}`);
		// Clear of the foot of the page: what lies under that is scrolled for by whoever presses it.
		await below.evaluate((field) => field.scrollIntoView({ block: "center" }));
		const before = (await below.boundingBox())?.y;
		// Pressed where it stands: leaving the line writes it, and its mark appears.
		await below.click();
		await expect(below).toBeFocused();
		expect((await below.boundingBox())?.y).toBe(before);
	}
	await expect(page.getByText("saved", { exact: true }).first()).toBeVisible();
});
