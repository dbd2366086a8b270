import { copyFileSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { v7 as uuid } from "uuid";
import { envelope, type LogEvent } from "@/core/log/event";
import { hashEvent } from "@/core/log/parseEvent";
import prepareDemo from "../e2e/setup";
import { demoFile } from "../e2e/studio";
import { against } from "./measure";
import { serve, timed } from "./serve";

/** A phone's attempts taken in: checked, put in order, written and acknowledged. */
export async function push(): Promise<void> {
	await prepareDemo();
	const folder = mkdtempSync(join(tmpdir(), "peg-bench-"));
	const files = ["ours.db", "theirs.db"].map((name) => join(folder, name)) as [string, string];
	for (const file of files) copyFileSync(demoFile, file);
	const [product, bare] = [await serve("product", files[0]), await serve("bare", files[1])];
	try {
		const { studio } = (await (await fetch(`${product.url}/api/pack`)).json()) as {
			studio: { id: string; epoch: number };
		};
		const attempts = { ours: phone("bench-ours"), theirs: phone("bench-theirs") };
		for (const [name, size, turns] of [
			["one attempt", 1, 200],
			["a batch of 1,000 attempts", 1000, 20],
		] as const)
			await against({
				name: `${name}, until the acknowledgement is read`,
				baseline:
					"a bare route handler of the same framework that inserts the same rows into the same table, as durably",
				ours: () => {
					const events = attempts.ours(size);
					return timed(
						`${product.url}/api/push`,
						post({ studio: studio.id, epoch: studio.epoch, device: "bench-ours", events }),
					);
				},
				theirs: () => timed(`${bare.url}/api/insert`, post({ events: attempts.theirs(size) })),
				turns,
				unit: "ms",
				goal: 2,
			});
	} finally {
		product.end();
		bare.end();
		rmSync(folder, { recursive: true });
	}
}

const post = (body: object): RequestInit => ({
	method: "POST",
	headers: { "content-type": "application/json" },
	body: JSON.stringify(body),
});

/** A device that keeps counting. */
function phone(device: string): (attempts: number) => LogEvent[] {
	let dseq = 0;
	const [lesson, set] = [uuid(), uuid()];
	const when = { at: new Date().toISOString(), tz: "UTC", localDay: new Date().toISOString().slice(0, 10) };
	return (attempts) =>
		Array.from({ length: attempts }, () => {
			dseq += 1;
			const id = uuid();
			return hashEvent(
				envelope(
					{
						id,
						kind: "attempt",
						lesson,
						set,
						student: "isolde",
						ladder: "isolde-clubs",
						rung: "isolde-clubs-5",
						body: { result: dseq % 3 ? "hit" : "miss", off: [], judged: true },
					},
					{ act: id, device, dseq, lamport: 100_000 + dseq },
					when,
				),
			);
		});
}
