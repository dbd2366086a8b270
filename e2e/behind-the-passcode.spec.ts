import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { request } from "node:https";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { connect } from "node:tls";
import type { BrowserContext } from "@playwright/test";
import { addFeed, listFeeds, withdrawFeed } from "@/store/bookings";
import { openStore } from "@/store/db";
import { eventsAfter } from "@/store/events";
import { addLink } from "@/store/practiceLinks";
import { today } from "@/ui/dates";
import { HOST, Lan, PASSCODE, phoneBeside } from "./lan";
import { onDevice, sameOnBoth } from "./onDevice";
import { accessible, allSent, expect, good, keptMark, Studio, test, touch } from "./studio";

test.use({ viewport: { width: 390, height: 844 }, expected: /400|401|429|ERR_/ });

let phone: BrowserContext | null = null;
let lan: Lan | null = null;
test.afterEach(async () => {
	await phone?.close();
	lan?.end();
	phone = null;
	lan = null;
});

test("without a passcode no other address is listened on; a short one is refused; both in a sentence", async () => {
	lan = await Lan.start(null);
	expect(lan.exitCode).toBe(1);
	expect(lan.said).toContain("The studio has no passcode, so phones cannot reach it.");
	lan.end();
	lan = await Lan.start("abc");
	expect(lan.exitCode).toBe(1);
	expect(lan.said).toContain("Passcode: enter at least 6 letters");
});

test("a whole lesson over HTTPS by another name, behind the passcode", { tag: "@both" }, async ({ listenTo, kept }) => {
	lan = kept === "in files" ? await Lan.start(PASSCODE) : await Lan.onServer(PASSCODE);
	expect(lan.exitCode).toBeNull();
	phone = await phoneBeside(lan.folder);
	const page = await phone.newPage();
	listenTo(page);

	// Nothing is to be had without it, whatever is asked for.
	for (const path of ["/students/isolde", "/live?lesson=x", "/records"]) {
		const answer = await page.goto(lan.address + path);
		expect(answer?.status()).toBe(401);
		await expect(page.getByLabel("The passcode of this studio")).toBeVisible();
		expect(await page.content()).not.toContain("Isolde");
	}
	for (const path of ["/api/pack", "/api/pull?lesson=x&after=0", "/api/backup", "/_next/static/x.js"]) {
		const answer = await phone.request.get(lan.direct + path, { headers: { accept: "*/*" } });
		expect([path, answer.status()]).toEqual([path, 401]);
		expect(await answer.text()).not.toContain("Isolde");
	}
	// A calendar that subscribes has no session: its address is the secret, and is good for nothing else.
	const calendar = (token: string) =>
		phone?.request.get(`${lan?.direct}/api/calendar${token}`, { headers: { accept: "*/*" } });
	expect((await calendar(""))?.status()).toBe(401);
	expect((await calendar(`/${"x".repeat(43)}.ics`))?.status()).toBe(404);
	expect((await calendar(`/${"x".repeat(43)}/../../pack`))?.status()).toBe(401);
	const open = await openStore(lan.database);
	const token = "t".repeat(43);
	await addFeed(open, "a phone", token);
	const given = await calendar(`/${token}.ics`);
	expect(given?.headers()["content-type"]).toContain("text/calendar");
	expect(await given?.text()).toContain("SUMMARY:Isolde Brankovar");
	await withdrawFeed(open, (await listFeeds(open))[0]?.id ?? "");
	expect((await calendar(`/${token}.ics`))?.status()).toBe(404);
	// So has a student: their page is open by its address, and nothing of the coach's with it.
	const practice = await addLink(open, "nimue-practice", { name: "phone", ends: "2199-01-01" });
	open.close();
	const own = (path: string) => phone?.request.get(lan?.direct + path, { headers: { accept: "*/*" } });
	expect(await (await own(`/p/${practice}`))?.text()).toContain("Nimue Hartwell");
	for (const path of ["/p/practice.js", "/p/practice.css", "/p/sw.js"]) expect((await own(path))?.status()).toBe(200);
	expect((await own(`/p/${"x".repeat(43)}`))?.status()).toBe(404);
	for (const path of [
		"/practice",
		"/practice/nimue-practice",
		"/api/practice/nimue-practice/file",
		`/p/${practice}/../../api/pack`,
	])
		expect([path, (await own(path))?.status()]).toEqual([path, 401]);
	await accessible(page);
	await page.getByRole("link", { name: "Does the browser warn of this page?" }).click();
	await expect(page.getByRole("heading", { name: "Trust this machine" })).toBeVisible();
	await expect(page.locator("svg")).toBeVisible();
	const authority = await phone.request.get(`http://127.0.0.1:${lan.port + 1}/authority.crt`);
	expect(await authority.text()).toContain("BEGIN CERTIFICATE");

	await page.goto(lan.address);
	await page.getByLabel("The passcode of this studio").fill("three clubs");
	await touch(page, "sign in").click();
	await expect(page.getByRole("alert")).toContainText("This is not the passcode");
	await page.getByLabel("The passcode of this studio").fill(PASSCODE);
	await touch(page, "sign in").click();
	await expect(page.getByRole("link", { name: "Teodor Quillfeather" }).first()).toBeVisible();
	const cookie = (await phone.cookies()).find(({ name }) => name === "peg-ladder");
	expect(cookie).toMatchObject({ httpOnly: true, secure: true, sameSite: "Lax" });

	await page.goto(`${lan.address}/students/teodor`);
	await touch(page, "start lesson: Three-club cascade, right").click();
	for (let i = 0; i < 12; i++) await good(page).click();
	await allSent(page);
	const { device, keptTo } = await keptMark(page);
	const here = await onDevice(page);
	await touch(page, "more").click();
	await page.getByRole("link", { name: "wrap up" }).click();
	// Then and now: what the first and the best day on this rung were.
	await expect(page.getByTestId("then-and-now")).toHaveText(/^First \d+ of \d+ on .*, now 12 of 12\.$/);
	await touch(page, "finish lesson").click();
	await expect(page).toHaveURL(`${lan.address}/`);

	const store = await openStore(lan.database);
	const mine = (await eventsAfter(store, 0)).events.filter((event) => event.device === device);
	store.close();
	expect(here).toHaveLength(keptTo);
	expect(mine.slice(0, keptTo).map(({ id, dseq }) => [id, dseq])).toEqual(here.map(({ id, dseq }) => [id, dseq]));
	expect(mine.filter(({ kind }) => kind === "attempt")).toHaveLength(12);
	expect(mine.at(-1)?.kind).toBe("lesson.closed");
});

test("where the address is not secure, the lesson counts and is sent all the same, and says what is missing", async ({
	listenTo,
}) => {
	// As behind a proxy of the coach's own that does not encrypt.
	const studio = await Studio.make(true, undefined, { PEG_LAN: "1" });
	const folder = mkdtempSync(join(tmpdir(), "peg-plain-"));
	try {
		phone = await phoneBeside(folder);
		const page = await phone.newPage();
		listenTo(page);
		await page.goto(`http://${HOST}:${studio.port}/students/teodor`);
		expect(await page.evaluate(() => window.isSecureContext)).toBe(false);
		await touch(page, "start lesson: Three-club cascade, right").click();
		await expect(page.getByRole("region", { name: "Last time" })).toContainText("This address is not secure");
		for (let i = 0; i < 5; i++) await good(page).click();
		await allSent(page);
		expect(await sameOnBoth(page, studio)).toBe(5);
		await touch(page, "more").click();
		await page.getByRole("button", { name: /^this device/ }).click();
		await expect(page.getByText(/not secure.*npm start -- --lan/)).toBeVisible();
		await accessible(page);
	} finally {
		await phone?.close();
		phone = null;
		await studio.end();
		rmSync(folder, { recursive: true, force: true });
	}
});

test("guessing is slowed: after five wrong ones it is asked again later, even with the right one", async () => {
	lan = await Lan.start(PASSCODE);
	phone = await phoneBeside(lan.folder);
	const guess = async (passcode: string) =>
		(
			await phone?.request.post(`${lan?.direct}/passcode`, {
				form: { passcode },
				maxRedirects: 0,
			})
		)?.status();
	for (let i = 0; i < 5; i++) expect(await guess(`wrong ${i}`)).toBe(401);
	expect(await guess(PASSCODE)).toBe(429);
	// A cookie that somebody made up is none.
	const forged = await phone.request.get(`${lan.direct}/api/pack`, {
		headers: { cookie: "peg-ladder=Fe26.2*1*made*up*by*nobody*at*all", accept: "*/*" },
	});
	expect(forged.status()).toBe(401);
});

/** The status line of an answer to a request written out by hand; empty where none comes. */
const rawly = (port: number, head: string): Promise<string> =>
	new Promise((resolve) => {
		const socket = connect({ port, host: "127.0.0.1", rejectUnauthorized: false }, () => socket.write(head));
		let said = "";
		const done = () => {
			socket.destroy();
			resolve(said.split("\r\n")[0] ?? "");
		};
		socket.on("data", (piece) => {
			said += String(piece);
			if (said.includes("\r\n")) done();
		});
		socket.on("error", done);
		socket.on("close", done);
		setTimeout(done, 5000);
	});

test("sixty guesses at once are worked out one by one and answered; who is blocked blocks nobody else; odd targets are answered", async () => {
	lan = await Lan.start(PASSCODE);
	const guess = (passcode: string, from = "127.0.0.1") =>
		new Promise<number>((resolve, reject) => {
			const asked = request(
				{
					port: lan?.port,
					host: "127.0.0.1",
					localAddress: from,
					path: "/passcode",
					method: "POST",
					rejectUnauthorized: false,
					headers: { "content-type": "application/x-www-form-urlencoded" },
				},
				(answer) => {
					answer.resume();
					resolve(answer.statusCode ?? 0);
				},
			);
			asked.on("error", reject);
			asked.end(new URLSearchParams({ passcode }).toString());
		});
	const answers = await Promise.all(Array.from({ length: 60 }, (_, i) => guess(`wrong ${i}`)));
	expect(answers.filter((status) => status === 401).length).toBeLessThanOrEqual(5);
	expect(answers.filter((status) => status === 401 || status === 429)).toHaveLength(60);
	expect(await guess(PASSCODE)).toBe(429);
	expect(await guess(PASSCODE, "127.0.0.2")).toBe(303);
	const { VmHWM } = Object.fromEntries(
		readFileSync(`/proc/${lan.pid}/status`, "utf8")
			.split("\n")
			.map((line) => line.split(/:\s+/) as [string, string]),
	);
	// One guess is 128 MB of work; sixty side by side were 700 MB.
	expect(Number.parseInt(VmHWM ?? "0", 10) / 1024).toBeLessThan(620);

	const host = "Host: x\r\n";
	expect(await rawly(lan.port, `GET // HTTP/1.1\r\n${host}\r\n`)).toContain("400");
	expect(await rawly(lan.port, `GET //[ HTTP/1.1\r\n${host}\r\n`)).toContain("400");
	expect(await rawly(lan.port, `OPTIONS * HTTP/1.1\r\n${host}\r\n`)).toContain("400");
	expect(await rawly(lan.port, `GET / HTTP/1.1\r\n${host}Connection: Upgrade\r\nUpgrade: websocket\r\n\r\n`)).toContain(
		"426",
	);
});

test("the passcode is changed and every session ends; one signs out, ends the others; another one at a restart is said to be left as it is", async ({
	listenTo,
}) => {
	lan = await Lan.start(PASSCODE);
	phone = await phoneBeside(lan.folder);
	const page = await phone.newPage();
	listenTo(page);
	const goIn = async (passcode: string) => {
		await page.goto(lan?.address ?? "");
		await page.getByLabel("The passcode of this studio").fill(passcode);
		await touch(page, "sign in").click();
		await expect(page.getByRole("link", { name: "Teodor Quillfeather" }).first()).toBeVisible();
	};
	const cookieNow = async () => {
		const { name, value } = (await phone?.cookies())?.find((one) => one.name === "peg-ladder") ?? {
			name: "",
			value: "",
		};
		return `${name}=${value}`;
	};
	const stillIn = async (cookie: string) =>
		(await fetchRaw(`${lan?.direct}/api/pack`, { cookie, accept: "*/*" })) === 200;
	await goIn(PASSCODE);
	const first = await cookieNow();
	await page.goto(`${lan.address}/records`);
	await page.getByRole("link", { name: "Passcode" }).click();
	await accessible(page);
	await page.getByLabel("The passcode as it is").fill(PASSCODE);
	await page.getByLabel("The new one, six letters or more").fill("abc");
	await touch(page, "change it, and end every session").click();
	await expect(page.getByRole("alert")).toContainText("enter at least 6 letters");
	await page.getByLabel("The passcode as it is").fill(PASSCODE);
	await page.getByLabel("The new one, six letters or more").fill("four hoops and a rope");
	await touch(page, "change it, and end every session").click();
	await expect(page.getByRole("status")).toContainText("The passcode is changed.");
	expect(await stillIn(first)).toBe(false);
	const second = await cookieNow();
	expect(await stillIn(second)).toBe(true);
	await touch(page, "end every session but this one").click();
	await expect(page.getByRole("status")).toContainText("All other devices are signed out");
	expect(await stillIn(second)).toBe(false);
	// Another site's form is turned away.
	const cookie = await cookieNow();
	expect(await fetchRaw(`${lan.direct}/passcode/others`, { cookie, origin: "https://elsewhere.test" }, "POST")).toBe(
		403,
	);
	expect(await stillIn(cookie)).toBe(true);
	await touch(page, "sign out on this device").click();
	await expect(page.getByLabel("The passcode of this studio")).toBeVisible();
	const { folder } = lan;
	lan.stop();
	await phone.close();
	phone = null;
	lan = await Lan.start("quite another one", folder);
	expect(lan.said).toContain("The studio has a passcode, and PEG_PASSCODE is another one. The old one stays.");
	expect(await fetchRaw(`${lan.direct}/passcode`, {}, "POST", "passcode=four hoops and a rope")).toBe(303);
	lan.stop();
	lan = await Lan.start("quite another one", folder, { PEG_NEW_PASSCODE: "1" });
	expect(await fetchRaw(`${lan.direct}/passcode`, {}, "POST", "passcode=four hoops and a rope")).toBe(401);
	expect(await fetchRaw(`${lan.direct}/passcode`, {}, "POST", "passcode=quite another one")).toBe(303);
});

/** The status of a request of a script's own, with a certificate nobody knows. */
const fetchRaw = (url: string, headers: Record<string, string>, method = "GET", body = ""): Promise<number> =>
	new Promise((resolve, reject) => {
		const asked = request(url, { method, headers, rejectUnauthorized: false }, (answer) => {
			answer.resume();
			resolve(answer.statusCode ?? 0);
		});
		asked.on("error", reject);
		asked.end(body);
	});

test("who leaves a shared device leaves nobody on it; what was not sent stays locked, and goes out once somebody is in", async ({
	listenTo,
}) => {
	lan = await Lan.start(PASSCODE);
	phone = await phoneBeside(lan.folder);
	const page = await phone.newPage();
	listenTo(page);
	const signIn = async () => {
		await page.getByLabel("The passcode of this studio").fill(PASSCODE);
		await touch(page, "sign in").click();
		await expect(page.getByRole("link", { name: "Teodor Quillfeather" }).first()).toBeVisible();
	};
	await page.goto(lan.address);
	await signIn();
	await page.goto(`${lan.address}/students/teodor`);
	await touch(page, "start lesson: Three-club cascade, right").click();
	await good(page).click();
	await allSent(page);
	// No signal for what is sent: three more tries stay here.
	await phone.route("**/api/push", (route) => route.abort());
	for (let i = 0; i < 3; i++) await good(page).click();
	await expect(page.getByTestId("kept")).toContainText("saved ✓");
	await expect(page.getByTestId("kept")).toContainText("to send");
	await page.goto(`${lan.address}/passcode`);
	await touch(page, "sign out on this device").click();
	await expect(page.getByTestId("left")).toHaveText(
		/^Not sent yet, still on this device: 3 tries of \S.*\. Sign in to send it\.$/,
	);
	expect(await page.content()).not.toContain("Teodor");
	const here = await page.evaluate(async () => {
		const found: string[] = [];
		for (const { name } of await indexedDB.databases()) {
			const db = await new Promise<IDBDatabase>((resolve, reject) => {
				const asked = indexedDB.open(name ?? "");
				asked.onsuccess = () => resolve(asked.result);
				asked.onerror = () => reject(asked.error);
			});
			for (const store of db.objectStoreNames) {
				const rows = await new Promise<unknown[]>((resolve) => {
					const asked = db.transaction(store).objectStore(store).getAll();
					asked.onsuccess = () => resolve(asked.result);
				});
				if (store !== "meta") found.push(`${store} ${rows.length}`);
			}
			db.close();
		}
		return { found, kept: Object.keys(localStorage), caches: await caches.keys() };
	});
	expect(here.found).toEqual(["events 0", "packs 0"]);
	expect(here.caches).toEqual([]);
	expect(
		here.kept.filter((name) => !["peg-ladder studio", "peg-ladder hand", "peg-ladder light"].includes(name)),
	).toEqual([]);
	await expect(page.getByRole("link", { name: "download it as a file" })).toHaveAttribute("href", /^blob:/);

	await phone.unroute("**/api/push");
	await signIn();
	const store = await openStore(lan.database);
	await expect
		.poll(
			async () =>
				(await eventsAfter(store, 0)).events.filter(({ kind, localDay }) => kind === "attempt" && localDay === today())
					.length,
		)
		.toBe(4);
	store.close();
});
