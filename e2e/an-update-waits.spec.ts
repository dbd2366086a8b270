import { createServer, request, type Server } from "node:http";
import type { Page } from "@playwright/test";
import { expect, freePort, good, type Studio, test, touch } from "./studio";

test.use({ demo: true, viewport: { width: 390, height: 844 }, serviceWorkers: "allow" });

/** The studio's server with a later version of the service worker, once it is said to be there. */
async function inFront(studio: Studio): Promise<{ server: Server; url: string; update: () => void }> {
	let later = "";
	const port = await freePort();
	const server = createServer((from, to) => {
		// Plain and whole, so that something can be put behind it.
		const { "if-none-match": _, "if-modified-since": __, ...asked } = from.headers;
		const headers = { ...asked, "accept-encoding": "identity" };
		const ask = request(
			{ host: "127.0.0.1", port: studio.port, path: from.url, method: from.method, headers },
			(answer) => {
				const { "content-length": ___, etag, ...rest } = answer.headers;
				to.writeHead(answer.statusCode ?? 500, rest);
				answer.pipe(to, { end: false });
				answer.on("end", () => to.end(from.url?.startsWith("/sw.js") ? later : ""));
			},
		);
		ask.on("error", () => to.destroy());
		from.pipe(ask);
	});
	await new Promise<void>((resolve) => server.listen(port, "127.0.0.1", resolve));
	return {
		server,
		url: `http://localhost:${port}`,
		update: () => {
			later = '\nself.addEventListener("message", (event) => event.ports[0]?.postMessage("the later one"));\n';
		},
	};
}

/** Which version serves a page: the later one answers. */
const serving = (page: Page) =>
	page.evaluate(
		() =>
			new Promise<string>((resolve) => {
				const { port1, port2 } = new MessageChannel();
				port1.onmessage = ({ data }) => resolve(String(data));
				setTimeout(() => resolve("the first one"), 400);
				navigator.serviceWorker.controller?.postMessage("who", [port2]);
			}),
	);
const waiting = (page: Page) =>
	page.evaluate(async () => {
		const registration = await navigator.serviceWorker.ready;
		await registration.update();
		return registration.waiting?.state ?? registration.installing?.state ?? "none";
	});

test("a new version of the program waits until no lesson is open", async ({ context, studio, listenTo }) => {
	const front = await inFront(studio);
	try {
		const page = await context.newPage();
		listenTo(page);
		await page.goto(front.url);
		await expect(page.locator("html")).toHaveAttribute("data-ahead", "kept");
		await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller?.state ?? "none")).toBe("activated");
		await touch(page, "start lesson: Teodor Quillfeather, Three-club cascade, right").click();
		await good(page).click();
		front.update();
		await expect.poll(() => waiting(page)).toBe("installed");
		// It is here, and it waits: through counting, and through a reload of the lesson.
		await good(page).click();
		await page.reload();
		await good(page).click();
		await expect(page.getByTestId("used")).toHaveText("3");
		expect(await serving(page)).toBe("the first one");
		const other = await context.newPage();
		listenTo(other);
		await other.goto(front.url);
		expect(await serving(other)).toBe("the first one");
		await other.close();
		// The lesson is left and the last page closed: the next one is the new version's.
		await page.close();
		// Each look is by a page of its own: one that came while the last was still going keeps the old version.
		await expect
			.poll(async () => {
				const look = await context.newPage();
				listenTo(look);
				await look.goto(front.url);
				const version = await serving(look);
				await look.close();
				return version;
			})
			.toBe("the later one");
		const next = await context.newPage();
		listenTo(next);
		await next.goto(front.url);
		await next.getByRole("link", { name: "continue lesson" }).click();
		await expect(next.getByTestId("used")).toHaveText("3");
		await next.close();
	} finally {
		front.server.close();
		front.server.closeAllConnections();
	}
});
