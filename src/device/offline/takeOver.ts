/** What a page that no service worker holds asks of the one that is there. */
export const TAKE_OVER = "take over";

interface Asked extends Event {
	data: unknown;
	waitUntil(work: Promise<unknown>): void;
}

/** In a service worker: every page in reach is held from here on, once one of them asks. */
export function takeOverWhenAsked(): void {
	const { clients } = globalThis as unknown as { clients: { claim(): Promise<void> } };
	globalThis.addEventListener("message", (raw) => {
		const event = raw as unknown as Asked;
		if (event.data === TAKE_OVER) event.waitUntil(clients.claim());
	});
}
