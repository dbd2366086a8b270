import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { hostileBatch, rawJson } from "@/store/__tests__/hostile";
import { store as small, url } from "@/store/__tests__/smallStudio";
import { eventsAfter } from "@/store/events";
import { studioMark } from "@/store/studio";
import { POST } from "./route";

/** The push route, as a phone or an attacker meets it. */

beforeEach(() => {
	process.env.DATABASE_URL = url();
});

const knock = (body: string, host = "localhost:3000") =>
	POST(new Request("http://localhost:3000/api/push", { method: "POST", headers: { host }, body }));

test("thousands of events, half of them hostile: none answered with an error of the server's, no neighbour held up", async () => {
	let n = 0;
	let sent = 0;
	const studio = await studioMark(small);
	const missing: string[] = [];
	await fc.assert(
		fc.asyncProperty(hostileBatch, async (batchOf) => {
			n += 1;
			const device = `phone-${n}`;
			const { events, untouched } = batchOf(device);
			sent += events.length;
			const answer = await knock(rawJson({ studio: studio.id, epoch: studio.epoch, device, after: 0, events }));
			expect(answer.status).toBe(200);
			// All of it is kept or set aside: nothing is asked for again.
			expect(((await answer.json()) as { upTo: number }).upTo).toBeGreaterThanOrEqual(events.length);
			const here = new Set((await eventsAfter(small, 0, `lesson-${device}`)).events.map(({ id }) => id));
			missing.push(...untouched.filter((id) => !here.has(id)));
		}),
		{ numRuns: cases(920) },
	);
	// Some eleven a batch.
	expect(sent).toBeGreaterThan(10 * cases(920));
	expect(missing).toEqual([]);
}, 120_000);

test.each([
	"",
	"[",
	"null",
	"{}",
	'{"events":[]}',
	`${"[".repeat(100_000)}`,
	`{"events":${"[".repeat(50_000)}${"]".repeat(50_000)}}`,
])("a body is refused in words: %#", async (body) => {
	const answer = await knock(body);
	expect(answer.status).toBe(400);
	expect(((await answer.json()) as { refusals: unknown[] }).refusals.length).toBeGreaterThan(0);
});
