import { accessible, expect, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("a round of six on one clock: scores one after another, a personal best marked, partners swapped, each on their own ladder", async ({
	page,
	studio,
}) => {
	await page.goto("/group");
	await page.getByRole("link", { name: /^Timed rounds/ }).click();
	const people = [
		["Isolde Brankovar", "isolde-clubs"],
		["Bram Ostwick", "bram-clubs"],
		["Nimue Hartwell", "nimue-balls"],
		["Pip Lanternby", "pip-balls"],
		["Sunniva Marsh", "sunniva-balls"],
		["Jory Tamblyn", "jory-balls"],
	] as const;
	for (const [name, ladder] of people) await page.getByLabel(name, { exact: true }).selectOption(ladder);
	await page.getByLabel("Seconds").fill("0");
	await expect(page.getByText("Seconds a round: enter 5 to 600, not 0.")).toBeVisible();
	await page.getByLabel("Seconds").fill("5");
	await accessible(page);
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);

	const doers = page.getByRole("list", { name: "Who does what" });
	const scores: Record<string, number> = {};
	const play = async (n: number, score: (name: string) => string) => {
		await touch(page, `start round ${n}`).click();
		await expect(page.getByRole("textbox", { name: /^Score of/ })).toHaveCount(3);
		const names = await page
			.getByRole("textbox", { name: /^Score of/ })
			.evaluateAll((all) => all.map((one) => one.getAttribute("aria-label")?.slice("Score of ".length) ?? ""));
		// Typed one after another, and Enter keeps them.
		await page
			.getByRole("textbox", { name: /^Score of/ })
			.first()
			.focus();
		for (const [i, name] of names.entries()) {
			await page.keyboard.type(score(name));
			await page.keyboard.press(i < names.length - 1 ? "Tab" : "Enter");
		}
		return names;
	};
	const first = await play(1, () => "9 of 7");
	await expect(page.getByText(/9 good of 7 tries cannot be/).first()).toBeVisible();
	for (const name of first) await page.getByLabel(`Score of ${name}`).fill("7");
	await touch(page, "save the round").click();
	const round1 = page.getByRole("region", { name: "Round 1", exact: true });
	await expect(round1.getByRole("listitem")).toHaveCount(3);
	// A first is no best.
	await expect(round1).not.toContainText("personal best");
	const second = await play(2, () => "5");
	// Partners have swapped: who counted does.
	expect(second.filter((name) => first.includes(name))).toEqual([]);
	const third = await play(3, (name) => {
		scores[name] = first.includes(name) ? 8 : 5;
		return String(scores[name]);
	});
	const round3 = page.getByRole("region", { name: "Round 3", exact: true });
	await expect(round3.getByText("a personal best")).toHaveCount(third.filter((name) => first.includes(name)).length);
	await expect(doers).toBeVisible();
	await touch(page, "finish: that was the last round").click();
	await page.getByRole("link", { name: "see the lesson" }).click();
	await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
	const kinds = (await studio.events()).filter(({ kind }) => kind === "tally").slice(-9);
	expect(kinds).toHaveLength(9);
	expect(new Set(kinds.map(({ student, rung }) => `${student} ${rung}`)).size).toBe(6);
});
