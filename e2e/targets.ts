import { expect, type Page } from "@playwright/test";

const SMALLEST = 64;

interface Box {
	what: string;
	x: number;
	y: number;
	width: number;
	height: number;
}

/** Everything that can be pressed, but for text fields: those are for before and after. */
export const targets = async (page: Page): Promise<Box[]> => {
	const all = await page.locator("main button, main a, main [role=button]").evaluateAll((all) =>
		all
			.map((one) => ({ one, box: one.getBoundingClientRect() }))
			.filter(({ box }) => box.width > 0)
			.map(({ one, box }) => ({
				what: (one.textContent ?? "").slice(0, 40),
				x: box.x,
				y: box.y,
				width: box.width,
				height: box.height,
			})),
	);
	expect(all.length).toBeGreaterThan(9);
	return all;
};

/** Those under a thumb's width. */
export const small = (boxes: Box[]) =>
	boxes
		.filter(({ width, height }) => Math.min(width, height) < SMALLEST - 0.5)
		.map(({ what, width, height }) => `${what}: ${width.toFixed(0)} x ${height.toFixed(0)}`);
