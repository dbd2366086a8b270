import type { Page } from "@playwright/test";

/**
 * What of a page cannot be seen or reached as it stands: wider than the screen, hanging out
 * of it, cut off by its own box, or under something else. Measured on the page at its whole
 * height, so that nothing has to be scrolled into sight. Some pages grow a moment after they
 * are there (a worker's answer, a picture), so a place of the old height is under the fixed
 * bar for that moment: what is told is what stays so over four looks.
 */
export async function amissOn(page: Page, width: number, height: number): Promise<string[]> {
	for (let look = 1; ; look++) {
		await page.setViewportSize({ width, height });
		const whole = await page.evaluate(() => document.documentElement.scrollHeight);
		await page.setViewportSize({ width, height: Math.max(height, whole) });
		const amiss = [
			...(await page.evaluate(outOfReach, width)),
			...(await page.evaluate(cutOff)),
			...(await page.evaluate(tooNarrow)),
			...(await page.evaluate(rawTokens)),
			...(await page.evaluate(tooSmall, width <= PHONE ? [44, 24] : [24, 16])),
		];
		if (amiss.length === 0 || look === 4) return amiss;
		await page.waitForTimeout(700);
	}
}

const PHONE = 640;

/**
 * Run in the page: controls that are too small to be hit, by the least height and width; a box to tick with its label.
 * A link in running text is as high as its line.
 */
function tooSmall([high, wide]: readonly number[]): string[] {
	const small: string[] = [];
	for (const one of document.querySelectorAll("a[href], button, input, select, textarea, summary")) {
		if (
			!one.checkVisibility({ visibilityProperty: true }) ||
			one.closest(".visually-hidden, .visually-hidden-focusable, svg")
		)
			continue;
		const isRunning = [...(one.parentElement?.childNodes ?? [])].some(
			(node) => node !== one && node.nodeType === 3 && node.textContent?.trim(),
		);
		if (
			one.matches("a, button") &&
			getComputedStyle(one).display.startsWith("inline") &&
			(isRunning || one.closest("p, dd"))
		)
			continue;
		const around = one.matches("[type=checkbox], [type=radio]") ? (one.closest("label, .form-check") ?? one) : one;
		const box = around.getBoundingClientRect();
		if (box.width < 1 || box.height < 1) continue;
		if (box.height < (high ?? 0) - 0.5 || box.width < (wide ?? 0) - 0.5)
			small.push(
				`small, ${Math.round(box.width)} by ${Math.round(box.height)}: ${one.tagName.toLowerCase()} ${(one.getAttribute("aria-label") ?? one.textContent ?? "").trim().slice(0, 30)}`,
			);
	}
	return [...new Set(small)];
}

/** Run in the page: what is wider than it, hangs out of it, or lies under something else. */
function outOfReach(wide: number): string[] {
	const amiss: string[] = [];
	const words = (one: Element) =>
		(one.getAttribute("aria-label") ?? one.textContent ?? "").trim().replace(/\s+/g, " ").slice(0, 40);
	const shown = (one: Element) => {
		const { width: w, height: h } = one.getBoundingClientRect();
		return w > 1 && h > 1 && one.checkVisibility({ visibilityProperty: true });
	};
	const scrolls = (one: Element): boolean => {
		for (let up = one.parentElement; up; up = up.parentElement)
			if (/auto|scroll/.test(getComputedStyle(up).overflowX + getComputedStyle(up).overflowY)) return true;
		return false;
	};
	if (document.documentElement.scrollWidth > wide) amiss.push(`wider: ${document.documentElement.scrollWidth}`);
	for (const one of document.querySelectorAll("a, button, input, select, textarea, summary")) {
		if (!shown(one) || one.closest(".visually-hidden, .visually-hidden-focusable")) continue;
		const box = one.getBoundingClientRect();
		if (scrolls(one)) continue;
		if (box.left < -0.5 || box.right > wide + 0.5) amiss.push(`hangs out: ${words(one)}`);
		const line = one.getClientRects()[0] ?? box;
		const on = document.elementFromPoint(line.left + line.width / 2, line.top + line.height / 2);
		const label = on?.closest("label");
		if (on && !one.contains(on) && !on.contains(one) && label?.getAttribute("for") !== one.id)
			amiss.push(`under something: ${words(one)}`);
	}
	return amiss;
}

/** Run in the page: words that their own box cuts off. */
function cutOff(): string[] {
	const cut: string[] = [];
	for (const one of document.querySelectorAll("body *")) {
		const { width, height } = one.getBoundingClientRect();
		if (
			width <= 1 ||
			height <= 1 ||
			!one.checkVisibility() ||
			one.closest(".visually-hidden, svg, select, input, textarea")
		)
			continue;
		const hasText = [...one.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim());
		const hides = /hidden|clip/.test(getComputedStyle(one).overflowX);
		if (hasText && hides && one.scrollWidth > one.clientWidth + 1)
			cut.push(`cut off: ${(one.textContent ?? "").trim().slice(0, 40)}`);
	}
	return cut;
}

/** Run in the page: sides that were not read out. A field shows what was typed; the skill's bench explains the tokens themselves. */
function rawTokens(): string[] {
	const said = [...document.querySelectorAll("main, header, nav")].map((one) => {
		const read = one.cloneNode(true) as Element;
		for (const field of read.querySelectorAll("textarea, .hint")) field.remove();
		return read.textContent ?? "";
	});
	return [document.title, ...said]
		.flatMap((text) => text.match(/[^\n]{0,30}\{(this|across|strong|weak)\}[^\n]{0,30}/g) ?? [])
		.map((text) => `a token, raw: ${text}`);
}

/**
 * Run in the page: fields that cannot show what is in them, be it chosen, a day, a number, a name or the words that say
 * what to type. A sentence may be longer than its field.
 */
function tooNarrow(): string[] {
	const A_NAME = 30;
	const pen = document.createElement("canvas").getContext("2d") as CanvasRenderingContext2D;
	const wordsIn = (one: HTMLInputElement | HTMLSelectElement): string => {
		if (one instanceof HTMLSelectElement) return one.selectedOptions[0]?.textContent ?? "";
		if (!/^(text|search|number|email|tel)$/.test(one.type)) return "";
		return one.value.length > A_NAME ? "" : one.value || one.placeholder;
	};
	const holds = (one: HTMLInputElement | HTMLSelectElement): boolean => {
		if (/^(date|time)$/.test(one.type)) {
			const free = one.cloneNode() as HTMLInputElement;
			free.style.cssText = "position: absolute; width: max-content; min-width: 0; flex: none";
			one.after(free);
			const needs = free.offsetWidth;
			free.remove();
			return needs <= one.offsetWidth + 1;
		}
		const { paddingLeft, paddingRight, font } = getComputedStyle(one);
		pen.font = font;
		const room = one.clientWidth - Number.parseFloat(paddingLeft) - Number.parseFloat(paddingRight);
		return pen.measureText(wordsIn(one)).width <= room + 1;
	};
	return [...document.querySelectorAll<HTMLInputElement | HTMLSelectElement>("input, select")]
		.filter((one) => one.checkVisibility() && !one.closest(".visually-hidden") && !holds(one))
		.map((one) => `too narrow: ${one.id} ${wordsIn(one)}`);
}
