import { findLadder } from "@/store/ladders";
import { accessible, expect, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("from a skill to a ladder of ten rungs for a left-hander; a jump is marked, and mended by a rung between", async ({
	page,
	studio,
}) => {
	let presses = 0;
	const press = async (name: string) => {
		presses += 1;
		await touch(page, name).click();
	};
	const choose = async (label: string, option: string) => {
		presses += 1;
		await page.getByLabel(label, { exact: true }).selectOption({ label: option });
	};
	const tick = async (label: string) => {
		presses += 1;
		await page.getByLabel(label, { exact: true }).check();
	};
	await page.goto("/ladders/new");
	await choose("Student", "Isolde Brankovar");
	await choose("Skill", "Three-ball cascade");
	await choose("Side", "left, the strong side");
	await press("build a ladder from scales");
	// It starts with a rung for each notch; asked for more, it says how many there are.
	await expect(page.getByRole("region", { name: "Preview" }).getByRole("listitem")).toHaveCount(7);
	await choose("Number of rungs", "my number");
	await expect(page.getByRole("alert").first()).toContainText(
		"10 rungs need 9 steps, but there are 6 notches to raise",
	);
	await choose("Order of the key positions", "the whole movement on every rung");
	await tick("object");
	await tick("footwork");
	await tick("tempo and effort");
	await tick("pressure");
	await choose("pressure, goal", "people watch");
	const comes = page.getByRole("region", { name: "Preview" });
	await expect(comes.getByRole("listitem")).toHaveCount(10);
	await expect(comes.getByRole("listitem").last()).toContainText("Nothing in the hand, standing, slow, nobody looks");
	await choose("tempo and effort, goal", "slow");
	await choose("tempo and effort, start", "real speed");
	await expect(page.getByText(/tempo and effort would go down, from "real speed" to "slow"/)).toBeVisible();
	await choose("tempo and effort, goal", "real speed");
	await choose("tempo and effort, start", "slow");
	await accessible(page);
	await press("make the draft");
	await expect(touch(page, "make the ladder")).toBeVisible();
	await press("make the ladder");
	await expect(page).toHaveURL(/ladders\/[0-9a-f-]{36}/);
	expect(presses).toBeLessThanOrEqual(45);

	const id = new URL(page.url()).pathname.split("/").at(-1) ?? "";
	const rungs = async () => (await studio.inStore((store) => findLadder(store, id)))?.ladder.rungs ?? [];
	const made = await rungs();
	expect(made).toHaveLength(10);
	expect(made.at(-1)?.settings.notches).toEqual({ object: 3, footwork: 3, tempo: 3, pressure: 2 });
	expect(made.every(({ settings }) => settings.limit <= 60 && settings.watch.length === 3)).toBe(true);

	// Nothing was tried yet: what is to be expected is wide, and says where it comes from.
	await expect(page.getByTestId("prediction")).toContainText(/Expected here.* in 10.*likely/s);

	// A rung taken out leaves a jump behind, which is marked and mended.
	await page.getByRole("button", { name: made[1]?.settings.name ?? "", exact: true }).click();
	await touch(page, "remove this rung").click();
	await expect(page.getByText(/two at once|too big/).first()).toBeVisible();
	const marked = await page.getByText(/two at once|too big/).count();
	await touch(page, "add a rung between").last().click();
	await expect(page.getByText(/two at once|too big/)).toHaveCount(marked - 1);
	await accessible(page);
});
