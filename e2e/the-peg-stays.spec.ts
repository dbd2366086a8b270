import type { Page } from "@playwright/test";
import { freshRung } from "@/core/ladder/rung";
import { addLadder } from "@/store/ladders";
import { saveSkill } from "@/store/skills";
import { saveStudent } from "@/store/students";
import { accessible, allSent, answer, expect, good, test, touch } from "./studio";

/** Work beside the peg: a circuit, a warm-up, turns of several tries, a rung in its eased form. */

test.use({ viewport: { width: 390, height: 844 } });

/** Isolde's lesson on her left side, where it can be counted. */
async function onTheLeft(page: Page): Promise<void> {
	await page.goto("/students/isolde");
	await touch(page, "start lesson: Three-club cascade, left").click();
	await expect(page.getByTestId("advice")).toBeVisible();
}

test.describe("in the demo studio", () => {
	test.use({ demo: true });

	test("a circuit is five drills of five tries, a touch each and none between; a warm-up judges nothing; the peg stays", async ({
		page,
		studio,
	}) => {
		await onTheLeft(page);
		const heading = page.getByRole("heading", { level: 1 });
		const peg = await heading.textContent();
		await page.keyboard.press("l");
		await page.getByRole("button", { name: /^circuit/ }).click();
		for (let i = 0; i < 25; i++) await page.keyboard.press("g");
		await expect(heading).toHaveText(peg ?? "");

		await page.keyboard.press("l");
		await page.getByRole("button", { name: /^warm-up/ }).click();
		await expect(page.getByTestId("advice")).toHaveAttribute("data-line", "warm-up");
		for (let i = 0; i < 3; i++) await good(page).click();
		await expect(page.getByTestId("count")).toHaveText("3");
		await expect(page.getByTestId("used")).toHaveText("0");
		await answer(page, "follow");
		await expect(heading).toHaveText(peg ?? "");

		await allSent(page);
		const events = (await studio.events()).filter(({ device }) => device !== "demo-phone");
		const sets = new Map(events.flatMap((event) => (event.kind === "set.opened" ? [[event.id, event.body]] : [])));
		const tries = new Map<string, number>();
		for (const { kind, set } of events)
			if (kind === "attempt") {
				const { placing, elsewhere } = sets.get(set ?? "") as NonNullable<ReturnType<typeof sets.get>>;
				const key = `${placing.rung} ${elsewhere}`;
				tries.set(key, (tries.get(key) ?? 0) + 1);
			}
		expect([...tries.values()]).toEqual([5, 5, 5, 5, 5, 3]);
		expect(events.filter(({ kind }) => kind === "peg.moved")).toEqual([]);
		await touch(page, "more").click();
		await page.getByRole("link", { name: "wrap up" }).click();
		await expect(page.getByText("warm-up tries")).toBeVisible();
		await expect(page.getByText("0 of 0")).toHaveCount(0);
	});

	test("a circuit of one’s own: drills of two ladders in the order they were touched, so many tries each", async ({
		page,
		studio,
	}) => {
		await onTheLeft(page);
		const heading = page.getByRole("heading", { level: 1 });
		const peg = await heading.textContent();
		await page.keyboard.press("l");
		await page.getByRole("button", { name: /^own circuit/ }).click();
		const drawer = page.getByRole("region", { name: "Your own circuit" });
		await expect(drawer.getByRole("button", { name: "3 each" })).toBeDisabled();
		const [here, other] = [drawer.getByRole("region").nth(0), drawer.getByRole("region").nth(1)];
		await here.getByRole("button").nth(1).click();
		await other.getByRole("button").nth(0).click();
		await here.getByRole("button").nth(0).click();
		await expect(drawer.getByRole("status")).toHaveText("3 drills. How many tries each?");
		await accessible(page);
		await drawer.getByRole("button", { name: "3 each" }).click();
		for (let i = 0; i < 9; i++) await page.keyboard.press("g");
		await expect(heading).toHaveText(peg ?? "");
		await allSent(page);
		const opened = (await studio.events()).flatMap((event) =>
			event.device !== "demo-phone" && event.kind === "set.opened" && event.body.round
				? [[event.body.placing.ladder, event.body.placing.rung]]
				: [],
		);
		expect(opened).toHaveLength(3);
		expect(opened[0]?.[0]).toBe(opened[2]?.[0]);
		expect(opened[1]?.[0]).not.toBe(opened[0]?.[0]);
	});

	test("undo takes a stop of a circuit back with its last try", async ({ page }) => {
		await onTheLeft(page);
		await page.keyboard.press("l");
		await page.getByRole("button", { name: /^circuit/ }).click();
		const heading = page.getByRole("heading", { level: 1 });
		const first = await heading.textContent();
		for (let i = 0; i < 5; i++) await page.keyboard.press("g");
		await expect(heading).not.toHaveText(first ?? "");
		await touch(page, "undo").click();
		await expect(heading).toHaveText(first ?? "");
		await expect(page.getByText("4 of 5 ·")).toBeVisible();
	});

	test("two students in turn by three, then together: each try of two is both their try", async ({ page, studio }) => {
		await onTheLeft(page);
		const other = /^Teodor Quillfeather · Three-club cascade/;
		await page.keyboard.press("l");
		await page.getByRole("button", { name: "in turn by 3" }).click();
		await page.getByRole("button", { name: other }).click();
		const turn = page.getByTestId("turn");
		await expect(turn).toContainText("Teodor Quillfeather now, 0 of 3");
		await page.keyboard.press("g");
		await page.keyboard.press("n");
		await expect(turn).toContainText("Teodor Quillfeather now, 1 of 3");
		await page.keyboard.press("g");
		await page.keyboard.press("g");
		await expect(turn).toContainText("Isolde Brankovar now, 0 of 3");
		for (let i = 0; i < 3; i++) await page.keyboard.press("g");
		await expect(turn).toContainText("Teodor Quillfeather now");
		await touch(page, "more").click();
		await page.getByRole("button", { name: /^end the turns/ }).click();
		await expect(page.getByTestId("advice")).toBeVisible();
		await page.keyboard.press("l");
		await page.getByRole("button", { name: "together" }).click();
		await page.getByRole("button", { name: /^Isolde Brankovar · Three-club cascade, left/ }).click();
		await expect(turn).toContainText("together");
		await page.keyboard.press("g");
		await page.keyboard.press("g");
		await touch(page, "undo").click();
		await allSent(page);
		const events = (await studio.events()).filter(({ device }) => device !== "demo-phone");
		const gone = new Set(events.flatMap((event) => (event.kind === "void" ? event.body.targets : [])));
		const tries = events.filter(({ kind, id }) => kind === "attempt" && !gone.has(id));
		const counted = (student: string) => tries.filter((event) => event.student === student).length;
		expect([counted("teodor"), counted("isolde")]).toEqual([5, 4]);
	});
});

test("eased by what is missing, the rung is passed in that form, and the wrap-up and the note say so", async ({
	page,
	studio,
}) => {
	await studio.inStore(async (store) => {
		await saveStudent(
			store,
			{
				name: "Wendel",
				strongSide: "right",
				born: null,
				level: "steady",
				protectedParts: [],
				kit: "",
				wish: "",
				lacks: ["hard ball"],
			},
			null,
			"wendel",
		);
		await saveSkill(store, { name: "Catch", about: "", positions: [] }, null, "catch");
		const rung = (id: string, name: string) => ({
			id,
			settings: {
				...freshRung(name),
				rule: { kind: "streak" as const, r: 3 },
				easier: "with the soft one",
				needs: ["hard ball"],
			},
		});
		const made = await addLadder(
			store,
			"wendel",
			"catch",
			{ side: "none", policy: "mastery", start: null, rungs: [rung("low", "One wall"), rung("high", "Two walls")] },
			"catch-ladder",
		);
		expect(made.ok).toBe(true);
	});
	await page.goto("/students/wendel");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: Catch/ }).click();
	await expect(page.getByText("with the soft one").first()).toBeVisible();
	for (let i = 0; i < 3; i++) await good(page).click();
	const advice = page.getByTestId("advice");
	await expect(advice).toContainText("Step up: Two walls");
	await expect(advice).toContainText("Passed in its easier form");
	await answer(page, "follow");
	await allSent(page);
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	const told = page.getByRole("region", { name: "One wall, eased: with the soft one", exact: true });
	await expect(told).toContainText("One wall, eased: with the soft one");
	await expect(told).toContainText("rule met in the easier form");
	await expect(page.getByLabel(/^Note for the student/)).toHaveValue(
		/One wall, eased: with the soft one: 3 of 3 tries good.*Passed in the easier form\./,
	);
});
