import { Phone } from "@/core/__tests__/phone";
import { backUp, checkBackup } from "../bulk/backup";
import { restoreBackup } from "../bulk/takeIn";
import type { Store } from "../db";
import { pushEvents } from "../events";
import { emptyStudio } from "./smallStudio";

const NOTES = 120;

function notesOf(device: string): Phone {
	const phone = new Phone(device, `lesson-${device}`);
	for (let i = 0; i < NOTES; i++) phone.write([{ kind: "note", body: { text: `${device} ${i}` } }]);
	return phone;
}

/**
 * Two devices send, event by event, while a backup is made, which is then brought back in
 * another place: of each device it holds all up to a number, and at least what had been
 * acknowledged before; what it lacks the device sends there once more.
 */
export async function backUpWhileWriting(url: string, store: Store, file: string): Promise<void> {
	const devices = ["left", "right"].map(notesOf);
	const acknowledged = new Map<string, number>();
	let before: ReadonlyMap<string, number> = new Map();
	let made = Promise.resolve();
	await Promise.all(
		devices.map(async ({ device, events }) => {
			for (const event of events) {
				const { upTo } = await pushEvents(store, device, [event]);
				acknowledged.set(device, upTo);
				if (before.size > 0 || upTo < NOTES / 3) continue;
				before = new Map(acknowledged);
				made = backUp(url, file);
			}
		}),
	);
	await made;
	expect(await checkBackup(file, () => {})).toMatchObject({ ok: true });
	const { address, other } = await emptyStudio();
	await restoreBackup(file, address);
	for (const { device, events } of devices) {
		const { rows } = await other.client.execute({
			sql: "select dseq from event where device = ? order by dseq",
			args: [device],
		});
		expect(rows.map(({ dseq }) => dseq)).toEqual(rows.map((_, i) => i + 1));
		expect(rows.length).toBeGreaterThanOrEqual(before.get(device) ?? 0);
		expect(await pushEvents(other, device, events)).toEqual({ upTo: NOTES, setAside: [] });
	}
	other.close();
}
