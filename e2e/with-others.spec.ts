import type { Page } from "@playwright/test";
import type { Body } from "@/core/log/kinds";
import { accessible, allSent, expect, test, touch } from "./studio";
import { small, targets } from "./targets";

test.use({ demo: true, viewport: { width: 390, height: 844 } });

const everybody = (page: Page) => page.getByRole("dialog", { name: "Group board" });
const person = (page: Page, name: string) => everybody(page).getByRole("button", { name: new RegExp(`^${name}`) });

test("the group board: a name, then what came of it; each shows their dose, and the round ends by itself with new partners", async ({
	page,
	studio,
}) => {
	await page.goto("/students/nimue");
	await page
		.getByRole("button", { name: /^(?:start|continue) lesson: Three-ball cascade/ })
		.first()
		.click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^group board/ }).click();
	// Who is here already is on it; a thirteenth is not.
	const all = everybody(page).locator("button[aria-pressed='false']").filter({ hasText: " · " });
	for (let i = 0; i < 11; i++) await all.first().click();
	await all.first().click();
	await expect(everybody(page).getByRole("alert")).toHaveText("The board is full (12). Remove somebody first.");
	await accessible(page);
	const on = everybody(page).locator("button[aria-pressed='true']").filter({ hasText: " · " });
	while ((await on.count()) > 0) await on.first().click();
	for (const name of ["Nimue Hartwell · Three-ball cascade", "Pip Lanternby · Three-ball cascade", "Sunniva Marsh"])
		await everybody(page)
			.getByRole("button", { name: new RegExp(`^${name}`) })
			.first()
			.click();
	await everybody(page)
		.getByRole("button", { name: /^on the board/ })
		.click();
	await accessible(page);
	expect(small(await targets(page))).toEqual([]);

	const doses = new Map<string, number>();
	for (const name of ["Nimue", "Pip", "Sunniva"]) {
		const words = (await person(page, name).getByTestId("dose").textContent()) ?? "";
		doses.set(name, Number(/of (\d+)/.exec(words)?.[1]));
	}
	const fields = everybody(page).getByRole("group", { name: "What was that one?" });
	const one = async (name: string, good = true) => {
		await person(page, name).click();
		const confirm = everybody(page).getByRole("button", { name: "all checked" });
		if (await confirm.isVisible()) await confirm.click();
		await (good ? fields.getByRole("button").last() : fields.getByRole("button").first()).click();
	};
	await one("Nimue");
	await expect(person(page, "Nimue").getByTestId("dose")).toContainText(`1 of ${doses.get("Nimue")}`);
	await expect(person(page, "Nimue").getByTestId("figure")).toHaveText("1");
	await one("Pip", false);
	await expect(person(page, "Pip").getByRole("img")).toHaveAccessibleName("last one off");
	await expect(person(page, "Pip").getByTestId("figure")).toHaveText("0");
	// One of them is gone to, nothing is begun by it, and one press leads back.
	const sets = async () => (await studio.events()).filter(({ kind }) => kind === "set.opened").length;
	await allSent(page);
	const before = await sets();
	await person(page, "Pip").click();
	await everybody(page).getByRole("button", { name: "go to Pip" }).click();
	await expect(everybody(page)).toHaveCount(0);
	await expect(page.getByRole("heading", { name: /^Lesson: Pip/ })).toBeAttached();
	await touch(page, "board").click();
	await expect(everybody(page)).toBeVisible();
	expect(await sets()).toBe(before);
	// No touch without a name.
	await expect(everybody(page).getByText("Touch a name, then the result.")).toBeVisible();
	for (const [name, dose] of doses) for (let n = name === "Sunniva" ? 0 : 1; n < dose; n++) await one(name);
	await expect(everybody(page)).toContainText("round 1 is over. Change partners");
	await expect(person(page, "Pip").getByTestId("dose")).toContainText("0 of");
	await everybody(page).getByRole("button", { name: "order by partners" }).click();
	await expect(everybody(page).getByTestId("figure").first()).toBeVisible();
	await expect(everybody(page).getByRole("list").getByRole("button").first()).toContainText("Nimue");
	await everybody(page).getByRole("button", { name: "undo" }).click();
	await expect(person(page, "Sunniva").getByTestId("dose")).toContainText(`${(doses.get("Sunniva") ?? 0) - 1} of`);
	await everybody(page).getByRole("button", { name: "close" }).click();
	await allSent(page);
	const tries = (await studio.events()).filter(
		({ kind, lesson }) => kind === "attempt" && lesson === new URL(page.url()).searchParams.get("lesson"),
	);
	const by = (student: string) => tries.filter((event) => event.student === student).length;
	expect(by("nimue")).toBe(doses.get("Nimue"));
	expect(by("pip")).toBe(doses.get("Pip"));
});

test("a rally counts for both, and one touch says who ended it; roles say who does what; a fault is shown wrong and somebody names it", async ({
	page,
	studio,
}) => {
	await page.goto("/students/isolde");
	await page
		.getByRole("button", { name: /^(?:start|continue) lesson: Three-club cascade/ })
		.first()
		.click();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^what next/ }).click();
	await page.getByRole("button", { name: "together", exact: true }).click();
	await page
		.getByRole("button", { name: /^Bram Ostwick · Three-club/ })
		.first()
		.click();
	const bothNames = page.getByRole("group", { name: "What was that one?" });
	await bothNames.getByRole("button", { name: /ended by Bram Ostwick/ }).click();
	await page.locator('[data-field="good"]').click();
	await bothNames.getByRole("button", { name: /ended by Isolde Brankovar/ }).click();
	await allSent(page);
	const lesson = new URL(page.url()).searchParams.get("lesson");
	const tries = (await studio.events()).filter((event) => event.kind === "attempt" && event.lesson === lesson);
	expect(tries).toHaveLength(6);
	for (const student of ["isolde", "bram"])
		expect(
			tries.filter((event) => event.student === student).map(({ body }) => (body as Body<"attempt">).endedBy ?? null),
		).toEqual(["bram", null, "isolde"]);

	await touch(page, "more").click();
	await page.getByRole("button", { name: /^roles/ }).click();
	const roles = page.getByRole("region", { name: "Who does what" });
	await expect(roles).toContainText(/(Isolde Brankovar|Bram Ostwick) does/);
	await expect(roles).toContainText(/(Isolde Brankovar|Bram Ostwick) feeds/);
	await accessible(page);
	await roles.getByRole("button", { name: "close" }).click();

	await touch(page, "more").click();
	await page.getByRole("button", { name: /^spot it/ }).click();
	const spot = page.getByRole("region", { name: "Spot it" });
	await spot.getByRole("button").nth(1).click();
	await spot.getByRole("button", { name: "Bram Ostwick" }).click();
	await expect(spot.getByText(/: Bram Ostwick$/)).toBeVisible();
	await allSent(page);
	await page.goto(`/lessons/${lesson}`);
	await expect(page.getByText(/Bram Ostwick named it first/)).toBeVisible();
	await expect(page.getByText(/ended by the student 1, by the partner 1/).first()).toBeVisible();
});

test("care: a list by apparatus and another adult are asked for once a day, agreements have their dates, and what is to be said again is said", async ({
	page,
}) => {
	await page.goto("/care");
	const agreed = page.getByRole("region", { name: "Consent" });
	await expect(agreed).toContainText("Under eighteen, and no guardian is named here.");
	await page.getByRole("button", { name: "add a list" }).click();
	await page.getByLabel("Kit, as rungs name it").fill("");
	await expect(page.getByText(/kit/).first()).toBeVisible();
	await page.getByLabel("Kit, as rungs name it").fill("Unicycle");
	await page.getByLabel("Check, one per line").fill("path clear\nshoes tied");
	await page.getByRole("button", { name: "add a reminder" }).click();
	await page.getByLabel("Words").fill("drink");
	await page.getByLabel("Every how many minutes").fill("1");
	await expect(page.locator("[data-standing]")).toHaveAttribute("data-standing", "kept");
	await accessible(page);

	await page.goto("/students/jory");
	await page.getByRole("button", { name: "edit", exact: true }).click();
	await page.getByLabel("Guardian", { exact: true }).fill("Aunt Petra");
	await page.getByLabel("another adult must be present").check();
	await page.getByLabel("Consent to guiding by touch, on").fill("2026-10-03");
	await expect(page.locator("[data-standing]")).toHaveAttribute("data-standing", "kept");
	await page.goto("/care");
	await expect(agreed).toContainText("Aunt Petra");
	await expect(agreed).toContainText(/Jory Tamblyn, with another adult/);

	await page.goto("/students/jory");
	await page
		.getByRole("button", { name: /^(?:start|continue) lesson: Unicycle/ })
		.first()
		.click();
	await expect(page.getByTestId("advice")).toContainText("Checklist first");
	await expect(page.getByTestId("advice")).toContainText("Another adult is present");
});
