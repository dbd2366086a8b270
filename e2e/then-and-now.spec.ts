import { Pack } from "@/core/pack/pack";
import { accessible, expect, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("what goes with what leads to watching the earlier position next lesson; the rail is drawn along its months", async ({
	page,
}) => {
	await page.goto("/students/bram");
	await page.getByRole("link", { name: /^Then and now/ }).click();
	const clubs = page.getByRole("region", { name: /^Three-club cascade/ });

	// First beside latest, the peg where it stood then.
	await expect(
		clubs
			.getByRole("table", { name: /^Then and now/ })
			.getByRole("row")
			.nth(1),
	).toContainText(/\d+ of \d+/);
	const slider = clubs.getByRole("slider");
	const place = clubs.getByText(/^\s*rung \d+ of \d+$/);
	const now = (await place.textContent()) ?? "";
	await slider.focus();
	await page.keyboard.press("Home");
	await expect(clubs.getByText("Lesson 1 of")).toBeVisible();
	await expect(place).not.toHaveText(now);
	await page.keyboard.press("End");
	await expect(place).toHaveText(now);

	// The fault the demo's model planted is found, and is called no cause.
	await expect(clubs).toContainText("height off goes with release off");
	await expect(clubs).not.toContainText("because");
	await touch(page, "watch release next lesson").click();
	await clubs.getByRole("link", { name: /^watched in the lesson of/ }).click();
	await expect(page).toHaveURL(/plans/);
	await expect
		.poll(() => page.locator("input").evaluateAll((all) => all.map((one) => (one as HTMLInputElement).value)))
		.toContain("release");
});

test("a forecast of a new ladder rests on the coach’s others, looks no further than it can, and never tells of more rungs than are left", async ({
	page,
}) => {
	await page.goto("/students/teodor/progress");
	await expect(
		page.getByText(/From the pace on your other ladders, .* Not said beyond 8 lessons, /).first(),
	).toBeVisible();
	await page.goto("/students/isolde/progress");
	const clubs = page.getByRole("region", { name: "Three-club cascade, left, strong side" });
	await expect(clubs).toContainText(/To the top, 1 rung: \d+ lessons? · likely \d+ (to \d+|or more)/);
	await expect(clubs.getByRole("table", { name: /^How long/ }).getByRole("row")).toHaveCount(4);
	await expect(page.getByRole("region", { name: "Which cue takes" })).toContainText(
		/[Aa] gain of|[Aa] loss of|No sure difference|No comparison yet/,
	);
	// To a day: what comes until then, and with one more lesson a week, called what it is.
	await clubs.getByText("by a day, and with one more lesson a week").click();
	const fair = new Date(Date.now() + 5 * 7 * 86_400_000).toISOString().slice(0, 10);
	await clubs.getByLabel(/^The day of the show/).fill(fair);
	const until = clubs.getByRole("status");
	await expect(until).toContainText(
		/\d+ lessons? on this ladder until then(, by the calendar)?: 0( to 1)? of 1 rung, 8 times in 10/,
	);
	await expect(until).toContainText("With one more a week");
	await clubs.getByLabel(/^The day of the show/).fill("2020-01-01");
	await expect(clubs).toContainText("That day is not to come; choose one after today");
	await clubs.getByLabel(/^The day of the show/).fill("2031-01-01");
	await expect(until).toContainText(/not said beyond/);
	// One side beside the other.
	await expect(clubs).toContainText(/The left side stands on rung \d+, the right on rung \d+\./);
	await accessible(page);
	await page.setViewportSize({ width: 390, height: 844 });
	await accessible(page);
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
});

test("the studio in sentences, each a press from its evidence; steps are weighed when it is asked for", async ({
	page,
}) => {
	await page.goto("/tools");
	await page.getByRole("link", { name: /^All students/ }).click();
	await expect(page.getByRole("heading", { name: "The studio" })).toBeVisible();
	for (const name of ["Who is stuck", "Who coasts", "Rungs that hold everybody", "What was said most"])
		await expect(page.getByRole("region", { name })).toContainText(/./);
	await expect(page.getByRole("region", { name: "What was said most" }).getByRole("listitem").first()).toContainText(
		"times",
	);
	// Better rules for a whole ladder, from here.
	const luck = page.getByRole("region", { name: "Rules that pass luck" });
	const clubs = luck.getByRole("region", { name: "Teodor Quillfeather, Three-club cascade, right" });
	await expect(luck).toContainText(/\d+ rungs let one who is not ready pass/);
	await clubs.getByRole("button", { name: /^better rules/ }).click();
	await expect(clubs.getByRole("listitem").first()).toContainText("→");
	await clubs.getByRole("button", { name: /^put these in/ }).click();
	await expect(luck.getByText(/better rules are in force/)).toBeVisible();
	await expect(clubs).toHaveCount(0);
	await touch(page, "weigh them").click();
	const weights = page.getByRole("region", { name: "What a step really weighs" }).getByRole("status");
	await expect(weights).toContainText(/times its weight|nothing is said of/);
	await accessible(page);
});

test("on a skill's origins what the log shows stands beside what the coach says", async ({ page }) => {
	await page.goto("/skills/clubs#origins");
	const origins = page.getByRole("region", { name: "Origins" });
	await origins.getByRole("button", { name: "what does the log show?" }).click();
	await expect(origins.getByRole("status")).toContainText(/height goes with release: .*Bram Ostwick/);
	await expect(origins.getByRole("status")).toContainText("The skill says so too.");
	await accessible(page);
});

test("the cue that worked for a student is offered first in the lesson, and says so", async ({ page }) => {
	await page.setViewportSize({ width: 390, height: 844 });
	const pack = Pack.parse(await (await page.request.get("/api/pack")).json());
	// Whose peg stands on a rung that watches a position with such a cue.
	const known = pack.ladders.flatMap((ladder) => {
		const worked = pack.students.find(({ id }) => id === ladder.student)?.worked ?? [];
		const watch = ladder.rungs.find(({ id }) => id === ladder.peg)?.settings.watch ?? [];
		return ladder.positions.flatMap((position) => {
			const cue = worked.find(({ text }) => position.cues.some((one) => one.text === text));
			return cue && watch.includes(position.id) ? [{ ladder, position, cue }] : [];
		});
	});
	const [first] = known;
	if (!first) throw new Error("the demo has no cue that worked");
	await page.goto(`/students/${first.ladder.student}`);
	await touch(page, `start lesson: ${first.ladder.skill}, ${first.ladder.side}`).click();
	await page.locator('[data-field="good"]').click();
	await touch(page, "cue").click();
	const choice = page.getByRole("region", { name: first.position.name, exact: true }).getByRole("button").first();
	await expect(choice).toContainText(first.cue.text);
	await expect(choice).toContainText(/worked before, right \d+ in 10/);
});
