import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Still } from "@/core/position/still";
import type { Refusal } from "@/core/refusals/refusals";

/** Stills that were kept on this device and are not with the server yet: nothing of them waits for a signal. */
export interface WaitingStill {
	id: string;
	studio: string;
	still: Omit<Still, "picture">;
	picture: Blob;
	/** The day on which it was agreed to, where that was not noted before. */
	consent: string | null;
}

interface Shape extends DBSchema {
	waiting: { key: string; value: WaitingStill };
}

const opened = (): Promise<IDBPDatabase<Shape>> =>
	openDB<Shape>("peg-ladder stills", 1, {
		upgrade: (fresh) => void fresh.createObjectStore("waiting", { keyPath: "id" }),
	});

export async function keepStillHere(one: WaitingStill): Promise<void> {
	const db = await opened();
	await db.put("waiting", one);
	db.close();
}

/** Takes one that the server will not have off this device. */
export async function letStillGo(id: string): Promise<void> {
	const db = await opened();
	await db.delete("waiting", id);
	db.close();
}

export interface Sending {
	sent: number;
	waiting: WaitingStill[];
	/** What the server said of the first that it did not take. */
	refusals: Refusal[];
}

/**
 * Sends what waits for this studio; what is taken is let go of here, what is refused stays.
 *
 * @param deliver answers what the server has against one, nothing where it took it; throws where it does not answer
 */
export async function sendStills(studio: string, deliver: (one: WaitingStill) => Promise<Refusal[]>): Promise<Sending> {
	const db = await opened();
	const told: Sending = { sent: 0, waiting: [], refusals: [] };
	for (const one of (await db.getAll("waiting")).filter((still) => still.studio === studio)) {
		const refusals = await deliver(one).catch(() => null);
		if (refusals?.length === 0) {
			await db.delete("waiting", one.id);
			told.sent += 1;
			continue;
		}
		told.waiting.push(one);
		if (refusals && told.refusals.length === 0) told.refusals = refusals;
	}
	db.close();
	return told;
}
