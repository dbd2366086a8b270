import { get } from "node:http";
import { gzipSync } from "node:zlib";
import { type Browser, chromium } from "@playwright/test";
import { addLink } from "@/store/practiceLinks";
import { chromiumPath, quiet } from "../e2e/browser";
import prepareDemo from "../e2e/setup";
import { Studio } from "../e2e/studio";
import { verdict } from "./measure";
import { serve } from "./serve";

const routes: [name: string, path: string, goal: number][] = [
	["the lesson", "/live", 1.6],
	["wrap-up", "/wrap", 2.5],
	["Today", "/", 2.5],
	["students", "/students", 2.5],
	["one student", "/students/isolde", 2.5],
	["a student's lessons", "/students/isolde/lessons", 2.5],
	["skill bench", "/skills/clubs", 2.5],
	["ladder bench", "/ladders/isolde-clubs", 2.5],
	["rule designer", "/rules", 2.5],
	["rules luck can pass", "/rules/lucky", 2.5],
	["records", "/records", 2.5],
	["find", "/find", 2.5],
	["practice", "/practice/nimue-practice", 2.5],
	["the calendar", "/calendar", 2.5],
	["the month of everybody", "/calendar/month", 2.5],
];

/** Compressed JavaScript that a page asks for before it can be used, and how many requests it makes in all. */
export async function weight(): Promise<void> {
	await prepareDemo();
	const studio = await Studio.make(true);
	const bare = await serve("bare", ":memory:");
	const browser = await chromium.launch({ executablePath: chromiumPath(), args: quiet });
	try {
		const base = await scriptsOf(bare.url, "/");
		console.log(
			`compressed JavaScript of each route, against a bare page of the same framework (${kB(base)}, ${await requestsOf(browser, `${bare.url}/`)} requests)`,
		);
		for (const [name, path, goal] of routes) {
			const bytes = await scriptsOf(studio.url, path);
			const requests = await requestsOf(browser, studio.url + path);
			console.log(
				`  ${name.padEnd(20)} ${kB(bytes).padStart(7)}  ${verdict(bytes / base, goal)}; ${requests} requests`,
			);
		}
		const token = await studio.inStore((store) =>
			addLink(store, "nimue-practice", { name: "phone", ends: "2199-01-01" }),
		);
		const student = await scriptsOf(studio.url, `/p/${token}`);
		console.log(`  ${"the student's page".padEnd(20)} ${kB(student).padStart(7)}  ${verdict(student / base, 0.85)}`);
		const file = await (await fetch(`${studio.url}/api/practice/nimue-practice/file`)).text();
		// What it says and its letters are in it as well; a page's data and fonts are in no other row either.
		const script = [...file.matchAll(/<script>([\s\S]*?)<\/script>/g)].map(([, code]) => code).join("");
		const packed = gzipSync(script).length;
		console.log(
			`  ${"the one file".padEnd(20)} ${kB(packed).padStart(7)}  ${verdict(packed / base, 0.85)}; whole ${kB(gzipSync(file).length)}`,
		);
		const beside = await besideThe(browser, studio, "/live?lesson=none");
		console.log(`  what keeps the lesson, in a worker beside the page: ${kB(beside)}, which no page's HTML names`);
	} finally {
		await browser.close();
		bare.end();
		await studio.end();
	}
}

/** Requests of a page until it asks for nothing more, in a browser that has seen none. */
async function requestsOf(browser: Browser, url: string): Promise<number> {
	const context = await browser.newContext({ serviceWorkers: "block" });
	try {
		const page = await context.newPage();
		let n = 0;
		page.on("request", () => {
			n += 1;
		});
		await page.goto(url, { waitUntil: "networkidle" });
		return n;
	} finally {
		await context.close();
	}
}

/** Bytes over the wire of the scripts a page fetches that its HTML does not name: its worker's. */
async function besideThe(browser: Browser, studio: Studio, path: string): Promise<number> {
	const html = await (await fetch(studio.url + path)).text();
	const page = await browser.newPage();
	const others = new Set<string>();
	page.on("request", (request) => {
		const { pathname } = new URL(request.url());
		if (pathname.endsWith(".js") && !html.includes(pathname)) others.add(pathname);
	});
	await page.goto(studio.url + path, { waitUntil: "networkidle" });
	let bytes = 0;
	for (const other of others) bytes += await wireSize(studio.url + other);
	return bytes;
}

const kB = (bytes: number) => `${(bytes / 1024).toFixed(1)} kB`;

/** Bytes over the wire of all scripts that the page's HTML names, but for those that only old browsers read. */
async function scriptsOf(url: string, path: string): Promise<number> {
	const html = await (await fetch(url + path)).text();
	const tags = html.match(/<script[^>]*\bsrc="[^"]+"[^>]*>/g) ?? [];
	const sources = new Set(
		tags.filter((tag) => !/\bnomodule\b/i.test(tag)).map((tag) => /src="([^"]+)"/.exec(tag)?.[1] ?? ""),
	);
	let bytes = 0;
	for (const source of sources) bytes += await wireSize(url + source);
	return bytes;
}

/** fetch() undoes the compression; here it is what counts. */
const wireSize = (url: string) =>
	new Promise<number>((resolve, reject) => {
		get(url, { headers: { "accept-encoding": "gzip" } }, (response) => {
			let bytes = 0;
			response.on("data", (piece: Buffer) => {
				bytes += piece.length;
			});
			// The server leaves the smallest as they are.
			response.on("end", () =>
				response.headers["content-encoding"] === "gzip" || bytes < 1500
					? resolve(bytes)
					: reject(new Error(`${url} is not compressed`)),
			);
		}).on("error", reject);
	});
