import * as z from "zod/mini";
import { Spoken } from "@/core/languages/spoken";
import { day, ident } from "@/core/text/fields";
import { PracticeAct } from "./acts";
import { Assignment } from "./assignment";

/**
 * What the student's page is given: what the coach chose for this one student, and nothing
 * else of the studio. The same for the private link and for the one file.
 */
export const PageData = z.object({
	id: ident,
	/** What this page signs with what it hands back as text. */
	key: z.string().check(z.regex(/^[\w-]{43}$/)),
	name: z.string(),
	note: z.string(),
	from: day,
	items: Assignment.shape.items,
	words: Assignment.shape.words,
	most: Assignment.shape.most,
	helper: Assignment.shape.helper,
	thresholds: Assignment.shape.thresholds,
	feelings: Assignment.shape.feelings,
	phases: Assignment.shape.phases,
	/** The student's language; English where there is none. */
	language: z.optional(Spoken),
	acts: z.array(PracticeAct),
	/** When the server told them, by its clock in milliseconds: of two tellings the later one holds. Files have none. */
	served: z.optional(z.number()),
	/** Where pictures are, by their hash: an address of the link's own, or the picture itself. */
	pictures: z.record(z.string(), z.string()),
	/** Whose record holds what was sent: where it is another than before, all of it is sent again. Files have none. */
	holder: z.optional(z.string()),
	/** The last day of the link; null for the file, which fetches nothing. */
	ends: z.nullable(day),
	/** The day this was written on. */
	made: day,
});
export type PageData = z.infer<typeof PageData>;
