import type { Locator, Page } from "@playwright/test";
import { freshRung, type RungSettings } from "@/core/ladder/rung";
import type { Attempt } from "@/core/log/kinds";
import { type Rule, ruleKinds } from "@/core/rules";
import { scales } from "@/core/rules/scale";
import { addLadder } from "@/store/ladders";
import { saveSkill } from "@/store/skills";
import { saveStudent } from "@/store/students";
import { allSent, expect, type Studio, test } from "./studio";
import { small, targets } from "./targets";

/** Every kind of pass rule, logged in a live lesson: by touch until it is met, by keyboard until the limit. */

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

interface Case {
	rule: Rule;
	settings?: Partial<RungSettings>;
	/** Names of what is touched, in order, until the rule is met. */
	met: string[];
	/** Keys of one try that does not help; four of them are the limit. */
	miss: string[];
	/** What the count says after the limit. */
	says: RegExp;
}

const twice = (name: string) => [name, name];
const twoInARow: Rule = { kind: "streak", r: 2 };
const joined = (kind: "all" | "any", k: number) =>
	({ kind, rules: [twoInARow, { kind: "rolling", k, n: 3 }] }) as unknown as Rule;
const twoDays = { kind: "days", rule: twoInARow, days: 2, gap: 1 } as unknown as Rule;
const cases: Record<Rule["kind"], Case> = {
	rolling: { rule: { kind: "rolling", k: 2, n: 3 }, met: twice("GOOD"), miss: ["m"], says: /of the last 3/ },
	block: { rule: { kind: "block", k: 2, n: 3 }, met: twice("GOOD"), miss: ["m"], says: /needs 2/ },
	streak: { rule: { kind: "streak", r: 2 }, met: twice("GOOD"), miss: ["m"], says: /in a row · needs 2/ },
	points: {
		rule: { kind: "points", weights: { clean: 2, rough: 1, miss: -1 }, target: 4 },
		settings: { scale: scales["clean, rough or miss"] },
		met: ["+2 clean", "+1 rough", "+1 rough"],
		miss: ["m"],
		says: /points · needs 4/,
	},
	count: {
		rule: { kind: "count", c: 2, seconds: 60 },
		met: twice("GOOD"),
		miss: ["m"],
		says: /this set of 60 seconds/,
	},
	length: {
		rule: { kind: "length", length: 20, times: 2 },
		met: ["2", "3", "log length 23", "1", "back", "2", "0", "log length 20"],
		miss: ["1", "9", "g"],
		says: /of length 20 · needs 2/,
	},
	rating: { rule: { kind: "rating", mean: 7, n: 2 }, met: ["6", "8"], miss: ["3"], says: /needs 7/ },
	within: {
		rule: { kind: "within", k: 2, n: 3, low: 10, high: 20 },
		settings: { unit: "cm" },
		met: ["1", "2", ".", "5", "log cm 12.5", "1", "9", "log cm 19"],
		miss: ["2", "5", "PageDown"],
		says: /inside, of 3, last 3 · needs 2/,
	},
	spread: {
		rule: { kind: "spread", each: 1, targets: ["near", "far"] },
		met: ["good on near", "good on far"],
		miss: ["1"],
		says: /needs 2/,
	},
	decision: {
		rule: { kind: "decision", k: 2, n: 3 },
		settings: {
			decisions: [
				{ situation: "high", right: [{ answer: "duck", reason: "" }] },
				{ situation: "low", right: [{ answer: "jump", reason: "" }] },
			],
		},
		met: ["came off duck", "called low", "came off jump"],
		miss: ["2"],
		says: /right, of 3, last 3 · needs 2/,
	},
	answered: {
		rule: { kind: "answered", answered: 1, good: 2, bust: 5 },
		met: ["GOOD", "MISSED", "GOOD"],
		miss: ["m"],
		says: /misses with a good try after · needs 1/,
	},
	bouts: { rule: { kind: "bouts", a: 2, b: 2, k: 1, n: 1 }, met: twice("GOOD"), miss: ["m"], says: /needs 1/ },
	all: { rule: joined("all", 2), met: twice("GOOD"), miss: ["m"], says: /parts met/ },
	any: { rule: joined("any", 3), met: twice("GOOD"), miss: ["m"], says: /needs/ },
	days: { rule: twoDays, met: twice("GOOD"), miss: ["m"], says: /in a row · needs 2/ },
};
const LIMIT = 4;

/** Wendel, with a ladder of each of these kinds. */
async function fill(
	studio: Studio,
	all: Partial<RungSettings> = {},
	kinds: readonly string[] = Object.keys(cases),
): Promise<void> {
	await studio.inStore(async (store) => {
		await saveStudent(
			store,
			{ name: "Wendel", strongSide: "right", born: null, level: "steady", protectedParts: [], kit: "", wish: "" },
			null,
			"Wendel",
		);
		const position = (id: string) => ({ id, name: id, short: id, tell: "", cues: [], fault: "", origin: null });
		for (const [kind, { rule, settings }] of Object.entries(cases).filter(([one]) => kinds.includes(one))) {
			await saveSkill(
				store,
				{ name: `Skill of ${kind}`, about: "", positions: ["a", "b", "c"].map(position) },
				null,
				kind,
			);
			const made = await addLadder(store, "Wendel", kind, {
				side: "none",
				policy: "mastery",
				start: null,
				rungs: [
					{
						id: "only",
						settings: {
							...freshRung(`By ${kind}`),
							gate: "result",
							watch: [],
							limit: LIMIT,
							rule,
							...settings,
							...all,
						},
					},
				],
			});
			if (!made.ok) throw new Error(`${kind}: ${made.refusals[0]?.sentence}`);
		}
	});
}

const begin = async (page: Page, kind: string) => {
	await page.goto("/");
	// The lesson is one: with each kind another ladder of it is gone on with.
	await page.getByRole("button", { name: new RegExp(`^(start|continue) lesson: Wendel, Skill of ${kind}$`) }).tap();
	await expect(page.getByTestId("used")).toHaveText("0");
	// What a try is answered with stands there: the pad of numbers is fetched late.
	await expect(
		page
			.locator("[data-field]")
			.or(page.getByRole("button", { name: "0", exact: true }))
			.first(),
	).toBeVisible();
};

/** Kinds of which one more good try is one more, whatever was asked for. */
const addsUp = ["streak", "points", "count"];

test("every kind has a live input, and is met by touch", async ({ page, studio }) => {
	expect(Object.keys(cases).sort()).toEqual(ruleKinds.map(({ kind }) => kind).sort());
	await fill(studio);
	for (const [kind, { met }] of Object.entries(cases)) {
		await begin(page, kind);
		for (const name of met) {
			await expect(page.getByText("rule met"), `${kind} is not met before ${name}`).toHaveCount(0);
			await page.getByRole("button", { name, exact: true }).tap();
		}
		await expect(page.getByText("rule met"), kind).toBeVisible();
		// The way to the rule is full, and what adds up goes on adding up.
		await expect(page.getByTestId("way"), kind).toHaveAttribute("aria-label", "rule met");
		if (addsUp.includes(kind)) {
			const before = Number(await page.getByTestId("count").textContent());
			await page.getByRole("button", { name: met.at(-1) as string, exact: true }).tap();
			await expect
				.poll(async () => Number(await page.getByTestId("count").textContent()), kind)
				.toBeGreaterThan(before);
		}
		await allSent(page);
	}
});

test("every kind comes to its limit by keyboard, and says what it lacks", async ({ page, studio }) => {
	await fill(studio);
	for (const [kind, { miss, says }] of Object.entries(cases)) {
		await begin(page, kind);
		for (let i = 1; i <= LIMIT; i++) {
			for (const key of miss) await page.keyboard.press(key);
			await expect(page.getByTestId("used"), kind).toHaveText(String(i));
		}
		await expect(page.getByText(says).first(), kind).toBeVisible();
		await expect(page.getByText("rule met"), kind).toHaveCount(0);
		await expect(page.getByTestId("advice"), kind).toContainText("Limit");
	}
});

test("on a small phone every kind’s fields are wide enough and clear of the foot, and a drawer comes down to them", async ({
	page,
	studio,
}) => {
	await page.setViewportSize({ width: 360, height: 640 });
	await fill(studio, { gate: "commitment", watch: ["a", "b", "c"] });
	for (const kind of Object.keys(cases)) {
		await begin(page, kind);
		expect(small(await targets(page)), kind).toEqual([]);
		const box = async (found: Locator) => (await found.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
		const fields = await box(page.getByRole("group", { name: "What was that one?" }));
		const state = page.getByRole("button", { name: "state", exact: true });
		const foot = await box(state);
		expect(foot.y + foot.height, kind).toBeLessThan(640.5);
		expect(foot.y - fields.y - fields.height, kind).toBeGreaterThanOrEqual(0);
		await state.tap();
		const drawer = await box(page.getByRole("region", { name: "How is the student?" }));
		const marks = page.getByRole("group", { name: "What was off in it?" });
		const upTo = (await marks.count()) > 0 ? await box(marks) : fields;
		expect(Math.abs(upTo.y - drawer.y - drawer.height), kind).toBeLessThan(1);
		await page.keyboard.press("Escape");
		await page.setViewportSize({ width: 640, height: 360 });
		expect(small(await targets(page)), `${kind}, lying`).toEqual([]);
		await page.setViewportSize({ width: 360, height: 640 });
	}
});

test("a timed set has its clock: begun by the first touch, paused, and late when it has run out", async ({
	page,
	studio,
}) => {
	await fill(studio, {}, ["count"]);
	await page.clock.install();
	await begin(page, "count");
	await expect(page.getByTestId("clock")).toHaveText("1:00");
	await page.getByRole("button", { name: "GOOD", exact: true }).tap();
	await page.clock.fastForward(20_000);
	await expect(page.getByTestId("clock")).toHaveText("0:40");
	await page.getByRole("button", { name: /pause/ }).tap();
	await page.clock.fastForward(30_000);
	await expect(page.getByTestId("clock")).toHaveText("0:40");
	await page.reload();
	await expect(page.getByTestId("clock")).toHaveText("0:40");
	await page.keyboard.press("k");
	await page.clock.fastForward(41_000);
	await expect(page.getByText("time is up. New tries are late")).toBeVisible();
	await page.getByRole("button", { name: "GOOD", exact: true }).tap();
	await expect(page.getByTestId("used")).toHaveText("2");
	await expect(page.getByText("rule met")).toHaveCount(0);
});

test("the touch that opens a set after a rest starts its clock; the form already chosen closes nothing", async ({
	page,
	studio,
}) => {
	await fill(studio, {}, ["count"]);
	await page.clock.install();
	await begin(page, "count");
	await page.getByRole("button", { name: "GOOD", exact: true }).tap();
	await page.getByRole("button", { name: "more", exact: true }).tap();
	await page.getByRole("button", { name: /^the rung/ }).tap();
	await expect(page.getByText("resting", { exact: false })).toHaveCount(0);
	await page.getByRole("button", { name: "more", exact: true }).tap();
	await page.getByRole("button", { name: /^end set/ }).tap();
	await page.clock.fastForward(90_000);
	await page.getByRole("button", { name: "GOOD", exact: true }).tap();
	await expect(page.getByRole("button", { name: /pause/ })).toBeVisible();
	await page.clock.fastForward(15_000);
	await expect(page.getByTestId("clock")).toHaveText("0:45");
	await allSent(page);
	const closed = (await studio.events()).filter((event) => event.kind === "set.closed");
	expect(closed).toHaveLength(1);
});

test("a set counted in the head is entered as three numbers, counts for the limit, and passes only what it proves", async ({
	page,
	studio,
}) => {
	await fill(studio, {}, ["streak"]);
	await begin(page, "streak");
	await page.getByRole("button", { name: "more", exact: true }).tap();
	await page.getByRole("button", { name: /^totals/ }).tap();
	const press = async (...names: string[]) => {
		for (const name of names) await page.getByRole("button", { name, exact: true }).tap();
	};
	await press("3");
	await page.getByRole("button", { name: /good$/ }).and(page.locator("[aria-pressed]")).tap();
	await press("5");
	await expect(page.getByText("Good: enter at most 3, the number of tries, not 5.")).toBeVisible();
	await expect(page.getByRole("button", { name: "enter the totals" })).toBeDisabled();
	await press("delete the last digit", "2");
	await page.getByRole("button", { name: /longest run$/ }).tap();
	await press("2", "enter the totals");
	await expect(page.getByTestId("used")).toHaveText("3");
	// Two good in a row, whatever the order: that is the rule.
	await expect(page.getByText("rule met")).toBeVisible();
	await page.getByRole("button", { name: "undo", exact: true }).tap();
	await expect(page.getByTestId("used")).toHaveText("0");
	await allSent(page);
	expect((await studio.events()).filter((event) => event.kind === "tally")).toHaveLength(1);
});

test("against the clock a 42 is entered in five presses, and passes what it proves", async ({ page, studio }) => {
	await fill(studio, { limit: 60 }, ["count"]);
	await begin(page, "count");
	let presses = 0;
	const press = async (name: string | RegExp) => {
		presses += 1;
		await page.getByRole("button", { name, exact: true }).tap();
	};
	await press("more");
	await press(/^totals/);
	for (const digit of ["4", "2"]) await press(digit);
	await press("enter the totals");
	expect(presses).toBe(5);
	// A number in so many seconds is no tries: it passes the rule, and uses up nothing.
	await expect(page.getByText("rule met")).toBeVisible();
	await expect(page.getByTestId("used")).toHaveText("0");
	await allSent(page);
	const tallies = (await studio.events()).flatMap((event) => (event.kind === "tally" ? [event.body] : []));
	expect(tallies).toEqual([{ tries: 42, good: 42, seconds: 60, score: true }]);
});

test("nine scores read aloud go in at three presses each, with nothing opened and nothing waited for", async ({
	page,
	studio,
}) => {
	await fill(studio, { limit: 60 }, ["within"]);
	await begin(page, "within");
	const scores = [12, 15, 31, 18, 22, 14, 19, 16, 25];
	let presses = 0;
	for (const score of scores) {
		for (const digit of String(score)) {
			await page.getByRole("button", { name: digit, exact: true }).tap();
			presses += 1;
		}
		await page.getByRole("button", { name: `log cm ${score}`, exact: true }).tap();
		presses += 1;
	}
	// A press a second is slow: 27 of them fit into half a minute of reading aloud.
	expect(presses).toBe(27);
	await expect(page.getByTestId("used")).toHaveText("9");
	await allSent(page);
	const measured = (await studio.events()).flatMap((event) =>
		event.kind === "attempt" ? [event.body.measure?.value] : [],
	);
	expect(measured).toEqual(scores);
});

/** Rungs whose fields or keys say something else than what was off: what logs a try by touch, and by keys. */
const beside: Partial<Record<Rule["kind"], { touch: string[]; keys: string[] }>> = {
	length: { touch: ["2", "log length 2"], keys: ["3", "g"] },
	within: { touch: ["1", "2", "log cm 12"], keys: ["1", "5", "g"] },
	rating: { touch: ["6"], keys: ["8"] },
	spread: { touch: ["missed far"], keys: ["1"] },
	decision: { touch: ["came off duck"], keys: ["2"] },
	points: { touch: ["+1 rough"], keys: ["2"] },
};

test("what was off is kept on every kind of rung: by touch and by key, with its direction, undone, and corrected", async ({
	page,
	studio,
}) => {
	await fill(studio, { gate: "both", watch: ["a", "b"], limit: 20 }, Object.keys(beside));
	for (const [kind, { touch, keys }] of Object.entries(beside)) {
		await begin(page, kind);
		const mark = (name: string) =>
			page.getByRole("group", { name: "What was off in it?" }).getByRole("button", { name });
		// Before the first try marks wait for it; after it they are that try's, and say so.
		await mark("first try b").tap();
		await mark("first try off b").tap();
		for (const name of touch) await page.getByRole("button", { name, exact: true }).tap();
		await expect(mark("try 1 not enough b")).toBeVisible();
		for (const key of keys) await page.keyboard.press(key);
		await expect(page.getByTestId("used"), kind).toHaveText("2");
		await expect(mark("try 2 b")).toBeVisible();
		await page.keyboard.press("z");
		await page.keyboard.press("v");
		for (const key of keys) await page.keyboard.press(key);
		await expect(page.getByTestId("used"), kind).toHaveText("3");
		await page.keyboard.press("x");
		await expect(mark("try 3 off b")).toBeVisible();
		await page.keyboard.press("u");
		await page.keyboard.press("u");
		await expect(page.getByTestId("used"), kind).toHaveText("2");
		// The second one was off in another position, and beyond it.
		await page.keyboard.press("t");
		const tries = page.getByRole("region", { name: "2 tries, latest first" });
		await tries.locator("[aria-expanded]").first().tap();
		await tries.getByRole("button", { name: "b was off" }).tap();
		await allSent(page);
	}
	const bodies = (await studio.events()).flatMap((event) =>
		event.kind === "attempt" ? [event.body.off] : event.kind === "amend" ? [(event.body.body as Attempt).off] : [],
	);
	const short = [{ position: "b", direction: "short" }];
	const two = [{ position: "a" }, { position: "other" }];
	expect(bodies).toEqual(
		Object.keys(beside).flatMap(() => [
			short,
			[],
			[{ position: "a" }],
			two,
			[],
			[{ position: "b" }],
			[...two, { position: "b" }],
		]),
	);
});
