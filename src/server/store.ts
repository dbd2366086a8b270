import { dirname, join } from "node:path";
import { headers } from "next/headers";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { isLooking } from "@/core/text/look";
import { type Store, storeAt } from "@/store/db";
import { listStudios, studioAt } from "@/store/engine/studios";
import { catchUpIfRoom } from "@/store/projection";

const ownUrl = (): string => process.env.DATABASE_URL ?? "file:.data/studio.db";

/** Where made-up students are: a file beside the studio's own; beside the program, where that is no file. */
export function lookUrl(): string {
	const own = ownUrl();
	const folder = own.startsWith("file:") ? dirname(own.slice("file:".length)) : ".data";
	return `file:${join(folder, "made-up.db")}`;
}

/** Whether the browser that asks looks around among made-up students; never where nobody asks, as in a script. */
export async function isLookingNow(): Promise<boolean> {
	try {
		return isLooking((await headers()).get("cookie") ?? "");
	} catch {
		return false;
	}
}

/** Refuses what would leave the house: a link, a backup, a calendar. Null where the studio is the real one. */
export async function refusedInLook(): Promise<Outcome<never> | null> {
	return (await isLookingNow())
		? refuse("", "These students are made up. Leave them first, then send from your own studio.")
		: null;
}

/**
 * Where the studio's database is that is asked for now: DATABASE_URL's, or, where this process
 * serves several, the one whose host name stands in the request.
 *
 * @throws where there is no studio by that name (such a request is turned away before: see `stranger`)
 */
export async function studioUrl(): Promise<string> {
	if (listStudios() === null) return (await isLookingNow()) ? lookUrl() : ownUrl();
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
