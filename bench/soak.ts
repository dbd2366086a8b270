import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fillDemo } from "@demo/fill";
import { makeNamespace, startSqld } from "@/store/engine/sqld";
import { today } from "@/ui/dates";
import { median } from "./measure";
import { App, ask, dice, lesson, megabytes, now, Phone, sleep, sockets, tally } from "./phones";

/**
 * npm run soak: an hour of mixed work against one app process, with the memory it holds. Five
 * phones hold lessons, somebody turns pages, files go out and are looked at again. MINUTES for
 * less, ON=server for a database on a libSQL server.
 */
const MINUTES = Number(process.env.MINUTES ?? 60);
const PHONES = 5;
/** What it holds in the last third is at most so many times what it held in the second. */
const FLAT = 1.15;
const HOST = "c0.localhost";

const pages = [
	...["/", "/students", "/students/isolde", "/students/isolde/progress", "/ladders/isolde-clubs", "/rules"],
	...[
		"/skills/clubs",
		"/plans",
		"/calendar",
		"/season?student=isolde",
		"/practice",
		"/studio",
		"/load",
		"/find?q=elbow",
	],
];

const folder = mkdtempSync(join(tmpdir(), "peg-soak-"));
const sqld = process.env.ON === "server" ? await startSqld(join(folder, "server")) : null;
const database = sqld ? await makeNamespace(sqld, "soak") : `file:${join(folder, "studio.db")}`;
await fillDemo(database, today());
writeFileSync(join(folder, "studios.json"), JSON.stringify({ studios: [{ name: "Soak", host: HOST, database }] }));
const app = await App.start(join(folder, "studios.json"), sqld?.accessFile);
const of = tally();
const until = now() + MINUTES * 60_000;
const over = () => now() > until;

/** A file out, and looked at as somebody would who brings it in. */
async function files(): Promise<void> {
	for (const path of ["/api/workbook?of=studio", "/api/backup", "/api/table?of=attempts"]) {
		const answer = await ask(app.port, HOST, path);
		if (answer.status !== 200) of.errors.push(`${path} ${answer.status}`);
		if (!path.startsWith("/api/workbook")) continue;
		const begun = await ask(app.port, HOST, "/api/jobs?kind=check", answer.body);
		const { id } = JSON.parse(begun.body) as { id: string };
		for (let state = "running"; state === "running"; ) {
			await sleep(300);
			({ state } = JSON.parse((await ask(app.port, HOST, `/api/jobs/${id}`)).body) as { state: string });
			if (state === "failed") of.errors.push("a check failed");
		}
		await ask(app.port, HOST, `/api/jobs/${id}`, JSON.stringify({ act: "forget" }));
	}
}

const held: number[] = [];
const watch = setInterval(() => held.push(megabytes(app.pid)), 5000);
const phones = Array.from({ length: PHONES }, () => new Phone(HOST, [app], of, 0));
await Promise.all([
	...phones.map(async (phone, i) => {
		const roll = dice(i + 1);
		while (!over()) await lesson(phone, roll, 40, 40, over);
		await phone.settled();
	}),
	(async () => {
		for (let i = 0; !over(); i++) {
			await phones[0]?.get(pages[i % pages.length] ?? "/", of.pages);
			await sleep(700);
		}
	})(),
	(async () => {
		while (!over()) {
			await files();
			await sleep(20_000);
		}
	})(),
]);
clearInterval(watch);
const third = Math.floor(held.length / 3);
const parts = [held.slice(0, third), held.slice(third, 2 * third), held.slice(2 * third)].map((part) => median(part));
const [first = 0, second = 0, last = 0] = parts;
console.log(
	`${MINUTES} minutes ${sqld ? "on a server" : "in a file"}: ${phones.reduce((n, phone) => n + phone.acked.length, 0)} events acknowledged, ${of.pages.length} pages, ${of.packs.length} packs; errors: ${of.errors.length === 0 ? "none" : [...new Set(of.errors)].join("; ")}`,
);
console.log(
	`The app process held ${first.toFixed(0)}, ${second.toFixed(0)} and ${last.toFixed(0)} MB in the three thirds, ${Math.max(...held).toFixed(0)} at most, ${sockets(app.pid)} sockets at the end: ${(last / second).toFixed(2)} times; goal ${FLAT}: ${last / second <= FLAT ? "met" : "missed"}`,
);
app.kill();
await sqld?.stop();
rmSync(folder, { recursive: true, force: true });
process.exit(of.errors.length > 0 || last / second > FLAT ? 1 : 0);
