import { readFileSync } from "node:fs";
import { expect, test } from "./studio";

test.use({ demo: true, viewport: { width: 1280, height: 800 } });

test("a rung says whom its rule lets through, and says it anew while the rule is edited", async ({ page }) => {
	await page.goto("/ladders/teodor-clubs");
	await page.getByRole("button", { name: "Three clubs, slow", exact: true }).click();
	const worth = page.getByTestId("worth");
	await expect(worth).toContainText("A 6-in-10 student passes in 75 of 100 lessons. Within 3 lessons: 98 of 100.");
	await expect(worth).toContainText(
		"An 8.5-in-10 student passes in more than 99 of 100 lessons and needs 11 tries on average.",
	);
	await expect(worth).toContainText("two days makes a lucky pass rarer");
	await page.getByLabel("good", { exact: true }).fill("12");
	await expect(worth).toContainText(/A 6-in-10 student passes in \d of 100/);
	await expect(worth).not.toContainText("lucky pass rarer");
	await page.getByLabel("good", { exact: true }).fill("13");
	await expect(page.getByText("Good tries needed: enter at most 12, not 13.").first()).toBeVisible();
});

test("the worker finds rules with progress, can be stopped, and estimates a rate", async ({ page }) => {
	// The page's own worker, with a second voice on it.
	await page.addInitScript(() => {
		const Real = window.Worker;
		window.Worker = class extends Real {
			constructor(...args: ConstructorParameters<typeof Worker>) {
				super(...args);
				(window as unknown as { own: Worker }).own = this;
			}
		};
	});
	await page.goto("/ladders/isolde-clubs");
	await expect(page.getByTestId("worth")).toContainText("of 100 lessons");
	// As the page itself may not: its policy lets no script in that the build did not write.
	await page.evaluate(readFileSync("node_modules/comlink/dist/umd/comlink.js", "utf8"));
	const said = await page.evaluate(async () => {
		const { own, Comlink } = window as unknown as { own: Worker; Comlink: typeof import("comlink") };
		const engine = Comlink.wrap<import("@/workers/engine").Engine>(own);
		const ask = { notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1, limit: 60 };
		const seen: number[] = [];
		const found = await engine.find(
			ask,
			Comlink.proxy(({ done }: { done: number }) => void seen.push(done)),
		);
		const stopping = engine.find(
			ask,
			Comlink.proxy(() => void engine.stop()),
		);
		const estimate = await engine.estimate([{ good: true, daysAgo: 0 }]);
		return { seen, found, stopped: await stopping, estimate };
	});
	expect(said.seen.length).toBeGreaterThan(2);
	expect(said.found.ok && (said.found.value.found[0]?.mean ?? 99) / said.found.value.yardstick.mean).toBeLessThan(1.1);
	expect(said.stopped).toEqual({ ok: false, refusals: [{ path: "", sentence: "The search was stopped." }] });
	expect(said.estimate.ok && said.estimate.value.mean).toBeCloseTo(2 / 3, 12);
});
