import type { Page } from "@playwright/test";
import { findLadder, saveLadder } from "@/store/ladders";
import { few, share } from "./measure";
import { sideBySide, toFront } from "./sideBySide";

const SLOWER = 4;
const BEAT_MS = 900;
const CALLS = few(60, 6);
const GOAL_MS = 30;
const LADDER = "nimue-balls";

type Kept = Window & { beatFrames?: number[] };

/** Keeps the moment of the frame in which each change of the word is drawn. */
async function watch(page: Page, word: string): Promise<void> {
	// The caller is fetched when it is opened.
	await page.locator(word).waitFor({ state: "attached" });
	await page.evaluate((selector) => {
		const frames: number[] = [];
		(window as Kept).beatFrames = frames;
		const on = document.querySelector(selector);
		if (!on) throw new Error(`there is no ${selector}`);
		new MutationObserver(() => requestAnimationFrame(() => frames.push(performance.now()))).observe(on, {
			attributes: true,
			attributeFilter: ["data-nth"],
		});
	}, word);
}

/** How far each call lay from an even beat, in ms: the earliest one says where that beat lies. */
async function latenessOf(page: Page): Promise<number[]> {
	const frames = await page.evaluate(() => (window as Kept).beatFrames ?? []);
	const off = frames.slice(0, CALLS).map((at, i) => at - i * BEAT_MS);
	const first = Math.min(...off);
	return off.map((at) => at - first);
}

async function slowed(page: Page): Promise<void> {
	const client = await page.context().newCDPSession(page);
	await client.send("Emulation.setCPUThrottlingRate", { rate: SLOWER });
	// The compiler of these files gives functions their names by a helper that the page lacks.
	await page.evaluate("globalThis.__name ??= (named) => named");
}

/** How well a caller's beat holds in the lesson while each call is answered, on a slow phone. */
export const beat = (): Promise<void> =>
	sideBySide({ width: 390, height: 844 }, async (context, url, _bare, studio) => {
		await studio.inStore(async (store) => {
			const row = await findLadder(store, LADDER);
			if (!row) throw new Error("the demo has no such ladder");
			const rungs = row.ladder.rungs.map(({ id, settings }) => ({
				id,
				settings: {
					...settings,
					triesPerSet: CALLS,
					limit: CALLS * 2,
					caller: {
						all: ["low", "high", "wall"],
						order: { kind: "shuffled" as const, times: 1 },
						seed: 1,
						beat: { every: BEAT_MS / 1000, spread: 0 },
					},
				},
			}));
			const saved = await saveLadder(store, { ...row.ladder, rungs }, { id: row.id, rev: row.rev });
			if (!saved.ok) throw new Error(saved.refusals.map(({ sentence }) => sentence).join(" "));
		});
		const page = await context.newPage();
		await page.goto(`${url}/students/nimue`);
		await page
			.getByRole("button", { name: /^start lesson: / })
			.first()
			.click();
		await page.getByRole("button", { name: "more", exact: true }).click();
		await page.getByRole("button", { name: /^caller/ }).click();
		await watch(page, '[data-testid="call"]');
		await slowed(page);
		await toFront(page);
		await page.getByRole("button", { name: "start", exact: true }).click();
		const box = await page.locator('[data-field="good"]').boundingBox();
		if (!box) throw new Error("there is nothing to tap");
		await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
		// A finger a beat, wherever in the beat it falls.
		for (let nth = 0; nth < CALLS + 2; nth++) {
			await page.waitForTimeout(BEAT_MS - 90);
			await page.mouse.down();
			await page.waitForTimeout(60);
			await page.mouse.up();
		}
		await page.getByText("set finished").waitFor();
		const ours = await latenessOf(page);

		const plain = await context.newPage();
		await plain.setContent("<p data-nth=''>0</p>");
		await watch(plain, "p");
		await slowed(plain);
		await toFront(plain);
		await plain.evaluate(
			([every, calls]) =>
				new Promise<void>((done) => {
					const word = document.querySelector("p") as HTMLElement;
					const from = performance.now() + (every as number);
					let nth = 0;
					const tick = () => {
						word.textContent = word.dataset.nth = String(nth);
						nth += 1;
						if (nth === calls) setTimeout(done, every as number);
						else setTimeout(tick, from + nth * (every as number) - performance.now());
					};
					setTimeout(tick, every as number);
				}),
			[BEAT_MS, CALLS],
		);
		const theirs = await latenessOf(plain);
		const [a, b] = [share(ours, 0.95), share(theirs, 0.95)];
		console.log(
			`a call's distance from an even beat of ${BEAT_MS} ms, each answered by a touch, processor slowed ${SLOWER} times`,
		);
		console.log("  against a bare page that changes one word on the same beat, untouched");
		console.log(
			`  95 in 100 of ${ours.length}: within ${a.toFixed(1)} ms (theirs ${b.toFixed(1)} ms); goal ${GOAL_MS} ms: ${a <= GOAL_MS ? "met" : `missed by ${(a - GOAL_MS).toFixed(1)} ms`}; half: ${share(ours, 0.5).toFixed(1)} ms (theirs ${share(theirs, 0.5).toFixed(1)} ms)`,
		);
	});
