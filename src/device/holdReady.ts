import { TAKE_OVER } from "./offline/takeOver";

/**
 * Has a service worker hold the program ready, this page included. A page that was still on its way when the worker
 * took the others over, or was fetched past it, is held by nobody: it asks, else what it fetches late would not come
 * without a signal.
 *
 * @throws where the browser refuses: a private window, a full disk
 */
export async function holdReady(script: string, options: RegistrationOptions): Promise<void> {
	const { serviceWorker } = navigator;
	await serviceWorker.register(script, options);
	const { active } = await serviceWorker.ready;
	if (!serviceWorker.controller) active?.postMessage(TAKE_OVER);
}
