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
	await expect(clubs.getByRole("table", { name: "height with release" })).toBeVisible();
	await expect(clubs).not.toContainText("because");
	await touch(page, "watch release next lesson").click();
	await clubs.getByRole("link", { name: /^see the lesson of/ }).click();
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
		page.getByText(/From the pace on your other ladders, .* Forecasts end at 8 lessons, /).first(),
	).toBeVisible();
	await page.goto("/students/isolde/progress");
	const clubs = page.getByRole("region", { name: "Three-club cascade, left, strong side" });
	await expect(clubs).toContainText(/To the top, 1 rung: \d+ lessons? · likely \d+ (to \d+|or more)/);
	await expect(clubs.getByRole("table", { name: /^How long/ }).getByRole("row")).toHaveCount(4);
	await expect(page.getByRole("region", { name: "Cues that work" })).toContainText(/difference|No comparison yet/);
	// To a day: what comes until then, and with one more lesson a week, called what it is.
	await clubs.getByText("check a date, or one more lesson a week").click();
	const fair = new Date(Date.now() + 5 * 7 * 86_400_000).toISOString().slice(0, 10);
	await clubs.getByLabel(/^Date of the show/).fill(fair);
	const until = clubs.getByRole("status");
	await expect(until).toContainText(
		/\d+ lessons? on this ladder until then(, by the calendar)?: likely 0( to 1)? of 1 rung\. Chance of the top/,
	);
	await expect(until).toContainText("With one more a week");
	await clubs.getByLabel(/^Date of the show/).fill("2020-01-01");
	await expect(clubs).toContainText("Choose a date after today");
	await clubs.getByLabel(/^Date of the show/).fill("2031-01-01");
	await expect(until).toContainText(/no forecast after/);
	// One side beside the other.
	await expect(clubs).toContainText(/The left side is on rung \d+, the right on rung \d+\./);
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
	await expect(page.getByRole("heading", { name: "All students" })).toBeVisible();
	for (const name of ["Stuck", "Too easy", "Slow rungs", "Most used cues"])
		await expect(page.getByRole("region", { name })).toContainText(/./);
	await expect(page.getByRole("region", { name: "Most used cues" }).getByRole("listitem").first()).toContainText(
		"times",
	);
	// Better rules for a whole ladder, from here.
	const luck = page.getByRole("region", { name: "Rules luck can pass" });
	const clubs = luck.getByRole("region", { name: "Teodor Quillfeather, Three-club cascade, right" });
	await expect(luck).toContainText(/\d+ rungs let a student who is not ready pass/);
	await clubs.getByRole("button", { name: /^better rules/ }).click();
	await expect(clubs.getByRole("listitem").first()).toContainText("→");
	await clubs.getByRole("button", { name: /^use these/ }).click();
	await expect(luck.getByText(/better rules in use/)).toBeVisible();
	await expect(clubs).toHaveCount(0);
	await touch(page, "work out step sizes").click();
	const weights = page.getByRole("region", { name: "Real size of each step" }).getByRole("status");
	await expect(weights).toContainText(/times the size you set|Too little data/);
	await accessible(page);
});

test("on a skill's origins what the log shows stands beside what the coach says", async ({ page }) => {
	await page.goto("/skills/clubs#causes");
	const origins = page.getByRole("region", { name: "Causes" });
	await origins.getByRole("button", { name: "compare with the log" }).click();
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
