import * as z from "zod/mini";
import { type Outcome, parseStored, refuse } from "@/core/refusals/refusals";
import { UNSENT_FORMAT } from "./local";
import { lightEnough, Moved, Pushed } from "./sync";

/** What a device that somebody left wrote into a file: its events that were never sent. */
const UnsentFile = z.object({
	format: z.literal(UNSENT_FORMAT),
	studio: z.string(),
	device: z.string(),
	key: z.string(),
	after: z.number(),
	events: z.array(z.unknown()),
});

/** Whether a file is one of those, by its beginning. */
export const isUnsentFile = async (file: Blob): Promise<boolean> =>
	(await file.slice(0, 100).text()).includes(`"${UNSENT_FORMAT}"`);

const AT_ONCE = 200;

/** Sends what is in such a file, in the name of the device it was written on. Twice does no harm. */
export async function sendUnsentFile(file: Blob): Promise<Outcome<{ events: number }>> {
	const damaged = () => refuse("file", "This file is damaged. Download it again on the device it comes from.");
	let value: unknown;
	try {
		value = JSON.parse(await file.text());
	} catch {
		return damaged();
	}
	const read = parseStored(UnsentFile, value);
	if (!read.ok) return damaged();
	const { studio, device, key, after } = read.value;
	let { events } = read.value;
	let [epoch, from] = [1, after];
	for (let asked = 0; events.length > 0 && asked < 1000; asked++) {
		const some = lightEnough(events.slice(0, AT_ONCE));
		const response = await fetch("/api/push", {
			method: "POST",
			headers: { "content-type": "application/json" },
			body: JSON.stringify({ studio, epoch, device, key, after: from, events: some }),
		});
		const answer: unknown = await response.json();
		if (response.status === 409) {
			const moved = Moved.parse(answer).studio;
			if (moved.id !== studio) return refuse("file", "This file comes from another studio. Nothing was added.");
			epoch = moved.epoch;
			continue;
		}
		if (!response.ok) return refuse("file", "The server does not answer. Nothing is lost: choose the file again.");
		from = Math.max(from, Pushed.parse(answer).upTo);
		events = events.slice(some.length);
	}
	return { ok: true, value: { events: read.value.events.length } };
}
