import { canonicalForm } from "@/core/hash/hash";
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
		`${what} was changed elsewhere since you opened it. Your text is still here. Reload to see the other version, then save again.`,
	);

export const gone = (what: string) => refuse("id", `${what} was deleted, perhaps on another device.`);

/** What stands in a document's table. */
interface Stored {
	rev: number;
	body: unknown;
}

/**
 * What saving comes to before anything is written: null where it may be. What stands there
 * already was sent twice, its first answer having been lost: it is answered like the first time.
 */
export function beforeSaving(what: string, at: Saved, there: Stored | undefined, body: unknown): Outcome<Saved> | null {
	if (!there) return gone(what);
	if (there.rev === at.rev) return null;
	const isSame = canonicalForm(there.body) === canonicalForm(body);
	return isSame ? { ok: true, value: { id: at.id, rev: there.rev } } : changedElsewhere(what);
}

/** One kind of document in its table; its functions run inside one transaction. */
interface Table {
	what: string;
	add: () => Promise<unknown>;
	stands: (id: string) => Promise<Stored[]>;
	revise: (id: string, changed: { rev: number; updatedAt: string }) => Promise<unknown>;
}

/** Adds a document, or saves it against the revision it was opened at: an older one is told so, and nothing is written. */
export async function addOrRevise(
	id: string,
	at: Saved | null,
	body: unknown,
	{ what, add, stands, revise }: Table,
): Promise<Outcome<Saved>> {
	if (!at) {
		await add();
		return { ok: true, value: { id, rev: 1 } };
	}
	const [there] = await stands(at.id);
	const settled = beforeSaving(what, at, there, body);
	if (settled) return settled;
	await revise(at.id, { rev: at.rev + 1, updatedAt: stamp() });
	return { ok: true, value: { id: at.id, rev: at.rev + 1 } };
}

/** Now, as the database writes it. */
export const stamp = (): string => new Date().toISOString();
