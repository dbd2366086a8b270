"use server";

import * as z from "zod/mini";
import { type Outcome, parse } from "@/core/refusals/refusals";
import { ident } from "@/core/text/fields";
import { lessonsKnown } from "@/store/lessons";
import { store } from "./store";

/** Which of these lessons are here already: a table that was brought in once is not brought in again. */
export async function knownLessons(ids: unknown): Promise<Outcome<string[]>> {
	const read = parse(z.object({ ids: z.array(ident).check(z.maxLength(3000)) }), { ids });
	return read.ok ? { ok: true, value: await lessonsKnown(await store(), read.value.ids) } : read;
}
