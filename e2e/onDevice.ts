import { expect, type Page } from "@playwright/test";
import { keptMark, type Studio } from "./studio";

/** All events of this device as its own store has them, those it pulled left out. */
export const onDevice = (page: Page) =>
	page.evaluate(async () => {
		const name = (await indexedDB.databases()).find((one) => one.name?.startsWith("peg-ladder "))?.name ?? "";
		const db = await new Promise<IDBDatabase>((resolve, reject) => {
			const open = indexedDB.open(name);
			open.onsuccess = () => resolve(open.result);
			open.onerror = () => reject(open.error);
		});
		const read = <T>(ask: IDBRequest<T>) =>
			new Promise<T>((resolve, reject) => {
				ask.onsuccess = () => resolve(ask.result);
				ask.onerror = () => reject(ask.error);
			});
		const tx = db.transaction(["events", "meta"]);
		const device = await read<string>(tx.objectStore("meta").get("device"));
		const all = await read<{ id: string; dseq: number; kind: string; device: string; body: unknown }[]>(
			tx.objectStore("events").getAll(),
		);
		db.close();
		return all
			.filter((event) => event.device === device)
			.map(({ id, dseq, kind, body }) => ({ id, dseq, kind, body }))
			.sort((a, b) => a.dseq - b.dseq);
	});

/** What the kept mark has reached, what the phone holds and what the database holds: id by id, once each, in order. */
export async function sameOnBoth(page: Page, studio: Pick<Studio, "events">): Promise<number> {
	const { device, keptTo } = await keptMark(page);
	const here = await onDevice(page);
	const there = (await studio.events()).filter((event) => event.device === device);
	expect(here.map(({ dseq }) => dseq)).toEqual(Array.from({ length: keptTo }, (_, i) => i + 1));
	expect(there.map(({ id, dseq }) => `${dseq} ${id}`).sort()).toEqual(
		here.map(({ id, dseq }) => `${dseq} ${id}`).sort(),
	);
	return here.filter(({ kind }) => kind === "attempt").length;
}
