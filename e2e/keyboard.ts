import type { Locator, Page } from "@playwright/test";

/** A coach with a keyboard and nothing else. */

/** Tab until the control has the focus: what cannot be reached so cannot be reached at all. */
export async function tabTo(page: Page, control: Locator): Promise<void> {
	for (let i = 0; i < 120; i++) {
		await page.keyboard.press("Tab");
		if (await control.evaluate((element) => element === document.activeElement).catch(() => false)) return;
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
