import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { beginReceiving, busy, endReceiving, jobOf, open, run, tidyFiles } from "./jobs";

/** A job is a process: whatever becomes of it, the server goes on, and somebody is told. */

const ended = async (id: string) => {
	for (let i = 0; i < 200 && jobOf(id)?.state === "running"; i++)
		await new Promise((resolve) => setTimeout(resolve, 20));
	return jobOf(id);
};
const node = (script: string) => run(open("check", "none"), process.execPath, ["-e", script]);

test("one that cannot be started fails in words, and nothing is busy after it", async () => {
	const job = await ended(run(open("backup", "none"), "/no/such/program", []));
	expect(job?.state).toBe("failed");
	expect(job?.sentence).toContain(
		"It ended before its time; nothing was changed. The program for it could not be started",
	);
	const other = await ended(run(open("backup", "none"), "\0", []));
	expect(other?.state).toBe("failed");
	expect(busy()).toBe(false);
});

test("what it prints that is no line of ours is passed by", async () => {
	const job = await ended(
		node(`console.log("warning: something"); console.log("7"); console.log("null"); console.log("{");
			console.log(JSON.stringify({ step: "reading", done: 3, of: 4 }));
			console.log(JSON.stringify({ outcome: { ok: true, value: null } }))`),
	);
	expect(job).toMatchObject({ state: "done", step: "reading", done: 3, of: 4 });
});

test("one that dies says how", async () => {
	const job = await ended(node(`console.error("out of paper"); process.exit(3)`));
	expect(job).toMatchObject({ state: "failed", sentence: expect.stringContaining("out of paper") });
});

test("one file comes in at a time", () => {
	expect([beginReceiving(), beginReceiving()]).toEqual([true, false]);
	endReceiving();
	expect(beginReceiving()).toBe(true);
	endReceiving();
});

test("files in transit of another day go, and all safety copies but the last three; nothing else does", () => {
	const folder = mkdtempSync(join(tmpdir(), "peg-tidy-"));
	const now = Date.parse("2026-03-10T12:00:00Z");
	const put = (name: string, at = "2026-03-10T11:00:00Z") => {
		writeFileSync(join(folder, name), "x");
		utimesSync(join(folder, name), new Date(at), new Date(at));
	};
	tidyFiles(folder, now);
	mkdirSync(join(folder, "work"));
	put("work/in-old", "2026-03-08T11:00:00Z");
	put("work/in-now");
	put("studio.db", "2020-01-01T00:00:00Z");
	put("before-dinner.db", "2020-01-01T00:00:00Z");
	for (const day of ["01", "02", "03", "04", "05"]) put(`before-restore-2026-03-${day}T101112.db`);
	tidyFiles(folder, now);
	expect(readdirSync(join(folder, "work"))).toEqual(["in-now"]);
	expect(readdirSync(folder).sort()).toEqual([
		"before-dinner.db",
		...["03", "04", "05"].map((day) => `before-restore-2026-03-${day}T101112.db`),
		"studio.db",
		"work",
	]);
	rmSync(folder, { recursive: true });
	expect(existsSync(folder)).toBe(false);
});
