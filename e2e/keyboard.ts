import type { Locator, Page } from "@playwright/test";

/** A coach with a keyboard and nothing else. */

/** Looked up anew so often: a control may be drawn anew on the way, and looking for it by its name costs a page's time. */
const LOOK_EVERY = 20;

/** Tab until the control has the focus: what cannot be reached so cannot be reached at all. */
export async function tabTo(page: Page, control: Locator): Promise<void> {
	let target = await control.elementHandle();
	for (let i = 1; i <= 120; i++) {
		await page.keyboard.press("Tab");
		if (i % LOOK_EVERY === 0) target = await control.elementHandle();
		if (await page.evaluate((element) => element === document.activeElement, target)) return;
	}
	throw new Error("the keyboard does not get there");
}
export const press = async (page: Page, control: Locator, key = "Enter") => {
	await tabTo(page, control);
	await page.keyboard.press(key);
};
export const type = async (page: Page, label: string, words: string) => {
	await tabTo(page, page.getByLabel(label, { exact: true }));
	await page.keyboard.press("ControlOrMeta+a");
	await page.keyboard.type(words);
};
