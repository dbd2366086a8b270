import * as z from "zod/mini";
import { ident, label, whole } from "@/core/text/fields";

/** A drill of the page from now on, as a wrap-up says it. */
export const AskedDrill = z.object({
	/** The drill as it is known on the page: of one that comes new, the one it will have. */
	item: ident,
	/** Whose rung it is; a drill of its own has none. */
	ladder: z.nullable(ident),
	rung: z.nullable(ident),
	name: label(80),
	days: whole(1, 7),
	tries: whole(1, 500),
	target: whole(0, 500),
	minutes: whole(0, 600),
});
export type AskedDrill = z.infer<typeof AskedDrill>;
export const MOST_DRILLS = 8;
