import type { Page } from "@playwright/test";
import type { Policy } from "@/core/ladder/ladder";
import { freshRung, type RungSettings } from "@/core/ladder/rung";
import { addLadder } from "@/store/ladders";
import { saveSkill } from "@/store/skills";
import { saveStudent } from "@/store/students";
import { advice, allSent, answer, expect, good, type Studio, test, touch } from "./studio";

/** Every line of the advice that a coach can reach, seen on the screen and acted on. */

test.use({ viewport: { width: 390, height: 844 } });

const position = (id: string, kind: "outside" | "image") => ({
	id,
	name: `The ${id}`,
	short: id,
	tell: "",
	cues: [
		{ text: `${id} cue`, kind },
		{ text: `other ${id} cue`, kind: "image" as const },
	],
	fault: "",
	origin: null,
});

async function ladder(studio: Studio, change: Partial<RungSettings>, policy: Policy = "mastery"): Promise<void> {
	await studio.inStore(async (store) => {
		const names = ["Low", "Middle", "High"];
		await saveStudent(
			store,
			{ name: "Wendel", strongSide: "right", born: null, level: "steady", protectedParts: [], kit: "", wish: "" },
			null,
			"w",
		);
		await saveSkill(
			store,
			{ name: "Spin", about: "", positions: [position("wrist", "outside"), position("gaze", "image")] },
			null,
			"spin",
		);
		const made = await addLadder(
			store,
			"w",
			"spin",
			{
				side: "none",
				policy,
				start: "b",
				rungs: names.map((name, i) => ({
					id: "abc"[i] ?? "",
					settings: {
						...freshRung(name),
						gate: "both",
						watch: ["wrist", "gaze"],
						rule: { kind: "streak", r: 5 },
						limit: 40,
						easier: "slowly",
						...change,
					},
				})),
			},
			"spin-w",
		);
		expect(made.ok).toBe(true);
	});
}

const start = async (page: Page) => {
	await page.goto("/");
	await page.getByRole("button", { name: /^(?:start|continue) lesson: .*, Spin$/ }).click();
	await expect(good(page)).toBeVisible();
};
const tries = async (page: Page, ...names: string[]) => {
	for (const name of names) await touch(page, name).click();
};
const line = (page: Page) => expect(advice(page));
const many = (n: number, name: string) => Array.from({ length: n }, () => name);
const overDip = [
	"GOOD",
	"missed, form fine",
	"GOOD",
	"GOOD",
	"missed, form fine",
	"GOOD",
	"GOOD",
	"missed, form fine",
	"GOOD",
];

test("carry on, correct, let adjust, over-corrected", async ({ page, studio }) => {
	await ladder(studio, {});
	await start(page);
	await line(page).toContainText("Carry on");
	await tries(page, ...many(3, "missed wrist"));
	await line(page).toContainText("Correct wrist");
	await line(page).toContainText("“wrist cue”");
	// The evidence is one touch away.
	await page.waitForTimeout(450);
	await advice(page)
		.getByRole("button", { name: /^Correct wrist/ })
		.click();
	await expect(page.getByRole("region", { name: "Correct wrist" })).toContainText("missed, wrist off");
	await touch(page, "close").click();
	// Say that the last one fell short of its range, in the opened strip.
	await page.getByRole("button", { name: /^Last tries/ }).click();
	await page.getByRole("button", { name: /^3 missed, wrist off/ }).click();
	await page.getByRole("button", { name: "not enough" }).click();
	await touch(page, "close").click();
	await answer(page, "follow");
	await line(page).toContainText("Let adjust");
	// Holding a field names the other direction.
	await touch(page, "missed wrist").hover();
	await page.mouse.down();
	await page.waitForTimeout(600);
	await page.mouse.up();
	await line(page).toContainText("Over-corrected wrist: let adjust");
});

test("a second cue, then ease, then a rung down, then step back up", async ({ page, studio }) => {
	await ladder(studio, { secondCue: true });
	await start(page);
	await tries(page, ...overDip, ...many(3, "good, but wrist"));
	await answer(page, "follow");
	await tries(page, ...many(3, "missed wrist"));
	await line(page).toHaveAttribute("data-line", "second-cue");
	await line(page).toContainText("other wrist cue");
	await answer(page, "follow");
	await tries(page, ...many(3, "missed wrist"));
	await line(page).toContainText("Ease it: slowly");
	await answer(page, "follow");
	await expect(page.getByText("slowly")).toBeVisible();
	await tries(page, ...many(3, "missed wrist"));
	await answer(page, "follow");
	await tries(page, ...many(3, "missed wrist"));
	await answer(page, "follow");
	await tries(page, ...many(3, "missed wrist"));
	await line(page).toContainText("A rung down: Low");
	await answer(page, "follow");
	await tries(page, ...many(3, "GOOD"));
	await line(page).toContainText("Step back up: Middle");
	await answer(page, "follow");
	await expect(page.getByRole("heading", { name: "Lesson: Wendel, Middle" })).toBeAttached();
});

test("a dip is expected, too hard today, otherwise", async ({ page, studio }) => {
	await ladder(studio, {});
	await start(page);
	await tries(page, ...many(8, "missed, form fine"));
	await line(page).toContainText("A dip is expected here");
	await tries(page, "missed, form fine");
	await line(page).toContainText("Too hard today. Ease it: slowly");
	await answer(page, "otherwise");
	await line(page).toContainText("Carry on");
	await tries(page, "missed, form fine");
	await line(page).toContainText("Carry on");
});

test("step up, the top of the ladder, and what next", async ({ page, studio }) => {
	await ladder(studio, { rule: { kind: "streak", r: 2 } });
	await start(page);
	await tries(page, "GOOD", "GOOD");
	await line(page).toContainText("Step up: High");
	await answer(page, "follow");
	await tries(page, "GOOD", "GOOD");
	await line(page).toContainText("Top rung passed: the ladder is finished");
	await answer(page, "follow");
	await expect(page.getByRole("region", { name: "What next?" })).toBeVisible();
});

test("the limit, six more, cannot be met today", async ({ page, studio }) => {
	await ladder(studio, { limit: 6 });
	await start(page);
	await tries(page, "GOOD", "missed, form fine");
	await expect(page.getByText("cannot be passed today")).toBeVisible();
	await tries(page, ...many(4, "GOOD"));
	await line(page).toContainText("Limit reached. Move on");
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^six more/ }).click();
	await line(page).toContainText("Carry on");
	await tries(page, "GOOD");
	await line(page).toContainText("Step up: High");
});

test("pause after two marks of strain; stop at pain, which cannot be silenced", async ({ page, studio }) => {
	await ladder(studio, {});
	await start(page);
	for (const mark of ["tired", "rushed"]) {
		await tries(page, "GOOD", "state", mark);
	}
	await line(page).toContainText("Pause");
	await answer(page, "follow");
	await expect(page.getByText("resting")).toBeVisible();
	await tries(page, "GOOD");
	await line(page).toContainText("Carry on");
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^pain/ }).click();
	await expect(page.getByText("licensed professionals come first")).toBeVisible();
	await touch(page, "wrist").click();
	await line(page).toContainText("Stop: pain, wrist");
	await expect(advice(page).getByRole("button", { name: /^skip/ })).toHaveCount(0);
});

test("a checklist comes before the first try of the day", async ({ page, studio }) => {
	await ladder(studio, { care: ["mat", "spotter"] });
	await start(page);
	await line(page).toContainText("Checklist first");
	await answer(page, "follow");
	await line(page).toContainText("Carry on");
});

test("a fixed dose marks ready and ends at its dose; the coach promotes by hand", async ({ page, studio }) => {
	await ladder(studio, { rule: { kind: "streak", r: 2 }, limit: 4 }, "fixed dose");
	await start(page);
	await tries(page, "GOOD", "GOOD");
	await line(page).toContainText("Carry on · ready");
	await tries(page, "missed, form fine", "GOOD");
	await line(page).toContainText("All 4 tries done. Move on");
	await answer(page, "follow");
	await page.getByRole("region", { name: "What next?" }).getByRole("button", { name: "move the peg to High" }).click();
	await expect(page.getByRole("heading", { name: "Lesson: Wendel, High" })).toBeAttached();
});

test("a full-speed ladder never slows down: it goes a rung down at the same tempo", async ({ page, studio }) => {
	await ladder(studio, {}, "full speed");
	await start(page);
	await tries(page, ...overDip, ...many(3, "good, but wrist"));
	await answer(page, "follow");
	await tries(page, ...many(3, "missed wrist"));
	await line(page).toContainText("Down to Low, same tempo");
});

test("too easy: the harder form is offered and taken; a pass that wants the student’s yes asks for it", async ({
	page,
	studio,
}) => {
	await ladder(studio, { rule: { kind: "streak", r: 12 }, harder: "eyes shut", yes: "student" });
	await start(page);
	await tries(page, ...many(8, "GOOD"));
	await line(page).toHaveAttribute("data-line", "too-easy");
	await line(page).toContainText("Too easy. Harder: eyes shut");
	await line(page).toContainText("8 of the last 8 good");
	await answer(page, "follow");
	await expect(page.getByText("eyes shut").first()).toBeVisible();
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^the rung/ }).click();
	await tries(page, ...many(4, "GOOD"));
	await line(page).toContainText("Press follow if the answer is yes.");
	await answer(page, "follow");
	await expect(page.getByRole("heading", { name: "Lesson: Wendel, High" })).toBeAttached();
	await allSent(page);
	const moves = (await studio.events()).flatMap((event) => (event.kind === "peg.moved" ? [event.body] : []));
	expect(moves).toMatchObject([{ from: "b", to: "c", reason: "passed", yes: "student" }]);
});

test("a break with its minutes: what to come back with stands there after it", async ({ page, studio }) => {
	await ladder(studio, {});
	await start(page);
	await tries(page, "GOOD", "missed, form fine");
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^a break/ }).click();
	const drawer = page.getByRole("region", { name: "A break" });
	await drawer.getByRole("button", { name: /^easier/ }).click();
	await drawer.getByRole("button", { name: "3 minutes" }).click();
	await expect(page.getByText("of 3:00")).toBeVisible();
	await tries(page, "GOOD");
	await expect(page.getByText("slowly")).toBeVisible();
	await allSent(page);
	const events = await studio.events();
	expect(events.find((event) => event.kind === "set.closed")?.body).toMatchObject({
		reason: "pause",
		minutes: 3,
		comeBackWith: "easier",
	});
	expect(events.findLast((event) => event.kind === "set.opened")?.body).toMatchObject({ variation: "easier" });
});

test("eased for them: the easier form is the rung until it is lifted, and is passed in it", async ({
	page,
	studio,
}) => {
	await ladder(studio, { rule: { kind: "streak", r: 2 } });
	await start(page);
	await tries(page, "missed, form fine");
	await touch(page, "more").click();
	await page.getByRole("button", { name: /^make the easier form theirs/ }).click();
	await page.getByRole("button", { name: /^too hard for now/ }).click();
	await tries(page, "GOOD", "GOOD");
	await expect(page.getByText("rule met")).toBeVisible();
	await line(page).toContainText("High");
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	await expect(page.getByText("rule met in the easier form")).toBeVisible();
	// What was tried before, on the rung as it is, is told apart.
	await expect(page.getByRole("region", { name: "Middle", exact: true })).toContainText("0 of 1");
	await expect(page.getByRole("region", { name: "Middle", exact: true })).not.toContainText("rule met");
	await expect(page.getByLabel(/^Note for the student/)).toHaveValue(/Passed in the easier form\./);
});
