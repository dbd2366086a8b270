import { type ChildProcess, execFile, spawn } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { type IncomingHttpHeaders, request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { addFeed } from "@/store/bookings";
import { restoreBackup } from "@/store/bulk/takeIn";
import { openStore } from "@/store/db";
import { type Sqld, startSqld } from "@/store/engine/sqld";
import { addLink } from "@/store/practiceLinks";
import { catchUp } from "@/store/projection";
import { demoFile, expect, freePort, test } from "./studio";

/** Several studios in one program: each behind its own name and passcode, and out of reach of the others. */

const run = promisify(execFile);
const NORTH = "north.quillhaven.test";
const SOUTH = "south.quillhaven.test";
const passcodes: Record<string, string> = { [NORTH]: "two clubs and a hat", [SOUTH]: "a rope between trees" };

interface Answer {
	status: number;
	headers: IncomingHttpHeaders;
	body: string;
}

let folder: string;
let port: number;
let app: ChildProcess;
let sqld: Sqld;
const directory = () => join(folder, "studios.json");
const databaseOf = (host: string): string =>
	(JSON.parse(readFileSync(directory(), "utf8")) as { studios: { host: string; database: string }[] }).studios.find(
		(one) => one.host === host,
	)?.database ?? "";

const command = (words: string[], env: Record<string, string> = {}) =>
	run(process.execPath, [join(".next", "jobs", "studio.mjs"), ...words], {
		env: {
			...process.env,
			PEG_STUDIOS: directory(),
			PEG_SQLD: sqld.url,
			PEG_SQLD_ADMIN: sqld.admin,
			PEG_SERVER_ACCESS: sqld.accessFile,
			...env,
		},
	});

const ask = (host: string, path: string, sent: { headers?: Record<string, string>; body?: string } = {}) =>
	new Promise<Answer>((resolve, reject) => {
		const asked = request(
			{
				port,
				host: "127.0.0.1",
				path,
				method: sent.body === undefined ? "GET" : "POST",
				headers: { host, accept: "*/*", ...sent.headers },
			},
			(answer) => {
				let body = "";
				answer.on("data", (piece) => {
					body += String(piece);
				});
				answer.on("end", () => resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body }));
			},
		);
		asked.on("error", reject);
		asked.end(sent.body);
	});

async function sessionOf(host: string, passcode = passcodes[host] ?? ""): Promise<string> {
	const { headers } = await ask(host, "/passcode", {
		headers: { "content-type": "application/x-www-form-urlencoded" },
		body: new URLSearchParams({ passcode }).toString(),
	});
	return headers["set-cookie"]?.[0]?.split(";")[0] ?? "";
}

test.beforeAll(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-many-"));
	sqld = await startSqld(join(folder, "server"));
	for (const [name, host] of [
		["The north ring", NORTH],
		["The south ring", SOUTH],
	] as const)
		await command(["new", name, host], { PEG_PASSCODE: passcodes[host] ?? "" });
	const north = databaseOf(NORTH);
	await restoreBackup(demoFile, north);
	const store = await openStore(north);
	await catchUp(store);
	store.close();
	port = await freePort();
	app = spawn(process.execPath, [join(".next", "jobs", "lan.mjs")], {
		stdio: ["ignore", "pipe", "inherit"],
		env: {
			...process.env,
			PEG_STUDIOS: directory(),
			PEG_SERVER_ACCESS: sqld.accessFile,
			PEG_PLAIN: "1",
			PEG_LAN: "1",
			PORT: String(port),
			NODE_ENV: "production",
			NEXT_TELEMETRY_DISABLED: "1",
		},
	});
	await new Promise<void>((resolve) => app.stdout?.on("data", (said) => String(said).includes("Ctrl+C") && resolve()));
});
test.afterAll(async () => {
	app.kill("SIGKILL");
	await sqld.stop();
	rmSync(folder, { recursive: true, force: true });
});

/** Every place the program answers at, with the other studio's ids in it. */
const places = readdirSync("src/app", { recursive: true, withFileTypes: true })
	.filter((entry) => /^(page\.tsx|route\.ts)$/.test(entry.name))
	.map((entry) => `/${join(entry.parentPath, ".").replace(/^src\/app\/?/, "")}`);
const ids: Record<string, string[]> = {
	students: ["isolde"],
	skills: ["clubs"],
	ladders: ["isolde-clubs"],
	practice: ["nimue-practice"],
	lessons: ["isolde"],
	calendar: ["x"],
};
const withIds = (place: string): string[] => {
	const of = /\/(\w+)\/\[/.exec(place)?.[1] ?? "";
	return (ids[of] ?? ["x"]).map((id) => place.replace(/\[[^\]]+\]/g, id));
};
const theirs = /Isolde|Teodor|Nimue|Odile|Bram|Lantern/;

test("what is one studio's is out of another's reach: pages, files, links, jobs, sessions, guesses", async () => {
	const [north, south] = [await sessionOf(NORTH), await sessionOf(SOUTH)];
	expect((await ask(NORTH, "/students", { headers: { cookie: north } })).body).toMatch(theirs);
	// A session of one is none of the other's.
	expect((await ask(NORTH, "/students", { headers: { cookie: south } })).status).toBe(401);
	expect((await ask(SOUTH, "/students", { headers: { cookie: north } })).status).toBe(401);
	expect((await ask(SOUTH, "/passcode", { headers: { cookie: north } })).status).toBe(401);
	expect(await sessionOf(SOUTH, passcodes[NORTH])).toBe("");
	// No name leads anywhere else.
	for (const host of ["quillhaven.test", `x.${NORTH}`, "127.0.0.1", "localhost"])
		expect((await ask(host, "/", { headers: { cookie: north } })).status).toBe(404);

	// Every place, asked for by who is in at the south, with the north's ids.
	let asked = 0;
	for (const place of places)
		for (const path of withIds(place)) {
			const { status, body } = await ask(SOUTH, path, { headers: { cookie: south } });
			expect(`${path} ${theirs.exec(body)?.[0] ?? "nothing of theirs"}`).toBe(`${path} nothing of theirs`);
			expect(`${path} ${status < 500}`).toBe(`${path} true`);
			asked += 1;
		}
	expect(asked).toBeGreaterThan(40);
	for (const of of ["studio", "student&id=isolde", "ladder&id=isolde-clubs", "skill&id=clubs"])
		expect((await ask(SOUTH, `/api/workbook?of=${of}`, { headers: { cookie: south } })).body).not.toMatch(theirs);
	expect((await ask(SOUTH, "/api/pull?after=0&lesson=x", { headers: { cookie: south } })).body).not.toMatch(theirs);

	// Addresses that open by themselves open at their own studio only.
	const store = await openStore(databaseOf(NORTH));
	const token = "t".repeat(43);
	await addFeed(store, "a phone", token);
	const practice = await addLink(store, "nimue-practice", { name: "phone", ends: "2199-01-01" });
	store.close();
	expect((await ask(NORTH, `/p/${practice}`)).body).toContain("Nimue");
	expect((await ask(SOUTH, `/p/${practice}`)).status).toBe(404);
	expect((await ask(NORTH, `/api/calendar/${token}.ics`)).body).toContain("Isolde");
	expect((await ask(SOUTH, `/api/calendar/${token}.ics`)).status).toBe(404);

	// What is pushed under the north's mark does not come in at the south, and nothing of it lies there.
	const mark = JSON.parse((await ask(NORTH, "/api/pack", { headers: { cookie: north } })).body).studio;
	const pushed = await ask(SOUTH, "/api/push", {
		headers: { cookie: south, "content-type": "application/json" },
		body: JSON.stringify({ studio: mark.id, epoch: mark.epoch, device: "stray", after: 0, events: [] }),
	});
	expect(pushed.status).toBe(409);

	// A job of one is not there for the other: neither looked at, nor stopped, nor let go of.
	const begun = await ask(NORTH, "/api/jobs?kind=check", { headers: { cookie: north }, body: "{}" });
	const { id } = JSON.parse(begun.body) as { id: string };
	const act = (host: string, cookie: string, what: string) =>
		ask(host, `/api/jobs/${id}`, {
			headers: { cookie, "content-type": "application/json" },
			body: JSON.stringify({ act: what }),
		});
	expect((await ask(SOUTH, `/api/jobs/${id}`, { headers: { cookie: south } })).status).toBe(404);
	expect((await act(SOUTH, south, "stop")).status).toBe(404);
	expect((await act(SOUTH, south, "forget")).status).toBe(404);
	await expect
		.poll(async () => JSON.parse((await ask(NORTH, `/api/jobs/${id}`, { headers: { cookie: north } })).body).state)
		.toBe("done");

	// Who is blocked at one studio is not at the other.
	for (let i = 0; i < 6; i++) await sessionOf(SOUTH, `wrong ${i}`);
	expect(await sessionOf(SOUTH)).toBe("");
	expect(await sessionOf(NORTH)).not.toBe("");
});

test("a studio moves to a server and back by a command, each event as it was; its sessions go with it", async () => {
	const north = await sessionOf(NORTH);
	const before = databaseOf(NORTH);
	const there = await command(["move", NORTH, "--to-server"]);
	expect(there.stdout).toMatch(/The north ring is now in http:.*#north-quillhaven-test: \d{4,} rows, each the same/);
	expect(databaseOf(NORTH)).toBe(`${sqld.url}#north-quillhaven-test`);
	expect((await command(["compare", before, databaseOf(NORTH)])).stdout).toContain("The same:");
	// The program goes on without a restart, for who was in before.
	const page = await ask(NORTH, "/students/isolde", { headers: { cookie: north } });
	expect([page.status, page.body.includes("Isolde Brankovar")]).toEqual([200, true]);
	expect((await ask(SOUTH, "/students", { headers: { cookie: north } })).status).toBe(401);
	await expect(command(["move", NORTH, "--to-server"])).rejects.toThrow(/It is on a server already/);
	await expect(command(["move", NORTH, "--to-file"])).rejects.toThrow(/exists\. Move it to another folder first/);
	for (const end of ["", "-wal", "-shm"]) rmSync(before.slice("file:".length) + end, { force: true });
	const back = await command(["move", NORTH, "--to-file"]);
	expect(back.stdout).toContain(`The north ring is now in ${before}`);
	expect((await ask(NORTH, "/students/isolde", { headers: { cookie: north } })).status).toBe(200);
	const { stdout } = await command(["list"]);
	expect(stdout.split("\n").filter(Boolean)).toHaveLength(2);
	await expect(command(["new", "Another", NORTH])).rejects.toThrow(
		/There is a studio at north.quillhaven.test. Choose another host name/,
	);
	await expect(command(["new", "Another", "No Name"])).rejects.toThrow(/is not a host name/);
	await expect(command(["compare", before, databaseOf(SOUTH)])).rejects.toThrow(/The two differ at row/);
});
