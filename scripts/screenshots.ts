import { mkdirSync } from "node:fs";
import { chromium, type Page } from "@playwright/test";
import { freshRung } from "@/core/ladder/rung";
import { addLadder } from "@/store/ladders";
import { chromiumPath, quiet } from "../e2e/browser";
import prepareDemo from "../e2e/setup";
import { quickHand, Studio } from "../e2e/studio";

const bench = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };
const folder = "docs/screenshots";

await prepareDemo();
const studio = await Studio.make(true);
const browser = await chromium.launch({ executablePath: chromiumPath(), args: quiet });
const context = await browser.newContext({ locale: "en-GB", hasTouch: true });
await quickHand(context);
const page = await context.newPage();
mkdirSync(folder, { recursive: true });

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

/** Rules of other kinds than the demo's, to show their inputs. */
await studio.inStore(async (store) => {
	const answers = [
		["high pass", "step in"],
		["late pass", "let it fall"],
		["short pass", "shorten"],
	] as const;
	const rung = freshRung("Passes that are called, some of them bad");
	await addLadder(store, "kasimir", "passing", {
		...{ side: "left", policy: "mastery", start: null },
		rungs: [
			{
				id: "called",
				settings: {
					...{ ...rung, gate: "result", rule: { kind: "decision", k: 7, n: 9 } },
					decisions: answers.map(([situation, answer]) => ({ situation, right: [{ answer, reason: "" }] })),
				},
			},
		],
	});
	await addLadder(store, "sunniva", "balls", {
		...{ side: "left", policy: "mastery", start: null },
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
	await shot("student", bench, "/students/isolde");
	await shot("skill", bench, "/skills/balls", () => press("more of position 4"));
	await shot("origins", bench, "/skills/passing#origins");
	await shot("schools", bench, "/skills/balls#schools");
	await shot("ladder", bench, "/ladders/isolde-clubs");
	await shot("card", bench, "/ladders/teodor-passing/card");
	await shot("live-phone", phone, "/", async () => {
		await press("lesson: Teodor Quillfeather, Three-club cascade, right");
		await touch("GOOD", "good, but release", "GOOD", "GOOD", "missed height", "GOOD", "GOOD", "no count", "GOOD");
		await touch("good, but height", "good, but height", "missed height");
		await page.getByText("Correct height").waitFor();
	});
	await shot("live-desk", bench, undefined, async () => {
		await page.getByRole("button", { name: "follow", exact: true }).click();
		await touch("GOOD", "GOOD");
	});
	await shot("live-cue", phone, undefined, () => press("cue"));
	await shot("wrap-up", bench, undefined, async () => {
		await press("close");
		await press("more");
		await page.getByRole("link", { name: "wrap up" }).click();
		await page.getByLabel("Remark, for you").fill("Height comes after release: watch that first.");
	});
	await shot("lesson", bench, "/students/teodor", () => page.getByRole("row").nth(1).getByRole("link").click());
	await shot("who-stands-where", bench, "/ladders");
	await shot("rule-designer", bench, "/rules", () => press("its curve of Told apart with the fewest tries"));
	await shot("rule-found", bench, "/ladders/teodor-clubs", async () => {
		await press("Three clubs, slow");
		await press("find");
		await page.getByText("fewest tries").waitFor({ timeout: 60_000 });
		await page.getByRole("button", { name: "lay it over" }).nth(1).click();
		await page.getByText("fewest tries").scrollIntoViewIfNeeded();
	});
	await shot("live-decision", phone, "/", async () => {
		await press("lesson: Kasimir Ploughman, Six-club passing, left");
		await touch("shorten", "called high pass", "step in", "shorten", "called late pass", "let it fall", "step in");
	});
	await shot("live-count", phone, "/", async () => {
		await press("lesson: Sunniva Marsh, Three-ball cascade, left");
		await touch("GOOD", "GOOD", "MISSED", "GOOD", "GOOD", "GOOD");
	});
	await shot("history", bench, "/students/bram/lessons");
	await shot("records", bench, "/records");
} finally {
	await browser.close();
	await studio.end();
}
