import { v7 as uuid } from "uuid";
import type { EventDraft } from "@/core/log/event";
import { rememberStudio } from "./last";
import { now } from "./now";
import { openLocal } from "./studio";
import { learnOrder, push } from "./sync";

/** What is said where an act could not even be kept here. */
export const NOT_KEPT =
	"This device has no room, or lets no page keep anything: nothing was written. Make room, and press again.";

/**
 * Writes an act from a bench: into the outbox first, then sent. Resolves when the
 * server has it, or, without a signal, when it is kept here.
 *
 * @throws where it cannot be kept here: nothing is written then, and whoever asked says `NOT_KEPT`
 */
export async function record(
	studio: string,
	drafts: readonly EventDraft[],
	/** The order is known: a pack was fetched a moment ago. */
	known = false,
): Promise<{ sent: boolean }> {
	rememberStudio(studio);
	const local = await openLocal(studio);
	if (!known) await learnOrder(local);
	await local.append(
		drafts.map((draft) => ({ ...draft, id: draft.id ?? uuid() })),
		now(),
	);
	try {
		await push(local);
		return { sent: true };
	} catch {
		return { sent: false };
	}
}
