import * as z from "zod/mini";

/** A side of the body, or neither of the two. */
export const Side = z.enum(["left", "right", "none"]);
export type Side = z.infer<typeof Side>;

/** Parts that can be loaded, protected, or hurt. */
export const bodyParts = [
	"neck",
	"shoulder",
	"elbow",
	"wrist",
	"hand",
	"back",
	"hip",
	"knee",
	"ankle",
	"foot",
] as const;
export const BodyPart = z.enum(bodyParts);
