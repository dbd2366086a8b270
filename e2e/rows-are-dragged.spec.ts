import { findLadder } from "@/store/ladders";
import { findSkill } from "@/store/skills";
import { drag, expect, test, touch, written } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("a key position is dragged to another place and the order is kept; a fault may not come from a later one", async ({
	page,
	studio,
}) => {
	await page.goto("/skills/slackline");
	await drag(page, /^Move position 6, breath/, /^Move position 1, foot/);
	await expect(page.getByRole("button", { name: "Move position 1, breath" })).toBeVisible();
	await touch(page, "use as the new version").click();
	await expect
		.poll(async () => (await studio.inStore((store) => findSkill(store, "slackline")))?.skill.positions[0]?.short)
		.toBe("breath");

	await page.goto("/skills/slackline");
	await expect(page.getByRole("button", { name: "Move position 1, breath" })).toBeVisible();
	// Arms come from the hips: dragged before them, they are refused in words.
	await drag(page, /^Move position \d, arms/, /^Move position \d, knee/);
	await expect(touch(page, "use as the new version")).toBeDisabled();
	await expect(
		page.getByText(/"arms", cannot come from "hips", which is not before it. Choose an earlier one or none/),
	).toBeVisible();
	expect((await studio.inStore((store) => findSkill(store, "slackline")))?.skill.positions.map((p) => p.short)[1]).toBe(
		"foot",
	);
});

test("a rung is dragged up its ladder; the peg stays on the rung it stands on", async ({ page, studio }) => {
	await page.goto("/students/odile");
	const rail = page.getByRole("img", { name: /^Slackline walk: peg on rung/ });
	const peg = (await rail.getAttribute("aria-label")) ?? "";
	await page.goto("/ladders/odile-slackline");
	await drag(page, /^Move rung 1, /, /^Move rung 2, /);
	await expect(page.getByRole("button", { name: /^Move rung 2, Stand, a hand on the pole/ })).toBeVisible();
	await written(page);
	await expect
		.poll(async () =>
			(await studio.inStore((store) => findLadder(store, "odile-slackline")))?.ladder.rungs
				.map((r) => r.id)
				.slice(0, 2),
		)
		.toEqual(["odile-slackline-2", "odile-slackline-1"]);
	await page.goto("/students/odile");
	await expect(page.getByRole("img", { name: peg, exact: true })).toBeVisible();
});
