import * as z from "zod/mini";

export const policies = ["mastery", "fixed dose", "full speed"] as const;
export const Policy = z.enum(policies);
export type Policy = z.infer<typeof Policy>;

export const policyWords: Record<Policy, string> = {
	mastery: "the rule first, with a limit a lesson",
	"fixed dose": "so many tries a lesson; the coach promotes",
	"full speed": "never slower than the real thing; shorten the distance instead",
};
