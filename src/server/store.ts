import { headers } from "next/headers";
import { type Store, storeAt } from "@/store/db";
import { listStudios, studioAt } from "@/store/engine/studios";
import { catchUpIfRoom } from "@/store/projection";

/**
 * Where the studio's database is that is asked for now: DATABASE_URL's, or, where this process
 * serves several, the one whose host name stands in the request.
 *
 * @throws where there is no studio by that name (such a request is turned away before: see `stranger`)
 */
export async function studioUrl(): Promise<string> {
	if (listStudios() === null) return process.env.DATABASE_URL ?? "file:.data/studio.db";
	const found = studioAt((await headers()).get("host") ?? "");
	if (!found) throw new Error("There is no studio at this address.");
	return found.database;
}

/** The store of the studio that is asked for. */
export const store = async (): Promise<Store> => storeAt(await studioUrl());

/** The same with everything that arrived taken in: what pages read from. */
export async function upToDate(): Promise<Store> {
	const open = await store();
	await catchUpIfRoom(open);
	return open;
}
