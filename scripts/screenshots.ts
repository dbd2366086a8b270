import { mkdirSync } from "node:fs";
import { chromium, type Page } from "@playwright/test";
import { freshRung } from "@/core/ladder/rung";
import { figureOf, poseOf } from "@/core/position/figure";
import { addLadder } from "@/store/ladders";
import { addLink } from "@/store/practiceLinks";
import { quiet, wholeChromium } from "../e2e/browser";
import prepareDemo from "../e2e/setup";
import { quickHand, Studio } from "../e2e/studio";

const bench = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };
const folder = "docs/screenshots";

await prepareDemo();
const studio = await Studio.make(true);
const browser = await chromium.launch({ executablePath: wholeChromium(), args: quiet });
const context = await browser.newContext({ locale: "en-GB", hasTouch: true });
await quickHand(context);
const page = await context.newPage();
mkdirSync(folder, { recursive: true });

/** What the advice says has to stand that long before it is heard. */
const DEAF_MS = 500;
const press = (name: string | RegExp) =>
	page
		.getByRole("button", { name, exact: typeof name === "string" })
		.first()
		.click();
const touch = async (...names: string[]) => {
	for (const name of names) await press(name);
};
async function shot(
	name: string,
	size: { width: number; height: number },
	where?: string,
	first?: (page: Page) => Promise<unknown>,
) {
	await page.setViewportSize(size);
	if (where) await page.goto(studio.url + where, { waitUntil: "networkidle" });
	if (first) await first(page);
	await page.mouse.move(0, 0);
	await page.waitForTimeout(600);
	await page.screenshot({ path: `${folder}/${name}.png` });
	console.log(`${folder}/${name}.png`);
}

const light = (to: string) =>
	page.evaluate((name) => {
		document.documentElement.dataset.light = name;
	}, to);

/** A rule of another kind than the demo's, to show its clock. */
await studio.inStore(async (store) => {
	await addLadder(store, "sunniva", "balls", {
		side: "left",
		policy: "mastery",
		start: null,
		rungs: [
			{
				id: "minute",
				settings: { ...freshRung("Clean starts in a minute"), rule: { kind: "count", c: 12, seconds: 60 } },
			},
		],
	});
});

try {
	await shot("today", bench, "/");
	await shot("skill", bench, "/skills/balls", () => press("details of position 4"));
	await shot("stands", bench, "/ladders");
	await shot("progress", bench, "/students/bram/progress");
	await shot("ladder", bench, "/ladders/isolde-clubs");
	await shot("position", phone, "/position?ladder=isolde-clubs", async () => {
		await press("take the picture");
		const pose = 4;
		const figure = figureOf(poseOf(pose));
		for (const [i, name] of (["shoulder", "elbow", "wrist"] as const).entries()) {
			await page.getByLabel(`Name of point ${i + 1}`).fill(name);
			await page.getByLabel(`${name}, across`).fill(String(Math.round(figure[name].x)));
			await page.getByLabel(`${name}, down`).fill(String(Math.round(figure[name].y)));
		}
		await page.getByLabel("from, degrees").fill(String(poseOf(pose).elbow - 15));
		await page.getByLabel("to, degrees").fill(String(poseOf(pose).elbow + 15));
		await page.getByTestId("measured").evaluate((reading) => {
			window.scrollTo(0, window.scrollY + reading.getBoundingClientRect().bottom - window.innerHeight + 60);
		});
	});
	await shot("sums", bench, "/sums#distance", () => page.getByTestId("result").waitFor());
	await shot("season", bench, "/season?student=isolde", async () => {
		await page.getByRole("row", { name: /^rungs to the top/ }).waitFor();
		await page.getByTestId("season").getByText("…").first().waitFor({ state: "detached", timeout: 60_000 });
	});
	await shot("plan", bench, "/plans?student=teodor", async () => {
		await press("plan the lesson");
		await page.getByLabel("Start").fill("16:30");
		await page.getByText(/of 45 minutes planned/).waitFor();
		await page.getByRole("list", { name: "The lesson, minute by minute" }).getByRole("button").nth(3).click();
		await press(/^pin: /);
		await page.evaluate(() => window.scrollTo(0, 150));
	});
	await shot("card", bench, "/ladders/teodor-passing/card");
	await shot("live-phone", phone, "/", async () => {
		await light("daylight");
		await press("start lesson: Teodor Quillfeather, Three-club cascade, right");
		// The warm-up is planned first, and judged by nothing: the peg's rung is what is shown.
		await touch("GOOD");
		await page.getByText("Tries are not judged here").waitFor();
		await page.waitForTimeout(DEAF_MS);
		await press("follow");
		await touch("GOOD", "good, but release", "GOOD", "GOOD", "missed height", "GOOD", "GOOD", "no count", "GOOD");
		await touch("good, but height", "good, but height", "missed height");
		await page.getByText("Correct height").waitFor();
	});
	await light("paper");
	await page.getByRole("button", { name: "follow", exact: true }).click();
	await touch("GOOD", "GOOD");
	await shot("wrap-up", bench, undefined, async () => {
		await press("more");
		await page.getByRole("link", { name: "wrap up" }).click();
		await page.getByRole("region", { name: "Home practice" }).getByRole("checkbox").first().check();
		await page
			.getByLabel(/^days a week/)
			.last()
			.fill("3");
		await page.getByRole("textbox", { name: "All throws peak at one height" }).fill("left hand a palm higher");
		await page.getByRole("textbox", { name: "All throws peak at one height" }).blur();
		await page.evaluate(() => window.scrollTo(0, 0));
	});
	await shot("records", bench, "/records");
	await shot("rule-designer", bench, "/rules", () => press("show the curve of Told apart with the fewest tries"));
	await shot("caller-phone", phone, "/students/sunniva", async () => {
		await press(/^start lesson: Three-ball cascade, right/);
		await touch("more");
		await press(/^what next/);
		await press(/Three balls, low and high/);
		await touch("more");
		await press(/^caller/);
		await touch("start");
		await page.locator('[data-testid="call"][data-nth="1"]').waitFor();
		await page.waitForTimeout(500);
		await touch("GOOD");
	});
	await shot("everybody-phone", phone, "/students/nimue", async () => {
		await press(/^(?:start|continue) lesson: Three-ball cascade/);
		await touch("more");
		await press(/^group board/);
		const board = page.getByRole("dialog", { name: "Group board" });
		for (const name of [
			"Pip Lanternby",
			"Sunniva Marsh",
			"Jory Tamblyn · Three",
			"Bram Ostwick · Three",
			"Isolde Brankovar",
		])
			await board
				.getByRole("button", { name: new RegExp(`^${name}`) })
				.first()
				.click();
		await board.getByRole("button", { name: /^on the board/ }).click();
		const people = board.getByRole("list").getByRole("button");
		for (const [i, good] of [...[0, 1, 2, 3, 4, 5, 0, 2, 3, 1, 4].entries()].map(
			([n, at]) => [at, n % 4 !== 2] as const,
		)) {
			await people.nth(i).click();
			const fields = board.getByRole("group", { name: "What was that one?" }).getByRole("button");
			await (good ? fields.last() : fields.first()).click();
		}
		await people.nth(5).click();
	});
	await shot("calendar", bench, "/calendar", () => page.locator("[data-lesson]").nth(2).click());
	await shot("journal", bench, "/practice/nimue-practice");
	const token = await studio.inStore((store) =>
		addLink(store, "nimue-practice", { name: "phone", ends: "2099-12-31" }),
	);
	await shot("student-phone", phone, `/p/${token}`);
} finally {
	await browser.close();
	await studio.end();
}
