import * as z from "zod/mini";

/** Which way a position is off: short of its tolerance, or beyond it. */
export const directions = ["short", "beyond"] as const;
export const Direction = z.enum(directions);
export type Direction = z.infer<typeof Direction>;
