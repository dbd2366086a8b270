import { readyForNoSignal } from "./noSignal";
import { onDevice } from "./onDevice";
import { accessible, expect, good, openGroup, test, touch } from "./studio";
import { small, targets } from "./targets";

test.use({
	demo: true,
	viewport: { width: 390, height: 844 },
	hasTouch: true,
	isMobile: true,
	serviceWorkers: "allow",
	expected: /ERR_|Failed to fetch|Failed to load resource/,
});

test("forty targets called on a beat, on the phone without a signal, and how each of them went", async ({
	page,
	studio,
}) => {
	await page.goto("/ladders/nimue-balls");
	const calls = page.getByRole("button", { name: "add calls in mixed order" });
	await page.getByRole("button", { name: "Two balls in one hand, a ball held", exact: true }).click();
	await openGroup(page, "Calls");
	await calls.click();
	await page.getByLabel("Calls, separated by commas").fill("A, B, A");
	await expect(page.getByText(/The caller has one thing in two places/)).toBeVisible();
	await page.getByLabel("Calls, separated by commas").fill("A, B, C, D");
	await page.getByLabel("call on a beat (otherwise after each touch)").check();
	await page.getByLabel("Seconds from call to call").fill("0");
	await expect(page.getByText(/Beat: enter 0.5 to 120 seconds, not 0/)).toBeVisible();
	await page.getByLabel("Seconds from call to call").fill("0.8");
	await openGroup(page, "Sets and cues");
	await page.getByLabel("Tries per set").fill("40");
	await page.getByLabel("Tries a day").fill("60");
	await expect(page.getByTestId("calls-ahead")).toContainText(/[A-D] · [A-D]/);
	await expect(page.locator("[data-standing]")).toHaveAttribute("data-standing", "kept");

	await readyForNoSignal(page);
	await studio.kill();
	await page.goto("/students");
	await page
		.getByRole("button", { name: /^(?:start|continue) lesson: Nimue Hartwell/ })
		.first()
		.tap();
	await touch(page, "more").tap();
	await page.getByRole("button", { name: /^caller/ }).tap();
	await accessible(page);
	expect(small(await targets(page))).toEqual([]);
	// The page's clock goes by hand from here on: a slow machine's touch would answer the next call.
	await page.clock.install();
	await page.clock.pauseAt(Date.now() + 60_000);
	await touch(page, "start").tap();
	const call = page.getByTestId("call");
	const fields = page.getByRole("group", { name: "What was that one?" });
	const heard: string[] = [];
	await page.clock.runFor(1500);
	for (let nth = 0; nth < 40; nth++) {
		await expect(call).toHaveAttribute("data-nth", String(nth));
		heard.push((await call.locator("p:not([hidden])").getAttribute("data-word")) ?? "");
		// Somebody throws first: an answer comes half a beat later.
		await page.clock.runFor(450);
		if (nth !== 7 && heard.at(-1) === "D") await fields.getByRole("button").first().tap();
		else if (nth !== 7) await good(page).tap();
		await page.clock.runFor(350);
	}
	await page.clock.resume();
	await expect(call).toContainText("set finished");
	await touch(page, "close").tap();

	const tries = (await onDevice(page)).filter(({ kind }) => kind === "attempt");
	const bodies = tries.map(({ body }) => body as { called: string; nth: number; result: string });
	expect(bodies.map(({ nth }) => nth)).toEqual(heard.map((_, i) => i).filter((i) => i !== 7));
	expect(bodies.map(({ called }) => called)).toEqual(heard.filter((_, i) => i !== 7));
	// Each equally often in each block of four.
	for (let at = 0; at < 40; at += 4) expect([...heard.slice(at, at + 4)].sort().join("")).toBe("ABCD");

	await touch(page, "more").tap();
	await page.getByRole("link", { name: "wrap up" }).tap();
	const table = page.getByTestId("by-target");
	await expect(table.getByRole("row", { name: /^D/ })).toContainText(/0 of (9|10)/);
	await expect(page.getByText("1 call without an answer: no result for it.")).toBeVisible();
	await accessible(page);
});

test("situations are called by touch and the answer is judged; two ways in turn are compared at the end", async ({
	page,
}) => {
	await page.goto("/ladders/kasimir-calls");
	await page.getByRole("button", { name: /^Called late/ }).click();
	const call = async () => {
		await openGroup(page, "Calls");
		await page.getByRole("button", { name: "add calls in mixed order" }).click();
	};
	await call();
	await expect(page.getByText(/^Called: red, blue, white, from the rung’s own decisions/)).toBeVisible();
	await page.getByLabel("Order", { exact: true }).selectOption("every other");
	await page.getByLabel("The fixed one").selectOption("blue");
	await expect(page.getByTestId("calls-ahead")).toContainText(/blue · (red|white) · blue · (red|white)/);
	await expect(page.locator("[data-standing]")).toHaveAttribute("data-standing", "kept");
	await page.goto("/ladders/nimue-balls");
	await page.getByRole("button", { name: "Two balls in one hand, a ball held", exact: true }).click();
	await call();
	await page.getByLabel("Calls, separated by commas").fill("old grip, new grip");
	await page.getByLabel("compare two ways of doing it").check();
	await page.getByLabel("Order", { exact: true }).selectOption("in turn");
	await expect(page.locator("[data-standing]")).toHaveAttribute("data-standing", "kept");

	await page.goto("/students/kasimir");
	await page
		.getByRole("button", { name: /^(start|continue) lesson: Passing to a call/ })
		.first()
		.click();
	await touch(page, "more").tap();
	await page.getByRole("button", { name: /^what next/ }).tap();
	await page
		.getByRole("button", { name: /^(here today: )?Called late/ })
		.first()
		.tap();
	await touch(page, "more").tap();
	await page.getByRole("button", { name: /^caller/ }).tap();
	await touch(page, "start").tap();
	const right = { red: "pass", blue: "self", white: "hold" } as Record<string, string>;
	const word = page.getByTestId("call").locator("p:not([hidden])");
	for (let nth = 0; nth < 4; nth++) {
		await expect(page.getByTestId("call")).toHaveAttribute("data-nth", String(nth));
		const said = (await word.getAttribute("data-word")) ?? "";
		expect(said === "blue").toBe(nth % 2 === 0);
		await page.locator(`[data-field="answer-${right[said]}"]`).tap();
		await page.waitForTimeout(200);
	}
	await touch(page, "close").tap();
	await touch(page, "more").tap();
	await page.getByRole("link", { name: "wrap up" }).tap();
	await expect(page.getByText(/Right choices 4 of 4, came off 4 of 4/)).toBeVisible();

	await page.goto("/students/nimue");
	await page
		.getByRole("button", { name: /^(?:start|continue) lesson: Three-ball cascade/ })
		.first()
		.click();
	await touch(page, "more").tap();
	await page.getByRole("button", { name: /^caller/ }).tap();
	await touch(page, "start").tap();
	for (let nth = 0; nth < 8; nth++) {
		await expect(page.getByTestId("call")).toHaveAttribute("data-nth", String(nth));
		if (nth % 2) await good(page).tap();
		else await page.getByRole("group", { name: "What was that one?" }).getByRole("button").first().tap();
		await page.waitForTimeout(200);
	}
	// A try that is taken back is called once more.
	await touch(page, "undo").tap();
	await expect(page.getByTestId("call")).toHaveAttribute("data-nth", "7");
	await good(page).tap();
	await touch(page, "close").tap();
	await touch(page, "more").tap();
	await page.getByRole("link", { name: "wrap up" }).tap();
	await expect(page.getByText(/^old grip 0 of 4, new grip 4 of 4: fewer by \d+ to \d+ in 100/)).toBeVisible();
	await touch(page, "choose this form: new grip").tap();
	await expect(touch(page, "choose this form: new grip")).toHaveAttribute("aria-pressed", "true");
});
