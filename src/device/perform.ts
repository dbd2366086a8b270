import { v7 as uuid } from "uuid";
import type { Drafts } from "@/core/commands/drafts";
import { rememberStudio } from "./last";
import { now } from "./now";
import { NotKept, openLocal } from "./studio";
import { learnOrder, push } from "./sync";

/**
 * Does what a command says, from a bench: into the outbox first, then sent. Resolves when the
 * server has it, or, without a signal, when it is kept here.
 *
 * @throws NotKept where it cannot be kept here: nothing is written then
 */
export async function perform(
	studio: string,
	command: Drafts,
	/** The order is known: a pack was fetched a moment ago. */
	known = false,
): Promise<{ sent: boolean }> {
	rememberStudio(studio);
	const local = await openLocal(studio);
	if (!known) await learnOrder(local);
	const whole = command.map((draft) => ({ ...draft, id: draft.id ?? uuid() }));
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
