import { findLadder, saveLadder } from "@/store/ladders";
import { allSent, expect, field, good, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("a second press on lesson goes back into today’s open one: no fresh limit, from any of the student’s ladders, on any device", async ({
	page,
	studio,
	browser,
	listenTo,
}) => {
	await page.goto("/students/teodor");
	const lesson = page.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ });
	await lesson.click();
	for (let i = 0; i < 3; i++) await good(page).click();
	await allSent(page);
	const address = new URL(page.url()).searchParams.get("lesson");

	await page.goto("/students/teodor");
	await lesson.click();
	await expect(page).toHaveURL(new RegExp(`lesson=${address}`));
	await expect(page.getByTestId("used")).toHaveText("3");

	// From the other ladder: the same lesson, with that ladder in hand.
	await page.goto("/students/teodor");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Six-club passing/ }).click();
	await expect(page).toHaveURL(new RegExp(`lesson=${address}`));
	await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(/Three clubs, slow/);
	await expect(page.getByTestId("used")).toHaveText("0");
	await expect(page).not.toHaveURL(/[?&]on=/);
	await good(page).click();
	await allSent(page);

	// Another device knows of it too.
	const other = await browser.newContext({ baseURL: studio.url, viewport: { width: 390, height: 844 } });
	const phone = await other.newPage();
	listenTo(phone);
	await phone.goto("/students/teodor");
	await phone.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ }).click();
	await expect(phone).toHaveURL(new RegExp(`lesson=${address}`));
	await expect(phone.getByTestId("used")).toHaveText("3");
	await other.close();

	const opened = (await studio.events()).filter(
		({ kind, device }) => kind === "lesson.opened" && device !== "demo-phone",
	);
	expect(opened).toHaveLength(1);
});

test("pain closes the fields until it is answered, for thumb and keys; a try before the checklist is marked so", async ({
	page,
	studio,
}) => {
	await studio.inStore(async (store) => {
		const found = await findLadder(store, "teodor-clubs");
		if (!found) throw new Error("no ladder");
		const rungs = found.ladder.rungs.map((rung) => ({
			...rung,
			settings: { ...rung.settings, care: ["room around"] },
		}));
		await saveLadder(store, { ...found.ladder, rungs }, { id: found.id, rev: found.rev });
	});
	await page.goto("/students/teodor");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ }).click();
	await expect(page.getByTestId("advice")).toHaveAttribute("data-line", "care");
	await good(page).click();
	await page.waitForTimeout(450);
	await page.getByTestId("advice").getByRole("button", { name: "follow" }).click();
	await good(page).click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^pain/ }).click();
	await page.getByRole("button", { name: "wrist", exact: true }).click();
	await expect(page.getByText("Stopped for pain: wrist")).toBeVisible();
	await expect(field(page, "good")).toHaveCount(0);
	await page.keyboard.press("g");
	await page.keyboard.press("PageDown");
	await page.mouse.click(300, 720);
	await expect(page.getByTestId("used")).toHaveText("2");
	// Over a reload it stays closed.
	await page.reload();
	await expect(page.getByText("Stopped for pain: wrist")).toBeVisible();
	await page.getByRole("button", { name: /go on here/ }).click();
	await good(page).click();
	await expect(page.getByTestId("used")).toHaveText("3");
	await allSent(page);
	const events = (await studio.events()).filter(({ device }) => device !== "demo-phone");
	const tries = events.flatMap((event) => (event.kind === "attempt" ? [event.body] : []));
	expect(tries.map(({ beforeCheck }) => beforeCheck === true)).toEqual([true, false, false]);
	expect(events.some(({ kind }) => kind === "pain.answered")).toBe(true);
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	await expect(page.getByText(/1 before the checklist/)).toBeVisible();
});
