import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { until } from "@/core/__tests__/until";
import { openStore } from "@/store/db";
import { findJob } from "@/store/jobs";
import {
	begin,
	beginReceiving,
	busy,
	endReceiving,
	forget,
	type JobKind,
	jobOf,
	run,
	type Site,
	startTake,
	stopJob,
} from "./jobs";
import { tidyFiles } from "./workFiles";

jest.mock("./store", () => ({ studioUrl: () => Promise.reject(new Error("no request")) }));

/** A job is a process: whatever becomes of it, the server goes on, and somebody is told. */

let folder: string;
let site: Site;
beforeEach(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-jobs-"));
	const url = `file:${join(folder, "studio.db")}`;
	site = { url, open: await openStore(url) };
});
afterEach(() => {
	site.open.close();
	rmSync(folder, { recursive: true, force: true });
});

const begun = async (kind: JobKind = "check", at = site) => {
	const job = await begin(at, kind, join(folder, "in"));
	if (!job) throw new Error("another runs");
	return job;
};
const ended = async (id: string, at = site) => {
	await until(async () => (await jobOf(at, id))?.state !== "running");
	return jobOf(at, id);
};
const node = async (script: string) => run(await begun(), process.execPath, ["-e", script]);

test("one that cannot be started fails in words, and nothing is busy after it", async () => {
	const job = await ended(run(await begun("backup"), "/no/such/program", []));
	expect(job?.state).toBe("failed");
	expect(job?.sentence).toContain(
		"The task stopped early. Nothing was changed. The program for it could not be started",
	);
	const other = await ended(run(await begun("backup"), "\0", []));
	expect(other?.state).toBe("failed");
	expect(await busy(site)).toBe(false);
});

test("what it prints that is no line of ours is passed by", async () => {
	const job = await ended(
		await node(`console.log("warning: something"); console.log("7"); console.log("null"); console.log("{");
			console.log(JSON.stringify({ step: "reading", done: 3, of: 4 }));
			console.log(JSON.stringify({ outcome: { ok: true, value: null } }))`),
	);
	expect(job).toMatchObject({ state: "done", step: "reading", done: 3, of: 4 });
});

test("one that dies says how", async () => {
	const job = await ended(await node(`console.error("out of paper"); process.exit(3)`));
	expect(job).toMatchObject({ state: "failed", sentence: expect.stringContaining("out of paper") });
});

test("one file comes in at a time for a studio, and each studio has its own turn", () => {
	const other = { ...site, url: "file:elsewhere.db" };
	expect([beginReceiving(site), beginReceiving(site), beginReceiving(other)]).toEqual([true, false, true]);
	endReceiving(site);
	expect(beginReceiving(site)).toBe(true);
	endReceiving(site);
	endReceiving(other);
});

describe("of two app processes", () => {
	/** What the other process knows: what is written down, and nothing of this one's memory. */
	const elsewhere = async <T>(work: (jobs: typeof import("./jobs"), at: Site) => Promise<T>): Promise<T> => {
		const known = globalThis as { pegLadderJobs?: unknown };
		const before = known.pegLadderJobs;
		delete known.pegLadderJobs;
		try {
			return await work({ begin, busy, jobOf, stopJob, startTake, forget } as typeof import("./jobs"), site);
		} finally {
			known.pegLadderJobs = before;
		}
	};
	const slow = `console.log(JSON.stringify({ step: "reading", done: 1, of: 4 })); setTimeout(() => {}, 600000)`;

	test("the other says how far it is, begins none beside it, and can stop it", async () => {
		const id = await node(slow);
		await until(async () => (await elsewhere(({ jobOf: of }, at) => of(at, id)))?.step === "reading");
		expect(await elsewhere((jobs, at) => jobs.jobOf(at, id))).toMatchObject({ state: "running", done: 1, of: 4 });
		expect(await elsewhere((jobs, at) => jobs.busy(at))).toBe(true);
		expect(await elsewhere((jobs, at) => jobs.begin(at, "demo", "none"))).toBeNull();
		await elsewhere((jobs, at) => jobs.stopJob(at, id));
		expect((await ended(id))?.state).toBe("stopped");
		expect(await busy(site)).toBe(false);
	});

	test("where its process has died the other says so, and may begin another", async () => {
		const id = await node(slow);
		await site.open.client.execute({ sql: "update job set heard_at = heard_at - 60000 where id = ?", args: [id] });
		await elsewhere(async (jobs, at) => {
			expect(await jobs.jobOf(at, id)).toMatchObject({
				state: "failed",
				sentence: "The task stopped early. Nothing was changed.",
			});
			expect(await jobs.busy(at)).toBe(false);
		});
		await stopJob(site, id);
	});

	test("what one has looked at the other takes in, and lets go of", async () => {
		const preview = { scope: null, refusals: [], remarks: [], merge: [], whole: [], more: 0, sections: {}, back: 0 };
		const id = await node(`console.log(JSON.stringify({ outcome: { ok: true, value: ${JSON.stringify(preview)} } }))`);
		await ended(id);
		await until(async () => (await findJob(site.open, id))?.state !== "running");
		await elsewhere(async (jobs, at) => {
			expect(await jobs.jobOf(at, id)).toMatchObject({ state: "done", preview });
			// Its staging file is not there: nothing begins.
			expect(await jobs.startTake(at, id, { mode: "merge", differing: "keep" })).toBeNull();
			await jobs.forget(at, id);
			expect(await jobs.jobOf(at, id)).toBeNull();
		});
	});

	test("no studio sees another's job", async () => {
		const id = await node("process.exit(0)");
		await ended(id);
		const url = `file:${join(folder, "other.db")}`;
		const other = { url, open: await openStore(url) };
		expect(await jobOf(other, id)).toBeNull();
		await stopJob(other, id);
		await forget(other, id);
		expect((await jobOf(site, id))?.state).toBe("done");
		other.open.close();
	});
});

test("files in transit of another day go, and all safety copies but the last three; nothing else does", () => {
	const kept = mkdtempSync(join(tmpdir(), "peg-tidy-"));
	const now = Date.parse("2026-03-10T12:00:00Z");
	const put = (name: string, at = "2026-03-10T11:00:00Z") => {
		writeFileSync(join(kept, name), "x");
		utimesSync(join(kept, name), new Date(at), new Date(at));
	};
	tidyFiles(kept, now);
	mkdirSync(join(kept, "work"));
	put("work/in-old", "2026-03-08T11:00:00Z");
	put("work/in-now");
	put("studio.db", "2020-01-01T00:00:00Z");
	put("before-dinner.db", "2020-01-01T00:00:00Z");
	for (const day of ["01", "02", "03", "04", "05"]) put(`before-restore-2026-03-${day}T101112.db`);
	tidyFiles(kept, now);
	expect(readdirSync(join(kept, "work"))).toEqual(["in-now"]);
	expect(readdirSync(kept).sort()).toEqual([
		"before-dinner.db",
		...["03", "04", "05"].map((day) => `before-restore-2026-03-${day}T101112.db`),
		"studio.db",
		"work",
	]);
	rmSync(kept, { recursive: true });
	expect(existsSync(kept)).toBe(false);
});
