import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Phone } from "@/core/__tests__/phone";
import type { Job } from "@/server/jobs";
import { openStore } from "@/store/db";
import { eventsAfter } from "@/store/events";
import { addLink } from "@/store/practiceLinks";
import { catchUp, MEANING } from "@/store/projection";
import { fetchOnce } from "./fetchOnce";
import { demoFile, expect, Server, test } from "./studio";

/** Two app processes serve one studio: whichever is asked, and whichever dies. */

let folder: string;
let both: [Server, Server];
const database = () => `file:${join(folder, "studio.db")}`;

test.beforeAll(async () => {
	folder = mkdtempSync(join(tmpdir(), "peg-two-"));
	cpSync(demoFile, join(folder, "studio.db"));
	both = [await Server.make(), await Server.make()];
	for (const server of both) await server.turnTo(folder, database());
});
test.afterAll(async () => {
	for (const server of both) await server.end();
	rmSync(folder, { recursive: true, force: true });
});

const at = (i: number, path: string) => `http://localhost:${(both[i % 2] as Server).port}${path}`;
const post = (i: number, path: string, body: unknown) =>
	fetchOnce(at(i, path), {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: typeof body === "string" ? body : JSON.stringify(body),
	});

test("phones that send to either, while one is killed and comes back: nothing is lost or doubled, and what follows is right", async () => {
	const { studio } = (await (await fetchOnce(at(0, "/api/pack"))).json()) as { studio: { id: string; epoch: number } };
	const phones = Array.from({ length: 6 }, (_, i) => new Phone(`phone-${i}`, `lesson-${i}`));
	let ended = false;
	const one = async (phone: Phone, i: number) => {
		let acked = 0;
		for (let turn = 0; !ended || acked < phone.events.length; turn++) {
			if (!ended) phone.write([{ kind: "note", student: "isolde", body: { text: `${phone.device} ${turn}` } }]);
			try {
				const answer = await post(i + turn, "/api/push", {
					studio: studio.id,
					epoch: studio.epoch,
					device: phone.device,
					after: acked,
					events: phone.events.slice(acked, acked + 50),
				});
				if (answer.ok) acked = Math.max(acked, ((await answer.json()) as { upTo: number }).upTo);
				// Pages are asked for meanwhile: each brings what follows from the log up to date.
				if (turn % 5 === 0) await (await fetchOnce(at(i + turn, "/students/isolde"))).text();
			} catch {
				// That one is away: the next turn asks the other.
			}
		}
	};
	const all = Promise.all(phones.map(one));
	for (let kill = 0; kill < 4; kill++) {
		await new Promise((resolve) => setTimeout(resolve, 1200));
		await both[kill % 2]?.kill();
		await new Promise((resolve) => setTimeout(resolve, 600));
		await both[kill % 2]?.start();
	}
	ended = true;
	await all;

	const store = await openStore(database());
	const here = (await eventsAfter(store, 0)).events.filter(({ device }) => device.startsWith("phone-"));
	const sent = phones.flatMap((phone) => phone.events.map(({ id }) => id));
	expect(sent.length).toBeGreaterThan(60);
	expect(here.map(({ id }) => id).sort()).toEqual(sent.sort());
	// What was worked out by both, one going past the other, is what one alone works out from the beginning.
	const tables = ["lesson_digest", "lesson_work", "ladder_digest", "student_digest", "said", "link"];
	/** Every row that was worked out; up to which event each was made depends on who made it when. */
	const rows = async () => {
		const all = await Promise.all(
			tables.map(async (table) =>
				(await store.client.execute(`select * from ${table}`)).rows.map((row) =>
					JSON.stringify({ table, ...row, up_to: null }),
				),
			),
		);
		return new Set(all.flat());
	};
	await catchUp(store);
	const before = await rows();
	await store.client.execute({
		sql: "update projection set made_for = ? where name = 'log'",
		args: [`x/1/${MEANING}`],
	});
	await catchUp(store);
	const after = await rows();
	const differ = [...before].filter((row) => !after.has(row)).concat([...after].filter((row) => !before.has(row)));
	expect(before.size).toBeGreaterThan(100);
	expect(differ.map((row) => row.slice(0, 300))).toEqual([]);
	store.close();
});

test("a job is known to both: followed, not begun twice, stopped and taken in through the other", async () => {
	const book = await (await fetchOnce(at(0, "/api/workbook?of=skill&id=clubs"))).text();
	const begun = (await (await post(0, "/api/jobs?kind=check", book)).json()) as { id: string };
	const look = async (i: number) => (await (await fetchOnce(at(i, `/api/jobs/${begun.id}`))).json()) as Job;
	expect((await look(1)).state).toMatch(/running|done/);
	if ((await look(1)).state === "running") {
		const second = await post(1, "/api/jobs?kind=check", book);
		expect(second.status).toBe(409);
	}
	await expect.poll(async () => (await look(1)).state).toBe("done");
	expect((await look(1)).preview?.sections.skills).toEqual({ fresh: 0, same: 1, other: 0 });
	const take = await post(1, `/api/jobs/${begun.id}`, { act: "take", mode: "merge", differing: "keep" });
	expect(take.status).toBe(200);
	const taken = (await take.json()) as { id: string };
	await expect
		.poll(async () => ((await (await fetchOnce(at(0, `/api/jobs/${taken.id}`))).json()) as Job).state)
		.toBe("done");
});

test("a private link is asked for so often in all, whichever process answers", async () => {
	const store = await openStore(database());
	const token = await addLink(store, "nimue-practice", { name: "phone", ends: "2199-01-01" });
	store.close();
	const answers: number[] = [];
	for (let i = 0; i < 130; i++) {
		const answer = await fetchOnce(at(i, `/p/${token}`));
		await answer.text();
		answers.push(answer.status);
	}
	expect(answers.filter((status) => status === 200).length).toBeLessThanOrEqual(120);
	expect(answers.at(-1)).toBe(429);
});
