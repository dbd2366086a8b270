import { railedLadders } from "@/store/ladders";
import { catchUp } from "@/store/projection";
import { allSent, answer, expect, good, test, touch } from "./studio";

test.use({ viewport: { width: 390, height: 844 } });

test("a rule is met and nobody claims it: the peg stays, the wrap-up tells it, and it is decided the next day", async ({
	page,
	studio,
}) => {
	await page.goto("/students/new");
	await page.getByLabel("Name").fill("Ida");
	await touch(page, "add the student").click();
	await expect(page).toHaveURL(/\/students\/(?!new)/);
	await page.goto(`/ladders/new?student=${page.url().split("/").at(-1)}`);
	await page.getByLabel("Name of the skill").fill("Hoop");
	await touch(page, "make three rungs and start counting").click();
	await expect(page).toHaveURL(/\/live/);
	const peg = () =>
		studio.inStore(async (store) => {
			await catchUp(store);
			return (await railedLadders(store))[0]?.rail.pegIndex;
		});

	for (let i = 0; i < 7; i++) await good(page).click();
	await expect(page.getByTestId("advice")).toHaveAttribute("data-line", "step-up");
	await allSent(page);
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	const told = page.getByRole("region", { name: "Passed: move the peg?" });
	await expect(told).toContainText("The rule of With help was met");
	await touch(page, "finish lesson").click();
	await expect(page).toHaveURL(/\/$/);
	expect(await peg()).toBe(0);

	// The next day: it stands under what is to be decided, with one press for each answer.
	const decide = page.getByRole("region", { name: "To decide" });
	await expect(decide).toContainText("Ida: With help is passed");
	await decide.getByRole("button", { name: /^step up: Alone, easy/ }).press("Enter");
	await expect(decide).toContainText("The peg moved up to Alone, easy.");
	await expect(page.getByText("rung 2 of 3")).toBeVisible();
	expect(await peg()).toBe(1);
	const moves = (await studio.events()).flatMap((event) => (event.kind === "peg.moved" ? [event.body] : []));
	expect(moves).toMatchObject([{ reason: "passed", evidence: [expect.any(String)] }]);

	// A slip is taken back where it was made, by the key that is under the finger.
	await page.keyboard.press("Enter");
	await expect(page.getByText("rung 1 of 3")).toBeVisible();
	expect(await peg()).toBe(0);
	await decide.getByRole("button", { name: /^ask next time/ }).click();
	await expect(decide).toContainText("You are asked again after the next lesson.");
	await decide.getByRole("button", { name: /^Undo/ }).click();
	await decide.getByRole("button", { name: /^stay here/ }).click();
	await expect(decide).toContainText("The peg stays.");
	await decide.getByRole("button", { name: /^Undo/ }).click();
	await decide.getByRole("button", { name: /^step up/ }).click();
	await expect(page.getByText("rung 2 of 3")).toBeVisible();
	await page.reload();
	await expect(page.getByText("rung 2 of 3")).toBeVisible();
	await expect(decide).toHaveCount(0);
	expect(await peg()).toBe(1);
});

test("otherwise: stay. The peg stays for good, and nobody is asked again", async ({ page, studio }) => {
	await page.goto("/students/new");
	await page.getByLabel("Name").fill("Ida");
	await touch(page, "add the student").click();
	await expect(page).toHaveURL(/\/students\/(?!new)/);
	await page.goto(`/ladders/new?student=${page.url().split("/").at(-1)}`);
	await page.getByLabel("Name of the skill").fill("Hoop");
	await touch(page, "make three rungs and start counting").click();
	for (let i = 0; i < 7; i++) await good(page).click();
	await answer(page, "otherwise");
	await allSent(page);
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	await expect(page.getByText("you chose to stay")).toBeVisible();
	await touch(page, "finish lesson").click();
	// Her name stands on the wrap-up too: only Today has brought up what follows from the lesson.
	await expect(page).toHaveURL(/\/$/);
	await expect(
		page
			.getByRole("region", { name: "Later" })
			.or(page.getByRole("region", { name: "Next lesson" }))
			.first(),
	).toContainText("Ida");
	await expect(page.getByRole("region", { name: "To decide" })).toHaveCount(0);
	const rail = await studio.inStore(async (store) => (await railedLadders(store))[0]?.rail);
	expect(rail).toMatchObject({ pegIndex: 0, holes: [{ state: "passed" }, {}, {}] });
});
