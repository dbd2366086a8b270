import { type PrecacheEntry, Serwist } from "serwist";
import { takeOverWhenAsked } from "./takeOver";

/**
 * The service worker. It holds the program and the shells of the lesson, the wrap-up, the
 * sums, the position check and the page that is shown without a signal; what belongs to somebody is in the
 * device's own store, never here. A new version waits until no page of the old one is
 * open: a lesson never changes under the thumb.
 */

interface FetchEvent extends Event {
	request: Request;
	respondWith(answer: Promise<Response>): void;
}
declare global {
	var __SW_MANIFEST: (PrecacheEntry | string)[];
}

const SHELLS = ["/live", "/wrap", "/sums", "/position", "/how"];
const WITHOUT_SIGNAL = "/offline";

const serwist = new Serwist({
	// The build writes the list of files in this place.
	precacheEntries: globalThis.__SW_MANIFEST,
	precacheOptions: { cleanupOutdatedCaches: true, ignoreURLParametersMatching: [/.*/], directoryIndex: null },
	skipWaiting: false,
	clientsClaim: true,
	runtimeCaching: [],
});

const held = async (url: string): Promise<Response> => (await serwist.matchPrecache(url)) ?? Response.error();

/** A page: the shells from here, everything else from the server, and without it the page that says what is here. */
async function page(request: Request): Promise<Response> {
	const { pathname } = new URL(request.url);
	if (SHELLS.includes(pathname)) return held(pathname);
	try {
		return await fetch(request);
	} catch {
		return held(WITHOUT_SIGNAL);
	}
}

/**
 * A web worker's script is told its start-up data behind the # of its own address; a
 * cached response would give it the cached address instead. A new response has none.
 */
async function workerScript(request: Request): Promise<Response> {
	const cached = await serwist.matchPrecache(request.url.split("#")[0] ?? request.url);
	if (!cached) return fetch(request);
	return new Response(await cached.blob(), { headers: cached.headers });
}

takeOverWhenAsked();
globalThis.addEventListener("fetch", (raw) => {
	const event = raw as FetchEvent;
	const { request } = event;
	const answer =
		request.mode === "navigate" ? page(request) : request.destination === "worker" ? workerScript(request) : null;
	if (!answer) return;
	event.stopImmediatePropagation();
	event.respondWith(answer);
});
serwist.addEventListeners();
