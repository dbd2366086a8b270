import type { Page } from "@playwright/test";
import { accessible, allSent, expect, test } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

/** Presses what is so called, as a screen reader does: by its role and name, with neither a finger nor a place. */
const press = async (page: Page, name: string | RegExp, role: "button" | "link" = "button") => {
	const exact = typeof name === "string";
	await page.getByRole(role, { name, exact }).first().press("Enter");
};
const hears = (page: Page, name: RegExp) => expect(page.getByRole("status", { name })).toBeAttached();

test("a whole lesson by the names that a screen reader says, and nothing else", async ({ page, studio }) => {
	await page.goto("/students/teodor");
	await press(page, /^(?:start|continue) lesson: Three-club cascade/);
	await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^Lesson: Teodor .*, Three clubs, slow$/);
	await expect(page.getByRole("img", { name: /^Three-club cascade: peg on rung 3 of 8/ })).toBeAttached();
	await hears(page, /^0 .*needs 9$/);
	await press(page, "GOOD");
	await press(page, "missed height");
	await press(page, "missed gaze");
	await press(page, "no count");
	await hears(page, /^1 of 3, .*needs 9$/);
	await expect(page.getByRole("img", { name: "1 of 9 on the way to the rule" })).toBeAttached();

	// The strip opened: each try by its words; one is corrected, one put in, one taken back and that undone.
	await press(page, /^Last tries, 4 here: correct, remove or insert$/);
	const tries = page.getByRole("region", { name: "4 tries, latest first" });
	await expect(tries).toBeFocused();
	await press(page, /^2\s*missed, height off$/);
	await press(page, /^GOOD it was$/);
	await press(page, /^2\s*good, corrected$/);
	await press(page, "remove try");
	await hears(page, /^1 of 2, /);
	await page.keyboard.press("Escape");
	await press(page, "undo");
	await press(page, /^correction of a try|redo/);
	await press(page, "GOOD");

	await press(page, "cue");
	await press(page, /outside$/);
	await press(page, "state");
	await press(page, "tired");
	const advice = page.getByRole("region", { name: "Advice" });
	await expect(advice.getByRole("button").first()).toHaveText(/\w+/);
	// Its words have just changed: what is pressed at once was meant for the words before.
	await page.waitForTimeout(450);
	await advice.getByRole("button").first().press("Enter");
	await press(page, "close");
	await press(page, "more");
	await press(page, /^six more/);
	await expect(page.getByText(/of 42 tries/).first()).toBeAttached();
	await press(page, "more");
	await press(page, /^easier/);
	await press(page, "GOOD");
	await press(page, "more");
	await press(page, /^what next/);
	await press(page, /^move the peg to Two clubs, cross, both starts/);
	await expect(page.getByRole("heading", { level: 1 })).toHaveText(
		/^Lesson: Teodor .*, Two clubs, cross, both starts$/,
	);
	await press(page, "more");
	await press(page, /^park/);
	await press(page, "kit");
	await press(page, "more");
	await press(page, /^pain/);
	await press(page, "wrist");
	await expect(advice).toContainText(/pain|Stop/i);
	await accessible(page);
	await allSent(page);
	await press(page, "more");
	await press(page, /^wrap up/, "link");
	await page.getByRole("textbox", { name: "Remark, for you" }).fill("Wrist again.");
	await press(page, "finish lesson");
	await expect(page).toHaveURL(/\/$/);
	const kinds = (await studio.events()).filter(({ device }) => device !== "demo-phone").map(({ kind }) => kind);
	for (const kind of ["attempt", "amend", "void", "feedback", "state", "limit.changed", "peg.moved", "parked", "pain"])
		expect(kinds).toContain(kind);
	expect(kinds.at(-1)).toBe("lesson.closed");
});
