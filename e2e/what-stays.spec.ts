import { resolve } from "@/core/log/resolve";
import { keyCues } from "@/store/keyCues";
import { railedLadders } from "@/store/ladders";
import { catchUp } from "@/store/projection";
import { allSent, answer, expect, good, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("a passed rung is looked at again in two touches, decided early, and says when it is due next; failed, it has slipped", async ({
	page,
	studio,
}) => {
	const holes = () =>
		studio.inStore(async (store) => {
			await catchUp(store);
			const [row] = await railedLadders(store, { ids: ["isolde-clubs"] });
			return row?.rail.holes.map(({ name, state, schedule }) => ({ name, state, due: schedule?.due ?? "" })) ?? [];
		});
	const before = await holes();
	await page.goto("/");
	await touch(page, "start lesson: Isolde Brankovar, Three-club cascade, left").click();
	await good(page).click();
	const look = async () => {
		await page.getByRole("button", { name: /^Rung \d+/ }).click();
		const row = page.getByRole("button", { name: /^check: / }).first();
		const name = ((await row.textContent()) ?? "").replace(/^check: /, "").replace(/seven of ten.*$/, "");
		await row.click();
		return name;
	};
	const first = await look();
	await expect(page.getByText("check ·")).toBeVisible();
	for (let i = 0; i < 7; i++) await good(page).click();
	await expect(page.getByText("Check passed. Back to the peg")).toBeVisible();
	await answer(page, "follow");
	await expect(page.getByRole("heading", { name: /Three clubs, one pirouette/ })).toBeAttached();
	const second = await look();
	for (let i = 0; i < 4; i++) await page.locator('[data-field]:not([data-field="good"])').first().click();
	await expect(page.getByText("Check failed. Back to the peg")).toBeVisible();
	await allSent(page);
	const after = await holes();
	const of = (all: typeof after, name: string) => all.find((one) => one.name === name);
	expect(of(after, first)?.state).not.toBe("slipped");
	expect((of(after, first)?.due ?? "") > (of(before, first)?.due ?? "")).toBe(true);
	expect(of(after, second)?.state).toBe("slipped");
	await page.goto("/ladders/isolde-clubs");
	await expect(page.getByText(/slipped/).first()).toBeAttached();
	await page.goto("/");
	const again = page.getByRole("region", { name: "Checks due" });
	await expect(again).toContainText(`${second} slipped`);
	await expect(again).toContainText("By luck this happens to ready students in 5 of 100 checks");

	// Either into the next plan by a press, or the peg back to it.
	await again
		.getByRole("button", { name: /^add a refresher to the next plan/ })
		.first()
		.click();
	await again.getByRole("link", { name: /^see the plan of/ }).click();
	await expect(page.getByText("It slipped at its last check, and you added it here.").first()).toBeVisible();
	await page.goto("/");
	const move = again.getByRole("button", { name: /^move the peg to the rung/ }).first();
	const takeBack = again.getByRole("button", { name: /^undo/ });
	const moves = async () => resolve(await studio.events()).filter(({ kind }) => kind === "peg.moved");
	const stood = (await moves()).length;
	await move.click();
	await expect(again.getByText("The peg is on it now.")).toBeVisible();
	await expect.poll(async () => (await moves()).length).toBe(stood + 1);
	// By mistake: taken back where it was pressed, on the bench of the ladder too.
	await takeBack.press("Enter");
	await expect(move).toBeFocused();
	await expect.poll(async () => (await moves()).length).toBe(stood);
	await page.goto("/ladders/isolde-clubs");
	await page.getByRole("button", { name: second, exact: true }).click();
	const margin = page.getByRole("complementary", { name: "Notes" });
	await margin.getByRole("button", { name: /^move the peg to the rung/ }).click();
	await expect(margin.getByText("The peg is on it now.")).toBeVisible();
	await expect.poll(async () => (await moves()).length).toBe(stood + 1);
	await margin.getByRole("button", { name: /^undo/ }).click();
	await expect.poll(async () => (await moves()).length).toBe(stood);
	await page.goto("/");
	await move.click();
	await expect(again.getByText("The peg is on it now.")).toBeVisible();
	await expect.poll(async () => (await moves()).length).toBe(stood + 1);
	const moved = (await moves()).at(-1);
	expect(moved?.kind === "peg.moved" && moved.body.reason).toBe("stepped down");
	const [row] = await studio.inStore(async (store) => {
		await catchUp(store);
		return railedLadders(store, { ids: ["isolde-clubs"] });
	});
	expect(row?.rail.holes[row.rail.pegIndex]?.name).toBe(second);
});

test("a check may ask for more: by the rung's own rule, or where it counts; not held there yet is no slip", async ({
	page,
}) => {
	await page.goto("/");
	await touch(page, "start lesson: Isolde Brankovar, Three-club cascade, left").click();
	await good(page).click();
	await page.getByRole("button", { name: /^Rung \d+/ }).click();
	await touch(page, "in contest").click();
	const row = page.getByRole("button", { name: /^check: / }).first();
	await expect(row).toContainText("seven of ten, in contest");
	const name = ((await row.textContent()) ?? "").replace(/^check: /, "").replace(/seven of ten.*$/, "");
	await row.click();
	await expect(page.getByText("check in contest ·")).toBeVisible();
	for (let i = 0; i < 4; i++) await page.locator('[data-field]:not([data-field="good"])').first().click();
	await expect(page.getByText("Check in contest failed. Back to the peg")).toBeVisible();
	await page.getByRole("button", { name: /^Rung \d+/ }).click();
	await touch(page, "by its own rule").click();
	await page
		.getByRole("button", { name: /^check: / })
		.first()
		.click();
	await expect(page.getByText("Its own rule. It stops as soon as the result is certain.")).toBeVisible();
	await good(page).click();
	await allSent(page);
	await page.setViewportSize({ width: 1280, height: 800 });
	await page.goto("/ladders/isolde-clubs");
	await page.getByRole("button", { name, exact: true }).click();
	await expect(page.getByText(/^Not yet held in contest/)).toBeVisible();
	await expect(page.getByText("Slipped at its last check")).toHaveCount(0);
});

test("a cue becomes a key cue at the wrap-up: what is given counts by itself, and the plan and the cue drawer say when it is due", async ({
	page,
	studio,
}) => {
	await page.goto("/");
	await touch(page, "start lesson: Isolde Brankovar, Three-club cascade, left").click();
	await good(page).click();
	await touch(page, "cue").click();
	const first = page
		.getByRole("region", { name: "Cues" })
		.getByRole("button", { name: /outside|image|rhythm|look/ })
		.first();
	const cue = (await first.locator("span[dir]").textContent()) ?? "";
	await first.click();
	await allSent(page);
	await page.goto(page.url().replace("/live", "/wrap"));
	const key = page.getByRole("button", { name: `“${cue}”` });
	await key.click();
	await expect(key).toHaveAttribute("aria-pressed", "true");
	await expect.poll(async () => (await studio.events()).filter(({ kind }) => kind === "cue.key").length).toBe(1);
	const kept = await studio.inStore((store) => keyCues(store, ["isolde"]));
	const [one] = kept.get("isolde") ?? [];
	expect(one?.text).toBe(cue);
	expect(one?.met).toBeGreaterThan(0);

	await page.goto("/plans?student=isolde");
	await page.getByLabel("Day").fill(one?.due ?? "");
	await page.getByRole("button", { name: "plan the lesson", exact: true }).click();
	await expect(page.getByTestId("worth")).toContainText("planned");
	await expect(page.getByText(`“${cue}”`).first()).toBeVisible();
	await page.goto("/");
	await page.getByRole("button", { name: /^start another lesson: Isolde Brankovar, Three-club cascade, left/ }).click();
	await touch(page, "cue").click();
	await expect(page.getByText(/key cue, repeated \d of 6|key cue, due/).first()).toBeVisible();
});
