import { quickHand } from "../e2e/studio";
import { sideBySide } from "./sideBySide";
import { writeFileSync, readFileSync } from "node:fs";

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
		await client.send("Emulation.setCPUThrottlingRate", { rate: 4 });
		for (let i = 0; i < 20; i++) { await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2); await page.waitForTimeout(250); }
		const browser = context.browser()!;
		await browser.startTracing(page, { path: `/tmp/trace-${which}.json`, categories: ["devtools.timeline", "disabled-by-default-devtools.timeline", "toplevel", "blink", "cc","ipc","IndexedDB","v8"] });
		for (let i = 0; i < 20; i++) { await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2); await page.waitForTimeout(250); }
		await browser.stopTracing();
		const { traceEvents } = JSON.parse(readFileSync(`/tmp/trace-${which}.json`, "utf8"));
		const main = new Map<string, number>();
		// find the main thread with most RunTask
		const threads = new Map<string, number>();
		for (const e of traceEvents) if (e.ph === "X" && e.name === "RunTask" ) threads.set(`${e.pid}/${e.tid}`, (threads.get(`${e.pid}/${e.tid}`) ?? 0) + e.dur);
		const names = new Map<string,string>();
		for (const e of traceEvents) if (e.name === "thread_name") names.set(`${e.pid}/${e.tid}`, e.args.name);
		console.log(which, [...threads].map(([k, v]) => [names.get(k), k, (v / 1000).toFixed(0)]).sort((a, b) => Number(b[2]) - Number(a[2])).slice(0, 6));
		const mains = [...threads].filter(([k]) => names.get(k) === "CrRendererMain").sort((a, b) => b[1] - a[1]);
		const key = mains[0]![0];
		// self time by name
		const events = traceEvents.filter((e: any) => e.ph === "X" && `${e.pid}/${e.tid}` === key).sort((a: any, b: any) => a.ts - b.ts || b.dur - a.dur);
		const self = new Map<string, number>(); const count = new Map<string, number>();
		const stack: any[] = [];
		for (const e of events) {
			while (stack.length && stack.at(-1).ts + stack.at(-1).dur <= e.ts) stack.pop();
			const parent = stack.at(-1);
			if (parent) self.set(parent.name, (self.get(parent.name) ?? 0) - e.dur);
			self.set(e.name, (self.get(e.name) ?? 0) + e.dur);
			count.set(e.name, (count.get(e.name) ?? 0) + 1);
			stack.push(e);
		}
		console.log([...self].sort((a, b) => b[1] - a[1]).slice(0, 28).map(([n, v]) => `${n} ${(v / 1000).toFixed(0)}ms x${count.get(n)}`).join("\n"));
		await page.close();
	}
});
process.exit(0);
