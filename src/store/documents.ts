import { type Outcome, refuse } from "@/core/refusals/refusals";

/** A saved document's identity and the revision to save against next. */
export interface Saved {
	id: string;
	rev: number;
}

/** The answer to saving against an older revision. Nothing was written; both texts are kept. */
export const changedElsewhere = (what: string) =>
	refuse(
		"rev",
		`${what} was changed elsewhere since you opened it. Your words are still here; reload to see the other version, then save again.`,
	);

export const gone = (what: string) =>
	refuse("id", `${what} is not here any more; it may have been deleted on another device.`);

/** What a document's table does when one is written; `revise` gives nothing where the revision is another one. */
interface Writing {
	what: string;
	add: () => Promise<unknown>;
	revise: (at: Saved, changed: { rev: number; updatedAt: string }) => Promise<Saved[]>;
	isThere: (id: string) => Promise<boolean>;
}

/** Adds a document, or saves it against the revision it was opened at: an older one is told so, and nothing is written. */
export async function addOrRevise(
	id: string,
	at: Saved | null,
	{ what, add, revise, isThere }: Writing,
): Promise<Outcome<Saved>> {
	if (!at) {
		await add();
		return { ok: true, value: { id, rev: 1 } };
	}
	const [saved] = await revise(at, { rev: at.rev + 1, updatedAt: stamp() });
	if (saved) return { ok: true, value: saved };
	return (await isThere(at.id)) ? changedElsewhere(what) : gone(what);
}

/** Now, as the database writes it. */
export const stamp = (): string => new Date().toISOString();
