import { type ChildProcess, spawn } from "node:child_process";
import { cpSync, mkdtempSync, renameSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { basename, join } from "node:path";
import { AxeBuilder } from "@axe-core/playwright";
import { type BrowserContext, test as base, chromium, expect, type Page } from "@playwright/test";
import type { LogEvent } from "@/core/log/event";
import { restoreBackup } from "@/store/bulk/takeIn";
import { openStore } from "@/store/db";
import { forkNamespace, makeNamespace, type Sqld, startSqld } from "@/store/engine/sqld";
import { eventsAfter } from "@/store/events";
import { catchUp } from "@/store/projection";
import { chromiumPath, quiet } from "./browser";
import { fetchOnce } from "./fetchOnce";
import "./stacks";

/** The demo studio, made once for all journeys by `setup.ts`. */
export const demoFile = ".test/demo.db";

/** Where databases are: in files, or on a libSQL server. */
type Kept = "in files" | "on a server";
export interface JourneyOptions {
	kept: Kept;
}

/** The built server on a database whose place may come to hold another one. */
export class Server {
	private process: ChildProcess | null = null;
	private hasDemo = false;
	/** A folder that is whichever studio's turn it is. */
	private readonly place: string;
	private constructor(
		private readonly folder: string,
		readonly port: number,
		private readonly env: Record<string, string>,
		private readonly sqld: Sqld | null,
	) {
		this.place = join(folder, "now");
	}

	static async make(env: Record<string, string> = {}, kept: Kept = "in files"): Promise<Server> {
		const folder = mkdtempSync(join(tmpdir(), "peg-server-"));
		return new Server(
			folder,
			await freePort(),
			env,
			kept === "in files" ? null : await startSqld(join(folder, "sqld")),
		);
	}

	/** A database for a studio whose folder is given, filled with the demo's or empty. */
	async databaseFor(studio: string, demo: boolean): Promise<string> {
		if (!this.sqld) {
			if (demo) cpSync(demoFile, join(studio, "studio.db"));
			return `file:${join(studio, "studio.db")}`;
		}
		const name = basename(studio).toLowerCase();
		if (demo) {
			await this.demoOn(this.sqld);
			await forkNamespace(this.sqld, "demo", name);
		}
		return makeNamespace(this.sqld, name);
	}

	/** The demo on the server, made once: each journey has a copy of it. */
	private async demoOn(sqld: Sqld): Promise<void> {
		if (this.hasDemo) return;
		const url = await makeNamespace(sqld, "demo");
		const store = await openStore(url);
		await restoreBackup(demoFile, url);
		await catchUp(store);
		store.close();
		this.hasDemo = true;
	}

	/** The server is that studio's from now on. */
	async turnTo(studio: string, database: string): Promise<void> {
		if (this.sqld) {
			const localhost = { name: "A journey", host: "localhost", database };
			writeFileSync(`${this.place}-next`, JSON.stringify({ studios: [localhost] }));
		} else symlinkSync(studio, `${this.place}-next`);
		renameSync(`${this.place}-next`, this.place);
		await this.start();
	}

	/** What another program of this machine is told to reach a database, and the server where there is one. */
	beside(database: string): NodeJS.ProcessEnv {
		return {
			...process.env,
			DATABASE_URL: database,
			...(this.sqld ? { PEG_SERVER_ACCESS: this.sqld.accessFile } : {}),
		};
	}

	async start(): Promise<void> {
		this.process ??= spawn(
			process.execPath,
			["node_modules/next/dist/bin/next", "start", "-H", "127.0.0.1", "-p", String(this.port)],
			{
				stdio: "ignore",
				detached: true,
				env: {
					...process.env,
					...(this.sqld
						? { PEG_STUDIOS: this.place, PEG_SERVER_ACCESS: this.sqld.accessFile }
						: { DATABASE_URL: `file:${join(this.place, "studio.db")}` }),
					NODE_ENV: "production",
					NEXT_TELEMETRY_DISABLED: "1",
					...this.env,
				},
			},
		);
		for (let i = 0; i < 1800; i++) {
			// Whether it answers is all that is asked: a pack would be a tenth of a second of work for each journey.
			if (
				await fetchOnce(`http://localhost:${this.port}/api/health`).then(
					({ ok }) => ok,
					() => false,
				)
			)
				return;
			await new Promise((resolve) => setTimeout(resolve, 50));
		}
		throw new Error("the server did not answer");
	}

	/** SIGKILL to the whole process group: nothing gets to say goodbye. */
	async kill(): Promise<void> {
		const { process: server } = this;
		if (!server?.pid) return;
		const gone = new Promise((resolve) => server.once("exit", resolve));
		process.kill(-server.pid, "SIGKILL");
		await gone;
		this.process = null;
	}

	async end(): Promise<void> {
		await this.kill();
		await this.sqld?.stop();
		rmSync(this.folder, { recursive: true, force: true });
	}
}

/** A studio of its own for each journey: a database file, and a server on it. */
export class Studio {
	private constructor(
		readonly folder: string,
		/** The address of its database. */
		readonly database: string,
		private readonly server: Server,
		private readonly ownServer: boolean,
	) {}

	/** @param server one that is shared by journeys that follow each other; without it, one of its own with this environment */
	static async make(demo: boolean, server?: Server, env: Record<string, string> = {}): Promise<Studio> {
		const folder = mkdtempSync(join(tmpdir(), "peg-journey-"));
		const its = server ?? (await Server.make(env));
		const database = await its.databaseFor(folder, demo);
		await its.turnTo(folder, database);
		return new Studio(folder, database, its, server === undefined);
	}

	get port(): number {
		return this.server.port;
	}
	get url(): string {
		return `http://localhost:${this.port}`;
	}
	start = () => this.server.start();
	kill = () => this.server.kill();

	/** What another program of this machine is told to reach a database of this studio's server. */
	beside(database: string): NodeJS.ProcessEnv {
		return this.server.beside(database);
	}

	async inStore<T>(work: (store: Awaited<ReturnType<typeof openStore>>) => Promise<T>): Promise<T> {
		const store = await openStore(this.database);
		try {
			return await work(store);
		} finally {
			store.close();
		}
	}

	/** Every event in the database, oldest arrival first. */
	events(): Promise<LogEvent[]> {
		return this.inStore(async (store) => (await eventsAfter(store, 0)).events);
	}

	async end(): Promise<void> {
		if (this.ownServer) await this.server.end();
		rmSync(this.folder, { recursive: true, force: true });
	}
}

/** Waits until what was typed into a skill is on the server. */
export const written = (page: Page) => expect(page.locator("[data-standing]")).toHaveAttribute("data-standing", "kept");

const canListen = (port: number) =>
	new Promise<boolean>((resolve) => {
		const probe = createServer();
		probe.once("error", () => resolve(false));
		probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
	});

/**
 * Below the ports that a system hands out by itself, and each worker from a range of its own:
 * a port that was free a moment ago may else be somebody's when the server comes to take it.
 */
let next = 20_000 + 1000 * Number(process.env.TEST_PARALLEL_INDEX ?? 9) + (process.pid % 400);

export async function freePort(): Promise<number> {
	for (;;) {
		next += 1;
		if (await canListen(next)) return next;
	}
}

/** Sets a device to quick mode, as under *more*, *this device*. */
export const quickHand = (context: BrowserContext) =>
	context.addInitScript(() => {
		if (!window.localStorage.getItem("peg-ladder hand"))
			window.localStorage.setItem("peg-ladder hand", JSON.stringify({ quick: true }));
	});

/** A phone with a disk: its local store outlives its pages. Its browser may have more words to start with. */
export async function phoneOn(
	folder: string,
	{ args = [], ...options }: Parameters<typeof chromium.launchPersistentContext>[1] = {},
): Promise<BrowserContext> {
	const phone = await chromium.launchPersistentContext(folder, {
		executablePath: chromiumPath(),
		args: [...quiet, ...args],
		viewport: { width: 390, height: 844 },
		hasTouch: true,
		...options,
	});
	await quickHand(phone);
	return phone;
}

/** Console errors of a page; a journey that kills its server on purpose says which are to be expected. */
function listen(page: Page, errors: string[]): void {
	page.on("console", (message) => {
		if (message.type() === "error") errors.push(`${message.text()} ${message.location().url}`);
	});
	page.on("pageerror", (error) => errors.push(error.message));
}

/** As long as a page is waited for; one that is never whole (no script, no server) is gone on with as it is. */
const HYDRATED_MS = 20_000;

/**
 * A page is come to when its controls answer, as it is for a hand: a script is there between the picture and the
 * program behind it, and what it presses then nobody hears.
 */
function answersAtOnce(page: Page): void {
	const goTo = page.goto.bind(page);
	const comeBack = page.reload.bind(page);
	const answers = () =>
		page
			.waitForFunction(
				() =>
					[...document.querySelectorAll("main button, main input, main select, main textarea, header button")].every(
						(control) => Object.keys(control).some((key) => key.startsWith("__react")),
					),
				undefined,
				{ timeout: HYDRATED_MS },
			)
			// What listens for keys is put on after the next painting.
			.then(() => page.evaluate(() => new Promise((rest) => requestAnimationFrame(() => setTimeout(rest)))))
			.catch(() => null);
	page.goto = async (...asked) => {
		const response = await goTo(...asked);
		await answers();
		return response;
	};
	page.reload = async (...asked) => {
		const response = await comeBack(...asked);
		await answers();
		return response;
	};
}

export const test = base.extend<
	{
		demo: boolean;
		/** Every touch counts, however soon after the last: a script is quicker than any thumb. */
		quick: boolean;
		studio: Studio;
		errors: string[];
		expected: RegExp | null;
		listenTo: (page: Page) => void;
	},
	JourneyOptions & { server: Server }
>({
	kept: ["in files", { option: true, scope: "worker" }],
	// One for all journeys of a worker: starting one is a fifth of a short journey.
	server: [
		async ({ kept }, use) => {
			const server = await Server.make({}, kept);
			await use(server);
			await server.end();
		},
		{ scope: "worker" },
	],
	demo: [false, { option: true }],
	quick: [true, { option: true }],
	expected: [null, { option: true }],
	studio: async ({ demo, server }, use) => {
		const studio = await Studio.make(demo, server);
		await use(studio);
		await studio.end();
	},
	errors: [
		async ({ expected }, use) => {
			const errors: string[] = [];
			await use(errors);
			expect(errors.filter((error) => !expected?.test(error))).toEqual([]);
		},
		{ auto: true },
	],
	context: async ({ context, quick }, use) => {
		if (quick) await quickHand(context);
		await use(context);
	},
	listenTo: async ({ errors }, use) => use((page) => listen(page, errors)),
	page: async ({ page, errors }, use) => {
		listen(page, errors);
		answersAtOnce(page);
		await use(page);
	},
	baseURL: async ({ studio }, use) => use(studio.url),
});

export { expect };

/** Nothing that axe can find stands in anybody's way on this page. */
export async function accessible(page: Page): Promise<void> {
	await expect(page).toHaveTitle(/./);
	// There is no frame in any page: the quick way looks at the same. And only what is wrong is told of.
	const { violations } = await new AxeBuilder({ page })
		.setLegacyMode(true)
		.options({ resultTypes: ["violations"], preload: false })
		.withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"])
		.analyze();
	expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(" | ")}`)).toEqual([]);
}

/** What the kept mark says, and has reached, on a live lesson: read at one look. */
const markOn = (page: Page) =>
	page.getByTestId("kept").evaluate((mark) => ({
		words: mark.textContent ?? "",
		device: mark.getAttribute("data-device") ?? "",
		keptTo: Number(mark.getAttribute("data-kept-to")),
		ackedTo: Number(mark.getAttribute("data-acked-to")),
	}));
export async function keptMark(page: Page): Promise<{ device: string; keptTo: number; ackedTo: number }> {
	const { device, keptTo, ackedTo } = await markOn(page);
	return { device, keptTo, ackedTo };
}

/** Waits until all that was done on this phone is kept, and at the server. */
export async function allSent(page: Page): Promise<void> {
	await expect
		.poll(async () => {
			// The marks say so at once when something is not kept yet; the numbers follow.
			const { words, keptTo, ackedTo } = await markOn(page);
			return words.includes("saved ✓") && words.includes("sent ✓") && keptTo > 0 && keptTo === ackedTo;
		})
		.toBe(true);
}

export const good = (page: Page) => page.locator('[data-field="good"]');
export const touch = (page: Page, name: string) => page.getByRole("button", { name, exact: true });
export const field = (page: Page, id: string) => page.locator(`[data-field="${id}"]`);
export const advice = (page: Page) => page.getByTestId("advice");
/** Buttons of the advice, pressed once their words have stood for the deaf time. */
export async function answer(page: Page, name: "follow" | "otherwise"): Promise<void> {
	await page.waitForTimeout(450);
	await advice(page)
		.getByRole("button", name === "follow" ? { name, exact: true } : { name: /^skip/ })
		.click();
}

/** Takes a row by its grip and lets it go over another row. */
export async function drag(page: Page, grip: string | RegExp, onto: string | RegExp): Promise<void> {
	// Away from the edges: near them the list scrolls by itself while something is held.
	await page.getByRole("button", { name: grip }).evaluate((row) => row.scrollIntoView({ block: "center" }));
	const [from, to] = [
		await page.getByRole("button", { name: grip }).boundingBox(),
		await page.getByRole("button", { name: onto }).boundingBox(),
	];
	if (!from || !to) throw new Error("no grip");
	await page.mouse.move(from.x + 8, from.y + 8);
	await page.mouse.down();
	await page.mouse.move(from.x + 8, from.y + 20, { steps: 4 });
	await page.mouse.move(to.x + 8, to.y + 8, { steps: 12 });
	await page.mouse.up();
}

/** Opens a group of a rung's settings that is rarely changed, by its name. */
export const openGroup = (page: Page, name: string) =>
	page.locator("summary", { hasText: new RegExp(`^${name}`) }).click();
