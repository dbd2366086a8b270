import * as z from "zod/mini";
import { whole } from "@/core/text/fields";

const count = whole(0, 2147483647);

/** Where the writing of a skill stood when it was last looked at, as it comes in. */
export const WritingAt = z.object({ rev: count, draft: count });
