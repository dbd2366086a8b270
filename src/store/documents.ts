import { refuse } from "@/core/refusals/refusals";

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

/** Now, as the database writes it. */
export const stamp = (): string => new Date().toISOString();
