import { findLadder, railedLadders } from "@/store/ladders";
import { catchUp } from "@/store/projection";
import { wordsOf } from "./pdf";
import { accessible, expect, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("a ladder is printed as a card, in PDF, and what was ticked on it is entered as tallies", async ({
	page,
	studio,
}) => {
	await page.goto("/ladders/isolde-clubs");
	await page.getByRole("link", { name: "card to pin up" }).click();
	await expect(page.getByRole("heading", { name: "7. Three clubs, walking a line" })).toBeVisible();
	await accessible(page);
	const print = async () => wordsOf(await page.pdf({ preferCSSPageSize: true }));

	const small = await print();
	expect(small.size).toEqual([420, 595]);
	for (const words of [
		"Isolde Brankovar",
		"Three-club cascade",
		"left, strong side",
		"chalk mark",
		"6 m + 4.2 m = 10.2 m",
	])
		expect(small.text).toContain(words);
	expect(small.text).toContain("Move a coin along the row of boxes. hit: 1 box on, miss: 2 boxes back.");
	expect(small.text).toContain("tries a day. Counts when: It comes off.");
	expect(small.text).toContain("“look through the window”");
	expect(small.text).not.toContain("One club, hand to hand");
	expect(small.text).not.toContain("enter the card");

	await page.getByLabel("Paper").selectOption("A4");
	await page.getByLabel("Rungs").selectOption({ label: "all 10" });
	const large = await print();
	expect(large.size).toEqual([595, 842]);
	expect(large.text).toContain("1. One club, hand to hand");
	expect(large.text).toContain("10. Three clubs, turn and walk on");

	// More good than tries is refused, by the rung's name; nothing is written.
	const count = async () => (await studio.events()).length;
	const before = await count();
	const lastTime = () =>
		studio.inStore(async (store) => {
			await catchUp(store);
			return (await railedLadders(store, { ids: ["isolde-clubs"] }))[0]?.last;
		});
	const lastBefore = await lastTime();
	expect(lastBefore?.tries).toBeGreaterThan(0);
	const enter = async (rung: string, good: string, tries: string) => {
		await page.getByLabel(`${rung}, ticked good`).fill(good);
		await page.getByLabel(`${rung}, tries in all`).fill(tries);
	};
	await touch(page, "enter the card").click();
	await expect(page.getByRole("complementary").getByRole("alert")).toContainText(
		"Enter the tries of at least one rung.",
	);
	await enter("Three clubs, walking a line", "12", "");
	await touch(page, "enter the card").click();
	await expect(page.getByRole("complementary").getByRole("alert")).toContainText(
		'"Three clubs, walking a line" has 0 tries: enter a whole number from 1 to 500.',
	);
	await enter("Three clubs, walking a line", "12", "9");
	await enter("Three clubs, real tempo", "9", "9");
	await touch(page, "enter the card").click();
	await expect(page.getByRole("complementary").getByRole("alert")).toContainText(
		'"Three clubs, walking a line": Good: enter at most 9, the number of tries, not 12.',
	);
	expect(await count()).toBe(before);

	await enter("Three clubs, walking a line", "6", "9");
	await page.getByLabel("Practised on").fill("2199-01-01");
	await touch(page, "enter the card").click();
	await expect(page.getByRole("complementary").getByRole("alert")).toContainText("is in the future");
	expect(await count()).toBe(before);
	await page.getByLabel("Practised on").fill("2026-11-03");
	await touch(page, "enter the card").click();
	await expect(page.getByText("practice on its own page")).toBeVisible();
	const ladder = await studio.inStore((store) => findLadder(store, "isolde-clubs"));
	const written = (await studio.events()).slice(before);
	expect(written.map((event) => event.kind)).toEqual([
		"lesson.opened",
		"lesson.dated",
		...["set.opened", "tally", "set.closed"],
		...["set.opened", "tally", "set.closed"],
		"lesson.closed",
	]);
	const tallies = written.flatMap((event) => (event.kind === "tally" ? [event.body] : []));
	// Nobody knows the longest run, so none is told.
	expect(tallies).toEqual(
		expect.arrayContaining([
			{ tries: 9, good: 6 },
			{ tries: 9, good: 9 },
		]),
	);
	const placed = written.flatMap((event) => (event.kind === "set.opened" ? [event.body.placing.rung] : []));
	expect(placed.every((rung) => ladder?.ladder.rungs.some(({ id }) => id === rung))).toBe(true);

	await page.getByText("practice on its own page").click();
	await expect(page.getByRole("heading", { level: 1 })).toContainText("3 Nov");
	await expect(page.getByText("Totals from the card.")).toBeVisible();
	await expect(page.getByText("Practice from a card, entered that day. Not a lesson.")).toBeVisible();
	await expect(page.getByText("Longest run not known").first()).toBeVisible();

	// Last time, its cue and what was to be practised are the last lesson's, and not the card's.
	expect(await lastTime()).toEqual(lastBefore);
});
