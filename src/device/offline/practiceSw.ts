/**
 * The service worker of the student's page alone: it holds the page as it was last opened,
 * for when there is no signal. It knows no other page, and lets go of one whose link is closed.
 */

import { takeOverWhenAsked } from "./takeOver";

interface FetchEvent extends Event {
	request: Request;
	respondWith(answer: Promise<Response>): void;
}
interface Worker {
	skipWaiting(): Promise<void>;
	clients: { claim(): Promise<void> };
	addEventListener(name: string, listener: (event: Event & { waitUntil(work: Promise<unknown>): void }) => void): void;
	location: Location;
}

const HELD = "peg-ladder-practice";
const PATIENCE_MS = 5000;
const worker = globalThis as unknown as Worker;

takeOverWhenAsked();
worker.addEventListener("install", () => void worker.skipWaiting());
worker.addEventListener("activate", (event) => event.waitUntil(worker.clients.claim()));

/** The page from the server, and from here where that does not answer in time. */
async function page(request: Request): Promise<Response> {
	const held = await caches.open(HELD);
	try {
		const answer = await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) });
		if (answer.ok) await held.put(request.url, answer.clone());
		else if (answer.status === 404 || answer.status === 410) await held.delete(request.url);
		// A server that is in trouble, or asked too often, is as good as none.
		else return (await held.match(request.url)) ?? answer;
		return answer;
	} catch {
		return (await held.match(request.url)) ?? Response.error();
	}
}

/** Script, style and pictures are what their address says, for good; an older build's is let go of. */
async function part(request: Request): Promise<Response> {
	const held = await caches.open(HELD);
	const known = await held.match(request.url);
	if (known) return known;
	const answer = await fetch(request);
	if (answer.ok) {
		await held.delete(request.url, { ignoreSearch: true });
		await held.put(request.url, answer.clone());
	}
	return answer;
}

worker.addEventListener("fetch", (raw) => {
	const event = raw as unknown as FetchEvent;
	const { request } = event;
	const { pathname, origin } = new URL(request.url);
	if (request.method !== "GET" || origin !== worker.location.origin || !pathname.startsWith("/p/")) return;
	event.respondWith(request.mode === "navigate" ? page(request) : part(request));
});
