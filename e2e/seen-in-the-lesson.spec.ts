import { findLadder } from "@/store/ladders";
import { expect, good, test, touch } from "./studio";

/** What is seen beside the tries: causes, labels, free play, positions that were named; all read back from the database. */

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("why it was off, a cause ruled out, another position watched, two grips compared, free play, and what they could name", async ({
	page,
	studio,
}) => {
	await page.goto("/students/kasimir");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Passing to a call/ }).click();
	await expect(page.getByTestId("advice")).toBeVisible();
	const press = (name: string | RegExp) => page.getByRole("button", { name, exact: typeof name === "string" }).click();

	// Of the last try: the kit; of the fault: one candidate cause is out, its test drill stands beside it.
	await press("missed pass");
	await touch(page, "cue").click();
	await press("kit");
	await touch(page, "cue").click();
	await press(/^possible causes/);
	await expect(page.getByText("Test: Three calls with a clap after each.", { exact: false })).toBeVisible();
	await press("tried: Wants to be first.");
	await expect(page.getByRole("button", { name: "tried: Wants to be first." })).toHaveAttribute("aria-pressed", "true");
	await page.keyboard.press("Escape");

	await touch(page, "more").click();
	await press(/^watch/);
	await press(/^turn/);
	await page.keyboard.press("Escape");
	await expect(
		page.getByRole("group", { name: "What was off in it?" }).getByRole("button", { name: /turn$/ }),
	).toBeVisible();

	for (const [label, fields] of [
		["old", ["came off pass", "missed pass"]],
		["new", ["came off pass"]],
	] as const) {
		await touch(page, "more").click();
		await press(/^label/);
		await press(label);
		await expect(page.getByTestId("label")).toContainText(label);
		for (const field of fields) await press(field);
	}

	await touch(page, "more").click();
	await press(/^open play/);
	await press("CHANCE TAKEN");
	await press("chance missed");
	await press("CHANCE TAKEN");
	await touch(page, "undo").click();
	await expect(page.getByTestId("count")).toHaveText("1 / 2");
	await touch(page, "more").click();
	await press(/^end open play/);

	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	const told = page.getByRole("region", { name: "Called late", exact: true });
	await expect(told).toContainText("old 2 of 2, new 1 of 1");
	await expect(told).toContainText("in play, new: 1 of 2 chances taken");
	await press("choose this form: new");
	await press("named it: The call is heard out");
	await press("told: The pass stays in its lane");
	await expect(page.getByText("1 of 2 named by the student", { exact: false })).toBeVisible();
	await press("watch the same on the ladder from now on");
	await expect(page.getByText("The ladder watches the same from now on.")).toBeVisible();
	await expect(page.getByText("all saved · all sent")).toBeVisible();

	const mine = (await studio.events()).filter(({ device }) => device !== "demo-phone");
	const bodies = (kind: string) => mine.filter((event) => event.kind === kind).map(({ body }) => body);
	expect(bodies("amend")).toMatchObject([{ body: { why: "kit" } }]);
	expect(bodies("cause.marked")).toEqual([{ skill: "calls", cause: "ears-short-1", mark: "tried" }]);
	expect(bodies("attempt").map((body) => (body as { label?: string }).label)).toEqual([undefined, "old", "old", "new"]);
	expect(bodies("seen").map((body) => (body as { what: string }).what)).toEqual(["taken", "came", "taken"]);
	expect(bodies("felt.better")).toMatchObject([{ label: "new" }]);
	expect(bodies("position.asked")).toMatchObject([{ how: "named it" }, { how: "told" }]);
	await page.goto("/ladders/kasimir-calls");
	await expect(page.getByRole("heading", { level: 1 })).toContainText("Passing to a call");
	const ladder = await studio.inStore(async (store) => (await findLadder(store, "kasimir-calls"))?.ladder);
	expect(ladder?.rungs[1]?.settings.watch).toEqual(["ears", "lane", "turn"]);
});

test("a drill thought of just then is run, found at the wrap-up, and put on the ladder with a press", async ({
	page,
	studio,
}) => {
	await page.goto("/students/isolde");
	await touch(page, "start lesson: Three-club cascade, left").click();
	await expect(page.getByTestId("advice")).toBeVisible();
	await page.keyboard.press("l");
	await page.getByRole("button", { name: /^a new drill/ }).click();
	await page.getByRole("textbox", { name: "What is it called?" }).fill("Kneeling");
	await page.getByRole("button", { name: "start it" }).click();
	await expect(page.getByRole("heading", { level: 1 })).toHaveText("Lesson: Isolde Brankovar, Kneeling");
	await good(page).click();
	await good(page).click();
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	await expect(page.getByText("“Kneeling” is on no ladder yet.")).toBeVisible();
	await touch(page, "add the rung below the peg").click();
	await expect(page.getByText("Added to the ladder.")).toBeVisible();
	await expect(page.getByText("all saved · all sent")).toBeVisible();
	const rungs = await studio.inStore(async (store) => (await findLadder(store, "isolde-clubs"))?.ladder.rungs ?? []);
	expect(rungs).toHaveLength(11);
	const at = rungs.findIndex(({ settings }) => settings.name === "Kneeling");
	expect(rungs[at + 1]?.settings.name).toBe("Three clubs, one pirouette");
});
