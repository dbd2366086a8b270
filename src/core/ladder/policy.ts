import * as z from "zod/mini";

export const policies = ["mastery", "fixed dose", "full speed"] as const;
export const Policy = z.enum(policies);
export type Policy = z.infer<typeof Policy>;

/** Where a lesson on a ladder begins: where the peg stands, with last lesson's work, or from the bottom quickly up. */
export const lessonStarts = ["at the peg", "last lesson's work", "from the bottom"] as const;
export type LessonStart = (typeof lessonStarts)[number];
