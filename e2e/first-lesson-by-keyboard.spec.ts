import { press, tabTo, type } from "./keyboard";
import { advice, expect, test, written } from "./studio";

test.use({ viewport: { width: 1280, height: 800 } });

test("from an empty studio to one peg up and one down, by keyboard alone", async ({ page, studio }) => {
	await page.goto("/");
	await press(page, page.getByRole("link", { name: "add a student" }));
	await expect(page).toHaveURL(/students\/new/);
	await type(page, "Name", "Teodor Vance");
	await page.keyboard.press("Enter");
	await expect(page.getByRole("heading", { name: "Teodor Vance" })).toBeVisible();

	await press(page, page.getByRole("link", { name: "Skills" }));
	await press(page, page.getByRole("link", { name: "add a skill" }));
	await type(page, "Skill", "Line walk");
	await page.keyboard.press("Tab");
	await page.keyboard.press("Tab");
	for (const [name, short] of [
		["Eyes at the anchor", "gaze"],
		["Foot along the line", "foot"],
	] as const) {
		await press(page, page.getByRole("button", { name: "add a position" }));
		// A new row has the focus in its first field.
		await expect(page.getByLabel(/^Short name of position/).last()).toBeFocused();
		await page.keyboard.type(short);
		await page.keyboard.press("Tab");
		await page.keyboard.type(name);
	}
	// The foot comes first: move the second row up by its grip.
	await tabTo(page, page.getByRole("button", { name: "Move position 2, foot" }));
	await page.keyboard.press("ArrowUp");
	await expect(page.getByRole("button", { name: "Move position 1, foot" })).toBeFocused();
	await written(page);
	await expect(page.getByRole("heading", { name: "Line walk" })).toBeVisible();
	const skill = await studio.inStore(async (store) => (await import("@/store/skills")).listSkills(store));
	expect(skill[0]?.skill.positions.map((p) => p.short)).toEqual(["foot", "gaze"]);

	await press(page, page.getByRole("link", { name: "Ladders" }));
	await press(page, page.getByRole("link", { name: "make a ladder" }));
	await expect(page.getByRole("heading", { name: "New ladder" })).toBeVisible();
	await press(page, page.getByRole("button", { name: "make three rungs and start counting" }));

	await expect(page.getByRole("heading", { name: "Lesson: Teodor Vance, With help" })).toBeAttached();
	for (const key of "gmgggggg") await page.keyboard.press(key);
	await expect(page.getByTestId("used")).toHaveText("8");
	await expect(advice(page)).toHaveAttribute("data-line", "step-up");
	await page.keyboard.press("f");
	await expect(page.getByRole("heading", { name: "Lesson: Teodor Vance, Alone, easy" })).toBeAttached();

	// Nine misses: too hard, once the dip of the first eight is over. There is no easier form, so a rung down.
	for (let i = 0; i < 8; i++) await page.keyboard.press("PageUp");
	await expect(advice(page)).toContainText("A dip is expected");
	await page.keyboard.press("PageUp");
	await expect(advice(page)).toHaveAttribute("data-line", "too-hard");
	await page.keyboard.press("u");
	await expect(page.getByTestId("used")).toHaveText("8");
	await press(page, page.getByRole("button", { name: /redo/ }));
	await expect(page.getByTestId("used")).toHaveText("9");
	await page.keyboard.press("f");
	await expect(page.getByRole("heading", { name: "Lesson: Teodor Vance, With help" })).toBeAttached();

	// Re-earned by three in a row, and back up.
	for (let i = 0; i < 3; i++) await page.keyboard.press("PageDown");
	await expect(advice(page)).toContainText("Step back up: Alone, easy");
	await page.keyboard.press("o");
	await expect(advice(page)).toHaveAttribute("data-line", "carry-on");

	await page.keyboard.press("e");
	await press(page, page.getByRole("link", { name: "wrap up" }));
	await press(page, page.getByRole("button", { name: "finish lesson" }));
	await expect(page).toHaveURL(/\/$/);

	const kinds = (await studio.events()).map((event) => event.kind);
	expect(kinds.filter((kind) => kind === "peg.moved")).toHaveLength(2);
	expect(kinds.filter((kind) => kind === "attempt")).toHaveLength(20);
	expect(kinds.filter((kind) => kind === "void")).toHaveLength(2);
	expect(kinds.at(-1)).toBe("lesson.closed");
});
