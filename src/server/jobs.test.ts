import { busy, jobOf, open, run } from "./jobs";

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
