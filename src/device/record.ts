import { v7 as uuid } from "uuid";
import type { EventDraft } from "@/core/log/event";
import { rememberStudio } from "./last";
import { now } from "./now";
import { NotKept, openLocal } from "./studio";
import { learnOrder, push } from "./sync";

/**
 * Writes an act from a bench: into the outbox first, then sent. Resolves when the
 * server has it, or, without a signal, when it is kept here.
 *
 * @throws NotKept where it cannot be kept here: nothing is written then
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
	const whole = drafts.map((draft) => ({ ...draft, id: draft.id ?? uuid() }));
	await local.append(whole, now()).catch((error) => {
		throw new NotKept(error);
	});
	try {
		await push(local);
		return { sent: true };
	} catch {
		return { sent: false };
	}
}
