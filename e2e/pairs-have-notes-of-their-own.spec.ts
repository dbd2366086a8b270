import { resolve } from "@/core/log/resolve";
import { expect, field, good, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

test("two in one lesson: each note holds only its own, is copied apart, and is found among its own words", async ({
	page,
	studio,
	context,
}) => {
	await context.grantPermissions(["clipboard-read", "clipboard-write"]);
	await page.goto("/students/teodor");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ }).click();
	await good(page).click();
	await touch(page, "missed height").click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^what next/ }).click();
	await page
		.getByRole("button", { name: /Jory .*Three-ball/ })
		.first()
		.click();
	await good(page).click();
	await expect(field(page, "good")).toBeVisible();
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();

	const [his, hers] = [page.getByLabel(/^Note for Teodor/), page.getByLabel(/^Note for Jory/)];
	// One person at a time, by the names across the top.
	const names = page.getByRole("navigation", { name: "Whose wrap-up" });
	const show = (name: string) => names.getByRole("button", { name: new RegExp(`^${name}`) }).click();
	await expect(his).toHaveValue(/Teodor .*\n\nThree clubs, slow: 1 of 2/);
	expect(await his.inputValue()).not.toContain("Jory");
	await expect(hers).toHaveCount(0);
	await page.getByRole("button", { name: /^next: Jory/ }).click();
	await expect(his).toHaveCount(0);
	expect(await hers.inputValue()).not.toContain("Teodor");
	expect(await hers.inputValue()).not.toContain("Three clubs");
	// What to practise and the finish name whose they are.
	await show("Teodor");
	const practise = page.getByRole("region", { name: /^Home practice, Teodor/ });
	await expect(practise.getByRole("checkbox", { name: "Three clubs, slow" })).toBeVisible();
	await page.getByText(/^Ask Teodor .*, and look at a finish$/).click();
	await expect(page.getByRole("heading", { name: /^Teodor .*: ?Hold one finish/ })).toBeVisible();
	await practise.getByRole("checkbox", { name: "Three clubs, slow" }).check();
	await expect(his).toHaveValue(/Until then, practise:\n- Three clubs, slow/);
	await show("Jory");
	expect(await hers.inputValue()).not.toContain("practise");

	await hers.fill("Jory, three good ones. Well caught on the left.");
	await page.reload();
	// Where one stopped is remembered.
	await expect(hers).toHaveValue("Jory, three good ones. Well caught on the left.");
	await page.getByRole("button", { name: /^copy the note.*Note for Jory/ }).click();
	await expect(page.getByRole("button", { name: /^copied.*Note for Jory/ })).toBeVisible();
	await expect(names.getByRole("button", { name: /^Jory/ })).toContainText("sent");
	expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(
		"Jory, three good ones. Well caught on the left.",
	);
	await touch(page, "finish lesson").click();
	await expect(page).toHaveURL(/\/$/);

	const closed = resolve(await studio.events()).findLast(
		(event) => event.kind === "lesson.closed" && event.device !== "demo-phone",
	);
	if (closed?.kind !== "lesson.closed") throw new Error("not closed");
	expect(closed).toMatchObject({ student: null, body: { note: "" } });
	const partings = resolve(await studio.events()).filter(
		({ kind, lesson }) => kind === "parting" && lesson === closed.lesson,
	);
	expect(partings.map(({ student }) => student).sort()).toEqual(["jory", "teodor"]);
	await page.goto("/find?q=caught");
	await expect(page.getByText(/Well caught on the left/)).toBeVisible();
	await page.goto(`/lessons/${closed.lesson}`);
	await expect(page.getByRole("heading", { name: /^Note for Jory/ })).toBeVisible();
});
