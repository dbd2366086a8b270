import * as z from "zod/mini";

export const policies = ["mastery", "fixed dose", "full speed"] as const;
export const Policy = z.enum(policies);
export type Policy = z.infer<typeof Policy>;
