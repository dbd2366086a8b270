import * as z from "zod/mini";
import { StillFile } from "./still";

/** The JSON Schema of a still as a file, draft 2020-12: apart from what a browser reads. */
export const stillFileSchema = (): object => ({
	title: "Peg Ladder still",
	...z.toJSONSchema(StillFile, { unrepresentable: "any", io: "input" }),
});
