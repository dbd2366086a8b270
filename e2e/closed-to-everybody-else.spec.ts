import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { v7 as uuid } from "uuid";
import { type Assignment, freshItem, USUAL } from "@/core/practice/assignment";
import { dayAfter } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import { openStore } from "@/store/db";
import { makeNamespace, startSqld } from "@/store/engine/sqld";
import { saveAssignment } from "@/store/practice";
import { addLink, linksOf, openLink, withdrawLink } from "@/store/practiceLinks";
import { saveStudent } from "@/store/students";
import { fetchOnce } from "./fetchOnce";
import { pages } from "./pages";
import { expect, Studio, test } from "./studio";

test.use({
	demo: true,
	expected: /404|410|429|400|401|413|415|403|Failed to fetch|CORS|Content Security Policy|ERR_FAILED/,
});

const TODAY = serverDay();
const HOSTILE = `</script><script>document.title="taken"</script><img src=x onerror="document.title='taken'">`;

const hostile: Assignment = {
	student: "pip",
	from: TODAY,
	note: HOSTILE,
	items: [
		{
			...freshItem("drill"),
			name: HOSTILE.slice(0, 80),
			drill: HOSTILE,
			cues: [HOSTILE],
			feel: HOSTILE,
			check: HOSTILE,
			caution: HOSTILE,
			home: [HOSTILE],
			days: [0, 1, 2, 3, 4, 5, 6],
		},
	],
	words: [{ word: "<b>crown</b>", meaning: HOSTILE }],
	most: null,
	helper: { feed: HOSTILE, counts: HOSTILE, cautions: HOSTILE, stop: HOSTILE },
	thresholds: USUAL,
};

const linkTo = (studio: Studio, change: Partial<Assignment> = {}) =>
	studio.inStore(async (store) => {
		const made = await saveAssignment(store, { ...hostile, ...change }, null);
		if (!made.ok) throw new Error(made.refusals[0]?.sentence);
		return { id: made.value.id, token: await addLink(store, made.value.id, { name: "phone", ends: TODAY }) };
	});

const entry = (change: object = {}, body: object = {}) => ({
	id: uuid(),
	at: `${TODAY}T10:00:00.000Z`,
	tz: "UTC",
	kind: "done",
	body: {
		item: "drill",
		day: TODAY,
		place: "",
		tries: 5,
		good: 3,
		target: 3,
		dose: 5,
		minutes: 1,
		felt: 3,
		check: null,
		remark: "",
		...body,
	},
	...change,
});

function send(studio: Studio, token: string, body: unknown, headers: Record<string, string> = {}): Promise<Response> {
	return fetchOnce(`${studio.url}/p/${token}/acts`, {
		method: "POST",
		headers: { "content-type": "application/json", ...headers },
		body: typeof body === "string" ? body : JSON.stringify(body),
	});
}

test("a link reads and writes its own assignment and nothing else, whatever is sent", async ({ studio }) => {
	const { id, token } = await linkTo(studio);
	const other = await linkTo(studio, { student: "isolde" });
	const before = await studio.events();

	// Somebody else's ids are not asked for, and change nothing where they are given.
	const foreign = before.find(({ kind, student }) => kind === "practice" && student === "nimue")?.id ?? "";
	const attempt = before.find(({ kind }) => kind === "attempt")?.id ?? "";
	const answer = await send(studio, token, {
		acts: [
			entry(
				{ student: "isolde", ladder: "isolde-clubs", assignment: other.id },
				{ student: "isolde", ladder: "isolde-clubs" },
			),
			entry({ kind: "back", body: { entry: foreign } }),
			entry({ kind: "back", body: { entry: attempt } }),
			entry({ kind: "peg.moved", body: { to: "top" } }),
			entry({ id: attempt }),
			entry({}, { good: 9 }),
			entry({}, { day: dayAfter(TODAY, 9) }),
			entry({}, { felt: 6 }),
			null,
			"words",
		],
	});
	expect(answer.status).toBe(200);
	const said = (await answer.json()) as { kept: string[]; refused: { sentence: string }[] };
	expect(said.kept).toHaveLength(1);
	expect(said.refused.map(({ sentence }) => sentence)).toEqual(
		expect.arrayContaining([
			"9 good of 5 tries cannot be. Good can be at most the number of tries.",
			"This entry belongs to another page.",
			"The entry to undo is missing, or belongs to another page.",
		]),
	);
	const fresh = (await studio.events()).slice(before.length);
	expect(fresh).toHaveLength(1);
	expect(fresh[0]).toMatchObject({ kind: "practice", student: "pip", ladder: null, actor: "link", device: id });

	// The page holds this student's practice, and nobody else's name.
	const html = await (await fetchOnce(`${studio.url}/p/${token}`)).text();
	for (const name of ["Isolde", "Nimue", "isolde", other.id, other.token]) expect(html).not.toContain(name);
	expect((await fetchOnce(`${studio.url}/p/${token}/picture/${"0".repeat(64)}`)).status).toBe(404);
});

test("a guessed, an ended and a withdrawn link open nothing, and say so plainly", async ({ studio }) => {
	const { id, token } = await linkTo(studio);
	const status = async (path: string) => (await fetchOnce(`${studio.url}/p/${path}`)).status;
	expect(await status(token)).toBe(200);
	for (const wrong of ["x".repeat(43), token.slice(0, 42), `${token}x`, id, "..%2f..%2fapi%2fpack", "%00"])
		expect([wrong, await status(wrong)]).toEqual([wrong, 404]);
	expect((await send(studio, "x".repeat(43), { acts: [entry()] })).status).toBe(404);
	await studio.inStore(async (store) => {
		expect(await openLink(store, token, dayAfter(TODAY, 1))).toMatchObject({ closed: "ended" });
		const [link] = await linksOf(store, id);
		await withdrawLink(store, link?.id ?? "", true);
	});
	const closed = await fetchOnce(`${studio.url}/p/${token}`);
	expect(closed.status).toBe(410);
	const words = await closed.text();
	expect(words).toContain("Your coach has switched this link off.");
	expect(words).not.toContain("Pip");
	const refused = await send(studio, token, { acts: [entry()] });
	expect([refused.status, (await refused.json()).refusals[0].sentence]).toEqual([
		410,
		"Your coach has switched this link off. Ask for a new one. Your entries are still on this phone.",
	]);
	expect((await studio.events()).filter(({ device }) => device === id)).toEqual([]);
});

test("oversized, broken and strange bodies are refused in a sentence, and nothing is written", async ({ studio }) => {
	const { id, token } = await linkTo(studio);
	const deep = `${"[".repeat(20_000)}${"]".repeat(20_000)}`;
	for (const [body, headers, status] of [
		["x".repeat(300_000), {}, 413],
		[JSON.stringify({ acts: Array.from({ length: 51 }, () => entry()) }), {}, 400],
		["{", {}, 400],
		["null", {}, 400],
		["[]", {}, 400],
		[deep, {}, 400],
		['{"acts":{"__proto__":[]}}', {}, 400],
		[JSON.stringify({ acts: [entry()] }), { "content-type": "text/plain" }, 415],
		[JSON.stringify({ acts: [entry()] }), { "content-type": "application/x-www-form-urlencoded" }, 415],
		[JSON.stringify({ acts: [entry()] }), { origin: "https://elsewhere.test" }, 403],
		[JSON.stringify({ acts: [entry()] }), { origin: "null" }, 403],
	] as const) {
		const answer = await send(studio, token, body, headers);
		expect([body.slice(0, 30), answer.status]).toEqual([body.slice(0, 30), status]);
		expect((await answer.json()).refusals[0].sentence).toMatch(/\.$/);
	}
	for (const method of ["GET", "PUT", "DELETE", "PATCH"])
		expect((await fetchOnce(`${studio.url}/p/${token}/acts`, { method })).status).toBe(405);
	expect((await studio.events()).filter(({ device }) => device === id)).toEqual([]);
});

test("script in every text stays text, on the student's page and on the coach's", async ({ studio, page }) => {
	const { id, token } = await linkTo(studio);
	await send(studio, token, { acts: [entry({}, { remark: HOSTILE, place: HOSTILE.slice(0, 80) })] });
	for (const path of [`/p/${token}`, `/practice/${id}`, `/practice/${id}/paper`, "/practice", "/"]) {
		await page.goto(path);
		await expect(page.locator("body")).toContainText(path.startsWith("/p/") ? "Pip Lanternby" : /Pip|Practice/);
		expect(await page.title()).not.toBe("taken");
		await expect(page.locator("img[src=x]")).toHaveCount(0);
	}
	await page.goto(`/p/${token}`);
	await expect(page.getByText("document.title").first()).toBeVisible();
	const file = await (await fetchOnce(`${studio.url}/api/practice/${id}/file`)).text();
	const path = join(studio.folder, "practice.html");
	writeFileSync(path, file);
	await page.goto(pathToFileURL(path).href);
	await expect(page.getByText("document.title").first()).toBeVisible();
	expect(await page.title()).not.toBe("taken");
});

test("a thousand requests a minute are politely refused past a limit, and another link is not held up", async () => {
	const studio = await Studio.make(true, undefined, {});
	try {
		const [one, other] = [await linkTo(studio), await linkTo(studio)];
		const answers: Response[] = [];
		const begun = Date.now();
		for (let i = 0; i < 20; i++)
			answers.push(...(await Promise.all(Array.from({ length: 50 }, () => send(studio, one.token, { acts: [] })))));
		const over = answers.filter(({ status }) => status === 429);
		// A slow machine takes more than a minute for a thousand; each minute has its own 120.
		const most = 120 * Math.ceil((Date.now() - begun) / 60_000);
		expect(answers.filter(({ status }) => status === 200).length).toBeLessThanOrEqual(most);
		expect(over.length).toBeGreaterThanOrEqual(1000 - most);
		const [first] = over as [Response, ...Response[]];
		expect(Number(first.headers.get("retry-after"))).toBeGreaterThan(0);
		expect((await first.json()).refusals[0].sentence).toContain("Wait a minute and open it again");
		expect((await fetchOnce(`${studio.url}/p/${other.token}`)).status).toBe(200);
		// Guessing is counted together, whatever is guessed.
		const guesses = await Promise.all(
			Array.from({ length: 140 }, (_, i) => fetchOnce(`${studio.url}/p/${String(i).padStart(43, "g")}`)),
		);
		expect(guesses.filter(({ status }) => status === 429).length).toBeGreaterThanOrEqual(40);
	} finally {
		await studio.end();
	}
});

test("every page says what its scripts may be: no inline one that this build did not write", async ({ studio }) => {
	const { token } = await linkTo(studio);
	for (const path of [...Object.values(pages).flat(), "/live", "/wrap", "/nowhere", `/p/${token}`, "/p/nowhere"]) {
		const { headers } = await fetchOnce(studio.url + path);
		const policy = headers.get("content-security-policy") ?? "";
		const scripts = policy.split(";").find((part) => part.trim().startsWith("script-src")) ?? "";
		expect([path, scripts]).toEqual([path, expect.stringContaining("'self'")]);
		expect([path, scripts]).not.toEqual([path, expect.stringMatching(/unsafe|\*|https?:|data:/)]);
		expect([path, policy]).toEqual([path, expect.stringContaining("frame-ancestors 'none'")]);
		expect([path, headers.get("x-content-type-options")]).toEqual([path, "nosniff"]);
	}
});

test("addresses and drafts that are no text answer in a sentence, and never break a page", async ({ studio }) => {
	for (const path of [
		"/students/%ff",
		"/ladders/%c3%28/card",
		"/%ff",
		"/skills/%fe/spot",
		"/api/pictures/%ff",
		"/api/skills/%ff",
	]) {
		const { status } = await fetchOnce(studio.url + path);
		expect([path, [400, 404].includes(status)]).toEqual([path, true]);
	}
	let deep: unknown = "x";
	for (let i = 0; i < 3000; i++) deep = [deep];
	for (const about of [deep, "half \ud800 a character", "nothing \u0000 more"]) {
		const body = JSON.stringify({ at: null, skill: { name: "Any", about, positions: [] } });
		const answer = await fetchOnce(`${studio.url}/api/skills/three-balls`, {
			method: "POST",
			headers: { "content-type": "application/json" },
			body,
		});
		expect([body.slice(0, 60), answer.status]).toEqual([body.slice(0, 60), 400]);
		expect((await answer.json()).refusals[0].sentence).toMatch(/\.$/);
	}
});

test("a page of another origin reads and writes nothing on the database server beside the program", async ({
	page,
	studio,
}) => {
	const folder = mkdtempSync(join(tmpdir(), "peg-foreign-"));
	const sqld = await startSqld(folder);
	try {
		const address = await makeNamespace(sqld, "studio");
		const store = await openStore(address);
		const student = {
			name: "Wren",
			strongSide: "left" as const,
			born: null,
			level: "steady" as const,
			protectedParts: [],
			kit: "",
			wish: "",
		};
		await saveStudent(store, student, null, "wren");
		// Any page on the web: this one is another origin than the database server.
		await page.goto(`${studio.url}/icon.svg`);
		const said = await page.evaluate(
			async ({ url, admin }) => {
				const ask = async (to: string, headers: Record<string, string>, body: unknown) => {
					try {
						const answer = await fetch(to, { method: "POST", headers, body: JSON.stringify(body) });
						return `${answer.status} ${await answer.text()}`;
					} catch (error) {
						return String(error);
					}
				};
				const namespace = { "x-namespace-bin": btoa("studio").replace(/=+$/, "") };
				const sql = (statement: string) => ({ requests: [{ type: "execute", stmt: { sql: statement } }] });
				return [
					await ask(`${url}/v2/pipeline`, namespace, sql("select name from student")),
					await ask(`${url}/v3/pipeline`, namespace, sql("update student set name = 'Mallory'")),
					await ask(url, namespace, { statements: ["select name from student"] }),
					await ask(`${admin}/v1/namespaces/mine/create`, {}, {}),
				];
			},
			{ url: sqld.url, admin: sqld.admin },
		);
		expect(said.join(" ")).not.toContain("Wren");
		for (const one of said) expect(one).toMatch(/^401|Failed to fetch/);
		expect((await store.client.execute("select name from student")).rows[0]?.name).toBe("Wren");
		store.close();
	} finally {
		await sqld.stop();
		rmSync(folder, { recursive: true, force: true });
	}
});
