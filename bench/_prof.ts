import { quickHand } from "../e2e/studio";
import { sideBySide } from "./sideBySide";
import { writeFileSync } from "node:fs";

await sideBySide({ width: 390, height: 844 }, async (context, studio, bare) => {
	await quickHand(context);
	for (const which of (process.argv[2] ?? "ours,theirs").split(",")) {
		const page = await context.newPage();
		if (which === "ours") {
			await page.goto(studio);
			await page.getByRole("button", { name: /^lesson: Teodor Quillfeather, Three-club cascade/ }).click();
		} else await page.goto(`${bare}/counter`);
		const button = page.locator('[data-field="good"]');
		await button.waitFor();
		const box = (await button.boundingBox())!;
		const client = await context.newCDPSession(page);
		await client.send("Performance.enable", { timeDomain: "timeTicks" });
		await client.send("Emulation.setCPUThrottlingRate", { rate: 4 });
		await client.send("Profiler.enable");
		await client.send("Profiler.setSamplingInterval", { interval: 200 });
		const metrics = async () => Object.fromEntries((await client.send("Performance.getMetrics")).metrics.map((m) => [m.name, m.value]));
		for (let round = 0; round < 3; round++) {
			const tries = await page.getByTestId("used").textContent();
			const a = await metrics();
			if (round === 1) await client.send("Profiler.start");
			for (let i = 0; i < 60; i++) {
				await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
				await page.waitForTimeout(250);
			}
			if (round === 1) {
				const { profile } = await client.send("Profiler.stop");
				writeFileSync(`/tmp/prof-${which}.cpuprofile`, JSON.stringify(profile));
			}
			const b = await metrics();
			const d = (n: string) => (((b[n] ?? 0) - (a[n] ?? 0)) * 1000).toFixed(0);
			console.log(which, "from", tries, "task", d("TaskDuration"), "script", d("ScriptDuration"), "layout", d("LayoutDuration"), "style", d("RecalcStyleDuration"), "heap", ((b.JSHeapUsedSize ?? 0) / 1e6).toFixed(1));
		}
		await page.close();
	}
});
process.exit(0);
