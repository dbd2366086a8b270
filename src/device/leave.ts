import { LAST } from "./last";
import { LESSON_OPEN } from "./lessonOpen";
import { Local } from "./local";
import { readKept } from "./localKeep";

/**
 * Leaving a shared device: once the server has said that nobody is signed in, what belongs to the studio goes from it.
 * What was not sent stays, locked: whoever comes next sees how much and of which day, and nothing else.
 */

const studiosHere = async (): Promise<string[]> => {
	const last = readKept(LAST);
	const names = (await indexedDB.databases?.().catch(() => [])) ?? [];
	const known = names.flatMap(({ name }) =>
		name?.startsWith("peg-ladder ") ? [name.slice("peg-ladder ".length)] : [],
	);
	// Stills that wait have a store of their own.
	return [...new Set([...known, ...(last ? [last] : [])])].filter((name) => name !== "stills");
};

/** How the device is held, and how bright it is: nobody's. */
const OWN_SETTINGS = new Set(["peg-ladder hand", "peg-ladder light", LAST]);

/** Takes what pages kept beside the record out of the browser's sight; answered, to be put back. */
function takeKept(): Record<string, string> {
	const taken: Record<string, string> = {};
	try {
		for (const name of Object.keys(localStorage)) {
			if (OWN_SETTINGS.has(name)) continue;
			taken[name] = localStorage.getItem(name) ?? "";
			localStorage.removeItem(name);
		}
		sessionStorage.clear();
	} catch {
		// What cannot be read cannot be read by the next person either.
	}
	return taken;
}

export interface LeftHere {
	studio: string;
	/** Tries, by day, that were not sent. */
	days: { day: string; tries: number; events: number }[];
	/** All of it as a file's words, to be brought in by whoever is signed in. */
	file: string;
}

/** Clears this device, unless a lesson is open on it; answers what is still here, locked. */
export async function clearDevice(): Promise<LeftHere[]> {
	const clear = async (): Promise<LeftHere[]> => {
		const kept = takeKept();
		const left: LeftHere[] = [];
		for (const studio of await studiosHere()) {
			const local = await Local.open(studio);
			left.push(await local.lock(kept));
			local.close();
		}
		for (const name of (await globalThis.caches?.keys()) ?? []) await caches.delete(name);
		for (const one of (await navigator.serviceWorker?.getRegistrations()) ?? [])
			if (!one.scope.endsWith("/p/")) await one.unregister();
		return left.filter(({ days }) => days.length > 0);
	};
	if (!navigator.locks) return clear();
	return navigator.locks.request(LESSON_OPEN, { mode: "exclusive", ifAvailable: true }, async (free) =>
		free ? clear() : [],
	);
}
